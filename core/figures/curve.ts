import type { Pt } from './shape';

/** Points along a cubic Bézier, ends included. */
export function bezier(p0: Pt, c1: Pt, c2: Pt, p3: Pt, steps = 16): Pt[] {
  return Array.from({ length: steps + 1 }, (_, i): Pt => {
    const t = i / steps;
    const u = 1 - t;
    const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    return [a * p0[0] + b * c1[0] + c * c2[0] + d * p3[0], a * p0[1] + b * c1[1] + c * c2[1] + d * p3[1]];
  });
}

/** Joins stretches that share an end point. */
export const chain = (...stretches: readonly Pt[][]): Pt[] => stretches.flatMap((points, i) => (i === 0 ? points : points.slice(1)));

/** A smooth curve through points, as points (Catmull-Rom). */
export function through(points: readonly Pt[], steps = 6): Pt[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))] as Pt;
  const out: Pt[] = [at(0)];
  for (let i = 0; i < points.length - 1; i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const c1: Pt = [p1[0] + (p2[0] - p0[0]) / 6, p1[1] + (p2[1] - p0[1]) / 6];
    const c2: Pt = [p2[0] - (p3[0] - p1[0]) / 6, p2[1] - (p3[1] - p1[1]) / 6];
    out.push(...bezier(p1, c1, c2, p2, steps).slice(1));
  }
  return out;
}

const distance = (a: Pt, b: Pt) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** A curve that can be walked by length: where one is, and which way is outward (to the right of the way one goes). */
export interface Walk {
  length: number;
  at(s: number): Pt;
  outward(s: number): Pt;
}

/** Makes a curve walkable. */
export function walk(points: readonly Pt[]): Walk {
  const lengths = [0];
  for (let i = 1; i < points.length; i++) lengths.push((lengths[i - 1] as number) + distance(points[i - 1] as Pt, points[i] as Pt));
  const length = lengths.at(-1) ?? 0;
  const at = (s: number): Pt => {
    const target = Math.max(0, Math.min(length, s));
    let i = 1;
    while (i < lengths.length - 1 && (lengths[i] as number) < target) i++;
    const [from, to] = [lengths[i - 1] as number, lengths[i] as number];
    const t = to > from ? (target - from) / (to - from) : 0;
    const [a, b] = [points[i - 1] as Pt, points[i] as Pt];
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  };
  const reach = length / 60;
  const outward = (s: number): Pt => {
    const [a, b] = [at(s - reach), at(s + reach)];
    const d = distance(a, b) || 1;
    return [(b[1] - a[1]) / d, -(b[0] - a[0]) / d];
  };
  return { length, at, outward };
}

/** Mirrors points left to right. */
export const mirrored = (points: readonly Pt[]): Pt[] => points.map(([x, y]): Pt => [-x, y]);
