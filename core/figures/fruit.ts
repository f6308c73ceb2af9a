import { circle, ellipse, place, polyline, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const make = (...shapes: Shape[]): Figure => ({ width: 120, height: 120, shapes });
const stalk = (from: Pt, to: Pt): Shape => ({ d: polyline([from, to]), stroke: 'ink', width: 2, fill: 'none' });

/** One winged seed with its seed at the origin, wing to the right. */
function wing(at: Pt, turn: number, size: number): Shape[] {
  const outline: Pt[] = [
    [-0.12, 0],
    [0.05, -0.16],
    [0.5, -0.2],
    [0.95, -0.14],
    [1.05, 0.05],
    [0.8, 0.22],
    [0.4, 0.16],
    [0.1, 0.16],
  ];
  const veins = [0.02, 0.08, 0.13]
    .map((o) =>
      smooth(
        place(
          [
            [0.2, -0.08 + o],
            [0.6, -0.1 + o * 1.6],
            [0.95, o * 1.4 - 0.04],
          ],
          at,
          turn,
          size,
        ),
      ),
    )
    .join('');
  return [
    { d: smooth(place(outline, at, turn, size), true), fill: 'tint:yellow', stroke: 'ink', width: 1.6 },
    { d: veins, stroke: 'ink', width: 0.8, fill: 'none', opacity: 0.7 },
    {
      d: smooth(
        place(
          [
            [-0.14, 0],
            [0.02, -0.15],
            [0.2, 0],
            [0.02, 0.16],
          ],
          at,
          turn,
          size,
        ),
        true,
      ),
      fill: 'fruit',
      stroke: 'ink',
      width: 1.5,
    },
  ];
}

const pair = (half: number): Figure =>
  make(stalk([60, 10], [60, 44]), ...wing([64, 48], half, 50), ...wing([56, 48], Math.PI - half, 50).map((s) => ({ ...s })));

const ball = (cx: number, cy: number, r: number, fill: Shape['fill'] = 'fruit'): Shape => ({
  d: circle(cx, cy, r),
  fill,
  stroke: 'ink',
  width: 1.6,
});

/** A bough of round fruit. */
const bunch = (r: number, fill: Shape['fill']): Figure =>
  make(
    {
      d:
        smooth([
          [60, 6],
          [58, 34],
          [60, 56],
        ]) +
        [
          [36, 62],
          [84, 60],
          [60, 84],
          [44, 92],
          [80, 90],
        ]
          .map(([x, y]) =>
            smooth([
              [60, 40],
              [(60 + (x as number)) / 2, 48],
              [x as number, (y as number) - r],
            ]),
          )
          .join(''),
      stroke: 'ink',
      width: 1.6,
      fill: 'none',
    },
    ...(
      [
        [36, 62],
        [84, 60],
        [60, 84],
        [42, 96],
        [80, 92],
      ] as const
    ).map(([x, y]) => ball(x, y, r, fill)),
  );

/** Fruits, 120 by 120; null for one that has no drawing. */
export function fruitFigure(state: string): Figure | null {
  switch (state) {
    case 'paired-samara':
      return pair(0.55);
    case 'single-samara':
      return make(stalk([60, 8], [60, 26]), ...wing([60, 34], Math.PI / 2, 68));
    case 'acorn':
      return make(
        stalk([60, 10], [60, 32]),
        {
          d: smooth(
            [
              [38, 52],
              [40, 78],
              [52, 100],
              [60, 108],
              [68, 100],
              [80, 78],
              [82, 52],
            ],
            true,
          ),
          fill: 'fruit',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth(
            [
              [32, 56],
              [36, 38],
              [60, 28],
              [84, 38],
              [88, 56],
              [60, 62],
            ],
            true,
          ),
          fill: 'wood',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: Array.from({ length: 18 }, (_, i) =>
            smooth([
              [38 + ((i * 13) % 44), 40 + ((i * 7) % 16)],
              [42 + ((i * 13) % 44), 44 + ((i * 7) % 16)],
              [46 + ((i * 13) % 44), 40 + ((i * 7) % 16)],
            ]),
          ).join(''),
          stroke: 'ink',
          width: 0.9,
          fill: 'none',
        },
      );
    case 'nut-in-husk':
      return make(
        stalk([60, 8], [60, 24]),
        ball(60, 66, 40, 'leaf'),
        {
          d:
            smooth([
              [60, 28],
              [50, 60],
              [60, 104],
            ]) +
            smooth([
              [60, 28],
              [78, 62],
              [62, 104],
            ]),
          stroke: 'ink',
          width: 1.5,
          fill: 'none',
        },
        {
          d: smooth(
            [
              [56, 44],
              [70, 50],
              [74, 72],
              [64, 92],
              [54, 78],
            ],
            true,
          ),
          fill: 'wood-dark',
          stroke: 'ink',
          width: 1.4,
        },
      );
    case 'nutlet-on-bract':
      return make(
        {
          d: smooth(
            [
              [60, 6],
              [76, 20],
              [80, 52],
              [70, 78],
              [60, 84],
              [52, 56],
              [52, 22],
            ],
            true,
          ),
          fill: 'tint:yellow',
          stroke: 'ink',
          width: 1.6,
        },
        {
          d:
            smooth([
              [60, 8],
              [65, 40],
              [62, 60],
            ]) +
            smooth([
              [64, 48],
              [48, 72],
              [34, 92],
            ]) +
            smooth([
              [50, 70],
              [52, 86],
              [52, 98],
            ]) +
            smooth([
              [44, 78],
              [30, 80],
              [22, 84],
            ]),
          stroke: 'ink',
          width: 1.5,
          fill: 'none',
        },
        ball(32, 97, 7.5),
        ball(53, 104, 7.5),
        ball(18, 88, 7.5),
      );
    case 'nutlet-in-lobed-bract':
      return make(
        stalk([60, 6], [60, 22]),
        ...(
          [
            [60, 30],
            [44, 62],
            [76, 70],
          ] as const
        ).flatMap(([x, y]) => [
          {
            d: smooth(
              [
                [x, y - 10],
                [x + 8, y + 6],
                [x + 22, y + 10],
                [x + 12, y + 18],
                [x, y + 40],
                [x - 12, y + 18],
                [x - 22, y + 10],
                [x - 8, y + 6],
              ],
              true,
            ),
            fill: 'leaf' as const,
            stroke: 'ink' as const,
            width: 1.5,
          },
          ball(x, y, 5),
        ]),
      );
    case 'berry':
      return bunch(10, 'tint:red');
    case 'drupe':
      return make(
        {
          d:
            smooth([
              [60, 4],
              [56, 30],
              [60, 42],
            ]) +
            smooth([
              [58, 24],
              [34, 40],
              [30, 56],
            ]),
          stroke: 'ink',
          width: 1.8,
          fill: 'none',
        },
        ball(30, 74, 18),
        {
          d: smooth(
            [
              [60, 42],
              [86, 52],
              [92, 80],
              [74, 104],
              [50, 102],
              [40, 76],
              [46, 52],
            ],
            true,
          ),
          fill: 'fruit',
          stroke: 'ink',
          width: 1.7,
        },
        {
          d: smooth(
            [
              [64, 52],
              [84, 60],
              [84, 84],
              [68, 96],
              [56, 84],
              [54, 62],
            ],
            true,
          ),
          fill: 'tint:orange',
          stroke: 'ink',
          width: 1.2,
        },
        { d: ellipse(69, 74, 10, 14, 12), fill: 'wood-light', stroke: 'ink', width: 1.5 },
      );
    case 'pome':
      return make(...bunch(12, 'tint:orange').shapes, {
        d: (
          [
            [36, 62],
            [84, 60],
            [60, 84],
            [42, 96],
            [80, 92],
          ] as const
        )
          .map(([x, y]) =>
            polyline([
              [x - 3, y + 11],
              [x, y + 8],
              [x + 3, y + 11],
            ]),
          )
          .join(''),
        stroke: 'ink',
        width: 1.3,
        fill: 'none',
      });
    case 'long-bean':
      return make(
        ...[-22, 0, 22].map((x, i): Shape => ({
          d: smooth(
            [
              [60, 8],
              [60 + x * 0.7, 40],
              [60 + x + 3, 80],
              [60 + x, 114 - i * 6],
              [60 + x - 5, 80],
              [60 + x * 0.6 - 4, 40],
            ],
            true,
          ),
          fill: 'wood',
          stroke: 'ink',
          width: 1.4,
        })),
      );
    case 'flat-pod':
      return make(
        stalk([18, 18], [30, 28]),
        {
          d: smooth(
            [
              [28, 26],
              [52, 36],
              [82, 66],
              [104, 100],
              [92, 106],
              [60, 84],
              [34, 52],
            ],
            true,
          ),
          fill: 'wood',
          stroke: 'ink',
          width: 1.7,
        },
        {
          d: [
            [48, 48],
            [62, 62],
            [76, 78],
            [88, 92],
          ]
            .map(([x, y]) => ellipse(x as number, y as number, 7, 5, 45))
            .join(''),
          stroke: 'ink',
          width: 1.2,
          fill: 'wood-light',
        },
      );
    case 'clam-pod':
      return make(
        stalk([60, 6], [60, 20]),
        {
          d: smooth(
            [
              [60, 20],
              [96, 42],
              [102, 74],
              [60, 66],
              [18, 74],
              [24, 42],
            ],
            true,
          ),
          fill: 'wood',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth(
            [
              [18, 76],
              [60, 70],
              [102, 76],
              [88, 104],
              [60, 112],
              [32, 104],
            ],
            true,
          ),
          fill: 'wood-light',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth([
            [28, 88],
            [60, 82],
            [92, 88],
          ]),
          stroke: 'ink',
          width: 1,
          fill: 'none',
        },
      );
    case 'woody-capsule':
      return make(
        ...(
          [
            [38, 44],
            [80, 40],
            [58, 82],
          ] as const
        ).flatMap(([x, y]) => [
          {
            d: smooth(
              [
                [x - 8, y - 18],
                [x - 18, y + 4],
                [x - 11, y + 22],
                [x + 11, y + 22],
                [x + 18, y + 4],
                [x + 8, y - 18],
              ],
              true,
            ),
            fill: 'wood' as const,
            stroke: 'ink' as const,
            width: 1.7,
          },
          { d: ellipse(x, y - 18, 9, 4), fill: 'ink' as const },
        ]),
        {
          d:
            smooth([
              [38, 66],
              [52, 112],
              [58, 104],
            ]) +
            smooth([
              [80, 62],
              [66, 112],
            ]),
          stroke: 'ink',
          width: 2,
          fill: 'none',
        },
      );
    case 'spiky-ball':
    case 'plume-ball': {
      const balls = [
        [40, 62],
        [80, 86],
      ] as const;
      const spikes = balls
        .map(([x, y]) =>
          Array.from({ length: 30 }, (_, i) => {
            const a = (i / 30) * 6.283;
            const long = state === 'spiky-ball' ? 27 : 26;
            return polyline([
              [x + Math.cos(a) * 17, y + Math.sin(a) * 17],
              [x + Math.cos(a) * long, y + Math.sin(a) * long],
            ]);
          }).join(''),
        )
        .join('');
      return make(
        {
          d:
            smooth([
              [60, 4],
              [52, 24],
              [42, 40],
            ]) +
            smooth([
              [58, 8],
              [78, 36],
              [80, 66],
            ]),
          stroke: 'ink',
          width: 1.7,
          fill: 'none',
        },
        { d: spikes, stroke: 'ink', width: state === 'spiky-ball' ? 1.8 : 0.9, fill: 'none' },
        ...balls.map(([x, y]) => ball(x, y, 19, state === 'spiky-ball' ? 'wood' : 'tint:yellow')),
        {
          d: balls
            .map(([x, y]) => Array.from({ length: 16 }, (_, i) => circle(x + wobble(i, x) * 13, y + wobble(i, y) * 13, 1.3)).join(''))
            .join(''),
          fill: 'ink',
          opacity: 0.7,
        },
      );
    }
    case 'cone':
    case 'cone-like-catkin':
    case 'cone-of-samaras': {
      const thin = state === 'cone-like-catkin';
      const half = thin ? 12 : 25;
      const rows = thin ? 12 : 8;
      const body: Shape = {
        d: smooth(
          [
            [60 - half * 0.5, 28],
            [60 - half, 58],
            [60 - half * 0.8, 92],
            [60, 110],
            [60 + half * 0.8, 92],
            [60 + half, 58],
            [60 + half * 0.5, 28],
            [60, 22],
          ],
          true,
        ),
        fill: state === 'cone-of-samaras' ? 'tint:yellow' : 'wood',
        stroke: 'ink',
        width: 1.7,
      };
      if (state === 'cone-of-samaras')
        return make(
          {
            d: Array.from({ length: 11 }, (_, i) => {
              const a = (i - 5) * 0.16;
              return smooth(
                place(
                  [
                    [0, 0],
                    [5, -38],
                    [0, -86],
                    [-5, -38],
                  ],
                  [60, 104],
                  a,
                ),
                true,
              );
            }).join(''),
            fill: 'tint:yellow',
            stroke: 'ink',
            width: 1.3,
          },
          stalk([60, 118], [60, 102]),
        );
      return make(stalk([60, 6], [60, 28]), body, {
        d: Array.from({ length: rows }, (_, r) => {
          const y = 32 + (r * 74) / rows;
          const w = half * Math.sin(Math.PI * (0.2 + (0.72 * r) / rows));
          return smooth([
            [60 - w, y],
            [60 - w * 0.4, y + 7],
            [60, y + 1],
            [60 + w * 0.4, y + 7],
            [60 + w, y],
          ]);
        }).join(''),
        stroke: 'ink',
        width: 1.3,
        fill: 'none',
      });
    }
    case 'spiny-burr':
      return make(
        stalk([60, 8], [60, 24]),
        {
          d: Array.from({ length: 40 }, (_, i) => {
            const a = (i / 40) * 6.283;
            return smooth([
              [60 + Math.cos(a) * 26, 66 + Math.sin(a) * 30],
              [60 + Math.cos(a + 0.08) * 36, 66 + Math.sin(a + 0.08) * 40],
              [60 + Math.cos(a) * 42, 66 + Math.sin(a) * 46],
            ]);
          }).join(''),
          stroke: 'ink',
          width: 1.4,
          fill: 'none',
        },
        { d: ellipse(60, 66, 28, 33), fill: 'wood', stroke: 'ink', width: 1.6 },
        {
          d: polyline(
            [
              [60, 42],
              [72, 86],
              [48, 86],
            ],
            true,
          ),
          fill: 'wood-dark',
          stroke: 'ink',
          width: 1.5,
        },
      );
    case 'upright-drupe-cluster':
      return make(
        stalk([60, 118], [60, 96]),
        ...Array.from({ length: 34 }, (_, i): Shape => {
          const t = i / 34;
          return ball(60 + wobble(i, 3) * 24 * (1 - t) ** 0.7, 98 - t * 84, 6.5, 'tint:red');
        }),
      );
    case 'fluffy-seed':
      return make(
        {
          d: Array.from({ length: 60 }, (_, i) =>
            smooth([
              [60, 78],
              [60 + wobble(i) * 24, 54 + wobble(i, 2) * 10],
              [60 + wobble(i) * 46, 34 + wobble(i, 3) * 22],
            ]),
          ).join(''),
          stroke: 'soft',
          width: 0.9,
          fill: 'none',
        },
        { d: ellipse(60, 84, 4, 9), fill: 'wood-dark', stroke: 'ink', width: 1.2 },
      );
    case 'fleshy-fruit':
      return make(
        stalk([60, 6], [60, 26]),
        {
          d: smooth(
            [
              [60, 24],
              [90, 44],
              [94, 80],
              [62, 110],
              [28, 82],
              [30, 44],
            ],
            true,
          ),
          fill: 'tint:orange',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth([
            [42, 48],
            [36, 66],
            [42, 86],
          ]),
          stroke: 'paper',
          width: 4,
          fill: 'none',
          opacity: 0.7,
        },
      );
    case 'aril':
      return make(
        stalk([60, 6], [60, 26]),
        {
          d: smooth(
            [
              [36, 60],
              [38, 92],
              [60, 106],
              [82, 92],
              [84, 60],
              [60, 72],
            ],
            true,
          ),
          fill: 'tint:red',
          stroke: 'ink',
          width: 1.7,
        },
        { d: ellipse(60, 64, 15, 20), fill: 'wood-dark', stroke: 'ink', width: 1.6 },
      );
    case 'boat-pod':
      return make(
        stalk([22, 16], [32, 26]),
        {
          d: smooth(
            [
              [30, 24],
              [82, 38],
              [102, 96],
              [62, 92],
              [34, 62],
            ],
            true,
          ),
          fill: 'wood',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth([
            [36, 32],
            [72, 54],
            [98, 92],
          ]),
          stroke: 'ink',
          width: 2.6,
          fill: 'none',
        },
      );
    default:
      return null;
  }
}

/** Paired wings at an angle. */
export const samaraAngle = (state: string): Figure | null => {
  const half = { straight: 0.02, wide: 0.5, acute: 1.12 }[state];
  return half === undefined ? null : pair(half);
};

const petals = (n: number, at: Pt, r: number, fill: Shape['fill'], wide = 0.42): Shape => ({
  d: Array.from({ length: n }, (_, i) =>
    smooth(
      place(
        [
          [0, 0],
          [wide, -0.5],
          [0.12, -1],
          [-0.12, -1],
          [-wide, -0.5],
        ],
        at,
        (i / n) * 6.283,
        r,
      ),
      true,
    ),
  ).join(''),
  fill,
  stroke: 'ink',
  width: 1.4,
});

/** Flowers, 120 by 120. */
export function flowerFigure(state: string): Figure | null {
  switch (state) {
    case 'catkin':
      return make(
        stalk([20, 14], [100, 10]),
        ...[38, 60, 82].map((x, i): Shape => ({
          d: smooth(
            [
              [x - 4, 14],
              [x - 8, 50],
              [x - 4, 96 - i * 8],
              [x + 4, 96 - i * 8],
              [x + 8, 50],
              [x + 4, 14],
            ],
            true,
          ),
          fill: 'tint:yellow',
          stroke: 'ink',
          width: 1.4,
        })),
        {
          d: [38, 60, 82]
            .map((x) =>
              Array.from({ length: 9 }, (_, i) =>
                smooth([
                  [x - 7, 22 + i * 8],
                  [x, 26 + i * 8],
                  [x + 7, 21 + i * 8],
                ]),
              ).join(''),
            )
            .join(''),
          stroke: 'ink',
          width: 0.9,
          fill: 'none',
        },
      );
    case 'trumpet':
      return make(
        stalk([24, 16], [40, 32]),
        {
          d: smooth(
            [
              [38, 28],
              [58, 40],
              [70, 56],
              [96, 60],
              [102, 76],
              [92, 92],
              [78, 102],
              [62, 94],
              [56, 72],
              [44, 58],
              [32, 40],
            ],
            true,
          ),
          fill: 'tint:blue-violet',
          stroke: 'ink',
          width: 1.7,
        },
        {
          d: smooth([
            [72, 62],
            [84, 78],
            [70, 90],
          ]),
          stroke: 'ink',
          width: 1.4,
          fill: 'none',
        },
      );
    case 'pea':
      return make(
        stalk([60, 112], [60, 86]),
        {
          d: smooth(
            [
              [60, 84],
              [20, 62],
              [26, 22],
              [60, 14],
              [94, 22],
              [100, 62],
            ],
            true,
          ),
          fill: 'tint:white',
          stroke: 'ink',
          width: 1.6,
        },
        {
          d: smooth(
            [
              [60, 90],
              [44, 68],
              [60, 48],
              [76, 68],
            ],
            true,
          ),
          fill: 'tint:cream',
          stroke: 'ink',
          width: 1.5,
        },
      );
    case 'panicle':
      return make(
        {
          d:
            smooth([
              [60, 6],
              [62, 50],
              [60, 108],
            ]) +
            [24, 42, 60, 78]
              .map(
                (y, i) =>
                  smooth([
                    [60, y],
                    [60 - 30 + i * 5, y + 14],
                    [60 - 38 + i * 7, y + 24],
                  ]) +
                  smooth([
                    [60, y + 6],
                    [60 + 28 - i * 5, y + 18],
                    [60 + 36 - i * 7, y + 30],
                  ]),
              )
              .join(''),
          stroke: 'ink',
          width: 1.5,
          fill: 'none',
        },
        {
          d: Array.from({ length: 34 }, (_, i) => circle(60 + wobble(i, 7) * (40 - i * 0.8), 22 + i * 2.6, 3.4)).join(''),
          fill: 'tint:yellow',
          stroke: 'ink',
          width: 0.8,
        },
      );
    case 'flat-cluster':
      return make(
        {
          d: [18, 34, 50, 70, 86, 102]
            .map((x) =>
              smooth([
                [60, 112],
                [60 + (x - 60) * 0.4, 78],
                [x, 46],
              ]),
            )
            .join(''),
          stroke: 'ink',
          width: 1.4,
          fill: 'none',
        },
        ...[18, 34, 50, 70, 86, 102].map((x, i) => petals(5, [x, 42 - (i % 2) * 6], 11, 'tint:cream')),
      );
    case 'bottlebrush':
      return make(stalk([60, 118], [60, 10]), {
        d: Array.from({ length: 80 }, (_, i) =>
          polyline([
            [60, 18 + (i % 40) * 2],
            [60 + (i < 40 ? 26 : -26), 12 + (i % 40) * 2],
          ]),
        ).join(''),
        stroke: 'tint:red',
        width: 1.3,
        fill: 'none',
      });
    case 'wheel':
      return make(
        ...Array.from({ length: 12 }, (_, i): Shape => ({
          d: smooth(
            place(
              [
                [0, -8],
                [2.5, -30],
                [7, -46],
                [-7, -46],
                [-2.5, -30],
              ],
              [60, 60],
              (i / 12) * 6.283,
            ),
            true,
          ),
          fill: 'tint:red',
          stroke: 'ink',
          width: 1.1,
        })),
        ball(60, 60, 9, 'tint:yellow'),
      );
    case 'tulip':
      return make(
        stalk([60, 118], [60, 92]),
        {
          d: smooth(
            [
              [36, 30],
              [30, 62],
              [44, 90],
              [60, 96],
              [76, 90],
              [90, 62],
              [84, 30],
              [72, 48],
              [60, 24],
              [48, 48],
            ],
            true,
          ),
          fill: 'tint:yellow',
          stroke: 'ink',
          width: 1.8,
        },
        {
          d: smooth([
            [33, 66],
            [46, 74],
            [60, 68],
            [74, 74],
            [87, 66],
          ]),
          stroke: 'tint:orange',
          width: 6,
          fill: 'none',
        },
      );
    case 'pom-pom':
      return make(
        {
          d: smooth([
            [60, 4],
            [58, 30],
            [60, 40],
          ]),
          stroke: 'ink',
          width: 1.7,
          fill: 'none',
        },
        {
          d: Array.from({ length: 50 }, (_, i) => {
            const a = (i / 50) * 6.283;
            const r = 34 + wobble(i) * 4;
            return (
              polyline([
                [60, 72],
                [60 + Math.cos(a) * r, 72 + Math.sin(a) * r],
              ]) + circle(60 + Math.cos(a) * r, 72 + Math.sin(a) * r, 1.7)
            );
          }).join(''),
          stroke: 'ink',
          width: 1,
          fill: 'tint:cream',
        },
      );
    case 'single-showy':
      return make(petals(6, [60, 58], 46, 'tint:white', 0.36), ball(60, 58, 9, 'tint:yellow'));
    case 'minute':
      return make(
        stalk([60, 118], [60, 16]),
        ...[92, 66, 40].flatMap((y, i) =>
          [-8, 0, 8].map((x): Shape => ({
            d:
              smooth([
                [60, y],
                [60 + (i % 2 ? 14 : -14) + x, y - 8],
              ]) + circle(60 + (i % 2 ? 17 : -17) + x, y - 11, 3.6),
            stroke: 'ink',
            width: 1.1,
            fill: 'leaf',
          })),
        ),
      );
    default:
      return null;
  }
}
