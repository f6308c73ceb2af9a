import type { Answers, Draw } from './answers';
import { barkFigure } from './bark';
import { flowerFigure } from './flower';
import { fruitFigure } from './fruit';
import { leafFigure } from './leaf';
import { leafOf } from './leaf/form';
import { area, closed, make, open, pen } from './pen';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';

/** What rises from a scratched twig or a crushed leaf. */
const breath = (x: number, y: number): Shape =>
  pen(
    [-14, 0, 14]
      .map((dx) =>
        smooth([
          [x + dx, y],
          [x + dx - 5, y - 9],
          [x + dx + 5, y - 18],
          [x + dx, y - 27],
        ]),
      )
      .join(''),
    1.8,
    'soft',
  );

/** A thing that smells so, beside what was scratched or crushed. */
const THINGS: Record<string, () => Shape[]> = {
  none: () => [
    area(circle(60, 78, 26), 'paper', 1.4),
    pen(
      polyline([
        [42, 96],
        [78, 60],
      ]),
      2.2,
    ),
  ],
  wintergreen: () => [
    area(closed('30,96 24,70 44,52 62,66 54,92'), 'leaf-dark'),
    pen(open('34,92 44,74 54,60'), 0.9),
    area(circle(82, 84, 14), 'tint:red'),
    area(circle(66, 98, 11), 'tint:red'),
  ],
  almond: () => [
    area(closed('60,46 84,66 86,92 60,112 34,92 36,66'), 'tint:bronze'),
    pen(['60,50 58,80 60,108', '50,58 46,82 52,104', '70,58 74,82 68,104'].map(open).join(''), 1),
  ],
  rank: () => [
    pen([62, 76, 90, 104].map((y) => open(`18,${y} 36,${y - 8} 54,${y} 72,${y + 8} 90,${y} 104,${y - 5}`)).join(''), 3, 'tint:green'),
    pen([62, 76, 90, 104].map((y) => open(`18,${y} 36,${y - 8} 54,${y} 72,${y + 8} 90,${y} 104,${y - 5}`)).join(''), 0.8),
  ],
  peppery: () =>
    Array.from({ length: 8 }, (_, i): Shape[] => [
      area(circle(28 + (i % 4) * 22, 66 + Math.floor(i / 4) * 28 + (i % 2) * 6, 10), 'tint:blackish'),
      pen(
        smooth([
          [22 + (i % 4) * 22, 66 + Math.floor(i / 4) * 28],
          [28 + (i % 4) * 22, 62 + Math.floor(i / 4) * 28],
          [34 + (i % 4) * 22, 68 + Math.floor(i / 4) * 28],
        ]),
        1,
        'paper',
        0.8,
      ),
    ]).flat(),
  spicy: () => [
    ...Array.from({ length: 8 }, (_, i): Shape =>
      area(smooth(place(pts('0,-4 7,-14 0,-34 -7,-14'), [60, 82], (i / 8) * 2 * Math.PI), true), 'tint:red-brown', 1.3),
    ),
    ...Array.from({ length: 8 }, (_, i): Shape =>
      area(smooth(place(pts('0,-10 3,-15 0,-22 -3,-15'), [60, 82], (i / 8) * 2 * Math.PI), true), 'tint:bronze', 0.8),
    ),
  ],
  resinous: () => [
    area('M36 44H84V112H36Z', 'wood'),
    pen(open('46,46 45,80 47,110') + open('72,46 74,80 72,110'), 1, 'ink', 0.6),
    area(closed('60,52 70,78 66,94 60,98 54,94 50,78'), 'tint:yellow'),
    pen(open('57,72 55,82 58,90'), 2, 'paper'),
  ],
  citrus: () => [
    area(circle(60, 80, 32), 'tint:orange'),
    area(circle(60, 80, 26), 'tint:cream', 1),
    ...Array.from({ length: 8 }, (_, i): Shape =>
      area(smooth(place(pts('0,-4 7,-18 0,-23 -7,-18'), [60, 80], (i / 8) * 2 * Math.PI), true), 'tint:orange', 0.8),
    ),
  ],
  lemon: () => [
    area(closed('18,80 34,58 60,52 86,58 102,80 86,102 60,108 34,102'), 'tint:yellow'),
    pen(open('34,70 46,62 62,60'), 2.4, 'paper'),
    {
      d: Array.from({ length: 18 }, (_, i) => circle(36 + ((i * 17) % 52), 66 + ((i * 11) % 32), 0.9)).join(''),
      fill: 'ink',
      opacity: 0.4,
    },
  ],
  menthol: () => [
    area(closed('60,112 34,96 30,72 44,58 60,48 76,58 90,72 86,96'), 'leaf-dark'),
    pen(
      open('60,110 60,80 60,54') +
        [66, 80, 94].map((y) => open(`60,${y} 48,${y - 6} 40,${y - 4}`) + open(`60,${y} 72,${y - 6} 80,${y - 4}`)).join(''),
      1,
    ),
    area(circle(94, 56, 5), 'tint:blue', 1, 0.7),
  ],
  camphor: () => [
    ...(
      [
        [42, 74],
        [78, 72],
        [60, 98],
      ] as const
    ).flatMap(([x, y]) => [
      area(circle(x, y, 16), 'tint:white'),
      { d: circle(x - 5, y - 5, 4), fill: 'tint:silver-grey' as const, opacity: 0.6 },
    ]),
  ],
};

