// Silence never heals: over every sign, zone and form of the library, several kinds of tree, years and ways of looking, a later visit
// that does not mention a fault gives no milder answer than the visit that saw it, nor than one that says it is still there.
import fc from 'fast-check';
import { OPTIONS, type OptionKind, type Sign, type Zone } from '../knowledge';
import { OUTLOOKS, RISKS, SCALE_BANDS, type Judgement } from '../record/judgement';
import { ALL, ALL_SORTS, judge, rankOf as rank, type Request } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { addDays, addMonths } from '../time/dates';
import { runs, sample } from '../testing/sample';

const { signs } = testLibrary;
const MONTHS_LATER = [1, 3, 7, 12, 60];
const WAYS: Record<string, Zone[]> = {
  full: ALL,
  partial: ['stem-n', 'collar', 'crown-low', 'foliage'],
  careless: [],
};
const BELOW = { beneath: [{ what: 'people-staying', howOften: 'constant' }] };
const SEEN = '2010-07-10';

/** Options that do something about a danger: silence takes none of them away. */
const ACTING: readonly OptionKind[] = OPTIONS.filter(
  (option) => !['keep', 'watch', 'keep as seed source', 'keep as habitat', 'treat', 'bring on a successor'].includes(option),
);

/** Every form a sign can be recorded in, from empty to its worst. */
const formsOf = (sign: Sign): Request[] => [
  {},
  ...(sign.fields.kind?.words ?? []).map((kind) => ({ kind })),
  ...(sign.fields.percent ? [{ percent: 20 }, { percent: 100 }] : []),
  ...(sign.fields.cover ? [{ cover: 100 }] : []),
];
/** What passes with its season may be over; that has its own tests. */
const passes = (sign: Sign) => sign.ends.some(({ by }) => by === 'passes');
const lasting = signs.filter((sign) => !passes(sign));

/** What of a later answer is milder than of an earlier one. */
function milder(before: Judgement, after: Judgement, today: string): string[] {
  const found: string[] = [];
  for (const scale of ['vigour', 'soundness', 'hiddenDecay'] as const)
    if (
      before[scale].band !== 'not judged' &&
      rank(SCALE_BANDS[scale], after[scale].band) < rank(SCALE_BANDS[scale], before[scale].band) &&
      !clearOf(before[scale].band, after[scale].band)
    )
      found.push(`${scale}: ${before[scale].band} became ${after[scale].band}`);
  if (rank(RISKS, after.ruled.risk) < rank(RISKS, before.ruled.risk)) found.push(`risk: ${before.ruled.risk} became ${after.ruled.risk}`);
  if (after.outlook !== 'not judged' && rank(OUTLOOKS, after.outlook) < rank(OUTLOOKS, before.outlook))
    found.push(`outlook: ${before.outlook} became ${after.outlook}`);
  const offered = new Map(after.options.map((option) => [option.do, option.by ?? '']));
  for (const option of before.options.filter(({ do: what }) => ACTING.includes(what))) {
    const by = offered.get(option.do);
    if (by === undefined) found.push(`option lost: ${option.do}`);
    // What was due stays due: a visit that says nothing of it puts nothing off.
    else if (by > (option.by ?? '') && by > addDays(today, 7)) found.push(`${option.do}: ${option.by} became ${by}`);
  }
  for (const caution of before.cautions) if (!after.cautions.includes(caution)) found.push(`caution lost: ${caution}`);
  return found;
}
/** Nothing was found before either: how much was seen decides the word. */
const clearOf = (before: string, after: string) =>
  /^(no weakness|none suspected|thriving|fair)/.test(before) && /^(no weakness|none suspected|not judged|thriving|fair)/.test(after);

/** A look as it stands among the earlier ones: what belongs to the tree is said once. */
const earlier = ({ taxon: _taxon, ...look }: Request): Request => look;
const visit = (taxon: string | null, day: string, looked: readonly Zone[], seen: Request[], more: Request = {}): Request => ({
  taxon,
  date: day,
  looked,
  signs: seen,
  measurements: { dbh: { value: 50, unit: 'cm' } },
  ...more,
});

