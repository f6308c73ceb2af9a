import KDBush from 'kdbush';
import { distance, type Place } from '../schedule/round';

/** Trees closer than this are flagged as possibly the same tree, m. */
export const SAME_TREE_WITHIN = 2;

const METRES_PER_DEGREE = 111_320;

/** Finds trees within some metres of a place. */
export interface Nearby<T> {
  within(place: Place, metres: number): T[];
}

/** Indexes places for look-up by distance (k-d tree by kdbush, exact distances after). */
export function nearby<T extends Place>(places: readonly T[]): Nearby<T> {
  const mid = places.length > 0 ? (places[0] as T).latitude : 0;
  const shrink = Math.cos((mid * Math.PI) / 180);
  const index = new KDBush(Math.max(1, places.length));
  if (places.length === 0) index.add(NaN, NaN);
  for (const place of places) index.add(place.longitude * METRES_PER_DEGREE * shrink, place.latitude * METRES_PER_DEGREE);
  index.finish();
  return {
    within(place, metres) {
      if (places.length === 0) return [];
      // A little wider in the plane, then exact on the sphere.
      return index
        .within(place.longitude * METRES_PER_DEGREE * shrink, place.latitude * METRES_PER_DEGREE, metres * 1.1 + 0.5)
        .map((i) => places[i] as T)
        .filter((other) => distance(place, other) <= metres);
    },
  };
}
