import { bezier } from '../curve';
import { ellipse, polyline, pts, smooth, wobble, type Figure, type Pt, type Shape } from '../shape';
import { lay, type Laid } from './draw';
import type { LeafForm } from './form';

/** How long a needle is drawn, and how it ends, by its form; lengths in shoot lengths. */
const NEEDLE: Record<string, { length: number; wide: number; sharp: boolean; bend: number }> = {
  'flat-soft': { length: 0.26, wide: 0.026, sharp: false, bend: 0 },
  'flat-sharp': { length: 0.26, wide: 0.028, sharp: true, bend: 0 },
  'four-angled': { length: 0.2, wide: 0.02, sharp: true, bend: 0.06 },
  'half-round': { length: 0.62, wide: 0.016, sharp: true, bend: 0.04 },
  awl: { length: 0.13, wide: 0.032, sharp: true, bend: 0.35 },
};

/** One needle from a point, leaning at an angle (radians from straight up, clockwise), as an outline. */
function needle(at: Pt, turn: number, form: string, size = 1): Pt[] {
  const { length, wide, sharp, bend } = NEEDLE[form] ?? (NEEDLE['four-angled'] as (typeof NEEDLE)[string]);
  const L = length * size;
  const u: Pt = [Math.sin(turn), Math.cos(turn)];
  const v: Pt = [Math.cos(turn), -Math.sin(turn)];
  const side = turn >= 0 ? -1 : 1;
  const point = (along: number, across: number): Pt => {
    const b = bend * along * along * L * side;
    return [at[0] + u[0] * along * L + v[0] * (across * wide + b), at[1] + u[1] * along * L + v[1] * (across * wide + b)];
  };
  return sharp
    ? [point(0, -0.4), point(0.5, -0.5), point(0.85, -0.34), point(1, 0), point(0.85, 0.34), point(0.5, 0.5), point(0, 0.4)]
    : [
        point(0, -0.3),
        point(0.2, -0.5),
        point(0.85, -0.5),
        point(1, -0.16),
        point(1, 0.16),
        point(0.85, 0.5),
        point(0.2, 0.5),
        point(0, 0.3),
      ];
}

const stem = (points: readonly Pt[], laid: Laid, width: number): Shape[] => [
  { d: smooth(lay(points, laid)), stroke: 'ink', width: width + 2, fill: 'none' },
  { d: smooth(lay(points, laid)), stroke: 'wood', width, fill: 'none' },
];
const needles = (outlines: readonly Pt[][], laid: Laid, fill: Shape['fill'] = 'leaf'): Shape => ({
  d: outlines.map((outline) => polyline(lay(outline, laid), true)).join(''),
  fill,
  stroke: 'ink',
  width: 0.6,
});

