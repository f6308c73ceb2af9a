import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import { monthWords } from '../words/en/months';
import { dayAt } from './day';
import {
  bareMonths,
  inLeaf,
  leafMonths,
  localMonth,
  monthsFromShowing,
  monthsOf,
  monthsOutside,
  recordMonth,
  recordMonths,
  seasonality,
  seasonOf,
  showsAt,
  showsIn,
} from './season';

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
    expect(showsAt(trait('flower-form'), taxon('Tilia cordata'), recordMonths(undefined, 46))).toBe(true);
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

describe('towards the equator', () => {
  const latitude = fc.double({ min: -60, max: 60, noNaN: true });
  const day = fc.integer({ min: 1, max: 12 }).map((m) => `2026-${String(m).padStart(2, '0')}-15`);
  it('the tropics have no winter, and no season by another name', () => {
    for (const month of ['01', '07']) for (const lat of [0, 10, -10, 21.3, -23]) expect(seasonOf(`2026-${month}-15`, lat)).toBeNull();
    expect(seasonOf('2026-01-15', 36.8)).toBe('winter');
    expect(seasonOf('2026-01-15', -36.8)).toBe('summer');
  });
  it('an unknown latitude is no latitude: no season, and either half of the earth', () => {
    expect(seasonOf('2026-01-15', null)).toBeNull();
    expect([...recordMonths('2026-01-15', null)].sort()).toEqual([1, 7]);
  });
  it('seasons fade: there is no jump at the equator, nor anywhere else', () => {
    fc.assert(
      fc.property(latitude, day, (lat, date) => {
        const here = recordMonths(date, lat);
        expect(here).toContain(recordMonth(date, lat));
        expect(Math.abs(seasonality(lat) - seasonality(lat + 0.5))).toBeLessThanOrEqual(0.026);
        // A step of a degree adds or takes at most one month on either side.
        expect(Math.abs(here.length - recordMonths(date, Math.abs(lat) + 1).length)).toBeLessThanOrEqual(2);
      }),
    );
    expect([...recordMonths('2026-04-15', 1)].sort()).toEqual([...recordMonths('2026-04-15', -1)].sort());
  });
  it('nearer the equator a day may stand for more months, never fewer', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), day, (lat, date) =>
        expect(recordMonths(date, lat / 2).length).toBeGreaterThanOrEqual(recordMonths(date, lat).length),
      ),
    );
  });
  it('whatever may show near the equator is not called out of season there', () => {
    expect(showsAt(trait('flower-form'), taxon('Tilia cordata'), recordMonths('2026-01-15', 2))).toBe(true);
    expect(showsAt(trait('flower-form'), taxon('Tilia cordata'), recordMonths('2026-01-15', 46))).toBe(false);
  });
});

describe('the day of a moment', () => {
  // 2026-06-14 23:30 UTC: the next morning in Auckland (UTC+12), past midnight in London (summer time), midday in Honolulu (UTC-10).
  it.each([
    ['Pacific/Auckland', '2026-06-15'],
    ['Europe/London', '2026-06-15'],
    ['Pacific/Honolulu', '2026-06-14'],
    ['UTC', '2026-06-14'],
  ])('in %s is %s', (zone, day) => expect(dayAt('2026-06-14T23:30:00.000Z', zone)).toBe(day));
  // New Year reaches Auckland 23 hours before Honolulu: the years differ, and so do the seasons.
  it('may be another year, and in the south another season', () => {
    const moment = '2026-12-31T11:30:00.000Z';
    expect([dayAt(moment, 'Pacific/Auckland'), dayAt(moment, 'Pacific/Honolulu')]).toEqual(['2027-01-01', '2026-12-31']);
    expect([seasonOf('2027-01-01', -36.8), seasonOf('2026-12-31', 21.3), seasonOf('2026-12-31', 51.5)]).toEqual(['summer', null, 'winter']);
  });
  // Clocks go forward in Auckland on 27 September 2026 and in Los Angeles on 8 March, and back on 5 April and 1 November (IANA tz database).
  it.each([
    ['Pacific/Auckland', '2026-09-26T11:59:00.000Z', '2026-09-26'],
    ['Pacific/Auckland', '2026-09-26T12:00:00.000Z', '2026-09-27'],
    ['Pacific/Auckland', '2026-09-27T10:59:00.000Z', '2026-09-27'],
    ['Pacific/Auckland', '2026-09-27T11:00:00.000Z', '2026-09-28'],
    ['Pacific/Auckland', '2026-04-05T11:59:00.000Z', '2026-04-05'],
    ['Pacific/Auckland', '2026-04-05T12:00:00.000Z', '2026-04-06'],
    ['America/Los_Angeles', '2026-03-08T07:59:00.000Z', '2026-03-07'],
    ['America/Los_Angeles', '2026-03-08T08:00:00.000Z', '2026-03-08'],
    ['America/Los_Angeles', '2026-03-09T06:59:00.000Z', '2026-03-08'],
    ['America/Los_Angeles', '2026-03-09T07:00:00.000Z', '2026-03-09'],
    ['America/Los_Angeles', '2026-11-02T07:59:00.000Z', '2026-11-01'],
    ['America/Los_Angeles', '2026-11-02T08:00:00.000Z', '2026-11-02'],
    ['Pacific/Kiritimati', '2026-06-14T09:59:00.000Z', '2026-06-14'],
    ['Pacific/Kiritimati', '2026-06-14T10:00:00.000Z', '2026-06-15'],
  ])('begins at midnight of the place, also when its clocks change: in %s at %s it is %s', (zone, instant, day) =>
    expect(dayAt(instant, zone)).toBe(day),
  );
  it('a zone that is none is refused', () => expect(() => dayAt('2026-06-14T23:30:00.000Z', 'Mars/Olympus')).toThrow(RangeError));
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
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), [2])).toBe(0);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), [3])).toBe(1);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), [6])).toBe(1);
    expect(monthsFromShowing(trait('fruit-type'), taxon('Celtis occidentalis'), [5])).toBe(2);
  });
});
