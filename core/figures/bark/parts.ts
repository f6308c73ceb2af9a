// What bark is made of: bands, gaps, plates. A swatch is 160 by 96.
import { smooth, wobble, type Paint, type Pt, type Shape } from '../shape';

export const W = 160;
export const H = 96;

/** What a swatch is tinted with: the surface, and what lies in its cracks or under its flakes. */
export interface Tints {
  surface: Paint;
  beneath: Paint;
}

export const many = (n: number, make: (i: number) => string): string => Array.from({ length: n }, (_, i) => make(i)).join('');
export const pen = (d: string, width: number, opacity = 1, stroke: Paint = 'ink'): Shape => ({ d, stroke, width, fill: 'none', opacity });
export const area = (d: string, fill: Paint, width = 1.2, opacity = 1): Shape => ({ d, fill, stroke: 'ink', width, opacity });
export const shade = (d: string, opacity: number, fill: Paint = 'ink'): Shape => ({ d, fill, opacity });

/** A band from top to bottom that wanders and swells; furrows and ridges are made of these. */
export function band(x: number, seed: number, wide: number, sway: number, from = -6, to = H + 6): string {
  const left: Pt[] = [];
  const right: Pt[] = [];
  const steps = Math.max(4, Math.round((to - from) / 13));
  for (let i = 0; i <= steps; i++) {
    const y = from + ((to - from) * i) / steps;
    const cx = x + wobble(seed, i) * sway;
    const w = (wide / 2) * (0.55 + 0.65 * Math.abs(wobble(seed, i + 30)));
    left.push([cx - w, y]);
    right.unshift([cx + w, y]);
  }
  return smooth([...left, ...right], true);
}

/** A gap pointed at both ends. */
export function lens(x: number, y: number, long: number, wide: number, lean = 0): string {
  return smooth(
    [
      [x + lean, y - long / 2],
      [x + wide / 2, y - long * 0.08],
      [x - lean, y + long / 2],
      [x - wide / 2, y + long * 0.06],
    ],
    true,
  );
}

/** Plates laid like rough masonry: rows shifted against each other, every corner a little off. */
export function plates(cols: number, rows: number, jitter: number, gap: number, seed: number): { points: Pt[]; i: number }[] {
  const dx = W / (cols - 1.5);
  const dy = H / (rows - 0.6);
  const cells: { points: Pt[]; i: number }[] = [];
  for (let r = -1; r < rows; r++) {
    const shift = (wobble(seed, r) * 0.5 + 0.5) * dx;
    for (let c = -1; c < cols; c++) {
      const i = (r + 1) * (cols + 1) + c + 1;
      const off = (k: number, d: number) => wobble(seed + i, k) * jitter * d;
      const [left, right] = [c * dx + shift, (c + 1) * dx + shift - gap];
      const [top, foot] = [r * dy + off(9, dy), (r + 1) * dy - gap + off(8, dy)];
      const points: Pt[] = [
        [left + off(1, dx), top + off(2, dy)],
        [right + off(3, dx), top + off(4, dy)],
        [right + off(5, dx), foot + off(6, dy)],
        [left + off(7, dx), foot + off(10, dy)],
      ];
      cells.push({ points, i });
    }
  }
  return cells;
}

/** Softens the corners of a ring. */
export function softened(points: readonly Pt[]): string {
  const n = points.length;
  return smooth(
    points.flatMap((p, i): Pt[] => {
      const q = points[(i + 1) % n] as Pt;
      return [
        [p[0] * 0.82 + q[0] * 0.18, p[1] * 0.82 + q[1] * 0.18],
        [p[0] * 0.18 + q[0] * 0.82, p[1] * 0.18 + q[1] * 0.82],
      ];
    }),
    true,
  );
}

/** Draws a texture on its ground. */
export type Draw = (tints: Tints) => Shape[];

/** A level gap pointed at both ends, as a lenticel is. */
export function lensLevel(x: number, y: number, long: number, wide: number): string {
  return smooth(
    [
      [x, y],
      [x + long / 2, y - wide / 2],
      [x + long, y],
      [x + long / 2, y + wide / 2],
    ],
    true,
  );
}
