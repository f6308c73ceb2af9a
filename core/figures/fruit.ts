import { bezier } from './curve';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';

const BOX = 120;
const TURN = 2 * Math.PI;

const area = (d: string, fill: Paint, width = 1.5, opacity = 1): Shape => ({ d, fill, stroke: 'ink', width, opacity });
const pen = (d: string, width = 1.4, stroke: Paint = 'ink', opacity = 1): Shape => ({ d, stroke, width, fill: 'none', opacity });
const closed = (text: string): string => smooth(pts(text), true);
const open = (text: string): string => smooth(pts(text));
const around = <T>(n: number, make: (angle: number, i: number) => T): T[] => Array.from({ length: n }, (_, i) => make((i / n) * TURN, i));
const stalk = (text: string): Shape => pen(open(text), 2);
/** Shade on the lower left of a round thing, and a light on its upper right. */
const round = (x: number, y: number, r: number, fill: Paint): Shape[] => [
  area(circle(x, y, r), fill),
  {
    d: `M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r * 0.4} ${y + r * 0.92}A${r * 1.3} ${r * 1.3} 0 0 1 ${x - r} ${y}Z`,
    fill: 'ink',
    opacity: 0.16,
  },
  { d: ellipse(x + r * 0.34, y - r * 0.42, r * 0.2, r * 0.13, -30), fill: 'paper', opacity: 0.75 },
];

