import fc from 'fast-check';
import { derive, reviewWeight, type TreeRecord } from '../review';
import { monthsOf, monthWords, recordMonth, seasonOf } from '../season';
import { testLibrary } from '../testing/library';
import { addMonths, daysBetween, distance, due, dueInMonths, planLook, settles, walkingOrder, walkLength } from '.';

describe('dates', () => {
  it('the 31st of a short month becomes its last day', () => expect(addMonths('2026-08-31', 6)).toBe('2027-02-28'));
  it('counts days over a leap day', () => expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2));
  it('windows run over the new year', () => expect(monthsOf([11, 2])).toEqual([11, 12, 1, 2]));
  it('the south is half a year on', () => {
    expect(recordMonth('2026-01-10', -30)).toBe(7);
    expect(seasonOf('2026-01-10', -30)).toBe('summer');
    expect(monthWords([6, 7])).toBe('June to July');
  });
});

describe('the round', () => {
  it('a degree of the meridian is 111.2 km (mean earth radius of the IUGG)', () =>
    expect(distance({ latitude: 0, longitude: 0 }, { latitude: 1, longitude: 0 })).toBeCloseTo(111_195, -1));
  it('takes what is due, longest overdue first', () => {
    const trees = [
      ['a', '2026-06-01'],
      ['b', '2026-07-02'],
      ['c', null],
      ['d', '2025-01-01'],
    ].map(([id, dueOn]) => ({ id: id as string, dueOn: dueOn as string | null, latitude: 0, longitude: 0 }));
    expect(due(trees, '2026-07-01').map((t) => t.id)).toEqual(['d', 'a']);
    expect(due(trees, '2026-07-01', 1).map((t) => t.id)).toEqual(['d', 'a', 'b']);
  });
  it('walks to every tree once, never further than nearest-first alone, and finds the line along a street', () => {
    const street = [5, 1, 4, 2, 3].map((n) => ({ n, latitude: 45, longitude: n / 1000 }));
    expect(walkingOrder(street, { latitude: 45, longitude: 0 }).map((t) => t.n)).toEqual([1, 2, 3, 4, 5]);
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            latitude: fc.double({ min: 45, max: 45.01, noNaN: true }),
            longitude: fc.double({ min: 3, max: 3.01, noNaN: true }),
          }),
          { minLength: 2, maxLength: 12 },
        ),
        (trees) => {
          const order = walkingOrder(trees);
          expect(new Set(order)).toEqual(new Set(trees));
          expect(walkLength(order)).toBeLessThanOrEqual(walkLength([trees[0] as object, ...nearestFirst(trees)] as typeof trees) + 1e-6);
        },
      ),
    );
  });
  it('tells what the season can settle', () => {
    const oak = testLibrary.taxa.find((t) => t.name === 'Quercus rubra') ?? null;
    expect(settles(oak, '2026-01-10', 46).now).toContain('structure, bare');
    expect(settles(oak, '2026-01-10', 46).later).toContainEqual({ what: 'leaf and foliage', when: 'May to November' });
    expect(settles(oak, '2026-07-10', 46).now).toContain('leaf');
  });
});

function nearestFirst<T extends { latitude: number; longitude: number }>(trees: readonly T[]): T[] {
  const left = trees.slice(1);
  const path: T[] = [];
  let at = trees[0] as T;
  while (left.length > 0) {
    left.sort((a, b) => distance(at, a) - distance(at, b));
    at = left.shift() as T;
    path.push(at);
  }
  return path;
}

const visit = (id: string, finishedAt: string, more: object = {}): TreeRecord['visits'][number] =>
  ({
    id,
    finishedAt,
    amends: null,
    name: null,
    judgement: { vigour: { band: 'fair' }, soundness: { band: 'weakness' }, hiddenDecay: { band: 'possible' }, lookedAt: { percent: 50 } },
    record: { measurements: { dbh: { m: 0.4 } } },
    ...more,
  }) as unknown as TreeRecord['visits'][number];