/** A shoot of a conifer: how its needles sit, what form they have, how many stand together. */
export function needleShoot(form: LeafForm, laid: Laid): Shape[] {
  switch (form.needleSet) {
    case 'two-ranked': {
      const rows = Array.from({ length: 15 }, (_, i) => i).flatMap((i) =>
        [1, -1].map((side) => needle([0, -0.1 + i * 0.07], side * (1.25 - i * 0.02), form.needleForm, 1.5 - Math.abs(i - 6) * 0.05)),
      );
      return [
        needles([...rows, needle([0, 0.92], 0, form.needleForm, 0.9)], laid),
        ...stem(
          [
            [0, -0.2],
            [0, 0.94],
          ],
          laid,
          1.6,
        ),
      ];
    }
    case 'in-bundles': {
      const n = Math.max(2, Math.min(5, Math.round(form.bundle)));
      const bundle = (at: Pt, turn: number, size: number): Pt[][] =>
        Array.from({ length: n }, (_, i) => needle(at, turn + (i - (n - 1) / 2) * (n > 3 ? 0.13 : 0.2), 'half-round', size));
      const left = bundle([-0.015, 0.06], -0.5, 1.2);
      const right = bundle([0.015, 0.13], 0.52, 1.2);
      const top = bundle([0, 0.2], 0.02, 1.2);
      const sheaths: Pt[][] = (
        [
          [-0.015, 0.06, -0.5],
          [0.015, 0.13, 0.52],
          [0, 0.2, 0.02],
        ] as const
      ).map(([x, y, turn]) => {
        const u: Pt = [Math.sin(turn), Math.cos(turn)];
        const v: Pt = [Math.cos(turn), -Math.sin(turn)];
        const p = (a: number, b: number): Pt => [x + u[0] * a + v[0] * b, y + u[1] * a + v[1] * b];
        return [p(-0.01, -0.02), p(0.1, -0.026), p(0.1, 0.026), p(-0.01, 0.02)];
      });
      return [
        ...stem(
          [
            [0, -0.22],
            [0, 0.2],
          ],
          laid,
          6,
        ),
        needles([...left, ...right, ...top], laid),
        needles(sheaths, laid, 'wood-dark'),
      ];
    }
    case 'spur-tufts': {
      const tuft = (at: Pt, turn: number, size: number): Pt[][] =>
        Array.from({ length: 11 }, (_, i) => needle(at, turn + (i - 5) * 0.26, 'four-angled', size * (1.25 - 0.1 * Math.abs(wobble(i)))));
      const spurs: [Pt, number][] = [
        [[-0.1, 0.1], -1.1],
        [[0.1, 0.36], 1.1],
        [[-0.1, 0.62], -1],
        [[0.02, 0.86], 0.1],
      ];
      const stubs: Shape[] = spurs.slice(0, 3).map(([[x, y]]) => ({
        d: polyline(
          lay(
            [
              [0, y - 0.03],
              [x, y],
            ],
            laid,
          ),
        ),
        stroke: 'wood-dark',
        width: 5,
        fill: 'none',
      }));
      return [
        ...stem(
          [
            [0, -0.2],
            [0.01, 0.4],
            [0.02, 0.86],
          ],
          laid,
          3.4,
        ),
        ...stubs,
        needles(
          spurs.flatMap(([at, turn]) => tuft(at, turn, 1)),
          laid,
        ),
      ];
    }
    case 'pressed-scales':
      return scaleShoot(laid, form.needleForm === 'awl');
    case 'flat-sprays':
      return spray(laid);
    case 'jointed-twigs':
      return joints(laid);
    default: {
      const turns = Array.from({ length: 34 }, (_, i) => i);
      const rows = turns.map((i) => {
        const side = i % 2 === 0 ? 1 : -1;
        return needle(
          [side * 0.008, -0.08 + i * 0.031],
          side * (0.62 + 0.4 * Math.abs(wobble(i, 2))),
          form.needleForm,
          1 + 0.1 * wobble(i),
        );
      });
      const front = Array.from({ length: 9 }, (_, i) => needle([0.02 * wobble(i), i * 0.1], 0.35 * wobble(i, 5), form.needleForm, 0.8));
      return [
        needles(rows, laid),
        ...stem(
          [
            [0, -0.2],
            [0, 0.94],
          ],
          laid,
          3.2,
        ),
        needles([...front, needle([0, 0.92], 0, form.needleForm, 0.9)], laid, 'leaf-dark'),
      ];
    }
  }
}

/** A scale leaf in outline: pointed, lying on the one above. */
const scale = ([x, y]: Pt, side: number, size: number): Pt[] => [
  ...bezier(
    [x, y - size * 0.2],
    [x + side * size * 0.9, y - size * 0.1],
    [x + side * size * 0.8, y + size * 0.7],
    [x + side * size * 0.12, y + size * 1.1],
    6,
  ),
  ...bezier(
    [x + side * size * 0.12, y + size * 1.1],
    [x - side * size * 0.1, y + size * 0.6],
    [x - side * size * 0.1, y + size * 0.2],
    [x, y - size * 0.2],
    4,
  ),
];

/** A rounded shoot covered by pressed scales or short awls. */
function scaleShoot(laid: Laid, awls: boolean): Shape[] {
  const one = (from: Pt, lean: number, length: number): Pt[][] => {
    const n = Math.round(length / 0.075);
    return Array.from({ length: n }, (_, i) => i).flatMap((i) =>
      [1, -1].map((side): Pt[] => {
        const t = i * 0.075 + (side > 0 ? 0 : 0.037);
        const at: Pt = [from[0] + Math.sin(lean) * t, from[1] + Math.cos(lean) * t];
        return scale(at, side, awls ? 0.085 : 0.07);
      }),
    );
  };
  return [
    needles([...one([0, 0.2], 0.62, 0.5), ...one([0, 0.34], -0.66, 0.46)], laid),
    needles(one([0, -0.16], 0, 1.05), laid, awls ? 'leaf-dark' : 'leaf'),
  ];
}

