import fc from 'fast-check';
import { monthsOf, recordMonth, seasonOf } from '../time/season';
import { monthWords } from '../words/en/months';
import { testLibrary } from '../testing/library';
import { planLook } from '../naming/look/plan-look';
import { addMonths, daysBetween, dueInMonths } from '../time/dates';
import { distance } from '../geo/distance';
import { due, walkingOrder, walkLength } from './round';
import { settles } from './settles';

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
    expect(settles(oak, '2026-01-10', 46).now).toContain('structure, out of leaf');
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