/** A seed with one wing: the seed at the origin, the wing along an angle (radians, 0 is to the right). */
function wing(at: Pt, turn: number, size: number, fill: Paint, flip = 1): Shape[] {
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

const pair = (drop: number, fill: Paint): Shape[] => [
  stalk('60,6 60,26 60,40'),
  ...wing([66, 44], drop, 48, fill),
  ...wing([54, 44], Math.PI - drop, 48, fill, -1),
];

/** A branched stalk with round fruit at its ends. */
function bunch(r: number, fill: Paint, crowned = false): Shape[] {
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
function cone(x: number, y: number, long: number, half: number, fill: Paint, rows: number, lips = 0): Shape[] {
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
const packed = (x: number, y: number, rx: number, ry: number, r: number, fill: Paint): Shape[] => {
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

type Draw = (tint: Paint | null) => Shape[];

/** Each fruit as it hangs or lies, 120 by 120; a tint colours its main part. */
const FRUITS: Record<string, Draw> = {
  'paired-samara': (tint) => pair(0.5, tint ?? 'tint:yellow'),
  'single-samara': (tint) => [
    stalk('60,4 60,14 60,22'),
    area(closed('54,24 52,46 46,70 48,98 60,114 72,98 74,70 68,46 66,24'), tint ?? 'tint:yellow'),
    pen(open('60,54 59,80 60,108') + open('55,56 53,80 55,102') + open('65,56 67,80 65,102'), 0.6, 'ink', 0.7),
    area(closed('55,22 53,40 60,56 67,40 65,22'), 'fruit'),
  ],
  'disc-samara': (tint) => [
    pen(open('60,2 58,14 60,22') + open('60,10 84,18 92,40') + open('60,10 34,20 26,44'), 1.5),
    ...(
      [
        [60, 44, 24],
        [92, 66, 21],
        [27, 72, 21],
        [62, 96, 20],
      ] as const
    ).flatMap(([x, y, r]) => [
      area(ellipse(x, y, r * 0.84, r), tint ?? 'leaf-pale', 1.4),
      pen(
        around(14, (a) =>
          smooth([
            [x + Math.cos(a) * r * 0.34, y + Math.sin(a) * r * 0.4],
            [x + Math.cos(a + 0.15) * r * 0.55, y + Math.sin(a + 0.15) * r * 0.66],
            [x + Math.cos(a + 0.2) * r * 0.76, y + Math.sin(a + 0.2) * r * 0.9],
          ]),
        ).join(''),
        0.5,
        'ink',
        0.6,
      ),
      area(ellipse(x, y, r * 0.28, r * 0.36), 'fruit', 1.2),
      area(
        polyline(
          [
            [x - 3, y - r - 1],
            [x, y - r + 6],
            [x + 3, y - r - 1],
          ],
          true,
        ),
        'paper',
        1,
      ),
    ]),
  ],
  acorn: (tint) => [
    stalk('60,6 60,20 60,30'),
    area(closed('36,54 37,76 46,98 60,110 74,98 83,76 84,54'), tint ?? 'fruit', 1.7),
    { d: closed('36,54 37,76 46,98 60,110 52,90 47,70 47,54'), fill: 'ink', opacity: 0.16 },
    pen(open('72,60 73,74 68,90'), 2.4, 'paper', 0.7),
    area(closed('30,58 32,40 48,29 60,27 72,29 88,40 90,58 60,65'), 'wood', 1.7),
    pen(
      Array.from({ length: 22 }, (_, i) => {
        const x = 36 + ((i * 11) % 50);
        const y = 36 + Math.floor(i / 5) * 6;
        return smooth([
          [x - 4, y],
          [x, y + 3.4],
          [x + 4, y],
        ]);
      }).join(''),
      0.9,
    ),
  ],
  'nut-in-husk': (tint) => [
    stalk('60,4 60,14 60,24'),
    area(closed('60,22 88,30 102,62 90,96 60,110 30,96 18,62 32,30'), tint ?? 'leaf', 1.7),
    { d: closed('18,62 30,96 60,110 44,92 32,62 34,34'), fill: 'ink', opacity: 0.13 },
    area(closed('60,38 78,48 84,70 74,94 60,100 46,94 38,70 44,48'), 'paper', 1.3),
    area(closed('60,46 73,55 77,72 70,90 60,94 50,90 43,72 47,55'), 'wood-dark', 1.4),
    pen(open('60,48 57,70 60,92') + open('52,56 49,72 54,88') + open('68,56 71,72 66,88'), 0.9),
  ],
  'nutlet-on-bract': (tint) => [
    area(closed('60,4 72,14 78,42 74,66 66,82 56,72 50,44 52,16'), 'tint:yellow', 1.5),
    pen(open('61,8 64,36 64,72') + open('62,26 70,34') + open('63,40 73,50') + open('63,26 56,36') + open('63,42 55,54'), 0.7),
    pen(open('63,44 54,66 44,84') + open('55,64 60,82 62,96') + open('50,74 36,82 26,86') + open('56,70 74,82 82,94'), 1.5),
    ...pts('42,92 62,103 22,92 84,101').flatMap(([x, y]) => round(x, y, 7.5, tint ?? 'wood')),
  ],
  'nutlet-in-lobed-bract': (tint) => [
    pen(smooth(pts('60,2 60,30 60,70')), 1.7),
    ...(
      [
        [38, 26, 0.22],
        [84, 34, -0.22],
        [60, 56, 0],
      ] as const
    ).flatMap(([x, y, turn]) => [
      pen(
        polyline([
          [60, y - 12],
          [x, y - 4],
        ]),
        1.2,
      ),
      area(
        smooth(
          place(pts('0,-9 8,-3 24,4 27,12 18,16 9,15 8,36 3,54 0,58 -3,54 -8,36 -9,15 -18,16 -27,12 -24,4 -8,-3'), [x, y], turn),
          true,
        ),
        tint ?? 'leaf',
        1.4,
      ),
      pen(
        ['0,-6 0,24 0,52', '0,2 12,8 22,11', '0,2 -12,8 -22,11'].map((t) => smooth(place(pts(t), [x, y], turn))).join(''),
        0.6,
        'ink',
        0.7,
      ),
      area(circle(x, y, 6), 'wood-dark', 1.1),
    ]),
  ],
  'hop-cluster': (tint) => [
    stalk('60,2 60,12 60,20'),
    ...Array.from({ length: 13 }, (_, i): Shape[] => {
      const row = Math.floor(i / 3);
      const x = 60 + ((i % 3) - 1) * (19 - row * 1.4) + (row % 2 ? 6 : -2);
      const y = 26 + row * 18;
      return [
        area(smooth(place(pts('0,-11 10,-4 11,9 0,17 -11,9 -10,-4'), [x, y], ((i % 3) - 1) * -0.25), true), tint ?? 'leaf-pale', 1.2),
        pen(
          smooth([
            [x, y - 9],
            [x + 1, y + 4],
            [x, y + 14],
          ]) +
            smooth([
              [x - 4, y - 5],
              [x - 5, y + 5],
              [x - 2, y + 12],
            ]),
          0.6,
        ),
      ];
    }).flat(),
  ],
  berry: (tint) => bunch(11, tint ?? 'tint:red'),
  pome: (tint) => bunch(13, tint ?? 'tint:orange', true),
  drupe: (tint) => [
    pen(open('60,4 56,22 62,38') + open('58,20 36,36 30,52'), 1.7),
    ...round(30, 70, 19, tint ?? 'tint:purple-black'),
    area(closed('62,38 88,46 100,74 84,104 54,106 38,82 44,50'), tint ?? 'tint:purple-black', 1.6),
    area(closed('64,48 82,54 90,76 78,97 58,98 47,80 50,56'), 'leaf-pale', 1.1),
    area(ellipse(69, 74, 12, 17, 12), 'wood', 1.4),
    pen(open('66,62 65,74 68,87') + open('73,63 75,74 73,85'), 0.8),
  ],
  'long-bean': (tint) =>
    [-24, -4, 20].map((x, i): Shape =>
      area(
        smooth(
          [
            [58, 6],
            [60 + x * 0.8, 34],
            [62 + x, 76],
            [60 + x * 1.1, 116 - i * 7],
            [57 + x, 78],
            [55 + x * 0.7, 36],
          ],
          true,
        ),
        tint ?? 'wood',
        1.3,
      ),
    ),
  'flat-pod': (tint) => [
    stalk('14,10 20,16 26,22'),
    area(closed('24,20 50,30 84,60 106,98 100,108 84,104 50,82 26,44'), tint ?? 'wood', 1.6),
    pen(open('30,30 60,58 98,100'), 0.8),
    ...pts('43,44 58,58 73,73 87,89').map(([x, y]) => area(ellipse(x, y, 8, 5.5, 45), 'wood-light', 1)),
  ],
  'beaded-pod': (tint) => [
    stalk('30,4 34,12 38,20'),
    area(
      closed('38,18 50,22 54,34 50,42 58,46 64,58 60,68 68,72 74,84 70,96 62,100 54,92 56,80 50,74 44,62 47,52 38,46 32,32'),
      tint ?? 'leaf',
      1.6,
    ),
    pen(open('70,96 72,106 70,114'), 1.6),
    ...pts('43,31 53,57 64,85').map(([x, y]) => area(ellipse(x, y, 4, 6, -20), 'wood-dark', 0.9, 0.7)),
  ],
  'clam-pod': (tint) => [
    stalk('60,4 60,12 60,18'),
    area(closed('60,16 94,30 108,60 60,56 12,60 26,30'), tint ?? 'wood', 1.7),
    area(closed('10,64 60,58 110,64 96,98 60,112 24,98'), tint ?? 'wood', 1.7),
    { d: closed('10,64 60,58 110,64 96,98 60,112 24,98'), fill: 'paper', opacity: 0.18 },
    pen(open('30,36 60,28 90,36') + open('28,84 60,78 92,84'), 0.8, 'ink', 0.6),
    area(ellipse(44, 61, 8, 3), 'leaf-pale', 0.9),
    area(ellipse(76, 61, 8, 3), 'leaf-pale', 0.9),
  ],
  'boat-pod': (tint) => [
    stalk('22,8 28,18 34,26'),
    area(closed('32,24 66,30 96,62 104,100 98,108 62,92 36,58'), tint ?? 'wood', 1.7),
    area(closed('44,36 72,46 92,72 98,98 74,80 52,58'), 'wood-dark', 1.3),
    ...pts('60,52 72,64 84,79').map(([x, y]) => area(ellipse(x, y, 5, 3.4, 45), 'tint:yellow', 0.9)),
  ],
  'woody-capsule': (tint) => [
    pen(open('60,2 60,20 42,34') + open('60,16 78,26 82,34') + open('60,10 62,50 60,72'), 1.8),
    ...(
      [
        [40, 52],
        [84, 54],
        [60, 90],
      ] as const
    ).flatMap(([x, y]) => [
      area(smooth(place(pts('-9,-19 9,-19 17,-4 15,14 8,22 -8,22 -15,14 -17,-4'), [x, y]), true), tint ?? 'wood', 1.6),
      pen(smooth(place(pts('-8,-16 -11,0 -6,18'), [x, y])) + smooth(place(pts('8,-16 11,0 6,18'), [x, y])), 0.8),
      area(ellipse(x, y + 20, 10, 4.4), 'wood-dark', 1.4),
      pen(
        polyline([
          [x - 8, y + 20],
          [x + 8, y + 20],
        ]) +
          polyline([
            [x, y + 16],
            [x, y + 24],
          ]),
        0.9,
        'paper',
      ),
    ]),
  ],
  'plume-ball': (tint) => balls(tint ?? 'tint:yellow', 0.7, 40, 25),
  'spiky-ball': (tint) => balls(tint ?? 'wood', 2, 17, 28),
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
  'fluffy-seed': () => [
    pen(
      around(34, (a, i) => {
        const r = 34 + 10 * Math.abs(wobble(i));
        return smooth([
          [60, 74],
          [60 + Math.cos(a) * r * 0.5, 62 + Math.sin(a) * r * 0.45 - 6],
          [60 + Math.cos(a) * r, 52 + Math.sin(a) * r * 0.85],
        ]);
      }).join(''),
      0.7,
      'soft',
      0.9,
    ),
    area(ellipse(60, 86, 4.5, 11), 'wood-dark', 1.2),
    pen(
      around(12, (a) =>
        smooth([
          [98, 104],
          [98 + Math.cos(a) * 7, 101 + Math.sin(a) * 6],
          [98 + Math.cos(a) * 13, 98 + Math.sin(a) * 11],
        ]),
      ).join(''),
      0.7,
      'soft',
    ),
    area(ellipse(98, 108, 2, 4.4), 'wood-dark', 1),
  ],
  'upright-drupe-cluster': (tint) => [
    stalk('60,118 60,100 60,92'),
    ...Array.from({ length: 52 }, (_, i): Shape[] => {
      const t = i / 52;
      const w = 25 * (1 - t) ** 0.6;
      return [area(circle(60 + w * wobble(i), 98 - t * 86 + wobble(i, 4) * 3, 5.6), tint ?? 'tint:red', 0.9)];
    }).flat(),
  ],
  'spiny-burr': (tint) => [
    stalk('60,2 60,12 60,22'),
    pen(
      around(54, (a, i) => {
        const r = 46 + 5 * wobble(i);
        return polyline([
          [60 + Math.cos(a) * 30, 66 + Math.sin(a) * 28],
          [60 + Math.cos(a + 0.05) * r, 66 + Math.sin(a + 0.05) * r * 0.92],
        ]);
      }).join(''),
      0.9,
    ),
    area(ellipse(60, 66, 35, 33), tint ?? 'leaf', 1.6),
    area(closed('44,46 58,52 76,46 82,66 74,86 60,92 46,86 38,66'), 'paper', 1.2),
    area(closed('50,54 58,58 62,74 56,86 47,80 45,64'), 'tint:red-brown', 1.4),
    area(closed('66,55 73,60 76,74 70,84 62,76 61,62'), 'tint:red-brown', 1.4),
  ],
  'fleshy-fruit': (tint) => [
    stalk('60,4 62,14 60,26'),
    ...round(60, 68, 40, tint ?? 'tint:orange'),
    area(closed('48,28 60,22 72,28 66,34 54,34'), 'leaf', 1.2),
  ],
  'compound-berry': (tint) => [stalk('60,4 58,16 60,28'), ...packed(60, 70, 34, 42, 8.4, tint ?? 'tint:red')],
  aril: (tint) => [
    pen(open('10,30 46,34 112,26'), 3.4, 'wood'),
    ...[22, 36, 50, 66, 80, 94, 106].map((x): Shape =>
      area(smooth(place(pts('-2,0 -3,-16 0,-24 3,-16 2,0'), [x, 32], 0.1), true), 'leaf', 0.9),
    ),
    area(closed('56,34 64,34 64,42 56,42'), 'leaf-dark', 1.1),
    area(closed('38,62 42,46 60,40 78,46 82,62 80,88 60,100 40,88'), tint ?? 'tint:red', 1.6),
    area(ellipse(60, 92, 15, 11), 'ink', 1, 0.85),
    area(ellipse(60, 94, 9.5, 8), 'wood-dark', 1),
  ],
  'papery-lantern': (tint) => [
    stalk('60,2 60,12 60,20'),
    area(closed('60,16 82,38 92,72 78,98 60,114 42,98 28,72 38,38'), tint ?? 'tint:pink-orange', 1.6),
    { d: closed('60,16 48,44 44,76 60,114 42,98 28,72 38,38'), fill: 'ink', opacity: 0.12 },
    pen(
      open('60,18 59,64 60,112') +
        open('60,22 76,60 68,102') +
        open('60,22 44,60 52,102') +
        [44, 62, 80].map((y) => open(`34,${y} 48,${y + 5} 60,${y} 72,${y + 5} 86,${y}`)).join(''),
      0.7,
      'ink',
      0.7,
    ),
    ...pts('54,66 66,72').map(([x, y]) => area(circle(x, y, 4.4), 'ink', 0.8, 0.7)),
  ],
  'winged-nut-string': (tint) => [
    pen(open('60,0 61,60 58,120'), 1.8),
    ...Array.from({ length: 7 }, (_, i) => i).flatMap((i) => {
      const y = 12 + i * 16;
      const side = i % 2 ? 1 : -1;
      return [
        area(ellipse(60 + side * 6 - 9, y, 9, 6.5, -20), tint ?? 'leaf', 1.2),
        area(ellipse(60 + side * 6 + 9, y, 9, 6.5, 20), tint ?? 'leaf', 1.2),
        area(circle(60 + side * 6, y + 1, 4.6), 'leaf-dark', 1.1),
      ];
    }),
  ],
};

function balls(fill: Paint, width: number, n: number, reach: number): Shape[] {
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

/** How long one fruit is drawn, in figure units; a plate's scale bar is made from it. Fluff has no length worth a bar. */
export const FRUIT_DRAWN: Record<string, number> = {
  'paired-samara': 55,
  'single-samara': 92,
  'disc-samara': 48,
  acorn: 83,
  'nut-in-husk': 88,
  'nutlet-on-bract': 15,
  'nutlet-in-lobed-bract': 67,
  'hop-cluster': 95,
  berry: 22,
  pome: 26,
  drupe: 38,
  'long-bean': 110,
  'flat-pod': 120,
  'beaded-pod': 104,
  'clam-pod': 96,
  'boat-pod': 112,
  'woody-capsule': 46,
  'plume-ball': 50,
  'spiky-ball': 56,
  cone: 96,
  'cone-like-catkin': 78,
  'woody-catkin': 36,
  'cone-of-samaras': 92,
  'follicle-cone': 96,
  'upright-drupe-cluster': 96,
  'spiny-burr': 96,
  'fleshy-fruit': 80,
  'compound-berry': 84,
  aril: 60,
  'papery-lantern': 98,
  'winged-nut-string': 36,
};

/** A fruit, 120 by 120; null for one that has no drawing. @param colour a state of fruit-colour; the kind's usual one when absent */
export function fruitFigure(state: string, colour?: string): Figure | null {
  const draw = FRUITS[state];
  return draw ? { width: BOX, height: BOX, shapes: draw(colour ? `tint:${colour}` : null) } : null;
}

const ANGLES: Record<string, number> = { straight: 0.04, wide: 0.55, acute: 1.12 };

/** Paired wings at an angle. */
export function samaraAngle(state: string, colour?: string): Figure | null {
  const drop = ANGLES[state];
  return drop === undefined ? null : { width: BOX, height: BOX, shapes: pair(drop, colour ? `tint:${colour}` : 'tint:yellow') };
}

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
  return draw ? { width: BOX, height: BOX, shapes: draw() } : null;
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
