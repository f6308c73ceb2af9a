import { area, around, make, pen } from './pen';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';

const petal = (at: Pt, turn: number, text: string, fill: Paint, width = 1.1): Shape =>
  area(smooth(place(pts(text), at, turn), true), fill, width);

/** A small open flower of five petals. */
const small = (x: number, y: number, r: number, fill: Paint): Shape[] => [
  ...around(5, (a) =>
    area(
      ellipse(x + Math.cos(a - 1.57) * r * 0.58, y + Math.sin(a - 1.57) * r * 0.58, r * 0.46, r * 0.38, (a * 180) / Math.PI - 90),
      fill,
      0.9,
    ),
  ),
  area(circle(x, y, r * 0.24), 'tint:yellow', 0.8),
];

type Draw = (tint: Paint | null) => Shape[];

/** Each form of flower or flower head, 120 by 120; a tint colours its petals. */
const FLOWERS: Record<string, Draw> = {
  catkin: (tint) => [
    pen(smooth(pts('8,12 50,10 112,16')), 3),
    ...(
      [
        [34, 14, 86],
        [60, 13, 98],
        [86, 15, 74],
      ] as const
    ).flatMap(([x, y, long]) => [
      area(
        smooth(
          pts(
            `${x - 4},${y} ${x - 8},${y + long * 0.4} ${x - 7},${y + long * 0.85} ${x},${y + long} ${x + 7},${y + long * 0.85} ${x + 8},${y + long * 0.4} ${x + 4},${y}`,
          ),
          true,
        ),
        tint ?? 'tint:yellow',
        1.3,
      ),
      pen(
        Array.from({ length: Math.floor(long / 8) }, (_, i) =>
          smooth([
            [x - 7, y + 8 + i * 8],
            [x, y + 12 + i * 8],
            [x + 7, y + 8 + i * 8],
          ]),
        ).join(''),
        0.9,
      ),
      ...Array.from({ length: Math.floor(long / 16) }, (_, i): Shape => ({
        d: circle(x + (i % 2 ? 8 : -8), y + 14 + i * 15, 1.9),
        fill: tint ?? 'tint:yellow',
        stroke: 'ink',
        width: 0.7,
      })),
    ]),
  ],
  trumpet: (tint) => [
    pen(smooth(pts('12,18 22,24 30,30')), 2.4),
    area(smooth(pts('26,24 38,24 42,34 32,42 24,34'), true), 'leaf', 1.3),
    area(smooth(pts('34,30 52,36 66,44 78,38 70,60 50,54 34,42'), true), tint ?? 'tint:blue-violet', 1.4),
    ...around(5, (a) => petal([82, 64], a + 0.3, '-9,-6 -14,-26 0,-34 14,-26 9,-6', tint ?? 'tint:blue-violet', 1.4)),
    area(ellipse(82, 64, 12, 11), 'tint:cream', 1.1),
    pen(smooth(pts('74,60 80,66 88,62')) + smooth(pts('76,68 82,70 88,68')), 1.2, 'tint:orange'),
  ],
  pea: (tint) => [
    area(smooth(pts('60,62 30,52 20,26 42,10 60,16 78,10 100,26 90,52'), true), tint ?? 'tint:white', 1.5),
    pen(smooth(pts('60,18 59,36 60,56')) + smooth(pts('60,40 44,34 34,26')) + smooth(pts('60,40 76,34 86,26')), 0.7, 'ink', 0.6),
    area(smooth(pts('58,56 34,58 26,76 38,90 56,82'), true), tint ?? 'tint:white', 1.4),
    area(smooth(pts('62,56 86,58 94,76 82,90 64,82'), true), tint ?? 'tint:white', 1.4),
    area(smooth(pts('60,64 70,76 68,94 60,102 52,94 50,76'), true), 'tint:cream', 1.4),
    pen(smooth(pts('60,102 60,110 60,118')), 2),
  ],
  raceme: (tint) => [
    pen(smooth(pts('100,4 70,8 60,26 59,70 60,116')), 1.9),
    ...Array.from({ length: 6 }, (_, i) => i).flatMap((i): Shape[] => {
      const y = 30 + i * 14;
      const s = 1 - i * 0.12;
      const sized = (text: string) =>
        pts(text)
          .map(([a, b]) => `${a * s},${b * s}`)
          .join(' ');
      return [1, -1].flatMap((side): Shape[] => {
        const x = 60 + side * (9 + 9 * s);
        return [
          pen(
            smooth([
              [60, y - 6],
              [60 + side * 8, y - 5],
              [x, y - 1],
            ]),
            0.9,
          ),
          petal([x, y], side * 0.3, sized('0,-2 -9,4 -10,13 0,17 10,13 9,4'), tint ?? 'tint:white'),
          petal([x, y], side * 0.3, sized('-4,8 0,4 4,8 3,15 -3,15'), 'tint:cream', 0.8),
        ];
      });
    }),
  ],
  panicle: (tint) => {
    const branches = Array.from({ length: 7 }, (_, i) => ({ y: 96 - i * 12, reach: 40 - i * 4.6 }));
    return [
      pen(
        smooth(pts('60,118 60,60 60,8')) +
          branches
            .map(
              ({ y, reach }) =>
                smooth([
                  [60, y],
                  [60 + reach * 0.6, y - 8],
                  [60 + reach, y - 14],
                ]) +
                smooth([
                  [60, y - 5],
                  [60 - reach * 0.6, y - 13],
                  [60 - reach, y - 19],
                ]),
            )
            .join(''),
        1.3,
      ),
      ...branches.flatMap(({ y, reach }, i) =>
        [0.45, 0.75, 1].flatMap((t, j) => [
          ...small(60 + reach * t, y - 14 * t - 2, 6.6 - i * 0.3, tint ?? 'tint:cream'),
          ...small(60 - reach * t, y - 5 - 14 * t - 2 + j * 0.4, 6.6 - i * 0.3, tint ?? 'tint:cream'),
        ]),
      ),
      ...small(60, 8, 5.5, tint ?? 'tint:cream'),
    ];
  },
  'flat-cluster': (tint) => {
    const heads = pts('18,44 36,34 54,28 72,28 90,36 104,46 46,48 66,46 84,52');
    return [
      pen(
        heads
          .map(([x, y]) =>
            smooth([
              [60, 116],
              [(60 + x) / 2 + (x - 60) * 0.1, 78],
              [x, y],
            ]),
          )
          .join(''),
        1.3,
      ),
      ...heads.flatMap(([x, y]) => small(x, y, 12, tint ?? 'tint:white')),
    ];
  },
  bottlebrush: (tint) => [
    pen(
      Array.from({ length: 26 }, (_, i) =>
        [1, -1]
          .map((s) =>
            polyline([
              [60, 100 - i * 3.2],
              [60 + s * (30 + 3 * wobble(i)), 92 - i * 3.2],
            ]),
          )
          .join(''),
      ).join(''),
      1.3,
      tint ?? 'tint:red',
    ),
    {
      d: Array.from({ length: 26 }, (_, i) => [1, -1].map((s) => circle(60 + s * (30 + 3 * wobble(i)), 92 - i * 3.2, 1.7)).join('')).join(
        '',
      ),
      fill: 'tint:yellow',
      stroke: 'ink',
      width: 0.5,
    },
    pen(smooth(pts('60,118 60,60 60,6')), 3, 'wood-dark'),
  ],
  wheel: (tint) => [
    pen(smooth(pts('60,118 60,90 60,66')), 2.6),
    ...around(12, (a) => petal([60, 58], a, '-2,-12 -4,-34 -8,-46 0,-52 8,-46 4,-34 2,-12', tint ?? 'tint:red', 1.2)),
    area(circle(60, 58, 12), 'tint:yellow', 1.4),
    pen(circle(60, 58, 7), 0.8),
  ],
  tulip: (tint) => [
    pen(smooth(pts('60,118 60,104 60,96')), 2.6),
    area(smooth(pts('30,26 36,70 60,98 50,60 42,30'), true), tint ?? 'tint:yellow', 1.4),
    area(smooth(pts('90,26 84,70 60,98 70,60 78,30'), true), tint ?? 'tint:yellow', 1.4),
    area(smooth(pts('60,16 76,44 78,76 60,98 42,76 44,44'), true), tint ?? 'tint:yellow', 1.5),
    { d: smooth(pts('43,64 50,58 60,64 70,58 77,64 77,74 70,70 60,76 50,70 43,74'), true), fill: 'tint:orange', opacity: 0.75 },
    pen(smooth(pts('60,24 59,56 60,92')), 0.7),
  ],
  'pom-pom': (tint) => [
    pen(smooth(pts('60,118 58,98 60,84')), 2.2),
    pen(
      around(60, (a, i) => {
        const r = 42 + 5 * wobble(i);
        return polyline([
          [60 + Math.cos(a) * 8, 52 + Math.sin(a) * 8],
          [60 + Math.cos(a) * r, 52 + Math.sin(a) * r],
        ]);
      }).join(''),
      1.2,
      tint ?? 'tint:pink',
    ),
    {
      d: around(60, (a, i) => {
        const r = 42 + 5 * wobble(i);
        return circle(60 + Math.cos(a) * r, 52 + Math.sin(a) * r, 2);
      }).join(''),
      fill: tint ?? 'tint:pink',
      stroke: 'ink',
      width: 0.7,
    },
    area(circle(60, 52, 11), 'leaf-pale', 1.2),
  ],
  'single-showy': (tint) => [
    ...around(6, (a) => petal([60, 60], a + 0.3, '-7,-8 -18,-34 -8,-54 8,-54 18,-34 7,-8', tint ?? 'tint:white', 1.4)),
    pen(around(6, (a) => smooth(place(pts('0,-14 1,-32 0,-48'), [60, 60], a + 0.3))).join(''), 0.6, 'ink', 0.6),
    area(circle(60, 60, 10), 'tint:yellow', 1.2),
    { d: around(10, (a) => circle(60 + Math.cos(a) * 6, 60 + Math.sin(a) * 6, 1.3)).join(''), fill: 'ink', opacity: 0.7 },
  ],
  minute: (tint) => [
    pen(smooth(pts('60,118 62,60 58,6')), 4.4),
    pen(smooth(pts('60,118 62,60 58,6')), 2, 'wood'),
    ...pts('68,92 50,74 70,54 49,36 66,20').flatMap(([x, y]) =>
      around(7, (a, i): Shape[] => [
        pen(
          polyline([
            [x, y],
            [x + Math.cos(a) * 9, y + Math.sin(a) * 7],
          ]),
          0.8,
        ),
        { d: circle(x + Math.cos(a) * 10, y + Math.sin(a) * 8, 2.3 + (i % 2) * 0.4), fill: tint ?? 'leaf', stroke: 'ink', width: 0.8 },
      ]).flat(),
    ),
  ],
};

/** A flower, 120 by 120; null for a form that has no drawing. @param colour a state of flower-colour; the form's usual one when absent */
export function flowerFigure(state: string, colour?: string): Figure | null {
  const draw = FLOWERS[state];
  return draw ? make(...draw(colour ? `tint:${colour}` : null)) : null;
}
