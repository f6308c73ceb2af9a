import type { Place } from './distance';

// The square grid of web maps: the Mercator projection of the sphere (EPSG 3857), halved again at every level, x to the east and y to the
// south from the north-west corner.

/** A square of the grid: level 0 is the world. */
export interface Tile {
  z: number;
  x: number;
  y: number;
}

/** West, south, east and north in degrees. */
export type Box = readonly [west: number, south: number, east: number, north: number];

/** The projection ends here, degrees: where the square world does. */
const FURTHEST_LATITUDE = 85.0511287798066;
const RADIANS = Math.PI / 180;

/** Where a place lies on the flat, as a share of the world: 0 to 1 to the east and to the south. */
export function onFlat({ latitude, longitude }: Place): { x: number; y: number } {
  const lat = Math.max(-FURTHEST_LATITUDE, Math.min(FURTHEST_LATITUDE, latitude)) * RADIANS;
  return { x: (longitude + 180) / 360, y: (1 - Math.asinh(Math.tan(lat)) / Math.PI) / 2 };
}

/** The inverse of `onFlat`. */
export const placeOnFlat = ({ x, y }: { x: number; y: number }): Place => ({ latitude: latitudeAt(y, 0), longitude: longitudeAt(x, 0) });

const clamp = (n: number, z: number) => Math.max(0, Math.min(2 ** z - 1, n));

/** The square of a level that a place lies in. */
export function tileAt(place: Place, z: number): Tile {
  const { x, y } = onFlat(place);
  return { z, x: clamp(Math.floor(x * 2 ** z), z), y: clamp(Math.floor(y * 2 ** z), z) };
}

const latitudeAt = (y: number, z: number) => Math.atan(Math.sinh(Math.PI * (1 - (2 * y) / 2 ** z))) / RADIANS;
const longitudeAt = (x: number, z: number) => (x / 2 ** z) * 360 - 180;

/** The bounds of a square, degrees. */
export const boxOf = ({ z, x, y }: Tile): Box => [longitudeAt(x, z), latitudeAt(y + 1, z), longitudeAt(x + 1, z), latitudeAt(y, z)];

/** The middle of a square on the flat, as a place. */
export const middleOf = ({ z, x, y }: Tile): Place => ({ latitude: latitudeAt(y + 0.5, z), longitude: longitudeAt(x + 0.5, z) });

/** Side of a square in units of its own, as the tiles of trees have it (Mapbox Vector Tile Specification 2.1), and their deepest level. */
export const EXTENT = 4096;
export const DEEPEST = 16;

/** Where a point of the flat lies in a square, in its units. */
export const inTile = ({ z, x, y }: Tile, flat: { x: number; y: number }): [number, number] => [
  Math.round((flat.x * 2 ** z - x) * EXTENT),
  Math.round((flat.y * 2 ** z - y) * EXTENT),
];

/** One number for a square of a level up to 25, and back. */
export const keyOf = ({ z, x, y }: Tile): number => x * 2 ** z + y;
export const tileOfKey = (key: number, z: number): Tile => ({ z, x: Math.floor(key / 2 ** z), y: key % 2 ** z });

/** Whether a tile is one: its level whole and from 0 to `deepest`, its numbers within the level. */
export const isTile = ({ z, x, y }: Tile, deepest: number): boolean =>
  [z, x, y].every(Number.isInteger) && z >= 0 && z <= deepest && x >= 0 && y >= 0 && x < 2 ** z && y < 2 ** z;
