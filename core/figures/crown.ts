import { treeShapes, type Habit } from './bare-tree';
import { polyline, smooth, wobble, type Pt, type Shape } from './shape';

/** Half width of each outline at height t (0 the foot of the crown, 1 its top), as a share of the tree's height, and where it starts. */
export const OUTLINES: Record<string, { base: number; half: (t: number) => number }> = {
  columnar: { base: 0.1, half: (t) => 0.13 * Math.sin(Math.PI * Math.min(1, t * 0.86 + 0.12)) ** 0.42 },
  conical: { base: 0.1, half: (t) => 0.34 * (1 - t) ** 0.9 * Math.min(1, 0.55 + t * 6) },
  oval: { base: 0.16, half: (t) => 0.27 * Math.sin(Math.PI * (0.06 + 0.94 * t)) ** 0.6 },
  rounded: { base: 0.2, half: (t) => 0.4 * Math.sin(Math.PI * (0.05 + 0.95 * t)) ** 0.5 },
  vase: { base: 0.22, half: (t) => 0.46 * Math.max(0.06, t) ** 0.8 * (1 - Math.max(0, t - 0.7) ** 2 * 10) },
  spreading: { base: 0.3, half: (t) => 0.52 * Math.sin(Math.PI * (0.04 + 0.96 * t)) ** 0.42 },
  weeping: { base: 0.05, half: (t) => 0.42 * Math.sin(Math.PI * (0.3 + 0.7 * t)) ** 0.55 },
  irregular: { base: 0.2, half: (t) => 0.34 * Math.sin(Math.PI * (0.05 + 0.95 * t)) ** 0.5 },
};

/** Height of the tree in its box: a spreading crown is lower than a column. */
export const STATURE: Record<string, number> = { spreading: 0.8, vase: 0.98, rounded: 0.92 };

const outlineOf = (shape: string) => OUTLINES[shape] ?? (OUTLINES.oval as { base: number; half: (t: number) => number });

/** The habit of a bare tree from its trait values. */
export const habitOf = (shape: string, leader: string, branches: string, density: string): Habit => ({
  ...outlineOf(shape),
  leader,
  branches,
  density,
});

/** The edge of a leafy crown, scalloped by its clumps of leaves. */
function leafyEdge(shape: string, foot: Pt, height: number): Pt[] {
  const { base, half } = outlineOf(shape);
  const ragged = shape === 'irregular' ? 0.075 : 0.012;
  const side = (s: 1 | -1): Pt[] =>
    Array.from({ length: 23 }, (_, i): Pt => {
      const t = i / 22;
      const bump = 0.016 * Math.abs(Math.sin(i * 1.45)) + ragged * wobble(Math.floor(i / 3), s);
      return [foot[0] + s * (half(t) + bump * Math.sin(Math.PI * t) ** 0.4) * height, foot[1] - (base + t * (1 - base)) * height];
    });
  return [...side(1), ...side(-1).reverse()];
}

/** A crown in leaf on its stem. */
export function leafyTree(shape: string, foot: Pt, height: number): Shape[] {
  const { base, half } = outlineOf(shape);
  const edge = leafyEdge(shape, foot, height);
  const at = (u: number, t: number): Pt => [foot[0] + u * half(t) * height, foot[1] - (base + t * (1 - base)) * height];
  const shadow = [
    ...Array.from({ length: 12 }, (_, i) => at(-1, i / 11)),
    ...Array.from({ length: 12 }, (_, i) => at(-0.1 - 0.5 * Math.sin((i / 11) * Math.PI), 1 - i / 11)),
  ];
  const w = 0.032 * height;
  const clumps =
    shape === 'weeping'
      ? Array.from({ length: 13 }, (_, i) => {
          const u = (i - 6) / 6.4;
          return smooth([at(u * 0.4, 0.94 - Math.abs(u) * 0.1), at(u * 0.92, 0.62), at(u * 1.02, 0.04 + 0.06 * Math.abs(wobble(i)))]);
        }).join('')
      : Array.from({ length: 17 }, (_, i) => {
          const t = 0.1 + 0.8 * ((i * 0.618) % 1);
          const u = -0.62 + 1.3 * ((i * 0.7549) % 1);
          const [x, y] = at(u, t);
          const r = height * 0.042;
          return smooth([
            [x - r, y],
            [x - r * 0.4, y - r * 0.75],
            [x + r * 0.4, y - r * 0.7],
            [x + r, y],
          ]);
        }).join('');
  return [
    {
      d: polyline(
        [
          [foot[0] - w * 1.5, foot[1]],
          [foot[0] - w * 0.8, foot[1] - height * (base + 0.2)],
          [foot[0] + w * 0.8, foot[1] - height * (base + 0.2)],
          [foot[0] + w * 1.5, foot[1]],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.3,
    },
    { d: smooth(edge, true), fill: 'leaf', stroke: 'ink', width: 1.5 },
    { d: smooth(shadow, true), fill: 'leaf-dark', opacity: 0.36 },
    { d: clumps, stroke: 'ink', width: 0.9, fill: 'none', opacity: 0.6 },
  ];
}

/** The bare or leafy tree of a taxon's own values. */
export const winterTree = (shape: string, leader: string, branches: string, density: string, foot: Pt, height: number): Shape[] =>
  treeShapes(habitOf(shape, leader, branches, density), foot, height * (STATURE[shape] ?? 1));
