import { distance, type Place } from '../geo/distance';
import { daysBetween } from '../time/dates';

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
 * An order to walk to trees in: nearest next, then pairs of legs swapped while that shortens the walk (2-opt, Croes 1958).
 * Straight lines, not streets.
 */
export function walkingOrder<T extends Place>(trees: readonly T[], from?: Place): T[] {
  const left = [...trees];
  const path: T[] = [];
  let at: Place | undefined = from ?? left[0];
  while (left.length > 0 && at) {
    let best = 0;
    for (let i = 1; i < left.length; i++) if (distance(at, left[i] as T) < distance(at, left[best] as T)) best = i;
    const [next] = left.splice(best, 1) as [T];
    path.push(next);
    at = next;
  }
  const whole: Place[] = from ? [from, ...path] : path;
  for (let improved = true, turns = 0; improved && turns < 20; turns++) {
    improved = false;
    for (let i = 1; i < whole.length - 1; i++) {
      for (let j = i + 1; j < whole.length; j++) {
        const [a, b, c, d] = [whole[i - 1], whole[i], whole[j], whole[j + 1]] as [Place, Place, Place, Place | undefined];
        const before = distance(a, b) + (d ? distance(c, d) : 0);
        const after = distance(a, c) + (d ? distance(b, d) : 0);
        if (after < before - 1e-6) {
          whole.splice(i, j - i + 1, ...whole.slice(i, j + 1).reverse());
          improved = true;
        }
      }
    }
  }
  return (from ? whole.slice(1) : whole) as T[];
}
