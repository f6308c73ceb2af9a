// The year as a tree sees it: months by hemisphere, windows that run over the new year, seasons by name.
import type { MonthWindow, Taxon, Trait } from '../knowledge';

/** A place on the earth by its latitude, degrees, north positive; null where nobody knows it. */
export type Latitude = number | null | undefined;

/**
 * The year is felt in full from about so many degrees, and not at all up to about so many; between them it fades. Trees of the
 * tropics leaf, flower and fruit by rain, which a latitude does not tell. Common practice, no source.
 */
const FELT_IN_FULL = 30;
const NOT_FELT = 10;
/** The tropics, degrees: between them the sun stands overhead once a year, and there is no winter. Geometry of the ecliptic. */
const TROPIC = 23.44;

const YEAR: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];
const HALF_A_YEAR = 6;

/** A month some months on, 1 to 12. */
const monthOn = (month: number, by: number): number => ((((month - 1 + by) % 12) + 12) % 12) + 1;

/** How strongly the seasons are felt at a latitude: 0 near the equator, 1 in the temperate zones. It has no jump anywhere. */
export const seasonality = (latitude: number): number =>
  Math.min(1, Math.max(0, (Math.abs(latitude) - NOT_FELT) / (FELT_IN_FULL - NOT_FELT)));

/**
 * Month (1 to 12) of the northern records that a day stands for at a latitude; the south is half a year on.
 * @returns null where day or latitude is not known
 */
export function recordMonth(date: string | undefined, latitude: Latitude): number | null {
  if (!date || latitude == null) return null;
  const month = Number(date.slice(5, 7));
  return latitude < 0 ? monthOn(month, HALF_A_YEAR) : month;
}

/**
 * All months of the northern records that a day may stand for at a place. One in the temperate zones; the nearer the equator,
 * the more, until any will do; where nobody knows the latitude, that of either half of the earth; where nobody knows the day, any.
 */
export function recordMonths(date: string | undefined, latitude: Latitude): readonly number[] {
  if (!date) return YEAR;
  if (latitude == null) {
    const month = Number(date.slice(5, 7));
    return [month, monthOn(month, HALF_A_YEAR)];
  }
  const middle = recordMonth(date, latitude) ?? 1;
  const either = Math.round(HALF_A_YEAR * (1 - seasonality(latitude)));
  return either >= HALF_A_YEAR ? YEAR : Array.from({ length: 2 * either + 1 }, (_, i) => monthOn(middle, i - either));
}

/** The calendar month at a latitude for a month of the northern records; where the latitude is not known, the northern one. */
export const localMonth = (month: number, latitude: Latitude): number =>
  latitude != null && latitude < 0 ? monthOn(month, HALF_A_YEAR) : month;

/** Months of a window in order, running over the new year when it must. */
export function monthsOf(window: MonthWindow): number[] {
  if (window.length === 0) return [];
  const [from, to] = window;
  const months: number[] = [];
  for (let m = from; ; m = (m % 12) + 1) {
    months.push(m);
    if (m === to) return months;
  }
}

/** Months between a month and the nearest month of a window, 0 inside it, Infinity for an empty one. */
export function monthsOutside(window: MonthWindow, month: number): number {
  const distances = monthsOf(window).map((m) => {
    const gap = Math.abs(m - month);
    return Math.min(gap, 12 - gap);
  });
  return distances.length === 0 ? Infinity : Math.min(...distances);
}

/** Months in which most broadleaves of a mild temperate place are in leaf. Common practice, no source. */
const MOST_IN_LEAF: MonthWindow = [5, 10];

/** Months of the northern records in which a tree carries leaves; of most broadleaves where the taxon or its months are not known. */
export function leafMonths(taxon: Pick<Taxon, 'evergreen' | 'months'> | null): number[] {
  if (taxon?.evergreen) return [...YEAR];
  return monthsOf(taxon && taxon.months.leaf.length > 0 ? taxon.months.leaf : MOST_IN_LEAF);
}

/** Months of the northern records in which it stands bare, from leaf fall on; none for an evergreen. */
export function bareMonths(taxon: Pick<Taxon, 'evergreen' | 'months'> | null): number[] {
  const leaf = leafMonths(taxon);
  const first = (leaf.at(-1) ?? 0) % 12;
  return YEAR.map((_, i) => ((first + i) % 12) + 1).filter((month) => !leaf.includes(month));
}

/** Whether a tree may be in leaf at a date, by its own months where the taxon is known. */
export const inLeaf = (taxon: Pick<Taxon, 'evergreen' | 'months'> | null, date: string, latitude: Latitude): boolean => {
  const leafy = leafMonths(taxon);
  return recordMonths(date, latitude).some((month) => leafy.includes(month));
};

/** Which of a taxon's windows a monthly trait follows. */
function windowFor(trait: Trait, taxon: Taxon): MonthWindow {
  if (trait.id === 'autumn-colour') return taxon.months.autumn;
  return trait.id.startsWith('flower') ? taxon.months.flower : taxon.months.fruit;
}

/** Months of the northern records in which a taxon shows a trait on the tree. */
export function showsIn(trait: Trait, taxon: Taxon): number[] {
  const all = [...YEAR];
  switch (trait.shows) {
    case 'all':
      return all;
    case 'on':
      return taxon.evergreen ? all : monthsOf(taxon.months.leaf);
    case 'off': {
      if (taxon.evergreen || trait.showsFaintly) return all;
      const leaf = monthsOf(taxon.months.leaf);
      return all.filter((month) => !leaf.includes(month) || month === leaf[0]);
    }
    case 'month':
      return monthsOf(windowFor(trait, taxon));
  }
}

/** Whether a taxon may show a trait in any of some months of the records; any month of the year shows everything. */
export const showsAt = (trait: Trait, taxon: Taxon, months: readonly number[]): boolean => monthsFromShowing(trait, taxon, months) === 0;

/** How many months the nearest of some months is from the trait's window on a taxon: 0 while it shows, Infinity when it never does. */
export function monthsFromShowing(trait: Trait, taxon: Taxon, months: readonly number[]): number {
  if (months.length >= YEAR.length) return 0;
  const shown = showsIn(trait, taxon);
  const apart = (a: number, b: number) => Math.min(Math.abs(a - b), 12 - Math.abs(a - b));
  return Math.min(Infinity, ...months.flatMap((month) => shown.map((m) => apart(m, month))));
}

export const SEASONS = ['winter', 'spring', 'summer', 'autumn'] as const;
export type Season = (typeof SEASONS)[number];

/** Meteorological season of a date at a latitude; null in the tropics, which have no winter, and where the latitude is not known. */
export function seasonOf(date: string, latitude: Latitude): Season | null {
  const month = recordMonth(date, latitude);
  if (month === null || latitude == null || Math.abs(latitude) < TROPIC) return null;
  if (month === 12 || month <= 2) return 'winter';
  if (month <= 5) return 'spring';
  return month <= 8 ? 'summer' : 'autumn';
}