/** Thin green twigs of joints, a collar of small teeth at each. */
function joints(laid: Laid): Shape[] {
  const twigs: { from: Pt; lean: number; n: number }[] = [
    { from: [0, 0.1], lean: -0.5, n: 8 },
    { from: [0, 0.2], lean: 0.46, n: 8 },
    { from: [0, 0.34], lean: -0.16, n: 7 },
    { from: [0, 0.3], lean: 0.14, n: 7 },
  ];
  const LONG = 0.095;
  const parts = twigs.flatMap(({ from, lean, n }) =>
    Array.from({ length: n }, (_, i) => {
      const turn = lean * (1 + i * 0.05);
      const u: Pt = [Math.sin(turn), Math.cos(turn)];
      const v: Pt = [Math.cos(turn), -Math.sin(turn)];
      const at = (along: number, across: number): Pt => [
        from[0] + u[0] * (i * LONG + along) + v[0] * across,
        from[1] + u[1] * (i * LONG + along) + v[1] * across,
      ];
      return {
        joint: [at(0, -0.013), at(LONG * 0.94, -0.016), at(LONG * 0.94, 0.016), at(0, 0.013)],
        teeth: [-0.018, -0.006, 0.006, 0.018].map((x): Pt[] => [at(LONG * 0.9, x * 0.8), at(LONG * 1.16, x * 1.5)]),
      };
    }),
  );
  return [
    ...stem(
      [
        [0, -0.22],
        [0, 0.36],
      ],
      laid,
      4,
    ),
    needles(
      parts.map(({ joint }) => joint),
      laid,
      'leaf-dark',
    ),
    { d: parts.flatMap(({ teeth }) => teeth.map((tooth) => polyline(lay(tooth, laid)))).join(''), stroke: 'ink', width: 1, fill: 'none' },
  ];
}

/** A flat fern-like spray of scales: pairs at the edge, flat ones on the face. */
function spray(laid: Laid): Shape[] {
  const outlines: Pt[][] = [];
  const branch = (from: Pt, lean: number, length: number, size: number) => {
    const n = Math.max(2, Math.round(length / (size * 1.05)));
    for (let i = 0; i < n; i++) {
      const t = i * size * 1.05;
      const at: Pt = [from[0] + Math.sin(lean) * t, from[1] + Math.cos(lean) * t];
      for (const side of [1, -1]) outlines.push(scale(at, side, size));
      outlines.push([
        [at[0] - size * 0.22, at[1]],
        [at[0], at[1] - size * 0.3],
        [at[0] + size * 0.22, at[1]],
        [at[0], at[1] + size * 0.6],
      ]);
    }
  };
  for (let i = 0; i < 6; i++) {
    const y = -0.02 + i * 0.14;
    const reach = 0.46 - i * 0.05;
    for (const side of [1, -1]) branch([side * 0.01, y + (side > 0 ? 0 : 0.06)], side * 0.95, reach, 0.062);
  }
  branch([0, -0.2], 0, 1.15, 0.07);
  return [needles(outlines, laid)];
}

/** Cross cuts of needles: what rolls between the fingers and what does not. */
const SECTIONS: Record<string, string> = {
  'flat-soft': '-22,-3 -10,-7 10,-7 22,-3 22,3 10,6 -10,6 -22,3',
  'flat-sharp': '-22,-1 -8,-8 8,-8 22,-1 8,6 -8,6',
  'four-angled': '0,-14 13,0 0,14 -13,0',
  'half-round': '-15,6 -12,-4 0,-11 12,-4 15,6',
  awl: '0,-16 15,9 0,4 -15,9',
};

/** How much wider a single needle is drawn than on its shoot, so that its edges show. */
const NEEDLE_WIDER: Record<string, number> = { 'half-round': 5, 'four-angled': 2.6, 'flat-soft': 2.4, 'flat-sharp': 2.4, awl: 1.6 };

/** One needle large, with its cross cut beside it; null for a form that has no drawing. 120 by 120. */
export function needleFigure(form: string): Figure | null {
  const shape = NEEDLE[form];
  const section = SECTIONS[form];
  if (!shape || !section) return null;
  // Wide enough to see its edges: every form is drawn at the same length.
  const outline = needle([0, 0], form === 'awl' ? 0.15 : 0, form, 1 / shape.length).map(([x, y]): Pt => [x * (NEEDLE_WIDER[form] ?? 2), y]);
  const at: Laid = { at: [40, 112], turn: 0, length: 100 };
  const cut = pts(section).map(([x, y]): Pt => [x + 90, y + 62]);
  const smoothCut = form === 'four-angled' || form === 'awl' ? polyline(cut, true) : smooth(cut, true);
  return {
    width: 120,
    height: 120,
    shapes: [
      { d: polyline(lay(outline, at), true), fill: 'leaf', stroke: 'ink', width: 1.6 },
      { d: smoothCut, fill: 'leaf-pale', stroke: 'ink', width: 1.7 },
      { d: ellipse(90, form === 'half-round' ? 61 : 62, 3, 3), fill: 'leaf-dark', stroke: 'ink', width: 0.9 },
      { d: 'M52 62H64', stroke: 'soft', width: 1, fill: 'none' },
    ],
  };
}
