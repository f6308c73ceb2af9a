// The year as a tree sees it: months by hemisphere, windows that run over the new year, seasons by name.
import type { MonthWindow, Taxon, Trait } from '../knowledge';

/**
 * Month (1 to 12) that the northern-hemisphere records use for a date at a latitude; the south is half a year on.
 * @param latitude degrees, north positive; undefined is read as north
 */
export function recordMonth(date: string | undefined, latitude: number | undefined): number | null {
  if (!date) return null;
  const month = Number(date.slice(5, 7));
  return latitude !== undefined && latitude < 0 ? ((month + 5) % 12) + 1 : month;
}

/** The calendar month at a latitude for a month of the northern records. */
export const localMonth = (month: number, latitude: number | undefined): number =>
  latitude !== undefined && latitude < 0 ? ((month + 5) % 12) + 1 : month;

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

const YEAR: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];
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

/** Whether a tree is in leaf at a date, by its own months where the taxon is known. */
export const inLeaf = (taxon: Pick<Taxon, 'evergreen' | 'months'> | null, date: string, latitude: number): boolean =>
  leafMonths(taxon).includes(recordMonth(date, latitude) ?? 1);

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

/** Whether a taxon shows a trait in a month of the records; unknown months show everything. */
export const showsAt = (trait: Trait, taxon: Taxon, month: number | null): boolean =>
  month === null || showsIn(trait, taxon).includes(month);

/** How many months a month is from the trait's window on a taxon: 0 while it shows. */
export function monthsFromShowing(trait: Trait, taxon: Taxon, month: number | null): number {
  if (month === null) return 0;
  const months = showsIn(trait, taxon);
  if (months.length === 0) return Infinity;
  return Math.min(...months.map((m) => Math.min(Math.abs(m - month), 12 - Math.abs(m - month))));
}

export type Season = 'winter' | 'spring' | 'summer' | 'autumn';

/** Meteorological season of a date at a latitude. */
export function seasonOf(date: string, latitude: number): Season {
  const month = recordMonth(date, latitude) ?? 1;
  if (month === 12 || month <= 2) return 'winter';
  if (month <= 5) return 'spring';
  return month <= 8 ? 'summer' : 'autumn';
}

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** "June", "June to July", "September to February", or "no month" for months in window order. */
export function monthWords(months: readonly number[]): string {
  const name = (m: number | undefined) => MONTH_NAMES[(m ?? 1) - 1];
  if (months.length === 0) return 'no month';
  if (months.length >= 12) return 'all year';
  return months.length === 1 ? `${name(months[0])}` : `${name(months[0])} to ${name(months.at(-1))}`;
}
