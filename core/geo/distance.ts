/** Mean radius of the earth, m (IUGG: 6 371 008.8). The one sphere every distance here is taken on. */
export const EARTH_RADIUS = 6_371_008.8;
/** Metres of one degree along a meridian of that sphere. */
export const METRES_PER_DEGREE = (Math.PI * EARTH_RADIUS) / 180;

const RADIANS = Math.PI / 180;

/** A place on the earth, WGS 84 degrees, north and east positive. */
export interface Place {
  latitude: number;
  longitude: number;
}

/** Great-circle distance, m (haversine formula). */
export function distance(a: Place, b: Place): number {
  const dLat = (b.latitude - a.latitude) * RADIANS;
  const dLng = (b.longitude - a.longitude) * RADIANS;
  const h = Math.sin(dLat / 2) ** 2 + Math.cos(a.latitude * RADIANS) * Math.cos(b.latitude * RADIANS) * Math.sin(dLng / 2) ** 2;
  return 2 * EARTH_RADIUS * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** A longitude brought to -180 up to 180. */
export const wrapLongitude = (degrees: number): number => {
  const turned = ((((degrees + 180) % 360) + 360) % 360) - 180;
  return turned === -180 && degrees > 0 ? 180 : turned;
};

/** Steps from a place on the flat: m east and north. Good to a few parts in a million within some kilometres, also across 180°. */
export const offsetFrom = (from: Place, to: Place): { east: number; north: number } => ({
  east: wrapLongitude(to.longitude - from.longitude) * METRES_PER_DEGREE * Math.cos(from.latitude * RADIANS),
  north: (to.latitude - from.latitude) * METRES_PER_DEGREE,
});

/** The place so many m east and north of another; the inverse of `offsetFrom`. */
export const placeAt = (from: Place, step: { east: number; north: number }): Place => ({
  latitude: from.latitude + step.north / METRES_PER_DEGREE,
  longitude: wrapLongitude(from.longitude + step.east / (METRES_PER_DEGREE * Math.cos(from.latitude * RADIANS))),
});
