import type { Place } from './distance';

/** Corners in turn, longitude before latitude as GeoJSON has them (RFC 7946); the first is said again at the end. */
export type Ring = readonly (readonly [longitude: number, latitude: number])[];
/** Parts of an outline: each a ring that holds, and rings that are left out of it. */
export type Outline = readonly (readonly Ring[])[];

/** Whether a ring runs round a place: a line from it to the east crosses the ring an odd number of times (Jordan). */
function runsRound(ring: Ring, { latitude, longitude }: Place): boolean {
  let odd = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [x1, y1] = ring[i] as Ring[number];
    const [x2, y2] = ring[j] as Ring[number];
    if (y1 > latitude !== y2 > latitude && longitude < ((x2 - x1) * (latitude - y1)) / (y2 - y1) + x1) odd = !odd;
  }
  return odd;
}

/** Whether a place lies within an outline, on the flat of degrees. An outline does not cross 180°. */
export const liesWithin = (outline: Outline, place: Place): boolean =>
  outline.some(([whole, ...holes]) => whole !== undefined && runsRound(whole, place) && !holes.some((hole) => runsRound(hole, place)));

/** The smallest box of degrees about an outline: west, south, east, north. */
export function boxOfOutline(outline: Outline): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  // One after the other: an outline from a register has more corners than a function takes arguments.
  for (const [x, y] of outline.flat(2)) {
    box[0] = Math.min(box[0], x);
    box[1] = Math.min(box[1], y);
    box[2] = Math.max(box[2], x);
    box[3] = Math.max(box[3], y);
  }
  return box;
}

/** The middle of the box about an outline: near enough to say which month it is there, and where a map opens. */
export function middleOfOutline(outline: Outline): Place {
  const [west, south, east, north] = boxOfOutline(outline);
  return { latitude: (south + north) / 2, longitude: (west + east) / 2 };
}
