import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import {
  bareMonths,
  inLeaf,
  leafMonths,
  localMonth,
  monthsFromShowing,
  monthsOf,
  monthsOutside,
  monthWords,
  recordMonth,
  seasonOf,
  showsAt,
  showsIn,
} from '.';

const trait = (id: string) => testLibrary.traits.find((t) => t.id === id) as (typeof testLibrary.traits)[number];
const taxon = (name: string) => testLibrary.taxa.find((t) => t.name === name) as (typeof testLibrary.taxa)[number];

describe('months', () => {
  it('there and back over the equator', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.double({ min: -60, max: 60, noNaN: true }), (month, latitude) => {
        const date = `2026-${String(localMonth(month, latitude)).padStart(2, '0')}-15`;
        expect(recordMonth(date, latitude)).toBe(month);
      }),
    );
  });
  it('a window has as many months as it spans, and none is outside itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (from, to) => {
        const months = monthsOf([from, to]);
        expect(months).toHaveLength(((to - from + 12) % 12) + 1);
        for (const month of months) expect(monthsOutside([from, to], month)).toBe(0);
      }),
    );
  });
  it('an empty window never shows', () => {
    expect(monthsOf([])).toEqual([]);
    expect(monthsOutside([], 6)).toBe(Infinity);
  });
  it.each([
    [[], 'no month'],
    [[5], 'May'],
    [[11, 12, 1], 'November to January'],
    [[1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], 'all year'],
  ])('%j in words: %s', (months, words) => expect(monthWords(months)).toBe(words));
  it('an unknown date hides nothing', () => {
    expect(recordMonth(undefined, 46)).toBeNull();
    expect(showsAt(trait('flower-form'), taxon('Tilia cordata'), null)).toBe(true);
  });
});

describe('seasons by name (meteorological)', () => {
  it.each([
    ['2026-12-01', 46, 'winter'],
    ['2026-03-01', 46, 'spring'],
    ['2026-06-01', 46, 'summer'],
    ['2026-09-01', 46, 'autumn'],
    ['2026-12-01', -34, 'summer'],
  ] as const)('%s at %d', (date, latitude, season) => expect(seasonOf(date, latitude)).toBe(season));
  it('most broadleaves are in leaf from May to October', () => {
    expect(inLeaf(null, '2026-05-01', 50)).toBe(true);
    expect(inLeaf(null, '2026-04-30', 50)).toBe(false);
    expect(inLeaf(null, '2026-05-01', -34)).toBe(false);
  });
  it('a tree is in leaf or bare in every month, and an evergreen never bare', () => {
    for (const record of testLibrary.taxa) {
      expect([...leafMonths(record), ...bareMonths(record)].sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
      if (record.evergreen) expect(bareMonths(record)).toEqual([]);
    }
  });
  // Common practice, no source: a jacaranda drops its leaves in late winter and flowers bare.
  it('a jacaranda is bare in spring, from leaf fall on', () => expect(bareMonths(taxon('Jacaranda mimosifolia'))).toEqual([3, 4]));
});

describe('what shows when', () => {
  // Facts of the trade, common practice, no source.
  it('twigs and bark show all year', () => {
    for (const id of ['arrangement', 'pith', 'bark-texture', 'bud-shape'])
      expect(showsIn(trait(id), taxon('Acer rubrum'))).toHaveLength(12);
  });
  it('hazel flowers before it leafs, linden long after', () => {
    expect(Math.max(...showsIn(trait('flower-form'), taxon('Corylus avellana')))).toBeLessThan(
      Math.min(...showsIn(trait('leaf-margin'), taxon('Corylus avellana'))),
    );
    expect(Math.min(...showsIn(trait('flower-form'), taxon('Tilia cordata')))).toBeGreaterThan(
      Math.min(...showsIn(trait('leaf-margin'), taxon('Tilia cordata'))),
    );
  });
  it('black walnut is late to leaf and early to drop', () => {
    const leaf = showsIn(trait('leaf-type'), taxon('Juglans nigra'));
    const maple = showsIn(trait('leaf-type'), taxon('Acer platanoides'));
    expect(Math.min(...leaf)).toBeGreaterThan(Math.min(...maple));
    expect(Math.max(...leaf)).toBeLessThan(Math.max(...maple));
  });
  it('an evergreen has leaves in every month, and no leafless silhouette to wait for', () => {
    expect(showsIn(trait('leaf-margin'), taxon('Schinus molle'))).toHaveLength(12);
    expect(showsIn(trait('branch-density'), taxon('Schinus molle'))).toHaveLength(12);
  });
  it('counts months from showing over the new year', () => {
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), 2)).toBe(0);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), 3)).toBe(1);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), 8)).toBe(1);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), 6)).toBe(3);
  });
});
