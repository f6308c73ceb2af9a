import { placeAt, type Box, type Place } from '@dendrix/core/geo';

/** A condition that the spatial index answers: trees in a box of degrees, its edges among it. Numbers only, so nothing is to be escaped. */
export const inBox = ([w, s, e, n]: Box): string => {
  if (![w, s, e, n].every(Number.isFinite)) throw new RangeError('a box has four numbers');
  // A box without width holds no area, and MariaDB finds nothing in it.
  const [east, north] = [Math.max(e, w + 1e-9), Math.max(n, s + 1e-9)];
  return `MBRContains(ST_GeomFromText('POLYGON((${w} ${s},${east} ${s},${east} ${north},${w} ${north},${w} ${s}))'), point)`;
};

/** Index that answers `inBox`. */
export const BY_PLACE = 'point';

/** The box that reaches so many metres from a place to each side. */
export function boxAround(place: Place, metres: number): Box {
  const low = placeAt(place, { east: -metres, north: -metres });
  const high = placeAt(place, { east: metres, north: metres });
  return [low.longitude, low.latitude, high.longitude, high.latitude];
}