/** Layers of a bark answer by hand. */
const FEELS: Record<string, () => Shape[]> = {
  hard: () => [
    area('M0 58H120V120H0Z', 'wood'),
    pen(open('0,80 40,78 80,82 120,79') + open('0,100 50,98 120,101'), 0.9, 'ink', 0.5),
    finger(58, 56, 0),
    pen(
      polyline([
        [34, 44],
        [26, 36],
      ]) +
        polyline([
          [86, 44],
          [94, 36],
        ]) +
        polyline([
          [36, 30],
          [30, 18],
        ]) +
        polyline([
          [84, 30],
          [90, 18],
        ]),
      2,
    ),
  ],
  spongy: () => [
    area(closed('0,62 30,62 46,74 60,80 74,74 90,62 120,62 124,124 -4,124'), 'wood-light'),
    {
      d: Array.from({ length: 40 }, (_, i) => circle(4 + 112 * ((i * 0.618) % 1), 86 + 32 * ((i * 0.7549) % 1), 1.5)).join(''),
      fill: 'ink',
      opacity: 0.4,
    },
    finger(60, 76, 0),
  ],
  flaky: () => [
    area('M0 66H120V120H0Z', 'wood'),
    ...(
      [
        [14, 60, -0.3],
        [50, 46, 0.4],
        [86, 58, -0.5],
        [70, 22, 0.9],
        [30, 26, -0.8],
      ] as const
    ).map(([x, y, turn]) => area(smooth(place(pts('0,0 12,-5 25,-2 28,8 14,12 1,9'), [x, y], turn), true), 'wood-light', 1.4)),
    pen(open('0,88 60,84 120,90'), 0.9, 'ink', 0.5),
  ],
  corky: () => [
    area('M0 56H120V120H0Z', 'wood-light'),
    {
      d: Array.from({ length: 46 }, (_, i) => ellipse(4 + 112 * ((i * 0.618) % 1), 64 + 52 * ((i * 0.7549) % 1), 1.7, 1)).join(''),
      fill: 'ink',
      opacity: 0.45,
    },
    pen(open('42,62 56,72 72,62'), 3.4),
    pen(open('46,80 58,88 70,80'), 2.4, 'ink', 0.6),
    finger(58, 54, 0.25),
  ],
};

/** A fingertip that comes down on something. */
const finger = (x: number, y: number, turn: number): Shape =>
  area(smooth(place(pts('-11,-54 -12,-20 -9,-4 0,0 9,-4 12,-20 11,-54'), [x, y], turn), true), 'tint:cream', 1.6);

const GROUND_WATER: Record<string, () => Shape[]> = {
  wet: () => [
    area('M0 64H120V120H0Z', 'wood-dark'),
    area(closed('8,66 36,58 84,58 112,66 84,76 36,76'), 'tint:blue'),
    pen(open('26,66 40,63 54,66') + open('66,68 82,65 96,68'), 1.2, 'paper'),
    ...reeds(24),
    ...reeds(100),
  ],
  moist: () => [
    area('M0 64H120V120H0Z', 'wood-dark'),
    ...pts('24,86 52,98 80,84 102,100').map(([x, y]) =>
      area(
        smooth(
          [
            [x, y - 10],
            [x + 6, y + 2],
            [x, y + 8],
            [x - 6, y + 2],
          ],
          true,
        ),
        'tint:blue',
        1,
      ),
    ),
    ...reeds(60),
  ],
  dry: () => [
    area('M0 64H120V120H0Z', 'wood-light'),
    pen(
      [
        polyline(pts('18,64 26,84 20,120')),
        polyline(pts('26,84 48,90 62,76 70,64')),
        polyline(pts('48,90 54,120')),
        polyline(pts('62,76 88,92 100,64')),
        polyline(pts('88,92 84,120')),
        polyline(pts('88,92 120,100')),
      ].join(''),
      1.8,
    ),
  ],
};
const reeds = (x: number): Shape[] => [
  pen(
    [-7, 0, 7]
      .map((dx) =>
        smooth([
          [x + dx * 0.4, 64],
          [x + dx * 0.8, 48],
          [x + dx * 1.5, 32],
        ]),
      )
      .join(''),
    2,
    'leaf-dark',
  ),
];

