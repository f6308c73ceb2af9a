// What a phone shows before its visits are sent is what the record shows once they have arrived.
import fc from 'fast-check';
import type { DeterminationView, TreeBrief, TreeDetail } from '../contracts/api';
import type { NameStanding } from '../contracts/api';
import type { VisitName } from '../record/name';
import { SCHEMA } from '../record/upcast';
import type { VisitSubmission } from '../record/visit';
import { testName, testReview, testVisit, type TestVisit } from '../testing/record';
import { derive } from './derive';
import { briefOfNew, briefWithUnsent, detailOfNew, withUnsent, type Unsent } from './with-unsent';
import { runs } from '../testing/sample';

const NEW = {
  tag: 'Q 1',
  place: 'Saltmarket Row',
  siteKind: 'street',
  latitude: 45.6,
  longitude: -31.2,
  plantedYear: null,
  planted: null,
} as const;
const empty = detailOfNew('t', { ...NEW, note: '' });

/** The visit as its device would send it. */
const sent = (visit: TestVisit): Unsent => ({
  id: visit.id,
  by: visit.by,
  body: {
    schema: SCHEMA,
    treeId: visit.treeId,
    startedAt: visit.startedAt,
    finishedAt: visit.finishedAt,
    timeZone: visit.timeZone,
    libraryVersion: visit.libraryVersion,
    units: visit.units,
    look: visit.look,
    name: visit.name,
    judgement: visit.judgement,
    laterLooks: visit.laterLooks,
    amends: visit.amends,
  } as VisitSubmission,
});
const name = (taxon: string | null): VisitName => ({
  taxon,
  level: taxon === null ? 'none' : 'species',
  rule: 'three-lines',
  confirmed: false,
  probability: 0.5,
  why: 'w',
});

const PLACE = { timeZone: 'UTC' };

/** A tree with a record, as the server would answer it. */
function recordOf(visits: TestVisit[], reviews = [testReview('2024-06-01')].slice(0, 0)): TreeDetail {
  const determinations: DeterminationView[] = visits.flatMap((visit) =>
    visit.name ? [{ ...testName(visit.look.day, visit.name.taxon), at: visit.finishedAt, visitId: visit.id, level: visit.name.level }] : [],
  );
  const { followUps, ...derived } = derive({ timeZone: 'UTC', visits, determinations, reviews });
  return { ...empty, ...derived, visits, determinations, reviews, followUps: followUps.map(({ key, ...one }) => ({ id: key, ...one })) };
}
/** What is derived, without the ids that only the server gives. */
const told = ({ visits, determinations, followUps, ...tree }: TreeDetail) => ({
  tree,
  visits: visits.map(({ id }) => id).sort(),
  names: determinations.map(({ at, taxon }) => `${at} ${taxon}`).sort(),
  followUps: followUps.map(({ id: _id, ...one }) => one).sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b))),
});

const DAYS = ['2024-06-01', '2025-03-01', '2025-09-01', '2026-06-01'];
const anyVisit = (day: string) =>
  fc
    .record({
      soundness: fc.constantFrom('no weakness seen', 'serious weakness', 'not judged'),
      vigour: fc.constantFrom('thriving', 'failing', 'not judged'),
      comeBack: fc.constantFrom('2026-08-01', '2029-01-01'),
      taxon: fc.constantFrom(null, 'Acer rubrum', 'Tilia cordata'),
      dbh: fc.constantFrom(undefined, 0.4),
      later: fc.boolean(),
      seen: fc.boolean(),
    })
    .map(({ soundness, vigour, comeBack, taxon, dbh, later, seen }) =>
      testVisit(day, {
        bands: { soundness, vigour, comeBack } as NonNullable<Parameters<typeof testVisit>[1]>['bands'],
        name: taxon === null ? null : name(taxon),
        laterLooks: later ? [{ trait: 'flower-form', months: [5], by: '2026-05-31', because: 'b' }] : [],
        look: {
          ...(dbh === undefined ? {} : { measurements: { dbh: { m: dbh } } }),
          observations: seen ? [{ trait: 'flower-form', state: 'flat-cluster', certainty: 'sure', source: 'tree' }] : [],
        },
      }),
    );

