import { circle, ellipse, polyline, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const W = 160;
const H = 96;

/** Ground of the swatch for each colour state. */
const ground = (colour: string): Shape => ({ d: `M0 0H${W}V${H}H0Z`, fill: `tint:${colour}` });

/** A line down the swatch that wanders. */
function furrow(x: number, seed: number, sway = 5, step = 12): Pt[] {
  const points: Pt[] = [];
  for (let y = -6, i = 0; y <= H + 6; y += step, i++) points.push([x + wobble(seed, i) * sway, y]);
  return points;
}

/** A band between two wandering lines, pointed at both ends; furrows and ridges are made of these. */
function spindle(x: number, y: number, long: number, wide: number, seed: number): string {
  const left: Pt[] = [];
  const right: Pt[] = [];
  for (let i = 0; i <= 6; i++) {
    const t = i / 6;
    const w = (wide / 2) * Math.sin(Math.PI * t) ** 0.6 * (1 + 0.3 * wobble(seed, i));
    const cx = x + wobble(seed, i + 20) * 2.4;
    left.push([cx - w, y + long * (t - 0.5)]);
    right.unshift([cx + w, y + long * (t - 0.5)]);
  }
  return smooth([...left, ...right], true);
}

const many = (n: number, make: (i: number) => string) => Array.from({ length: n }, (_, i) => make(i)).join('');

type Draw = (colour: string) => Shape[];

/** Each texture as strokes on a ground, drawn to be told apart at a glance: what the hand and eye meet, not a photograph. */
const TEXTURES: Record<string, Draw> = {
  smooth: () => [
    {
      d: many(5, (i) =>
        smooth([
          [-4, 12 + i * 19],
          [50, 10 + i * 19 + wobble(i) * 4],
          [110, 14 + i * 19 + wobble(i, 2) * 4],
          [166, 11 + i * 19],
        ]),
      ),
      stroke: 'ink',
      width: 0.8,
      opacity: 0.35,
      fill: 'none',
    },
    {
      d: `${ellipse(92, 44, 15, 7)}${ellipse(92, 44, 8, 3.4)}${smooth([
        [76, 40],
        [92, 31],
        [108, 40],
      ])}`,
      stroke: 'ink',
      width: 1.2,
      fill: 'none',
      opacity: 0.8,
    },
  ],
  'lenticels-horizontal': () => [
    {
      d: many(30, (i) =>
        ellipse(((i * 37) % W) + wobble(i) * 8, 7 + Math.floor(i / 4) * 12 + wobble(i, 3) * 3, 7 + 5 * Math.abs(wobble(i, 1)), 1.3),
      ),
      fill: 'ink',
      opacity: 0.8,
    },
  ],
  'papery-peel': () => [
    {
      d: many(12, (i) =>
        polyline([
          [((i * 53) % W) - 6, 6 + ((i * 29) % H)],
          [((i * 53) % W) + 12, 6 + ((i * 29) % H)],
        ]),
      ),
      stroke: 'ink',
      width: 1.6,
      fill: 'none',
      opacity: 0.8,
    },
    {
      d: (
        [
          [12, 20, 44],
          [70, 38, 50],
          [104, 12, 46],
          [24, 64, 56],
          [96, 74, 50],
        ] as const
      )
        .map(([x, y, l]) =>
          smooth(
            [
              [x, y],
              [x + l / 2, y - 4],
              [x + l, y],
              [x + l - 5, y + 9],
              [x + l / 2, y + 13],
              [x + 5, y + 9],
            ] as Pt[],
            true,
          ),
        )
        .join(''),
      fill: 'tint:orange',
      stroke: 'ink',
      width: 1.3,
    },
  ],
  'mosaic-flakes': () => {
    const plates = (tint: Shape['fill'], odd: number): Shape => ({
      d: many(28, (i) => {
        if ((i * 5 + Math.floor(i / 7)) % 3 !== odd) return '';
        const cx = 12 + (i % 7) * 23 + wobble(i, 8) * 9;
        const cy = 10 + Math.floor(i / 7) * 25 + wobble(i, 9) * 9;
        const r = 12 + 5 * Math.abs(wobble(i, 5));
        return polyline(
          Array.from({ length: 7 }, (_, k): Pt => [
            cx + Math.cos((k / 7) * 6.283) * r * (1 + 0.35 * wobble(i, k)),
            cy + Math.sin((k / 7) * 6.283) * r * 1.15 * (1 + 0.3 * wobble(k, i)),
          ]),
          true,
        );
      }),
      fill: tint,
      stroke: 'ink',
      width: 0.9,
    });
    return [plates('tint:yellow', 0), plates('tint:green', 1), plates('tint:grey-brown', 2)];
  },
  'shallow-flat-ridges': () => [
    { d: many(11, (i) => smooth(furrow(8 + i * 15, i, 3))), stroke: 'ink', width: 1.8, fill: 'none', opacity: 0.75 },
    {
      d: many(7, (i) =>
        polyline([
          [14 + i * 23, (i * 41) % H],
          [20 + i * 23, ((i * 41) % H) + 3],
        ]),
      ),
      stroke: 'ink',
      width: 1.2,
      fill: 'none',
      opacity: 0.7,
    },
  ],
  'interlacing-ridges': () => [
    {
      d: many(8, (i) => {
        const line = (phase: number) =>
          Array.from({ length: 13 }, (_, k): Pt => [10 + i * 20 + 8.5 * Math.sin((k / 12) * Math.PI * 4 + phase + i * 0.2), -4 + k * 8.7]);
        return smooth(line(0)) + smooth(line(Math.PI));
      }),
      stroke: 'ink',
      width: 2.6,
      fill: 'none',
      opacity: 0.8,
    },
  ],
  'deep-furrows': () => [
    { d: many(20, (i) => spindle(8 + ((i * 17) % 152), ((i * 37) % 120) - 8, 58 + 18 * wobble(i, 9), 7.5, i)), fill: 'ink', opacity: 0.92 },
    { d: many(9, (i) => smooth(furrow(16 + i * 17, i + 40, 4))), stroke: 'wood-dark', width: 1, fill: 'none', opacity: 0.6 },
  ],
  blocky: () => [
    {
      d: many(8, (r) =>
        many(9, (c) =>
          polyline(
            [
              [c * 19 - 8 + (r % 2) * 9 + wobble(r, c) * 2, r * 13 + wobble(c, r) * 1.5],
              [c * 19 + 8 + (r % 2) * 9, r * 13 + wobble(c, r + 1)],
              [c * 19 + 8 + (r % 2) * 9 + wobble(c, r), r * 13 + 10.5],
              [c * 19 - 8 + (r % 2) * 9, r * 13 + 10.5 + wobble(r, c)],
            ],
            true,
          ),
        ),
      ),
      fill: 'wood-light',
      stroke: 'ink',
      width: 1.8,
      opacity: 0.85,
    },
  ],
  'scaly-plates': () => [
    {
      d: many(22, (i) => {
        const x = ((i * 43) % 160) - 6;
        const y = ((i * 29) % 96) - 6;
        return smooth([
          [x, y + 3],
          [x + 9, y],
          [x + 19, y + 3],
          [x + 20, y + 15],
          [x + 10, y + 21],
          [x + 1, y + 15],
        ]);
      }),
      stroke: 'ink',
      width: 1.7,
      fill: 'wood-light',
      opacity: 0.8,
    },
  ],
  'shaggy-strips': () => [
    {
      d: many(10, (i) => spindle(8 + i * 16.5, 48 + wobble(i) * 18, 84, 12, i + 3)),
      fill: 'wood-light',
      stroke: 'ink',
      width: 1.5,
      opacity: 0.9,
    },
    {
      d: many(10, (i) =>
        smooth([
          [4 + i * 16.5, 88 + wobble(i) * 10],
          [11 + i * 16.5, 92 + wobble(i) * 10],
          [17 + i * 16.5, 84 + wobble(i) * 10],
        ]),
      ),
      stroke: 'tint:red-brown',
      width: 2.4,
      fill: 'none',
    },
  ],
  'stringy-fibrous': () => [
    { d: many(34, (i) => smooth(furrow(2 + i * 4.8, i + 7, 2.2, 16))), stroke: 'ink', width: 0.9, fill: 'none', opacity: 0.6 },
    {
      d: many(5, (i) =>
        smooth([
          [20 + i * 30, 20 + i * 9],
          [24 + i * 30, 44 + i * 9],
          [31 + i * 30, 62 + i * 7],
        ]),
      ),
      stroke: 'tint:red-brown',
      width: 2.2,
      fill: 'none',
    },
  ],
  'warty-ridges': () => [
    {
      d: many(26, (i) => spindle(6 + ((i * 61) % 150), ((i * 23) % 92) + 2, 13 + 9 * Math.abs(wobble(i, 4)), 3.6, i)),
      fill: 'wood-dark',
      stroke: 'ink',
      width: 0.8,
    },
    {
      d: many(16, (i) => circle(((i * 47) % 156) + 3, ((i * 31) % 92) + 3, 1.7 + Math.abs(wobble(i)))),
      fill: 'wood-dark',
      stroke: 'ink',
      width: 0.7,
    },
  ],
  corky: () => [
    {
      d: many(14, (i) => spindle(6 + ((i * 23) % 152), ((i * 41) % 110) - 4, 46, 13, i + 60)),
      fill: 'wood-light',
      stroke: 'ink',
      width: 1.4,
      opacity: 0.9,
    },
    { d: many(40, (i) => circle(((i * 29) % 158) + 1, ((i * 17) % 94) + 1, 0.9)), fill: 'ink', opacity: 0.55 },
  ],
  'fluted-muscle': () => [
    {
      d: many(5, (i) => {
        const x = 6 + i * 33;
        return smooth(
          [
            [x, -4],
            [x + 9 + wobble(i) * 4, 30],
            [x - 2 + wobble(i, 1) * 4, 62],
            [x + 7, 100],
            [x + 22, 100],
            [x + 17, 62],
            [x + 25, 30],
            [x + 14, -4],
          ],
          true,
        );
      }),
      fill: 'wood-light',
      stroke: 'ink',
      width: 1.3,
      opacity: 0.75,
    },
    {
      d: many(5, (i) => {
        const x = 9 + i * 33;
        return smooth([
          [x, -4],
          [x + 11 + wobble(i) * 4, 30],
          [x + 1 + wobble(i, 1) * 4, 62],
          [x + 10, 100],
        ]);
      }),
      stroke: 'ink',
      width: 3.4,
      fill: 'none',
      opacity: 0.35,
    },
  ],
  'vertical-stripes': () => [
    { d: many(9, (i) => spindle(9 + i * 18, 48 + wobble(i) * 12, 104 + 10 * wobble(i, 2), 5, i + 11)), fill: 'paper', opacity: 0.95 },
    { d: many(6, (i) => smooth(furrow(18 + i * 26, i + 80, 2))), stroke: 'ink', width: 0.8, fill: 'none', opacity: 0.4 },
  ],
  spiny: () => [
    {
      d: many(9, (i) => {
        const x = 12 + ((i * 53) % 140);
        const y = 12 + ((i * 37) % 78);
        return (
          polyline(
            [
              [x - 4, y + 5],
              [x + 2, y - 11],
              [x + 6, y + 5],
            ],
            true,
          ) +
          polyline(
            [
              [x + 2, y],
              [x + 15, y - 7],
              [x + 5, y + 4],
            ],
            true,
          )
        );
      }),
      fill: 'wood-dark',
      stroke: 'ink',
      width: 1.3,
    },
  ],
  'ring-scarred': () => [
    {
      d: many(8, (i) =>
        smooth([
          [-4, 8 + i * 12],
          [50, 11 + i * 12 + wobble(i)],
          [110, 11 + i * 12],
          [166, 8 + i * 12],
        ]),
      ),
      stroke: 'ink',
      width: 2.2,
      fill: 'none',
      opacity: 0.75,
    },
    {
      d: many(7, (i) =>
        smooth([
          [-4, 11 + i * 12],
          [80, 15 + i * 12],
          [166, 11 + i * 12],
        ]),
      ),
      stroke: 'paper',
      width: 1.2,
      fill: 'none',
      opacity: 0.6,
    },
  ],
};

/** Usual ground of a texture when no colour is told, so that answers look like bark and not like a key. */
const USUAL_GROUND: Record<string, string> = {
  smooth: 'silver-grey',
  'lenticels-horizontal': 'bronze',
  'papery-peel': 'white',
  'mosaic-flakes': 'cream-mottled',
  'deep-furrows': 'grey-brown',
  'vertical-stripes': 'green',
  'scaly-plates': 'grey',
  'fluted-muscle': 'grey',
  'stringy-fibrous': 'red-brown',
};

/** A swatch of bark, 160 by 96. @param colour a state of bark-colour; the texture's usual one when absent */
export function barkFigure(texture: string, colour?: string): Figure | null {
  const draw = TEXTURES[texture];
  if (!draw) return null;
  const tint = colour ?? USUAL_GROUND[texture] ?? 'grey-brown';
  return { width: W, height: H, shapes: [ground(tint), ...draw(tint)] };
}