const SOILS: Record<string, () => Shape[]> = {
  acid: () => [
    area('M0 56H120V120H0Z', 'tint:brown'),
    area('M0 56H120V70H0Z', 'ink', 1.2, 0.75),
    pen(
      Array.from({ length: 26 }, (_, i) =>
        polyline([
          [4 + i * 4.6, 57 - 4 * Math.abs(wobble(i))],
          [9 + i * 4.6, 50 - 6 * Math.abs(wobble(i, 2))],
        ]),
      ).join(''),
      1.1,
      'tint:bronze',
    ),
  ],
  neutral: () => [
    area('M0 56H120V120H0Z', 'wood'),
    ...Array.from({ length: 22 }, (_, i): Shape =>
      area(circle(6 + 108 * ((i * 0.618) % 1), 64 + 50 * ((i * 0.7549) % 1), 3 + 2 * Math.abs(wobble(i))), 'wood-dark', 0.8),
    ),
    pen(open('30,120 34,96 28,76') + open('84,120 80,92 88,72'), 1.2),
  ],
  limy: () => [
    area('M0 56H120V120H0Z', 'wood-light'),
    ...Array.from({ length: 16 }, (_, i): Shape => {
      const [x, y] = [8 + 104 * ((i * 0.618) % 1), 68 + 44 * ((i * 0.7549) % 1)];
      const r = 5 + 4 * Math.abs(wobble(i));
      return area(
        smooth(
          Array.from({ length: 6 }, (_, k): Pt => [
            x + Math.cos(k * 1.047) * r * (1 + 0.25 * wobble(i, k)),
            y + Math.sin(k * 1.047) * r * 0.8,
          ]),
          true,
        ),
        'tint:white',
        1,
      );
    }),
  ],
};

/** A maple leaf in its autumn colour; green where it does not turn. */
function autumnLeaf(state: string): Figure {
  const leaf = leafFigure(leafOf({ lobes: 'palmate', shape: 'maple', base: 'heart', margin: 'coarse-toothed' }));
  if (state === 'none') return leaf;
  return {
    ...leaf,
    shapes: leaf.shapes.map((shape) =>
      shape.fill === 'leaf'
        ? { ...shape, fill: `tint:${state}` as const }
        : shape.fill === 'leaf-dark'
          ? { ...shape, fill: 'ink', opacity: 0.12 }
          : shape,
    ),
  };
}

/** Grown leaves in summer, by their colour. */
const SUMMER: Record<string, { paint: Paint; edge?: Paint }> = {
  green: { paint: 'leaf' },
  'grey-green': { paint: 'tint:grey-green' },
  'blue-grey': { paint: 'tint:blue-grey' },
  purple: { paint: 'tint:purple' },
  golden: { paint: 'tint:golden' },
  variegated: { paint: 'leaf', edge: 'tint:cream' },
};

function summerLeaf(state: string): Figure | null {
  const colour = SUMMER[state];
  if (!colour) return null;
  const leaf = leafFigure(leafOf({ shape: 'ovate', margin: 'single-toothed' }));
  const [blade] = leaf.shapes;
  const painted = leaf.shapes.map((shape): Shape => {
    if (shape.fill === 'leaf') return { ...shape, fill: colour.paint };
    return shape.fill === 'leaf-dark' ? { ...shape, fill: 'ink', opacity: 0.14 } : shape;
  });
  if (!colour.edge || !blade) return { ...leaf, shapes: painted };
  // A pale rim, and the green of the middle left.
  const inner = area(closed('60,26 78,52 80,74 60,96 40,74 42,52'), 'leaf', 0.8);
  return { ...leaf, shapes: [{ ...blade, fill: colour.edge }, inner, ...painted.slice(2)] };
}

const smell: Draw = (state) => {
  const thing = THINGS[state];
  return thing ? make(...thing(), ...(state === 'none' ? [] : [breath(60, 40)])) : null;
};
/** The drawing that a table of shapes holds for a state. */
const from =
  (table: Record<string, () => Shape[]>): Draw =>
  (state) => {
    const shapes = table[state];
    return shapes ? make(...shapes()) : null;
  };

/** What is smelt, felt, or told by a colour. */
export const SENSE_ANSWERS: Answers = {
  'twig-smell': smell,
  'leaf-smell': smell,
  'bark-feel': from(FEELS),
  moisture: from(GROUND_WATER),
  soil: from(SOILS),
  'bark-colour': (state) => barkFigure('shallow-flat-ridges', state),
  'bark-undertone': (state) => barkFigure('deep-furrows', 'grey-brown', state),
  'autumn-colour': autumnLeaf,
  'leaf-colour': summerLeaf,
  'flower-colour': (state) => flowerFigure('flat-cluster', state),
  'fruit-colour': (state) => fruitFigure('berry', state),
};
