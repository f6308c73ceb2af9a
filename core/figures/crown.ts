import { polyline, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const W = 120;
const GROUND = 112;

/** Half width of each outline at height t (0 base of the crown, 1 top), in figure units; and where the crown starts. */
const OUTLINES: Record<string, { base: number; top: number; half: (t: number) => number }> = {
  columnar: { base: 98, top: 8, half: (t) => 13 * Math.sin(Math.PI * Math.min(1, t * 0.9 + 0.1)) ** 0.35 },
  conical: { base: 96, top: 8, half: (t) => 36 * (1 - t) ** 0.85 * Math.min(1, t * 9) },
  oval: { base: 94, top: 10, half: (t) => 28 * Math.sin(Math.PI * t) ** 0.55 },
  rounded: { base: 88, top: 16, half: (t) => 41 * Math.sin(Math.PI * t) ** 0.5 },
  vase: { base: 82, top: 12, half: (t) => 46 * t ** 0.75 * (1 - Math.max(0, t - 0.72) ** 2 * 11) },
  spreading: { base: 76, top: 34, half: (t) => 55 * Math.sin(Math.PI * t) ** 0.42 },
  weeping: { base: 104, top: 18, half: (t) => 44 * Math.sin(Math.PI * (0.28 + 0.72 * t)) ** 0.5 },
  irregular: { base: 88, top: 14, half: (t) => 36 * Math.sin(Math.PI * t) ** 0.5 },
};

const stem = (to: number, wide = 4): Shape => ({
  d: polyline(
    [
      [60 - wide, GROUND],
      [60 - wide * 0.55, to],
      [60 + wide * 0.55, to],
      [60 + wide, GROUND],
    ],
    true,
  ),
  fill: 'wood',
  stroke: 'ink',
  width: 1.3,
});
const soil: Shape = { d: `M12 ${GROUND}H108`, stroke: 'ink', width: 1.4, fill: 'none' };

/** Outline of a crown, 120 by 120. */
export function crownFigure(state: string): Figure | null {
  const outline = OUTLINES[state];
  if (!outline) return null;
  const { base, top, half } = outline;
  const ragged = state === 'irregular' ? 9 : 2.2;
  const side = (s: 1 | -1) =>
    Array.from({ length: 17 }, (_, i): Pt => {
      const t = i / 16;
      return [60 + s * half(t) + wobble(i, s) * ragged * Math.sin(Math.PI * t), base - t * (base - top)];
    });
  const shapes: Shape[] = [
    soil,
    stem(top + 18),
    { d: smooth([...side(1), ...side(-1).reverse()], true), fill: 'leaf', stroke: 'ink', width: 1.6, opacity: 0.92 },
  ];
  const inner = Array.from({ length: 5 }, (_, i) => {
    const t = 0.16 + i * 0.13;
    const y = base - t * (base - top);
    const h = half(t);
    if (state === 'weeping')
      return smooth([
        [60 - 26 + i * 13, 44],
        [60 - 30 + i * 15, 64],
        [60 - 32 + i * 16, 92],
      ]);
    return smooth([
      [60 - h * 0.5 + wobble(i) * 6, y],
      [60 - h * 0.2, y - 5],
      [60 + h * 0.15, y + 1],
    ]);
  }).join('');
  shapes.push({ d: inner, stroke: 'ink', width: 1, fill: 'none', opacity: 0.55 });
  return { width: W, height: 120, shapes };
}

/** Branches from a stem: start height, angle and how they bend, for both sides. */
function branches(list: readonly { y: number; path: (s: 1 | -1) => Pt[] }[], width: number): Shape {
  return { d: list.map(({ path }) => smooth(path(1)) + smooth(path(-1))).join(''), stroke: 'ink', width, fill: 'none' };
}

const LEVELS = [86, 70, 55, 41, 29, 19];

/** Winter silhouettes for leader, branch habit, branching and habit, 120 by 120. */
export function silhouette(trait: string, state: string): Figure | null {
  const make = (shapes: Shape[]): Figure => ({ width: W, height: 120, shapes: [soil, ...shapes] });
  const limbs = (bend: (s: 1 | -1, y: number, reach: number, i: number) => Pt[], width = 1.9) =>
    branches(
      LEVELS.map((y, i) => ({ y, path: (s: 1 | -1) => bend(s, y, 40 - i * 5, i) })),
      width,
    );
  if (trait === 'branch-habit') {
    const bends: Record<string, (s: 1 | -1, y: number, r: number, i: number) => Pt[]> = {
      ascending: (s, y, r) => [
        [60, y],
        [60 + s * r * 0.5, y - r * 0.45],
        [60 + s * r * 0.8, y - r * 0.95],
      ],
      horizontal: (s, y, r) => [
        [60, y],
        [60 + s * r * 0.5, y - 2],
        [60 + s * r, y - 1],
      ],
      drooping: (s, y, r) => [
        [60, y],
        [60 + s * r * 0.45, y - 9],
        [60 + s * r * 0.8, y - 2],
        [60 + s * r * 0.95, y + 16],
      ],
      'upturned-tips': (s, y, r) => [
        [60, y],
        [60 + s * r * 0.45, y + 7],
        [60 + s * r * 0.85, y + 4],
        [60 + s * r, y - 9],
      ],
      tortuous: (s, y, r, i) =>
        Array.from({ length: 8 }, (_, k): Pt => [60 + (s * r * k) / 7, y - (k / 7) * r * 0.35 + wobble(i, k * s) * 7 * Math.min(1, k)]),
    };
    const bend = bends[state];
    return bend ? make([stem(10, 3.4), limbs(bend)]) : null;
  }
  if (trait === 'leader') {
    if (state === 'excurrent')
      return make([
        stem(6, 3.6),
        limbs((s, y, r) => [
          [60, y],
          [60 + s * r * 0.5, y - r * 0.18],
          [60 + s * r * 0.85, y - r * 0.36],
        ]),
      ]);
    if (state === 'decurrent') {
      const arms = [-34, -16, 5, 22, 38]
        .map((x, i) =>
          smooth([
            [60, 82],
            [60 + x * 0.4, 62 - i],
            [60 + x * 0.85, 40],
            [60 + x * 1.2, 16 + Math.abs(x) * 0.35],
          ]),
        )
        .join('');
      const twigs = [-34, -16, 5, 22, 38]
        .map(
          (x) =>
            smooth([
              [60 + x * 0.85, 40],
              [60 + x * 0.85 + 9, 26],
              [60 + x * 0.95 + 13, 15],
            ]) +
            smooth([
              [60 + x * 0.6, 54],
              [60 + x * 0.6 - 9, 40],
              [60 + x * 0.6 - 12, 30],
            ]),
        )
        .join('');
      return make([
        stem(80, 5),
        { d: arms, stroke: 'ink', width: 2.8, fill: 'none' },
        { d: twigs, stroke: 'ink', width: 1.4, fill: 'none' },
      ]);
    }
    return null;
  }
  if (trait === 'branch-density') {
    const n = { fine: 7, medium: 3, coarse: 1 }[state];
    if (!n) return null;
    const twigs: string[] = [];
    LEVELS.forEach((y, i) => {
      const r = 42 - i * 5;
      for (const s of [1, -1])
        for (let k = 1; k <= n; k++) {
          const u = 0.25 + (0.75 * k) / n;
          const x = 60 + s * r * 0.85 * u;
          const yy = y - r * 0.5 * u;
          twigs.push(
            smooth([
              [x, yy],
              [x + s * 4, yy - 8],
              [x + s * 5, yy - 13],
            ]),
            smooth([
              [x, yy],
              [x + s * 8, yy - 3],
              [x + s * 12, yy - 7],
            ]),
          );
        }
    });
    return make([
      stem(12, 3.4),
      limbs(
        (s, y, r) => [
          [60, y],
          [60 + s * r * 0.5, y - r * 0.32],
          [60 + s * r * 0.85, y - r * 0.5],
        ],
        n === 1 ? 3.6 : n === 3 ? 2.2 : 1.5,
      ),
      { d: twigs.join(''), stroke: 'ink', width: n === 1 ? 2.6 : n === 3 ? 1.3 : 0.8, fill: 'none' },
    ]);
  }
  if (trait === 'habit') {
    const bush = (cx: number, r: number): Shape => ({
      d: smooth(
        Array.from({ length: 12 }, (_, i): Pt => [
          cx + Math.cos((i / 12) * 6.283) * r * (1 + wobble(i, cx) * 0.08),
          46 + Math.sin((i / 12) * 6.283) * r * 0.82,
        ]),
        true,
      ),
      fill: 'leaf',
      stroke: 'ink',
      width: 1.5,
      opacity: 0.92,
    });
    if (state === 'single-stem') return make([stem(50, 4.5), bush(60, 36)]);
    if (state === 'multi-stem')
      return make([
        {
          d: [-22, -9, 6, 20]
            .map((x) =>
              polyline([
                [60 + x * 0.35, GROUND],
                [60 + x, 55],
              ]),
            )
            .join(''),
          stroke: 'wood-dark',
          width: 5,
          fill: 'none',
        },
        bush(60, 40),
      ]);
    if (state === 'thicket')
      return make([
        {
          d: Array.from({ length: 15 }, (_, i) =>
            smooth([
              [16 + i * 6.4, GROUND],
              [15 + i * 6.4 + wobble(i) * 4, 80],
              [14 + i * 6.4 + wobble(i, 3) * 7, 52 + wobble(i, 5) * 12],
            ]),
          ).join(''),
          stroke: 'wood-dark',
          width: 2.2,
          fill: 'none',
        },
        {
          d: Array.from({ length: 26 }, (_, i) =>
            smooth(
              [
                [10 + ((i * 17) % 100), 66 - ((i * 13) % 34)],
                [18 + ((i * 17) % 100), 58 - ((i * 13) % 34)],
                [15 + ((i * 17) % 100), 70 - ((i * 13) % 34)],
              ],
              true,
            ),
          ).join(''),
          fill: 'leaf',
          stroke: 'ink',
          width: 0.9,
        },
      ]);
    if (state === 'palm')
      return make([
        stem(36, 3.6),
        {
          d: Array.from({ length: 9 }, (_, i) => {
            const a = -Math.PI / 2 + (i - 4) * 0.42;
            return smooth([
              [60, 36],
              [60 + Math.cos(a) * 24, 32 + Math.sin(a) * 22],
              [60 + Math.cos(a) * 44, 42 + Math.sin(a) * 22],
            ]);
          }).join(''),
          stroke: 'leaf-dark',
          width: 4,
          fill: 'none',
        },
      ]);
    return null;
  }
  if (trait === 'stem-base' || trait === 'basal-shoots') {
    const flare = (wide: number): Shape => ({
      d: smooth(
        [
          [60 - 11, 14],
          [60 - 11, 70],
          [60 - 14, 92],
          [60 - wide, 110],
          [60 + wide, 110],
          [60 + 14, 92],
          [60 + 11, 70],
          [60 + 11, 14],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.7,
    });
    const straight: Shape = {
      d: polyline(
        [
          [48, 14],
          [48, 111],
          [72, 111],
          [72, 14],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.7,
    };
    const lines = (d: string, width = 1.6): Shape => ({ d, stroke: 'ink', width, fill: 'none' });
    if (trait === 'basal-shoots') {
      const n = { none: 0, some: 3, many: 12 }[state];
      if (n === undefined) return null;
      const shoots = Array.from({ length: n }, (_, i) => {
        const x = 60 + (i - (n - 1) / 2) * (n > 5 ? 6.6 : 19);
        return smooth([
          [x, 111],
          [x + wobble(i) * 3, 88],
          [x + (x - 60) * 0.2, 60 + Math.abs(wobble(i, 2)) * 16],
        ]);
      });
      const leaves = Array.from({ length: n * 3 }, (_, k) => {
        const i = Math.floor(k / 3);
        const x = 60 + (i - (n - 1) / 2) * (n > 5 ? 6.6 : 19);
        const y = 96 - (k % 3) * 12;
        return smooth(
          [
            [x, y],
            [x + 4, y - 6],
            [x + 9, y - 4],
            [x + 4, y + 1],
          ],
          true,
        );
      });
      return make([
        flare(20),
        { d: shoots.join(''), stroke: 'leaf-dark', width: 1.8, fill: 'none' },
        { d: leaves.join(''), fill: 'leaf', stroke: 'ink', width: 0.8 },
      ]);
    }
    if (state === 'plain') return make([straight]);
    if (state === 'flared') return make([flare(32)]);
    if (state === 'fluted')
      return make([
        flare(26),
        lines(
          [-8, -2.5, 3, 8.5]
            .map((x) =>
              smooth([
                [60 + x * 0.8, 14],
                [60 + x, 70],
                [60 + x * 2.3, 110],
              ]),
            )
            .join(''),
          2.4,
        ),
      ]);
    if (state === 'buttressed')
      return make([
        flare(22),
        {
          d:
            polyline(
              [
                [49, 52],
                [22, 111],
                [46, 111],
              ],
              true,
            ) +
            polyline(
              [
                [71, 52],
                [98, 111],
                [74, 111],
              ],
              true,
            ) +
            polyline(
              [
                [57, 58],
                [52, 111],
                [68, 111],
                [63, 58],
              ],
              true,
            ),
          fill: 'wood-light',
          stroke: 'ink',
          width: 1.6,
        },
      ]);
    if (state === 'surface-roots')
      return make([
        flare(26),
        lines(
          smooth([
            [44, 108],
            [30, 106],
            [22, 111],
            [8, 108],
          ]) +
            smooth([
              [76, 108],
              [92, 105],
              [100, 110],
              [114, 107],
            ]) +
            smooth([
              [56, 110],
              [50, 116],
              [36, 117],
            ]) +
            smooth([
              [66, 110],
              [72, 116],
              [88, 118],
            ]),
          4,
        ),
      ]);
    return null;
  }
  return null;
}