describe('what a later visit does not mention still counts', () => {
  it.each(ALL_SORTS.map((tree) => [tree ?? 'a tree not named', tree] as const))(
    '%s: every sign and form at every zone',
    (_words, taxon) => {
      const found: string[] = [];
      let turn = 0;
      for (const sign of sample(lasting, 10, ALL_SORTS.indexOf(taxon)))
        for (const zone of [sign.zones[0], sign.zones.at(-1)])
          for (const form of formsOf(sign)) {
            const seen: Request = { id: sign.id, zone, ...form };
            const first = visit(taxon, SEEN, ALL, [seen], BELOW);
            const before = judge(first);
            // All months and ways in turn, so that each pair of them is met by every sign many times over its forms and zones.
            for (const months of [MONTHS_LATER[turn % 5], MONTHS_LATER[(turn + 2) % 5]]) {
              const way = Object.keys(WAYS)[turn++ % 3] as string;
              const today = addMonths(SEEN, months ?? 1);
              const silent = judge(visit(taxon, today, WAYS[way] ?? [], [], { before: [earlier(first)] }));
              for (const what of milder(before, silent, today))
                found.push(`${sign.id} ${JSON.stringify(form)} at ${zone}, ${months} months, ${way}: ${what}`);
            }
          }
      expect(found).toEqual([]);
    },
  );
  const seenSign = fc
    .constantFrom(...lasting)
    .chain((sign) =>
      fc
        .record({ id: fc.constant(sign.id), zone: fc.constantFrom(...sign.zones), form: fc.constantFrom(...formsOf(sign)) })
        .map(({ id, zone, form }) => ({ id, zone, ...form })),
    );
  const way = fc.constantFrom(...Object.values(WAYS));
  it('two and three faults, and several silent visits after them', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ALL_SORTS),
        fc.array(seenSign, { minLength: 1, maxLength: 3 }),
        fc.array(way, { minLength: 1, maxLength: 3 }),
        fc.constantFrom(1, 3, 7, 12, 30),
        (taxon, seen, ways, months) => {
          const first = visit(taxon, SEEN, ALL, seen, BELOW);
          const before = judge(first);
          const later = ways.map((looked, i) => visit(taxon, addMonths(SEEN, months * (i + 1)), looked, []));
          const last = later.at(-1) as Request;
          const silent = judge({ ...last, before: [first, ...later.slice(0, -1)].map(earlier) });
          expect(milder(before, silent, String(last.date))).toEqual([]);
        },
      ),
      { numRuns: runs(60) },
    );
  });
  it('saying that it is gone ends only what passes or falls', () => {
    const held = lasting.filter((sign) => sign.ends.every(({ by }) => by === 'worked' || by === 'closed'));
    expect(held.length).toBeGreaterThan(40);
    for (const sign of held)
      for (const zone of sign.zones.slice(0, 2)) {
        const seen = { id: sign.id, zone, key: 'it' };
        const first = visit('Quercus robur', SEEN, ALL, [seen], BELOW);
        const gone = judge(visit('Quercus robur', '2010-09-10', ALL, [{ ...seen, trend: 'gone' }], { before: [earlier(first)] }));
        expect([sign.id, milder(judge(first), gone, '2010-09-10')]).toEqual([sign.id, []]);
      }
  });
  it('each sign ends by what its file says, and by nothing less', () => {
    for (const sign of signs)
      for (const how of ['investigation', 'review'] as const) {
        const seen = { id: sign.id, zone: sign.zones[0], key: 'it' };
        const first = visit('Quercus robur', SEEN, ALL, [seen]);
        const over = judge(
          visit('Quercus robur', '2011-07-10', ALL, [{ ...seen, ended: { how, note: 'seen to, with its finding' } }], {
            before: [earlier(first)],
          }),
        );
        const never = judge(visit('Quercus robur', '2011-07-10', ALL, []));
        expect([sign.id, over.soundness.band, over.hiddenDecay.band]).toEqual([sign.id, never.soundness.band, never.hiddenDecay.band]);
      }
  });
  it('the order in which visits arrive changes nothing', () => {
    fc.assert(
      fc.property(
        fc.array(seenSign, { minLength: 1, maxLength: 2 }),
        fc.array(seenSign, { maxLength: 2 }),
        fc.array(way, { minLength: 1, maxLength: 2 }),
        fc.integer(),
        (old, newer, ways, seed) => {
          const looks = [
            visit('Fagus sylvatica', '2022-07-10', ALL, old),
            visit('Fagus sylvatica', '2023-07-10', ALL, newer),
            ...ways.map((looked, i) => visit('Fagus sylvatica', `202${4 + i}-07-10`, looked, [])),
          ].map(earlier);
          const shuffled = [...looks].sort(
            (a, b) => ((String(a.date).charCodeAt(3) * seed) % 7) - ((String(b.date).charCodeAt(3) * seed) % 7),
          );
          const today = visit('Fagus sylvatica', '2026-07-10', [], []);
          expect(judge({ ...today, before: shuffled })).toEqual(judge({ ...today, before: looks }));
        },
      ),
      { numRuns: runs(60) },
    );
  });
});
