import { area, around, closed, open, pen } from '../pen';
import { balls, pair, round, stalk, type Draw } from './parts';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Shape } from '../shape';

/** Dry fruits: wings, nuts, pods, capsules, balls. */
export const DRY: Record<string, Draw> = {
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
