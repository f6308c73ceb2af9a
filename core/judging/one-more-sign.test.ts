// One bad sign more never gives a milder answer: no caution, no duty to report, no way of keeping out is lost, no date is later and no
// outlook longer. Causes do not argue one another away: a tree can have several.
import fc from 'fast-check';
import { OUTLOOKS, SCALE_BANDS, RISKS, type Judgement } from '../record/judgement';
import { ALL, ALL_SORTS, judge, rankOf as rank, type Request } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { runs } from '../testing/sample';

const DAYS = ['2026-01-15', '2026-04-15', '2026-07-10', '2026-10-10'];

/** What of the answer with a sign more is milder than without it. */
function lost(without: Judgement, more: Judgement): string[] {
  const found: string[] = [];
  for (const scale of ['vigour', 'soundness', 'hiddenDecay'] as const)
    if (rank(SCALE_BANDS[scale], more[scale].band) < rank(SCALE_BANDS[scale], without[scale].band))
      found.push(`${scale}: ${without[scale].band} became ${more[scale].band}`);
  if (rank(RISKS, more.ruled.risk) < rank(RISKS, without.ruled.risk)) found.push(`risk: ${without.ruled.risk} became ${more.ruled.risk}`);
  if (rank(OUTLOOKS, more.outlook) < rank(OUTLOOKS, without.outlook)) found.push(`outlook: ${without.outlook} became ${more.outlook}`);
  for (const caution of without.cautions) if (!more.cautions.includes(caution)) found.push(`caution lost: ${caution}`);
  if (more.comeBack.by > without.comeBack.by)
    found.push(`back ${without.comeBack.by} (${without.comeBack.because}) became ${more.comeBack.by} (${more.comeBack.because})`);
  for (const option of ['close off now', 'exclude target', 'sample and report', 'take out dead wood', 'undo tie or stake'] as const) {
    const [before, after] = [without, more].map((a) => a.options.find((one) => one.do === option));
    if (before && !after) found.push(`option lost: ${option}`);
    if (before?.by && after?.by && after.by > before.by) found.push(`${option}: ${before.by} became ${after.by}`);
  }
  return found;
}

const { signs } = testLibrary;
const sighting = fc.constantFrom(...signs).chain((sign) =>
  fc
    .record({
      zone: fc.constantFrom(...sign.zones),
      kind: fc.constantFrom(undefined, ...(sign.fields.kind?.words ?? [])),
      percent: fc.constantFrom(undefined, 10, 40, 100),
    })
    .map(({ zone, kind, percent }): Request => ({
      id: sign.id,
      zone,
      ...(kind === undefined ? {} : { kind }),
      ...(percent === undefined || !sign.fields.percent ? {} : { percent }),
    })),
);

describe('one sign more', () => {
  it('takes away no caution, no report, no date and no year of doubt', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ALL_SORTS, 'Quercus rubra'),
        fc.constantFrom(...DAYS),
        fc.constantFrom(...ALL, null),
        fc.array(sighting, { maxLength: 4 }),
        sighting,
        fc.constantFrom('people-staying', 'road', 'wires', 'nothing'),
        (taxon, date, unseen, seen, one, what) => {
          const request = { taxon, date, looked: ALL.filter((zone) => zone !== unseen), beneath: [{ what, howOften: 'constant' }] };
          // What stands at a part makes it seen: the look is the same but for the sign.
          const looked = [...request.looked, ...seen.map(({ zone }) => zone), one.zone];
          expect(lost(judge({ ...request, looked, signs: seen }), judge({ ...request, looked, signs: [...seen, one] }))).toEqual([]);
        },
      ),
      { numRuns: runs(150) },
    );
  });
});