describe('what a tree is held to be', () => {
  const base: TreeRecord = {
    listed: { dbh: 0.3, height: 9 },
    visits: [visit('v1', '2025-06-01T10:00:00.000Z')],
    determinations: [
      { id: 'd0', visitId: null, at: '2022-01-01T00:00:00.000Z', taxon: 'Acer platanoides', level: 'species', source: 'import' },
      { id: 'd1', visitId: 'v1', at: '2025-06-01T10:00:00.000Z', taxon: 'Acer pseudoplatanus', level: 'species', source: 'visit' },
    ],
    reviews: [],
    followUps: [{ id: 'f1', dueOn: '2026-06-01', because: 'x', doneOn: null }],
  };
  it('follows from the record', () => {
    expect(derive(base)).toEqual({
      taxon: 'Acer pseudoplatanus',
      level: 'species',
      standing: 'proposed',
      dbh: 0.4,
      height: 9,
      vigour: 'fair',
      soundness: 'weakness',
      hiddenDecay: 'possible',
      seenPercent: 50,
      dueOn: '2026-06-01',
      dueBecause: 'x',
      lastVisitOn: '2025-06-01',
    });
  });
  it('an overturning review gives the name; a later visit that agrees leaves it so, another name is proposed', () => {
    const overturned: TreeRecord = {
      ...base,
      determinations: [
        ...base.determinations,
        { id: 'd2', visitId: 'v1', at: '2025-06-05T10:00:00.000Z', taxon: 'Platanus × acerifolia', level: 'species', source: 'review' },
      ],
      reviews: [{ id: 'r1', visitId: 'v1', at: '2025-06-05T10:00:00.000Z', verdict: 'overturn' }],
    };
    expect(derive(overturned)).toMatchObject({ taxon: 'Platanus × acerifolia', standing: 'overturned' });
    const again: TreeRecord = {
      ...overturned,
      visits: [...overturned.visits, visit('v2', '2026-06-01T10:00:00.000Z')],
      determinations: [
        ...overturned.determinations,
        { id: 'd3', visitId: 'v2', at: '2026-06-01T10:00:00.000Z', taxon: 'Platanus × acerifolia', level: 'species', source: 'visit' },
      ],
    };
    expect(derive(again)).toMatchObject({ standing: 'overturned', lastVisitOn: '2026-06-01' });
    const other = { ...again, determinations: again.determinations.map((d) => (d.id === 'd3' ? { ...d, taxon: 'Acer saccharum' } : d)) };
    expect(derive(other)).toMatchObject({ taxon: 'Acer saccharum', standing: 'proposed' });
  });
  it('an amended visit gives way', () => {
    const amended: TreeRecord = {
      ...base,
      visits: [...base.visits, visit('v2', '2025-05-30T10:00:00.000Z', { amends: 'v1' })],
      determinations: base.determinations,
    };
    expect(derive(amended)).toMatchObject({ taxon: 'Acer platanoides', standing: 'imported', lastVisitOn: '2025-05-30' });
  });
  it('does not depend on the order of the record', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...base.determinations], { minLength: 2 }), (determinations) =>
        expect(derive({ ...base, determinations })).toEqual(derive(base)),
      ),
    );
  });
});

describe('the queue', () => {
  it('puts danger and disagreement before routine', () => {
    const of = (soundness: string, earlier: string[]) =>
      reviewWeight(
        {
          name: { taxon: 'Acer rubrum', level: 'species', rule: 'three-lines', confirmed: true, probability: 0.95, why: '' },
          judgement: { soundness: { band: soundness }, lookedAt: { percent: 90 } },
          record: {} as never,
        },
        { standing: 'proposed', siteKind: 'street' },
        earlier,
      ).weight;
    expect(of('act first', [])).toBeGreaterThan(of('weakness', ['Acer saccharinum']));
    expect(of('weakness', ['Acer saccharinum'])).toBeGreaterThan(of('weakness', ['Acer rubrum']));
  });
});

describe('looks in another season', () => {
  it.each([
    [[4, 5], '2026-02-10', '2026-04-15'],
    [[4, 5], '2026-04-20', '2026-05-15'],
    [[4, 5], '2026-06-01', '2027-04-15'],
    [[12, 1], '2026-12-20', '2027-01-15'],
    [[10], '2026-10-15', '2027-10-15'],
  ])('months %j from %s are due by %s', (months, today, due) => expect(dueInMonths(months, today)).toBe(due));
  it('a mark that never shows is not planned', () => expect(dueInMonths([], '2026-01-01')).toBeNull());
  it('says what it is for, in words', () => {
    const look = { trait: { id: 'flower-colour', label: 'Flower colour' }, months: [5, 6] };
    expect(planLook(look, ['Aesculus hippocastanum', 'Aesculus × carnea'], '2026-01-10')).toEqual({
      trait: 'flower-colour',
      months: [5, 6],
      by: '2026-05-15',
      because: 'Flower colour, May to June: tells Aesculus hippocastanum from Aesculus × carnea',
    });
    expect(planLook(look, ['Ginkgo biloba'], '2026-01-10')?.because).toMatch(/makes the name surer/);
  });
});
