// A second language must need no change in a rule: judged in a pseudo-language, whose catalogue brackets every sentence, nothing
// that is told stands outside the brackets but what the library, the vocabularies and the people themselves wrote.
import fc from 'fast-check';
import { assess } from '../judging/assess';
import { assessRequest, toAssessInput } from '../judging/request';
import { ZONES } from '../knowledge';
import { readEntry, EMPTY_ENTRY, measure } from '../measuring';
import { identify, settlingLooks, visitNameOf, UNKNOWN } from '../naming';
import { settles } from '../planning';
import type { Judgement } from '../record/judgement';
import { TARGETS, OCCUPANCIES } from '../record/look';
import { RULES } from '../record/observation';
import { differsFrom, differsWords } from '../review/differs';
import { followUpsOf } from '../state/follow-ups';
import { reviewWeight } from '../review/queue';
import { standingWords } from '../state/standing';
import { judge } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { testName, testReview, testVisit } from '../testing/record';
import { see } from '../testing/see';
import { wordsIn, type Speech } from './catalogue';
import { runs } from '../testing/sample';

const XA: Speech = { language: 'en-XA' };

/** What the library says by itself; a second language has a library of its own. */
const LIBRARY_SAYS = new Set([
  ...testLibrary.signs.flatMap((sign) => [sign.label, sign.source, ...sign.cautions, ...sign.normal.map((n) => n.why)]),
  ...testLibrary.signs.flatMap((sign) => sign.calls.map((call) => call.because)),
  ...testLibrary.signs.flatMap((sign) => [...sign.speaksFor.map((one) => one.because), ...sign.onKinds.map((one) => one.says)]),
  ...testLibrary.agents.flatMap((agent) => [agent.name, ...agent.cautions, ...agent.calls.map((call) => call.because)]),
  ...testLibrary.agents.flatMap(({ keepOut }) => (keepOut ? [keepOut.because, keepOut.call] : [])),
  ...testLibrary.agents.flatMap(({ handling }) => (handling ? [handling.sampler, ...handling.sample, ...handling.cut] : [])),
  ...testLibrary.taxa.flatMap((taxon) => [taxon.name, ...taxon.cautions, ...[...taxon.normal, ...taxon.habit].map((n) => n.why)]),
  ...testLibrary.traits.map((trait) => trait.label),
]);

/** What stands outside the outermost brackets. */
function outside(text: string): string {
  let depth = 0;
  let left = '';
  for (const letter of text) {
    if (letter === '⟧') depth--;
    else if (letter === '⟦') depth++;
    else if (depth === 0) left += letter;
  }
  return left;
}
const unbracketed = (told: readonly (string | undefined)[]) =>
  told.filter((text): text is string => text !== undefined && !LIBRARY_SAYS.has(text) && /\p{L}/u.test(outside(text)));

/** Everything a judgement tells in sentences. */
const toldBy = (a: Judgement): (string | undefined)[] => [
  ...[a.vigour, a.soundness, a.hiddenDecay].flatMap(({ reasons, statements }) => [
    ...reasons,
    ...statements.flatMap((s) => [s.says, s.clause, s.rule, s.evidence, s.source]),
  ]),
  ...a.lookedAt.cannotSay,
  ...a.normalHere.map(({ why }) => why),
  ...a.agents.flatMap(({ name, because }) => [name, ...because]),
  a.outlookBecause,
  ...a.options.flatMap(({ because, needs, who }) => [...because, ...needs, who]),
  ...(a.screening ? [a.screening.method, ...a.screening.limits, ...a.screening.targets.flatMap((t) => t.because)] : []),
  ...(a.works?.works ?? []).flatMap(({ says, needs }) => [says, ...needs]),
  ...a.changes.map(({ says }) => says),
  a.comeBack.because,
  ...a.cautions,
  ...a.note.split('\n'),
];

const m = (value: number) => ({ value, unit: 'm' });
const sign = fc
  .constantFrom(...testLibrary.signs)
  .chain((one) =>
    fc.record({ id: fc.constant(one.id), zone: fc.constantFrom(...one.zones), trend: fc.constantFrom(undefined, 'larger', 'gone') }),
  );
