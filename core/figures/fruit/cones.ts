import { area, make, open, pen } from '../pen';
import { bezier } from '../curve';
import { cone, stalk, type Draw } from './parts';
import { ellipse, place, polyline, pts, smooth, type Figure, type Pt, type Shape } from '../shape';

/** Cones and what looks like them. */
export const CONES: Record<string, Draw> = {
  cone: (tint) => [stalk('60,4 60,12 60,20'), ...cone(60, 18, 96, 27, tint ?? 'wood', 8)],
  'cone-like-catkin': (tint) => [
    pen(open('60,2 60,14 44,24') + open('60,10 78,18 82,26'), 1.6),
    ...cone(44, 24, 78, 11, tint ?? 'wood', 12),
    ...cone(82, 26, 66, 10, tint ?? 'wood', 10),
    area(
      place(pts('0,-5 9,-1 0,5 -9,-1'), [64, 112]).reduce((d, [x, y], i) => `${d}${i ? 'L' : 'M'}${x} ${y}`, '') + 'Z',
      'tint:yellow',
      0.9,
    ),
  ],
  'woody-catkin': (tint) => [
    pen(open('60,2 60,28 60,54') + open('60,22 40,34 34,44') + open('60,30 82,38 88,50'), 1.7),
    ...(
      [
        [34, 44],
        [88, 50],
        [60, 56],
      ] as const
    ).flatMap(([x, y]) => [
      ...cone(x, y, 36, 14, tint ?? 'wood-dark', 4),
      pen(
        Array.from({ length: 3 }, (_, r) =>
          polyline([
            [x - 12, y + 10 + r * 9],
            [x + 12, y + 10 + r * 9],
          ]),
        ).join(''),
        1.4,
        'paper',
        0.5,
      ),
    ]),
  ],
  'cone-of-samaras': (tint) => [
    stalk('60,118 60,108 60,100'),
    ...Array.from({ length: 9 }, (_, i) => [0, 8, 1, 7, 2, 6, 3, 5, 4][i] as number).flatMap((i) => {
      const turn = (i - 4) * 0.15;
      return [
        area(smooth(place(pts('-3,0 -6,-34 -3,-80 0,-92 3,-80 6,-34 3,0'), [60, 104], turn), true), tint ?? 'tint:yellow', 1.2),
        pen(smooth(place(pts('0,-10 0,-50 0,-84'), [60, 104], turn)), 0.6),
      ];
    }),
  ],
  'follicle-cone': (tint) => [
    stalk('60,118 60,106 60,100'),
    ...Array.from({ length: 17 }, (_, i): Shape[] => {
      const row = Math.floor(i / 4);
      const x = 60 + ((i % 4) - 1.5) * (15 - row * 1.2) + (row % 2 ? 4 : -4);
      const y = 92 - row * 17;
      return [
        area(smooth(place(pts('0,-12 8,-3 6,9 -6,9 -8,-3'), [x, y]), true), tint ?? 'wood', 1.3),
        pen(
          polyline([
            [x, y - 14],
            [x + 2, y - 19],
          ]),
          1,
        ),
      ];
    }).flat(),
    ...pts('44,70 74,58 54,38 68,86').flatMap(([x, y]) => [area(ellipse(x, y, 4.6, 6.4, 15), 'tint:red', 1.1)]),
    pen(open('44,76 41,88 44,96'), 0.7),
    area(ellipse(44, 100, 4.4, 6, 0), 'tint:red', 1.1),
  ],
};

/** How cones sit on their twig. */
export function coneSet(state: string): Figure | null {
  const twig = (text: string): Shape[] => [pen(open(text), 6), pen(open(text), 3.4, 'wood')];
  const needles = (points: readonly Pt[]): Shape =>
    pen(
      points
        .flatMap(([x, y]) => [
          polyline([
            [x, y],
            [x - 9, y - 11],
          ]),
          polyline([
            [x, y],
            [x + 9, y - 11],
          ]),
        ])
        .join(''),
      1.3,
      'leaf-dark',
    );
  const level = bezier([4, 62], [40, 56], [80, 66], [116, 60], 9);
  const shapes: Record<string, () => Shape[]> = {
    upright: () => [needles(level), ...twig('4,62 40,59 80,62 116,60'), ...turnedCone(38, 58, 46, 12), ...turnedCone(78, 60, 42, 11)],
    hanging: () => [
      needles(level.map(([x, y]): Pt => [x, y - 34])),
      ...twig('4,28 40,25 80,28 116,26'),
      ...cone(40, 30, 60, 12, 'wood', 8),
      ...cone(80, 30, 54, 11, 'wood', 7),
    ],
    spreading: () => [
      ...twig('60,116 60,70 60,8'),
      needles(pts('60,100 60,84 60,30 60,16')),
      ...leaning(62, 54, 0.95),
      ...leaning(58, 66, -0.95),
    ],
    'at-tips': () => [
      ...twig('60,116 60,80 60,60'),
      ...twig('60,84 44,60 34,46'),
      ...twig('60,84 78,62 88,48'),
      ...(
        [
          [60, 50],
          [32, 38],
          [90, 40],
        ] as const
      ).flatMap(([x, y]) => cone(x, y - 8, 20, 9, 'wood', 3)),
      needles(pts('60,74 46,64 74,66')),
    ],
  };
  const draw = shapes[state];
  return draw ? make(...draw()) : null;
}

/** A cone standing on its twig: the hanging one turned over. */
const turnedCone = (x: number, foot: number, long: number, half: number): Shape[] => cone(x, foot - long, long, half, 'wood', 6);

/** A cone held out from its twig, at an angle from straight up. */
function leaning(x: number, y: number, turn: number): Shape[] {
  const at = (text: string) => place(pts(text), [x, y], turn);
  return [
    area(smooth(at('-5,0 -13,-14 -10,-36 0,-46 10,-36 13,-14 5,0'), true), 'wood', 1.5),
    pen(
      ['-11,-10 0,-4 11,-10', '-12,-20 0,-13 12,-20', '-10,-30 0,-23 10,-30', '-6,-39 0,-33 6,-39'].map((t) => smooth(at(t))).join(''),
      1,
    ),
  ];
}
