// Parts that several fruits share: stalks, wings, bunches, cones, balls.
import { area, around, open, pen } from '../pen';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Paint, type Pt, type Shape } from '../shape';

/** Draws a fruit; a tint colours its main part. */
export type Draw = (tint: Paint | null) => Shape[];

/** The stalk a fruit hangs by. */
export const stalk = (text: string): Shape => pen(open(text), 2);
/** Shade on the lower left of a round thing, and a light on its upper right. */
export const round = (x: number, y: number, r: number, fill: Paint): Shape[] => [
  area(circle(x, y, r), fill),
  {
    d: `M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r * 0.4} ${y + r * 0.92}A${r * 1.3} ${r * 1.3} 0 0 1 ${x - r} ${y}Z`,
    fill: 'ink',
    opacity: 0.16,
  },
  { d: ellipse(x + r * 0.34, y - r * 0.42, r * 0.2, r * 0.13, -30), fill: 'paper', opacity: 0.75 },
];

/** A seed with one wing: the seed at the origin, the wing along an angle (radians, 0 is to the right). */
export function wing(at: Pt, turn: number, size: number, fill: Paint, flip = 1): Shape[] {
  const flipped = (text: string) =>
    place(
      pts(text).map(([x, y]): Pt => [x / 100, (flip * y) / 100]),
      at,
      turn,
      size,
    );
  return [
    area(smooth(flipped('-6,-8 20,-15 55,-24 90,-20 104,-2 92,14 60,12 25,9 2,10'), true), fill, 1.3),
    pen(
      ['6,-6 40,-12 74,-16 98,-10', '8,-2 44,-5 80,-7 100,-1', '8,2 46,2 78,3 94,8'].map((t) => smooth(flipped(t))).join(''),
      0.6,
      'ink',
      0.7,
    ),
    area(smooth(flipped('-14,-2 -4,-12 12,-9 16,2 6,11 -8,9'), true), 'fruit', 1.4),
  ];
}

export const pair = (drop: number, fill: Paint): Shape[] => [
  stalk('60,6 60,26 60,40'),
  ...wing([66, 44], drop, 48, fill),
  ...wing([54, 44], Math.PI - drop, 48, fill, -1),
];

/** A branched stalk with round fruit at its ends. */
export function bunch(r: number, fill: Paint, crowned = false): Shape[] {
  const at = pts('34,66 86,64 60,86 43,100 80,98');
  return [
    pen(
      open('60,4 58,26 60,44') +
        at
          .map(([x, y]) =>
            smooth([
              [60, 40],
              [(60 + x) / 2, 50],
              [x, y - r],
            ]),
          )
          .join(''),
      1.5,
    ),
    ...at.flatMap(([x, y]) => round(x, y, r, fill)),
    ...(crowned
      ? at.map(([x, y]) =>
          pen(
            polyline([
              [x - 4, y + r + 1],
              [x - 1.5, y + r - 3],
              [x, y + r + 1],
              [x + 1.5, y + r - 3],
              [x + 4, y + r + 1],
            ]),
            1.2,
          ),
        )
      : []),
  ];
}

/** Overlapping scales of a cone, from the stalk down, as rows of arcs. */
export function cone(x: number, y: number, long: number, half: number, fill: Paint, rows: number, lips = 0): Shape[] {
  const width = (t: number) => half * Math.sin(Math.PI * (0.16 + 0.78 * t)) ** 0.7;
  const edge = Array.from({ length: 13 }, (_, i) => i / 12);
  const outline: Pt[] = [
    ...edge.map((t): Pt => [x + width(t), y + long * t]),
    ...edge.reverse().map((t): Pt => [x - width(t), y + long * t]),
  ];
  const scales = Array.from({ length: rows }, (_, r) => {
    const t = (r + 0.7) / rows;
    const w = width(t);
    const n = half > 14 ? 4 : 2;
    return Array.from({ length: n + (r % 2) }, (_, c): string => {
      const step = (2 * w) / (n + (r % 2));
      const cx = x - w + step * (c + 0.5);
      const yy = y + long * t;
      return (
        smooth([
          [cx - step / 2, yy - 5],
          [cx, yy + 3.5],
          [cx + step / 2, yy - 5],
        ]) +
        (lips
          ? polyline([
              [cx, yy + 3],
              [cx, yy + 3 + lips],
            ])
          : '')
      );
    }).join('');
  }).join('');
  return [area(smooth(outline, true), fill, 1.6), pen(scales, 1.1)];
}

/** Small parts packed into one fruit, as in a blackberry. */
export const packed = (x: number, y: number, rx: number, ry: number, r: number, fill: Paint): Shape[] => {
  const at: Pt[] = [];
  for (let row = -4; row <= 4; row++)
    for (let col = -4; col <= 4; col++) {
      const px = (col + (row % 2 ? 0.5 : 0)) * r * 1.5;
      const py = row * r * 1.35;
      if ((px / rx) ** 2 + (py / ry) ** 2 <= 1) at.push([x + px, y + py]);
    }
  return at.flatMap(([px, py]) => [
    area(circle(px, py, r), fill, 1),
    { d: circle(px + r * 0.3, py - r * 0.35, r * 0.22), fill: 'paper' as const, opacity: 0.7 },
  ]);
};

/** Two hanging balls, bristled: fine hairs make plumes, thick ones spikes. */
export function balls(fill: Paint, width: number, n: number, reach: number): Shape[] {
  const at = [
    [40, 60],
    [80, 88],
  ] as const;
  return [
    pen(open('60,2 52,22 42,38') + open('57,8 78,34 80,64'), 1.7),
    pen(
      at
        .map(([x, y]) =>
          around(n, (a) =>
            polyline([
              [x + Math.cos(a) * 17, y + Math.sin(a) * 17],
              [x + Math.cos(a) * reach, y + Math.sin(a) * reach],
            ]),
          ).join(''),
        )
        .join(''),
      width,
    ),
    ...at.flatMap(([x, y]) => round(x, y, 19, fill)),
    {
      d: at
        .map(([x, y]) =>
          Array.from({ length: 22 }, (_, i) => circle(x + wobble(i, x) * 13, y + wobble(i, y) * 13, width > 1 ? 2 : 1)).join(''),
        )
        .join(''),
      fill: 'ink',
      opacity: 0.6,
    },
  ];
}
