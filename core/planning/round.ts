import { distance, type Place } from '../geo/distance';
import { daysBetween } from '../time/dates';
import { shortTour } from './tour';

export interface DueTree extends Place {
  id: string;
  dueOn: string | null;
}

/** For days and ids, which sort as they are written: the letters of a language take a browser long to look up. */
const ascending = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Due trees, longest overdue first. @param within days ahead that still count */
export function due<T extends DueTree>(trees: readonly T[], today: string, within = 0): T[] {
  return trees
    .filter((tree) => tree.dueOn !== null && daysBetween(today, tree.dueOn) <= within)
    .sort((a, b) => ascending(a.dueOn as string, b.dueOn as string) || ascending(a.id, b.id));
}

/** Sum of the distances along a walk, m. */
export const walkLength = (stops: readonly Place[]): number =>
  stops.reduce((sum, stop, i) => (i === 0 ? 0 : sum + distance(stops[i - 1] as Place, stop)), 0);

/**
 * An order to walk to trees in, short enough and found at once: a screen asks for it while it draws. Straight lines, not streets.
 * @param from where the walk begins; the first of the trees where nothing is said
 */
export function walkingOrder<T extends Place>(trees: readonly T[], from?: Place): T[] {
  if (trees.length === 0) return [];
  const places: readonly Place[] = from ? [from, ...trees] : trees;
  const lengths = (a: number, b: number) => distance(places[a] as Place, places[b] as Place);
  const stops = places.slice(1).map((_place, i) => i + 1);
  const order = shortTour(stops, lengths, { start: 0, end: null }, { shakes: 0 });
  return (from ? order : [0, ...order]).map((i) => places[i] as T);
}
