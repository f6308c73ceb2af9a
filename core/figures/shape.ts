/** What a paint stands for. `tint:…` names a colour state of the vocabulary. */
export type Paint =
  | 'none'
  | 'ink'
  | 'soft'
  | 'oxide'
  | 'slate'
  | 'paper'
  | 'leaf'
  | 'leaf-pale'
  | 'leaf-dark'
  | 'wood'
  | 'wood-light'
  | 'wood-dark'
  | 'fruit'
  | `tint:${string}`;

/** One stroke or area. Coordinates are in the units of the figure's box. */
export interface Shape {
  d: string;
  fill?: Paint;
  stroke?: Paint;
  width?: number;
  /** 0 to 1 */
  opacity?: number;
}

export interface Figure {
  width: number;
  height: number;
  shapes: Shape[];
}

export type Pt = readonly [number, number];

/** Points written as "x,y x,y …", as a pen would walk them. */
export const pts = (text: string): Pt[] =>
  text.split(' ').map((pair): Pt => {
    const [x = 0, y = 0] = pair.split(',').map(Number);
    return [x, y];
  });

const f = (n: number) => (Math.round(n * 100) / 100).toString();

/** Straight path through points. */
export const polyline = (points: readonly Pt[], close = false): string =>
  `${points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${f(x)} ${f(y)}`).join('')}${close ? 'Z' : ''}`;

/** Smooth path through points (Catmull-Rom turned into cubic Béziers). */
export function smooth(points: readonly Pt[], close = false): string {
  const n = points.length;
  if (n < 3) return polyline(points, close);
  const at = (i: number): Pt => (close ? (points[(i + n) % n] as Pt) : (points[Math.max(0, Math.min(n - 1, i))] as Pt));
  let d = `M${f(at(0)[0])} ${f(at(0)[1])}`;
  for (let i = 0; i < (close ? n : n - 1); i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    d += `C${f(p1[0] + (p2[0] - p0[0]) / 6)} ${f(p1[1] + (p2[1] - p0[1]) / 6)} ${f(p2[0] - (p3[0] - p1[0]) / 6)} ${f(p2[1] - (p3[1] - p1[1]) / 6)} ${f(p2[0])} ${f(p2[1])}`;
  }
  return close ? `${d}Z` : d;
}

/** Circle as a path. */
export const circle = (x: number, y: number, r: number): string =>
  `M${f(x - r)} ${f(y)}a${f(r)} ${f(r)} 0 1 0 ${f(2 * r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(-2 * r)} 0Z`;

/** Ellipse as a path, turned by degrees. */
export function ellipse(x: number, y: number, rx: number, ry: number, turn = 0): string {
  const c = Math.cos((turn * Math.PI) / 180);
  const s = Math.sin((turn * Math.PI) / 180);
  return `M${f(x - rx * c)} ${f(y - rx * s)}A${f(rx)} ${f(ry)} ${f(turn)} 1 0 ${f(x + rx * c)} ${f(y + rx * s)}A${f(rx)} ${f(ry)} ${f(turn)} 1 0 ${f(x - rx * c)} ${f(y - rx * s)}Z`;
}

/** Moves, turns (radians) and scales points. */
export const place = (points: readonly Pt[], at: Pt, turn = 0, scale = 1): Pt[] =>
  points.map(([x, y]) => [
    at[0] + scale * (x * Math.cos(turn) - y * Math.sin(turn)),
    at[1] + scale * (x * Math.sin(turn) + y * Math.cos(turn)),
  ]);

/**
 * A repeatable wobble in -1 to 1 for drawing, from two numbers read to a 256th. Whole-number arithmetic only (the finalizer of
 * a 32-bit hash, constants of C. Wellons' lowbias32, public domain), so that phone and printed sheet draw the same figure.
 */
export function wobble(a: number, b = 0): number {
  let h = (Math.imul(Math.round(a * 256), 0x9e3779b1) + Math.imul(Math.round(b * 256) + 0x51ed27, 0x85ebca6b)) | 0;
  h = Math.imul(h ^ (h >>> 16), 0x7feb352d);
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b);
  return ((h ^ (h >>> 16)) >>> 0) / 2_147_483_648 - 1;
}
