// How fast the core is, as ratios against a baseline measured in the same run, and how well the naming keeps its word on simulated
// observers. Numbers are printed, never asserted. `npm run bench` does all; `npm run bench -- speed`, `-- naming`, `-- town` or `-- causes` one of them.
import { performance } from 'node:perf_hooks';
import { assess, assessRequest, toAssessInput } from '@dendrix/core/judging';
import { readTreeList } from '@dendrix/core/exchange';
import { identify, identifyRequest, lookNext, modelOf, nameFinder, rank } from '@dendrix/core/naming';
import { CARD_STEPS, referenceCard } from '@dendrix/core/figures';
import { ZONES } from '@dendrix/core/knowledge';
import { loadLibrary } from '@dendrix/library';
import { inBrowser } from './bench-browser';
import { causes } from './bench-causes';
import { map } from './bench-map';
import { naming } from './bench-naming';
import { lighthouse } from './bench-lighthouse';
import { opening } from './bench-opening';
import { serving } from './bench-serving';
import { town } from './bench-town';

const library = loadLibrary();
const only = process.argv[2];
const names = nameFinder(library);
const median = (times: number[]) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)] as number;
function time(run: () => unknown, times = 30): number {
  run();
  return median(
    Array.from({ length: times }, () => {
      const start = performance.now();
      run();
      return performance.now() - start;
    }),
  );
}

/** The cards are kept once drawn, so the first drawing is timed once. */
function cardsTime(): number {
  const start = performance.now();
  for (const percent of CARD_STEPS) referenceCard('cover', percent);
  return performance.now() - start;
}

/** Speed here, and of ranking and look next in the browser the app runs in. */
async function speed(): Promise<void> {
  // The baseline: a fixed amount of floating-point work.
  const baseline = time(() => {
    let x = 0;
    for (let i = 1; i < 2_000_000; i++) x += Math.sqrt(i) / i;
    return x;
  });
  const observations = [
    { trait: 'bark-texture', state: 'warty-ridges' },
    { trait: 'pith', state: 'chambered' },
    { trait: 'twig-line', state: 'zigzag' },
    { trait: 'bud-shape', state: 'flat-triangular' },
  ];
  const request = identifyRequest.parse({ date: '2026-02-10', latitude: 46, observations });
  const look = toAssessInput(
    library,
    assessRequest.parse({ date: '2026-06-01', taxon: 'Ulmus americana', signs: [{ id: 'wilting', zone: 'crown-top', percent: 20 }] }),
  );
  const seen = library.signs
    .slice(0, 8)
    .map((sign) => ({ id: sign.id, zone: sign.zones[0], ...(sign.fields.percent ? { percent: 20 } : {}) }));
  const much = toAssessInput(
    library,
    assessRequest.parse({
      date: '2026-06-01',
      taxon: 'Ulmus americana',
      looked: [...ZONES],
      signs: seen,
      beneath: [{ what: 'road', howOften: 'frequent' }],
      before: ['2019', '2021', '2023', '2025'].map((year) => ({ date: `${year}-06-01`, looked: [...ZONES], signs: seen })),
    }),
  );
  const rows = 5000;
  const list = [
    'tag,species,girth,lat,lon',
    ...Array.from(
      { length: rows },
      (_, i) => `A${i},${['Tilia cordata', 'Acer plantanoides', 'sycamore'][i % 3]},${60 + (i % 90)},${45 + i / 1e5},${-31 + i / 1e5}`,
    ),
  ].join('\n');

  const measured: [string, number][] = [
    [`identify, ${library.taxa.length} taxa, with look next`, time(() => identify(library, request))],
    ['assess, one sign', time(() => assess(library, look))],
    ['assess, eight signs and four earlier looks', time(() => assess(library, much))],
    ['reference cards of one kind, first time', cardsTime()],
    ['resolve a misspelt name', time(() => names.resolve('Acer plantanoides'))],
    [`read a list of ${rows} rows`, time(() => readTreeList(list, { names, thisYear: 2026 }), 5)],
  ];
  const model = modelOf(library);
  const ranking = rank(model, request);
  measured.push(
    [`rank ${library.taxa.length} taxa`, time(() => rank(model, request))],
    ['look next, all names standing', time(() => lookNext(model, rank(model, { ...request, observations: [] })))],
    ['look next, few names standing', time(() => lookNext(model, ranking))],
  );
  console.log(`baseline ${baseline.toFixed(2)} ms`);
  for (const [words, ms] of measured) console.log(`${words}: ${ms.toFixed(2)} ms, ${(ms / baseline).toFixed(2)} of the baseline`);
  await inBrowser(request);
}

// These ask a running service: `npm run bench -- serving http://127.0.0.1:8321` and `-- map` one with a grown city,
// `npm run bench -- opening http://127.0.0.1:8321` a demonstration.
if (only === 'map') await map(process.argv[3] ?? 'http://127.0.0.1:8321');
if (only === 'serving') await serving(process.argv.slice(3));
if (only === 'opening') {
  const base = process.argv[3] ?? 'http://127.0.0.1:8321';
  lighthouse(base);
  await opening(base);
}
if (!only || only === 'speed') await speed();
if (!only || only === 'naming') naming(library);
if (!only || only === 'town') town(library);
if (!only || only === 'causes') causes(library);
