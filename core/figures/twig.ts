import { circle, ellipse, place, polyline, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';

const BOX = { width: 120, height: 120 };
const make = (...shapes: Shape[]): Figure => ({ ...BOX, shapes });

const wood = (points: readonly Pt[], width: number): Shape[] => [
  { d: smooth(points), stroke: 'ink', width: width + 2.6, fill: 'none' },
  { d: smooth(points), stroke: 'wood', width, fill: 'none' },
];

/** A bud of a shape at a point, pointing along an angle (radians, 0 is up). */
function bud(shape: string, at: Pt, turn: number, size: number, fill: Paint = 'wood-light'): Shape[] {
  const outline: Record<string, Pt[]> = {
    'needle-long': [
      [0, 0],
      [0.13, -0.5],
      [0, -2.3],
      [-0.13, -0.5],
    ],
    conical: [
      [0.32, 0],
      [0.3, -0.3],
      [0, -1.2],
      [-0.3, -0.3],
      [-0.32, 0],
    ],
    ovoid: [
      [0.26, 0],
      [0.4, -0.45],
      [0.22, -0.9],
      [0, -1.12],
      [-0.22, -0.9],
      [-0.4, -0.45],
      [-0.26, 0],
    ],
    round: [
      [0.25, 0],
      [0.46, -0.35],
      [0.3, -0.78],
      [0, -0.9],
      [-0.3, -0.78],
      [-0.46, -0.35],
      [-0.25, 0],
    ],
    'flat-triangular': [
      [0.42, 0],
      [0.14, -0.62],
      [0, -0.78],
      [-0.14, -0.62],
      [-0.42, 0],
    ],
    'swollen-one-side': [
      [0.2, 0],
      [0.62, -0.42],
      [0.3, -0.95],
      [-0.04, -1.12],
      [-0.22, -0.8],
      [-0.24, -0.3],
      [-0.2, 0],
    ],
    stalked: [
      [0.09, 0],
      [0.1, -0.4],
      [0.32, -0.75],
      [0.2, -1.25],
      [0, -1.5],
      [-0.2, -1.25],
      [-0.32, -0.75],
      [-0.1, -0.4],
      [-0.09, 0],
    ],
    hidden: [
      [0.3, 0],
      [0.2, -0.16],
      [0, -0.2],
      [-0.2, -0.16],
      [-0.3, 0],
    ],
  };
  const points = outline[shape] ?? (outline.ovoid as Pt[]);
  return [{ d: smooth(place(points, at, turn, size), true), fill, stroke: 'ink', width: 1.7 }];
}

/** Scale edges drawn over a large bud that stands upright with its foot at (60, 96). */
function scales(state: string): string {
  switch (state) {
    case 'one':
      return smooth([
        [44, 92],
        [60, 96],
        [76, 92],
      ]);
    case 'two-three':
      return (
        smooth([
          [60, 30],
          [56, 58],
          [46, 88],
        ]) +
        smooth([
          [60, 30],
          [69, 62],
          [70, 92],
        ])
      );
    case 'many':
      return [86, 74, 62, 50, 40]
        .map((y, i) =>
          smooth([
            [60 - (24 - i * 3.4), y - 6],
            [60 - 8 + (i % 2) * 14, y + 6],
            [60 + (24 - i * 3.4), y - 7],
          ]),
        )
        .join('');
    default:
      return '';
  }
}

const bigBud = (fill: Paint, extra: Shape[] = []): Figure =>
  make(
    ...wood(
      [
        [60, 122],
        [60, 96],
      ],
      13,
    ),
    {
      d: smooth(
        [
          [48, 97],
          [37, 74],
          [42, 46],
          [60, 22],
          [78, 46],
          [83, 74],
          [72, 97],
        ],
        true,
      ),
      fill,
      stroke: 'ink',
      width: 2,
    },
    ...extra,
  );

const leafAt = (at: Pt, turn: number, size: number): Shape => ({
  d: smooth(
    place(
      [
        [0, 0],
        [0.36, -0.45],
        [0, -1.25],
        [-0.36, -0.45],
      ],
      at,
      turn,
      size,
    ),
    true,
  ),
  fill: 'leaf',
  stroke: 'ink',
  width: 1.5,
});

/** Twigs, buds and pith, 120 by 120; null for a state that has no drawing. */
export function twigFigure(trait: string, state: string): Figure | null {
  switch (trait) {
    case 'arrangement': {
      const stem = wood(
        [
          [60, 120],
          [60, 12],
        ],
        5,
      );
      if (state === 'opposite')
        return make(...stem, ...[100, 66, 32].flatMap((y) => [leafAt([61, y], 1.15, 30), leafAt([59, y], -1.15, 30)]));
      if (state === 'alternate')
        return make(
          ...wood(
            [
              [60, 120],
              [63, 88],
              [57, 56],
              [62, 12],
            ],
            5,
          ),
          ...[100, 76, 52, 28].map((y, i) => leafAt([60, y], i % 2 === 0 ? 1.1 : -1.1, 31)),
        );
      if (state === 'whorled')
        return make(...stem, ...[92, 46].flatMap((y) => [1.35, -1.35, 0.45, -0.45].map((a) => leafAt([60, y], a, 30))));
      if (state === 'spiral-tuft')
        return make(
          ...wood(
            [
              [60, 120],
              [60, 66],
            ],
            7,
          ),
          ...[1.9, -1.9, 1.2, -1.2, 0.6, -0.6, 0].map((a) => leafAt([60, 66], a, 38)),
        );
      return null;
    }
    case 'twig-thickness': {
      const w = { slender: 3, medium: 8, stout: 18 }[state];
      return w
        ? make(
            ...wood(
              [
                [22, 112],
                [60, 62],
                [92, 10],
              ],
              w,
            ),
            ...bud('ovoid', [92, 12], 0.55, 12 + w * 0.7),
            ...bud('ovoid', [58, 62], -0.9, 9 + w * 0.5),
          )
        : null;
    }
    case 'twig-line':
      if (state === 'straight')
        return make(
          ...wood(
            [
              [28, 116],
              [60, 60],
              [90, 8],
            ],
            5,
          ),
          ...bud('ovoid', [90, 10], 0.5, 13),
          ...bud('ovoid', [70, 42], 1.3, 11),
          ...bud('ovoid', [48, 80], -0.5, 11),
        );
      if (state === 'zigzag') {
        const zig: Pt[] = [
          [46, 116],
          [72, 92],
          [46, 66],
          [72, 40],
          [52, 12],
        ];
        return make(
          { d: polyline(zig), stroke: 'ink', width: 7.6, fill: 'none' },
          { d: polyline(zig), stroke: 'wood', width: 5, fill: 'none' },
          ...zig.slice(1, 4).flatMap((p, i) => bud('ovoid', p, i % 2 === 0 ? 1.1 : -1.1, 13)),
          ...bud('ovoid', [52, 13], -0.4, 13),
        );
      }
      return null;
    case 'twig-surface': {
      const stem = wood(
        [
          [30, 116],
          [62, 60],
          [86, 8],
        ],
        11,
      );
      const hairs = (n: number, long: number): Shape => ({
        d: Array.from({ length: n }, (_, i) => {
          const t = i / n;
          const x = 30 + 56 * t;
          const y = 116 - 108 * t;
          return (
            polyline([
              [x - 5, y - 3],
              [x - 5 - long, y - 5],
            ]) +
            polyline([
              [x + 6, y + 3],
              [x + 6 + long, y + 4],
            ])
          );
        }).join(''),
        stroke: 'ink',
        width: 0.9,
        fill: 'none',
      });
      if (state === 'smooth') return make(...stem);
      if (state === 'downy') return make(...stem, hairs(24, 4));
      if (state === 'velvety') return make(...stem, hairs(46, 8));
      if (state === 'waxy')
        return make(...stem, {
          d: smooth([
            [34, 108],
            [64, 56],
            [86, 14],
          ]),
          stroke: 'tint:blue',
          width: 6,
          fill: 'none',
          opacity: 0.75,
        });
      if (state === 'ridged')
        return make(...stem, {
          d: [-3.4, 0, 3.4]
            .map((o) =>
              smooth([
                [30 + o, 116],
                [62 + o, 60],
                [86 + o, 8],
              ]),
            )
            .join(''),
          stroke: 'ink',
          width: 1.1,
          fill: 'none',
        });
      if (state === 'corky-winged')
        return make(
          {
            d: smooth(
              [
                [22, 108],
                [34, 88],
                [46, 78],
                [50, 58],
                [62, 44],
                [66, 24],
                [80, 12],
                [96, 18],
                [86, 36],
                [84, 52],
                [70, 62],
                [66, 82],
                [52, 92],
                [42, 118],
              ],
              true,
            ),
            fill: 'wood-light',
            stroke: 'ink',
            width: 1.5,
          },
          ...wood(
            [
              [30, 116],
              [62, 60],
              [86, 8],
            ],
            6,
          ),
        );
      if (state === 'thorny')
        return make(...stem, {
          d: [
            [40, 98, 1],
            [52, 76, -1],
            [66, 50, 1],
            [76, 30, -1],
          ]
            .map(([x, y, s]) =>
              polyline(
                [
                  [x as number, (y as number) - 5],
                  [(x as number) + 22 * (s as number), (y as number) - 12],
                  [x as number, (y as number) + 4],
                ],
                true,
              ),
            )
            .join(''),
          fill: 'wood-dark',
          stroke: 'ink',
          width: 1.4,
        });
      if (state === 'spurred')
        return make(
          ...wood(
            [
              [30, 116],
              [62, 60],
              [86, 8],
            ],
            6,
          ),
          ...(
            [
              [42, 96, 1],
              [58, 68, -1],
              [72, 42, 1],
            ] as const
          ).flatMap(([x, y, s]) => [
            ...wood(
              [
                [x, y],
                [x + 18 * s, y - 7],
              ],
              6,
            ),
            {
              d: [4, 8, 12]
                .map((o) =>
                  polyline([
                    [x + o * s, y - o * 0.4 - 4],
                    [x + o * s, y - o * 0.4 + 4],
                  ]),
                )
                .join(''),
              stroke: 'ink' as const,
              width: 1,
              fill: 'none' as const,
            },
            ...bud('ovoid', [x + 20 * s, y - 8], s * 0.9, 9),
          ]),
        );
      return null;
    }
    case 'pith': {
      const cut: Shape[] = [
        {
          d: polyline(
            [
              [38, 8],
              [38, 112],
              [82, 112],
              [82, 8],
            ],
            true,
          ),
          fill: 'wood-light',
          stroke: 'ink',
          width: 2,
        },
        { d: 'M33 8H38V112H33ZM82 8H87V112H82Z', fill: 'wood-dark', stroke: 'ink', width: 1.2 },
      ];
      const core: Shape = { d: 'M50 8H70V112H50Z', fill: 'paper', stroke: 'ink', width: 1.3 };
      const bars = (step: number, width: number): Shape => ({
        d: Array.from({ length: Math.floor(104 / step) }, (_, i) => `M50 ${14 + i * step}H70`).join(''),
        stroke: 'ink',
        width,
        fill: 'none',
      });
      const dots: Shape = {
        d: Array.from({ length: 40 }, (_, i) => circle(53 + ((i * 7) % 15), 12 + ((i * 23) % 98), 0.9)).join(''),
        fill: 'ink',
        opacity: 0.5,
      };
      if (state === 'solid') return make(...cut, { ...core, fill: 'tint:yellow' }, dots);
      if (state === 'chambered') return make(...cut, core, bars(7, 2.2));
      if (state === 'hollow') return make(...cut, { ...core, fill: 'ink' });
      if (state === 'diaphragmed') return make(...cut, { ...core, fill: 'tint:yellow' }, dots, bars(17, 3.4));
      if (state === 'five-angled') {
        const star = Array.from({ length: 10 }, (_, i): Pt => {
          const r = i % 2 === 0 ? 21 : 10;
          const a = (i / 10) * 2 * Math.PI;
          return [60 + Math.sin(a) * r, 60 - Math.cos(a) * r];
        });
        return make(
          { d: circle(60, 60, 46), fill: 'wood-dark', stroke: 'ink', width: 2 },
          { d: circle(60, 60, 41), fill: 'wood-light', stroke: 'ink', width: 1.2 },
          { d: polyline(star, true), fill: 'tint:yellow', stroke: 'ink', width: 1.6 },
        );
      }
      return null;
    }
    case 'bud-shape':
      return make(
        ...wood(
          [
            [60, 122],
            [60, 92],
          ],
          12,
        ),
        ...bud(state, [60, state === 'hidden' ? 94 : 93], 0, state === 'needle-long' ? 36 : state === 'stalked' ? 50 : 62, 'wood-light'),
        {
          d:
            state === 'needle-long'
              ? [84, 72, 60, 46]
                  .map((y) =>
                    smooth([
                      [56, y],
                      [60, y + 3],
                      [64, y - 1],
                    ]),
                  )
                  .join('')
              : '',
          stroke: 'ink',
          width: 1.1,
          fill: 'none',
        },
      );
    case 'bud-scales':
      if (state === 'naked')
        return bigBud('leaf', [
          {
            d:
              smooth([
                [60, 26],
                [52, 50],
                [56, 92],
              ]) +
              smooth([
                [60, 26],
                [68, 52],
                [64, 92],
              ]) +
              Array.from({ length: 12 }, (_, i) =>
                polyline([
                  [48 + i * 2.2, 44 + ((i * 17) % 40)],
                  [46 + i * 2.2, 40 + ((i * 17) % 40)],
                ]),
              ).join(''),
            stroke: 'ink',
            width: 1.3,
            fill: 'none',
          },
        ]);
      return bigBud('wood-light', [{ d: scales(state), stroke: 'ink', width: 1.7, fill: 'none' }]);
    case 'bud-colour':
      return bigBud(`tint:${state}`, [{ d: scales('many'), stroke: 'ink', width: 1.2, fill: 'none', opacity: 0.6 }]);
    case 'bud-surface': {
      const hair = Array.from({ length: 46 }, (_, i) => {
        const a = -2.6 + (5.2 * i) / 45;
        const x = 60 + Math.sin(a) * 23;
        const y = 62 - Math.cos(a) * 38;
        return polyline([
          [x, y],
          [x + Math.sin(a) * 7, y - Math.cos(a) * 7],
        ]);
      }).join('');
      if (state === 'hairy')
        return bigBud('wood-light', [
          {
            d:
              hair +
              Array.from({ length: 30 }, (_, i) => {
                const x = 46 + ((i * 11) % 28);
                const y = 42 + ((i * 23) % 50);
                return polyline([
                  [x, y],
                  [x + 1, y - 6],
                ]);
              }).join(''),
            stroke: 'ink',
            width: 1,
            fill: 'none',
          },
        ]);
      if (state === 'sticky')
        return bigBud('tint:orange', [
          { d: ellipse(52, 56, 4, 15, 12), fill: 'paper', opacity: 0.85 },
          {
            d: smooth(
              [
                [76, 84],
                [81, 93],
                [76, 100],
                [71, 93],
              ],
              true,
            ),
            fill: 'tint:orange',
            stroke: 'ink',
            width: 1.2,
          },
        ]);
      return bigBud('wood-light', [{ d: ellipse(51, 58, 2.6, 14, 8), fill: 'paper', opacity: 0.7 }]);
    }
    case 'bud-set': {
      const stem = wood(
        [
          [60, 120],
          [60, 14],
        ],
        7,
      );
      if (state === 'pressed-flat')
        return make(
          ...stem,
          ...(
            [
              [66, 92, 0.12],
              [54, 64, -0.12],
              [66, 38, 0.12],
            ] as const
          ).flatMap(([x, y, a]) => bud('ovoid', [x, y], a, 20)),
        );
      if (state === 'spreading')
        return make(
          ...stem,
          ...(
            [
              [63, 92, 1.05],
              [57, 64, -1.05],
              [63, 38, 1.05],
            ] as const
          ).flatMap(([x, y, a]) => bud('ovoid', [x, y], a, 22)),
        );
      if (state === 'canted')
        return make(
          ...stem,
          { d: ellipse(66, 96, 7, 4) + ellipse(54, 62, 7, 4), fill: 'paper', stroke: 'ink', width: 1.4 },
          ...bud('ovoid', [69, 89], 0.9, 22),
          ...bud('ovoid', [51, 55], -0.9, 22),
        );
      if (state === 'clustered-tip')
        return make(
          ...wood(
            [
              [60, 120],
              [60, 62],
            ],
            9,
          ),
          ...[-1.1, 1.1, -0.55, 0.55, 0].flatMap((a) => bud('ovoid', [60 + a * 9, 62], a, a === 0 ? 38 : 28)),
        );
      if (state === 'round-clusters')
        return make(
          ...stem,
          ...[94, 58, 24].flatMap((y) =>
            (
              [
                [-13, 3],
                [13, 3],
                [-8, -8],
                [8, -8],
                [0, 0],
              ] as const
            ).flatMap(([x, dy]) => bud('round', [60 + x, y + dy + 6], x * 0.06, 14, 'tint:red')),
          ),
        );
      return null;
    }
    default:
      return null;
  }
}

/** Fur or ridges of a leaf's upper side, as a patch; 120 by 120. */
export function surfaceFigure(state: string): Figure | null {
  const patch = (fill: Paint): Shape => ({
    d: smooth(
      [
        [14, 60],
        [34, 24],
        [70, 14],
        [104, 34],
        [106, 78],
        [76, 106],
        [36, 100],
      ],
      true,
    ),
    fill,
    stroke: 'ink',
    width: 1.8,
  });
  const veins: Shape = {
    d:
      smooth([
        [18, 66],
        [56, 58],
        [104, 46],
      ]) +
      [34, 52, 70, 86]
        .map(
          (x) =>
            smooth([
              [x, 63 - (x - 34) * 0.15],
              [x + 8, 48],
              [x + 12, 32],
            ]) +
            smooth([
              [x, 63 - (x - 34) * 0.15],
              [x + 10, 76],
              [x + 14, 90],
            ]),
        )
        .join(''),
    stroke: 'ink',
    width: 1,
    fill: 'none',
    opacity: 0.7,
  };
  const specks = (make: (x: number, y: number, i: number) => string, n = 46): string =>
    Array.from({ length: n }, (_, i) => make(26 + ((i * 37) % 70), 28 + ((i * 53) % 64), i)).join('');
  switch (state) {
    case 'smooth':
      return make(patch('leaf'), veins);
    case 'glossy':
      return make(patch('leaf-dark'), veins, {
        d:
          smooth([
            [30, 44],
            [52, 28],
            [78, 26],
          ]) +
          smooth([
            [36, 54],
            [48, 44],
            [60, 40],
          ]),
        stroke: 'paper',
        width: 5,
        fill: 'none',
        opacity: 0.85,
      });
    case 'velvety':
      return make(patch('leaf'), veins, {
        d: specks(
          (x, y, i) =>
            polyline([
              [x, y],
              [x + 2 + wobble(i), y - 6],
            ]),
          80,
        ),
        stroke: 'ink',
        width: 0.9,
        fill: 'none',
        opacity: 0.8,
      });
    case 'rough':
      return make(patch('leaf'), veins, {
        d: specks(
          (x, y) =>
            polyline(
              [
                [x - 2, y + 2],
                [x, y - 3],
                [x + 2, y + 2],
              ],
              true,
            ),
          60,
        ),
        fill: 'ink',
        opacity: 0.7,
      });
    case 'leathery':
      return make(
        patch('leaf-dark'),
        { ...veins, width: 2.2, opacity: 0.5 },
        {
          d: smooth([
            [16, 66],
            [36, 104],
            [76, 110],
            [108, 80],
          ]),
          stroke: 'ink',
          width: 3.4,
          fill: 'none',
        },
      );
    default:
      return null;
  }
}
