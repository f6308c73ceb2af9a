import KDBush from 'kdbush';
import { distance, offsetFrom, type Place } from './distance';

/** Trees closer than this are flagged as possibly the same tree, m. */
export const SAME_TREE_WITHIN = 2;

/** The flat is a little short of the sphere: search so much wider, then measure exactly. Share, and m. */
const WIDER = { share: 1.1, metres: 0.5 } as const;

/** Finds places within some metres of another. */
export interface Nearby<T> {
  within(place: Place, metres: number): T[];
}

/**
 * Indexes places of one town for look-up by distance (k-d tree by kdbush on the flat about the first of them, exact distances
 * after). Holds across 180°.
 */
export function nearby<T extends Place>(places: readonly T[]): Nearby<T> {
  const [origin] = places;
  if (!origin) return { within: () => [] };
  const index = new KDBush(places.length);
  for (const place of places) {
    const { east, north } = offsetFrom(origin, place);
    index.add(east, north);
  }
  index.finish();
  return {
    within(place, metres) {
      const { east, north } = offsetFrom(origin, place);
      return index
        .within(east, north, metres * WIDER.share + WIDER.metres)
        .map((i) => places[i] as T)
        .filter((other) => distance(place, other) <= metres);
    },
  };
}