describe('a tree with visits that are not sent yet', () => {
  it('shows what the record will show, whichever of them have arrived', () =>
    fc.assert(
      fc.property(fc.tuple(...DAYS.map(anyVisit)), fc.subarray([0, 1, 2, 3]), (visits, waiting) => {
        const arrived = visits.filter((_visit, i) => !waiting.includes(i));
        const shown = withUnsent(
          recordOf(arrived),
          waiting.map((i) => sent(visits[i] as TestVisit)),
          PLACE,
        );
        expect(told(shown)).toEqual(told(recordOf(visits)));
      }),
      { numRuns: runs(200) },
    ));
  it('counts one that has arrived meanwhile once, and leaves a tree alone that nothing waits for', () => {
    const visit = testVisit('2026-06-01', { name: name('Acer rubrum') });
    const held = recordOf([visit]);
    expect(withUnsent(held, [sent(visit)], PLACE)).toBe(held);
    expect(withUnsent(held, [], PLACE)).toBe(held);
  });
  it('a size that only a list gave stands until one is measured', () => {
    const listed = { ...recordOf([]), dbh: 0.3, height: 9 };
    const measured = testVisit('2026-06-01', { look: { measurements: { dbh: { m: 0.4 } } } });
    expect(withUnsent(listed, [sent(measured)], PLACE)).toMatchObject({ dbh: 0.4, height: 9 });
  });
});

describe('a tree of a list with visits that are not sent yet', () => {
  const tree = (standing: NameStanding, part: Partial<TreeBrief> = {}): TreeBrief => ({
    ...briefOfNew('t', { ...NEW, note: '' }),
    taxon: 'Quercus robur',
    level: 'species',
    standing,
    ...part,
  });
  const visit = testVisit('2026-06-01', {
    name: name('Acer rubrum'),
    bands: { soundness: 'not judged', vigour: 'failing', comeBack: '2026-07-01' },
  });
  it.each(['confirmed', 'overturned', 'contested'] as const)('a name that a review settled stays: %s', (standing) =>
    expect(briefWithUnsent(tree(standing), [sent(visit)])).toMatchObject({ taxon: 'Quercus robur', standing, lastVisitOn: '2026-06-01' }),
  );
  it.each(['unnamed', 'imported', 'proposed', 'questioned'] as const)('any other gives way: %s', (standing) =>
    expect(briefWithUnsent(tree(standing), [sent(visit)])).toMatchObject({ taxon: 'Acer rubrum', standing: 'proposed' }),
  );
  it('what was not judged hides nothing that was', () =>
    expect(briefWithUnsent(tree('proposed', { soundness: 'act first', vigour: 'fair' }), [sent(visit)])).toMatchObject({
      soundness: 'act first',
      vigour: 'failing',
      dueOn: '2026-07-01',
    }));
  it('a visit made without the whole record makes no danger smaller', () => {
    const silent = testVisit('2026-06-01', { bands: { soundness: 'no weakness seen', hiddenDecay: 'none suspected', vigour: 'thriving' } });
    const held = tree('proposed', { soundness: 'act first', hiddenDecay: 'likely', vigour: 'failing', risk: 'high' });
    expect(briefWithUnsent(held, [sent(silent)])).toMatchObject({
      soundness: 'act first',
      hiddenDecay: 'likely',
      risk: 'high',
      vigour: 'thriving',
    });
    expect(briefWithUnsent(tree('proposed', { soundness: 'weakness' }), [sent(silent)]).soundness).toBe('weakness');
    expect(briefWithUnsent(tree('proposed', { soundness: 'no weakness seen on what was looked at' }), [sent(silent)]).soundness).toBe(
      'no weakness seen',
    );
  });
  it('a reading that a simulator made up is no size of the tree', () => {
    const read = (simulated: boolean) =>
      briefWithUnsent(tree('proposed', { dbh: 0.3 }), [
        sent(testVisit('2026-06-01', { look: { measurements: { dbh: { m: 0.9, ...(simulated ? { simulated: true as const } : {}) } } } })),
      ]).dbh;
    expect(read(true)).toBe(0.3);
    expect(read(false)).toBe(0.9);
  });
  it('an older visit than the last known one changes nothing', () => {
    const known = tree('proposed', { lastVisitOn: '2026-06-02' });
    expect(briefWithUnsent(known, [sent(visit)])).toBe(known);
    expect(briefWithUnsent(tree('proposed', { lastVisitOn: '2026-06-01' }), [sent(visit)]).vigour).toBe('failing');
  });
});
