import { distance, type Place } from '../geo/distance';

/** A tree further from every district than this is asked about, m. */
const FAR = 100_000;
const KM = 1000;

const nearestTo = (place: Place, home: readonly Place[]): number => Math.min(...home.map((middle) => distance(place, middle)));

/**
 * What is odd about where a row puts its tree: `swapped` where it would stand in a district with latitude and longitude the other way
 * round, or how far off every district it stands, km; null where nothing is, or nobody knows where the districts are.
 * @param home middles of the districts
 */
export function oddPlace(place: Place, home: readonly Place[]): 'swapped' | number | null {
  if (home.length === 0) return null;
  const off = nearestTo(place, home);
  if (off <= FAR) return null;
  const turned = { latitude: place.longitude, longitude: place.latitude };
  if (Math.abs(turned.latitude) <= 90 && nearestTo(turned, home) <= FAR) return 'swapped';
  return Math.round(off / KM);
}