const look = {
  looked: fc.subarray([...ZONES]),
  signs: fc.array(sign, { maxLength: 5 }),
};
const sizes = fc.record(
  {
    height: fc.constantFrom(m(12), m(30)),
    dbh: fc.constantFrom(m(0.2), m(0.9)),
    crownBase: fc.constantFrom(m(2), m(7), m(10)),
    drillings: fc.array(fc.record({ zone: fc.constant('stem-n'), shell: fc.constantFrom(m(0.02), m(0.2)), decayMet: fc.boolean() }), {
      maxLength: 1,
    }),
  },
  { requiredKeys: [] },
);
const earlier = fc.record({ date: fc.constantFrom('2022-06-01', '2024-06-01'), ...look, measurements: sizes });
const rung = fc.record({ zone: fc.constantFrom('stem-n', 'stem-e', 'collar'), sound: fc.constantFrom('clear', 'dull', 'drum') });
/** What a person set against the rules; their own reason is a number, so that it is no sentence. */
const SET = [
  { what: 'vigour', to: 'fair', why: '123' },
  { what: 'soundness', to: 'weakness', why: '123' },
  { what: 'outlook', to: 'short', why: '123' },
  { what: 'cause', to: 'cause unknown', why: '123' },
  { what: 'failure', to: 'probable', why: '123' },
  { what: 'option', to: 'support', why: '123' },
  { what: 'comeBack', to: '2031-01-01', why: '123' },
];
const request = fc.record(
  {
    date: fc.constantFrom('2026-01-15', '2026-05-02', '2026-07-01', '2026-10-20'),
    taxon: fc.constantFrom(...testLibrary.taxa.map((taxon) => taxon.name), 'Quercus'),
    lifeStage: fc.constantFrom('young', 'mature', 'old'),
    ...look,
    before: fc.array(earlier, { maxLength: 2 }),
    sounding: fc.uniqueArray(rung, { selector: (s) => s.zone }),
    measurements: sizes,
    absent: fc.subarray(testLibrary.signs.map((s) => s.id).slice(0, 20)),
    beneath: fc.array(fc.record({ what: fc.constantFrom(...TARGETS), howOften: fc.constantFrom(...OCCUPANCIES) }), { maxLength: 2 }),
    works: fc.array(fc.record({ kind: fc.constant('trench'), distance: fc.constantFrom(m(0.5), m(4), m(30)) }), { maxLength: 2 }),
    overrules: fc.subarray(SET),
  },
  { requiredKeys: ['date', 'looked', 'signs'] },
);
const judged = (given: object, speech: Speech) =>
  assess(
    testLibrary,
    { ...toAssessInput(testLibrary, assessRequest.parse({ latitude: 46, ...given })), ...speech },
    testLibrary.districts[0],
  );

describe('a judgement in another language', () => {
  it('tells nothing that is in no catalogue, and decides the same', () =>
    fc.assert(
      fc.property(request, (given) => {
        const here = judged(given, XA);
        expect(unbracketed(toldBy(here))).toEqual([]);
        const english = judged(given, {});
        for (const key of ['outlook', 'ruled'] as const) expect(here[key]).toEqual(english[key]);
        expect(here.lookNext.map(({ sign: one, bits }) => [one, bits])).toEqual(english.lookNext.map(({ sign: one, bits }) => [one, bits]));
        expect(here.options.map((option) => option.do)).toEqual(english.options.map((option) => option.do));
        expect(here.agents.map(({ agent, probability }) => [agent, probability])).toEqual(
          english.agents.map(({ agent, probability }) => [agent, probability]),
        );
        expect(here.comeBack.by).toBe(english.comeBack.by);
      }),
      { numRuns: runs(40) },
    ));
  it('the search for stray sentences finds one', () => {
    expect(unbracketed(toldBy(judged({ date: '2026-07-01', looked: [], signs: [] }, {})))).not.toEqual([]);
    expect(unbracketed(['⟦a⟧ and ⟦b⟧'])).toEqual(['⟦a⟧ and ⟦b⟧']);
  });
});

describe('measuring in another language', () => {
  const typed = {
    ...EMPTY_ENTRY,
    stems: ['3 cm'],
    heightHow: 'tangent' as const,
    distance: '5',
    top: '70',
    base: '-4',
    crownBase: '1',
    spread: ['40', '40'],
  };
  const custom = { units: 'metric' as const, stem: 'diameter' as const, breastHeight: 1.3, ...XA };
  const oak = testLibrary.taxa.find((taxon) => taxon.name === 'Quercus rubra') ?? null;
  it.each([
    ['what is odd', typed],
    ['what is wrong', { ...typed, stems: ['thick'], top: 'up', readingHeight: '9', crownBase: '90' }],
    ['what leans', { ...typed, lean: '20', leanTo: 'toward' as const }],
    ['what lies upside down', { ...typed, top: '-40', base: '40' }],
  ])('%s', (_what, entry) => {
    const read = readEntry(entry, custom, oak, { years: 2, dbh: 0.5, height: 9 });
    const told = [...read.questions, ...read.warnings, ...Object.values(read.problems)];
    expect(told.length).toBeGreaterThan(0);
    expect(unbracketed(told)).toEqual([]);
  });
  it.each([
    [{ do: 'slenderness', height: m(30), dbh: m(0.2) }],
    [{ do: 'age-guess', taxon: 'Quercus rubra', dbh: m(0.5) }],
    [{ do: 'shell-ratio', dbh: m(0.5), shell: m(0.02) }],
    [{ do: 'height-tangent', distance: m(5), top: { value: 70, unit: 'deg' }, base: { value: -4, unit: 'deg' } }],
    [
      {
        do: 'growth',
        readings: [
          { date: '2020-01-01', dbh: m(0.3) },
          { date: '2021-01-01', dbh: m(0.3), breastHeight: m(1.4) },
        ],
      },
    ],
  ])('%j', (task) => {
    const { warnings } = measure(task, { growthFactors: testLibrary.growthFactors, ...XA });
    expect(warnings.length).toBeGreaterThan(0);
    expect(unbracketed(warnings)).toEqual([]);
  });
});

describe('naming, planning and review in another language', () => {
  const seen = [see('arrangement', 'alternate'), see('leaf-type', 'simple')];
  it.each(RULES)('under the rule of %s', (rule) => {
    for (const observations of [[], seen]) {
      const named = identify(testLibrary, { observations, lifeStage: 'mature', date: '2026-07-01', latitude: 46, rule }, [], XA);
      const lead = named.ranking.candidates[0]?.taxon.name ?? '';
      const told = [null, UNKNOWN, lead, 'Quercus rubra'].map((name) => visitNameOf(named, { name }, XA).why);
      const later = settlingLooks(named, '2026-07-01', XA).map(({ look: planned }) => planned.because);
      expect(unbracketed([named.confirmation.why, ...told, ...later])).toEqual([]);
    }
  });
  it('what a season settles', () => {
    const { now, later } = settles(testLibrary.taxa[0] ?? null, '2026-01-10', 46, XA);
    expect(unbracketed([...now, ...later.flatMap(({ what, when }) => [what, when])])).toEqual([]);
  });
  it('why a visit waits, what was asked, and where phone and record differ', () => {
    const bad = testVisit('2026-06-01', { bands: { vigour: 'failing', soundness: 'act first', hiddenDecay: 'likely', risk: 'high' } });
    const names = [testName('2026-06-01', 'Quercus rubra'), null];
    for (const name of names) {
      const { why } = reviewWeight(
        testLibrary,
        {
          ...bad,
          name: name && { taxon: name.taxon, level: 'species', rule: 'three-lines', confirmed: false, probability: 0.4, why: '123' },
        },
        { standing: 'questioned', siteKind: 'street' },
        ['Acer rubrum'],
        testLibrary.districts[0],
        XA,
      );
      expect(unbracketed(why.map(({ says }) => says))).toEqual([]);
    }
    const asked = followUpsOf([testVisit('2026-06-01')], [testReview('2026-06-01', 'question')], { ...XA, timeZone: 'UTC' }).filter((f) =>
      f.key.endsWith('/question'),
    );
    expect(asked).toHaveLength(1);
    expect(unbracketed(asked.map(({ because }) => because))).toEqual([]);
    const device = judge({ looked: [], signs: [] });
    const record = judge({ looked: [], signs: [{ id: 'cavity', zone: 'stem-n' }], beneath: [{ what: 'road', howOften: 'constant' }] });
    const differs = differsWords(differsFrom(device, record, XA), XA);
    expect(differs.length).toBeGreaterThan(0);
    expect(unbracketed([...differs, standingWords('proposed', XA)])).toEqual([]);
  });
});

describe('the catalogues', () => {
  /** Every entry of a catalogue by its path, and whether it is a sentence or makes one. */
  const entries = (value: object, path = ''): string[] =>
    Object.entries(value).flatMap(([key, one]) =>
      typeof one === 'object' && one !== null && !Array.isArray(one)
        ? entries(one as object, `${path}${key}.`)
        : [`${path}${key}:${typeof one}`],
    );
  it('say the same things in each language', () => expect(entries(wordsIn(XA))).toEqual(entries(wordsIn())));
});
