import { ellipse, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';

const W = 160;
const H = 96;

/** What a swatch is tinted with: the surface, and what lies in its cracks or under its flakes. */
interface Tints {
  surface: Paint;
  beneath: Paint;
}

const many = (n: number, make: (i: number) => string): string => Array.from({ length: n }, (_, i) => make(i)).join('');
const pen = (d: string, width: number, opacity = 1, stroke: Paint = 'ink'): Shape => ({ d, stroke, width, fill: 'none', opacity });
const area = (d: string, fill: Paint, width = 1.2, opacity = 1): Shape => ({ d, fill, stroke: 'ink', width, opacity });
const shade = (d: string, opacity: number, fill: Paint = 'ink'): Shape => ({ d, fill, opacity });

/** A band from top to bottom that wanders and swells; furrows and ridges are made of these. */
function band(x: number, seed: number, wide: number, sway: number, from = -6, to = H + 6): string {
  const left: Pt[] = [];
  const right: Pt[] = [];
  const steps = Math.max(4, Math.round((to - from) / 13));
  for (let i = 0; i <= steps; i++) {
    const y = from + ((to - from) * i) / steps;
    const cx = x + wobble(seed, i) * sway;
    const w = (wide / 2) * (0.55 + 0.65 * Math.abs(wobble(seed, i + 30)));
    left.push([cx - w, y]);
    right.unshift([cx + w, y]);
  }
  return smooth([...left, ...right], true);
}

/** A gap pointed at both ends. */
function lens(x: number, y: number, long: number, wide: number, lean = 0): string {
  return smooth(
    [
      [x + lean, y - long / 2],
      [x + wide / 2, y - long * 0.08],
      [x - lean, y + long / 2],
      [x - wide / 2, y + long * 0.06],
    ],
    true,
  );
}

/** Plates laid like rough masonry: rows shifted against each other, every corner a little off. */
function plates(cols: number, rows: number, jitter: number, gap: number, seed: number): { points: Pt[]; i: number }[] {
  const dx = W / (cols - 1.5);
  const dy = H / (rows - 0.6);
  const cells: { points: Pt[]; i: number }[] = [];
  for (let r = -1; r < rows; r++) {
    const shift = (wobble(seed, r) * 0.5 + 0.5) * dx;
    for (let c = -1; c < cols; c++) {
      const i = (r + 1) * (cols + 1) + c + 1;
      const off = (k: number, d: number) => wobble(seed + i, k) * jitter * d;
      const [left, right] = [c * dx + shift, (c + 1) * dx + shift - gap];
      const [top, foot] = [r * dy + off(9, dy), (r + 1) * dy - gap + off(8, dy)];
      const points: Pt[] = [
        [left + off(1, dx), top + off(2, dy)],
        [right + off(3, dx), top + off(4, dy)],
        [right + off(5, dx), foot + off(6, dy)],
        [left + off(7, dx), foot + off(10, dy)],
      ];
      cells.push({ points, i });
    }
  }
  return cells;
}

/** Softens the corners of a ring. */
function softened(points: readonly Pt[]): string {
  const n = points.length;
  return smooth(
    points.flatMap((p, i): Pt[] => {
      const q = points[(i + 1) % n] as Pt;
      return [
        [p[0] * 0.82 + q[0] * 0.18, p[1] * 0.82 + q[1] * 0.18],
        [p[0] * 0.18 + q[0] * 0.82, p[1] * 0.18 + q[1] * 0.82],
      ];
    }),
    true,
  );
}

type Draw = (tints: Tints) => Shape[];

/** Each texture as strokes on a ground: what the hand and eye meet at breast height. */
const TEXTURES: Record<string, Draw> = {
  smooth: () => [
    pen(
      many(7, (i) =>
        smooth([
          [-4, 8 + i * 14],
          [50, 6 + i * 14 + wobble(i) * 4],
          [110, 10 + i * 14 + wobble(i, 2) * 4],
          [166, 7 + i * 14],
        ]),
      ),
      0.7,
      0.3,
    ),
    pen(
      ellipse(94, 44, 16, 7) +
        ellipse(94, 44, 9, 3.6) +
        smooth(pts('74,42 84,34 94,31 104,34 114,42')) +
        smooth(pts('70,46 82,56 94,58 106,56 118,46')),
      1.1,
      0.75,
    ),
  ],
  'lenticels-horizontal': ({ beneath }) => [
    pen(
      many(6, (i) =>
        smooth([
          [-4, 12 + i * 16],
          [80, 14 + i * 16 + wobble(i) * 3],
          [166, 11 + i * 16],
        ]),
      ),
      0.6,
      0.25,
    ),
    ...Array.from({ length: 34 }, (_, i): Shape =>
      area(
        lensLevel(168 * ((i * 0.618) % 1) - 4, 4 + 90 * ((i * 0.7549) % 1), 9 + 11 * Math.abs(wobble(i, 1)), 2.6),
        beneath === 'none' ? 'wood-dark' : beneath,
        0.9,
        0.9,
      ),
    ),
  ],
  'papery-peel': ({ beneath }) => [
    pen(
      many(14, (i) =>
        polyline([
          [((i * 53) % W) - 6, 6 + ((i * 29) % H)],
          [((i * 53) % W) + 14, 6 + ((i * 29) % H)],
        ]),
      ),
      1.6,
      0.75,
    ),
    ...(
      [
        [8, 16, 52],
        [74, 34, 58],
        [108, 8, 50],
        [22, 58, 64],
        [98, 72, 58],
      ] as const
    ).flatMap(([x, y, l]) => [
      shade(
        smooth(
          [
            [x + 2, y + 10],
            [x + l / 2, y + 17],
            [x + l - 1, y + 10],
            [x + l / 2, y + 20],
          ],
          true,
        ),
        0.3,
      ),
      area(
        smooth(
          [
            [x, y],
            [x + l / 2, y - 4],
            [x + l, y],
            [x + l - 5, y + 10],
            [x + l / 2, y + 14],
            [x + 5, y + 10],
          ],
          true,
        ),
        beneath === 'none' ? 'tint:orange' : beneath,
        1.2,
      ),
      pen(
        smooth([
          [x + 4, y + 5],
          [x + l / 2, y + 5],
          [x + l - 4, y + 4],
        ]),
        0.6,
        0.6,
      ),
    ]),
  ],
  'mosaic-flakes': ({ beneath }) =>
    plates(8, 5, 0.24, -2, 2).map(({ points, i }): Shape => {
      const kinds: Paint[] = [
        'tint:cream-mottled',
        'tint:green',
        'tint:grey-brown',
        beneath === 'none' ? 'tint:yellow' : beneath,
        'tint:cream',
      ];
      return area(softened(points), kinds[(i * 7 + (i >> 2)) % kinds.length] as Paint, 0.8);
    }),
  'shallow-flat-ridges': () => [
    ...Array.from({ length: 11 }, (_, i): Shape => shade(band(8 + i * 15, i, 3.4, 3.2), 0.62)),
    pen(
      many(9, (i) =>
        polyline([
          [12 + i * 18, (i * 41) % H],
          [19 + i * 18, ((i * 41) % H) + 3],
        ]),
      ),
      1,
      0.6,
    ),
    pen(
      many(10, (i) =>
        smooth([
          [13 + i * 15, -4],
          [14 + i * 15 + wobble(i) * 3, 48],
          [13 + i * 15, 100],
        ]),
      ),
      0.6,
      0.25,
    ),
  ],
  'interlacing-ridges': ({ beneath }) => [
    ...Array.from({ length: 40 }, (_, i): Shape => {
      const col = i % 10;
      const row = Math.floor(i / 10);
      const x = 3 + col * 17 + wobble(i, 6) * 1.5;
      const y = row * 36 + (col % 2) * 18 - 4;
      return {
        d: lens(x + wobble(i) * 1.6, y, 36 + wobble(i, 2) * 4, 6.6),
        fill: beneath === 'none' ? 'ink' : beneath,
        stroke: 'ink',
        width: 1.4,
        opacity: 0.85,
      };
    }),
    pen(
      many(22, (i) =>
        smooth([
          [((i * 23) % 162) - 2, (i * 31) % 92],
          [((i * 23) % 162) + 1, ((i * 31) % 92) + 9],
          [((i * 23) % 162) - 1, ((i * 31) % 92) + 17],
        ]),
      ),
      0.6,
      0.35,
    ),
  ],
  'deep-furrows': ({ beneath }) => [
    ...Array.from({ length: 9 }, (_, i): Shape[] => [
      shade(band(9 + i * 18.5, i + 3, 10, 6), 0.92),
      ...(beneath === 'none' ? [] : [shade(band(9 + i * 18.5, i + 3, 4, 6), 0.9, beneath)]),
      pen(smooth(Array.from({ length: 9 }, (_, k): Pt => [15.5 + i * 18.5 + wobble(i + 3, k) * 6, -6 + k * 13.5])), 1, 0.55, 'paper'),
    ]).flat(),
    pen(
      many(12, (i) =>
        polyline([
          [((i * 47) % 150) + 4, (i * 37) % 90],
          [((i * 47) % 150) + 12, ((i * 37) % 90) + 3],
        ]),
      ),
      0.9,
      0.5,
    ),
  ],
  blocky: ({ surface, beneath }) => [
    shade(`M0 0H${W}V${H}H0Z`, 0.9),
    ...(beneath === 'none' ? [] : [shade(`M0 0H${W}V${H}H0Z`, 0.45, beneath)]),
    ...plates(11, 8, 0.12, 3, 5).map(({ points }): Shape => area(softened(points), surface, 0.8)),
    pen(
      plates(11, 8, 0.12, 3, 5)
        .map(({ points: [a, b] }) =>
          polyline([
            [(a as Pt)[0] + 3, (a as Pt)[1] + 3],
            [(b as Pt)[0] - 3, (b as Pt)[1] + 3],
          ]),
        )
        .join(''),
      0.8,
      0.45,
      'paper',
    ),
  ],
  'scaly-plates': ({ surface, beneath }) => [
    ...(beneath === 'none' ? [shade(`M0 0H${W}V${H}H0Z`, 0.25)] : [shade(`M0 0H${W}V${H}H0Z`, 0.85, beneath)]),
    ...plates(8, 5, 0.17, 2, 9).flatMap(({ points }) => {
      const low = points.map(([x, y]): Pt => [x + 2, y + 3]);
      return [shade(softened(low), 0.55), area(softened(points), surface, 1)];
    }),
    pen(
      plates(8, 5, 0.17, 2, 9)
        .map(({ points: [, , c, d] }) =>
          smooth([
            [(d as Pt)[0] + 3, (d as Pt)[1] - 2.5],
            [((c as Pt)[0] + (d as Pt)[0]) / 2, ((c as Pt)[1] + (d as Pt)[1]) / 2 - 4],
            [(c as Pt)[0] - 3, (c as Pt)[1] - 2.5],
          ]),
        )
        .join(''),
      0.6,
      0.5,
    ),
  ],
  'shaggy-strips': ({ surface, beneath }) => [
    shade(`M0 0H${W}V${H}H0Z`, 0.55),
    ...Array.from({ length: 11 }, (_, i): Shape[] => {
      const x = -2 + i * 15.6;
      const top = -18 + 24 * wobble(i, 3);
      const end = 66 + 24 * wobble(i, 7);
      const out = 6 * (wobble(i, 4) > 0 ? 1 : -1);
      const d = smooth(
        [
          [x, top],
          [x + 11, top],
          [x + 13, end - 26],
          [x + 11 + out, end],
          [x + 5 + out * 1.4, end + 7],
          [x + 1 + out, end - 2],
          [x - 1, end - 28],
        ],
        true,
      );
      const low = smooth(
        [
          [x + 3, end + 12],
          [x + 13, end + 12],
          [x + 13, 104],
          [x + 2, 104],
        ],
        true,
      );
      return [
        area(low, surface, 0.9),
        area(d, surface, 1.2),
        pen(
          smooth([
            [x + 4, top + 6],
            [x + 5, (top + end) / 2],
            [x + 4 + out, end - 4],
          ]) +
            smooth([
              [x + 8, top + 10],
              [x + 9, (top + end) / 2 + 6],
              [x + 8 + out, end - 8],
            ]),
          0.6,
          0.5,
        ),
        pen(
          smooth([
            [x + 1 + out, end - 2],
            [x + 5 + out * 1.4, end + 7],
            [x + 11 + out, end],
          ]),
          2.2,
          0.9,
          beneath === 'none' ? 'tint:red-brown' : beneath,
        ),
      ];
    }).flat(),
  ],
  'stringy-fibrous': ({ beneath }) => [
    pen(
      many(38, (i) => smooth(Array.from({ length: 8 }, (_, k): Pt => [i * 4.4 + wobble(i, k) * 1.8, -6 + k * 16]))),
      0.8,
      0.55,
    ),
    ...Array.from({ length: 7 }, (_, i): Shape => shade(band(12 + i * 23, i + 50, 3, 3, ((i * 31) % 60) - 20, ((i * 31) % 60) + 44), 0.6)),
    pen(
      many(8, (i) =>
        smooth([
          [12 + i * 20, 14 + ((i * 23) % 50)],
          [15 + i * 20, 34 + ((i * 23) % 50)],
          [22 + i * 20, 50 + ((i * 23) % 50)],
          [20 + i * 20, 60 + ((i * 23) % 50)],
        ]),
      ),
      1.6,
      0.9,
      beneath === 'none' ? 'tint:orange' : beneath,
    ),
  ],
  'warty-ridges': ({ surface }) =>
    Array.from({ length: 30 }, (_, i): Shape[] => {
      const x = 6 + ((i * 61) % 150);
      const y = 4 + ((i * 23) % 90);
      const long = i % 4 === 3 ? 5 : 14 + 12 * Math.abs(wobble(i, 4));
      const d = (dx: number) =>
        smooth(
          [
            [x - 2.4 + dx, y],
            [x + dx + wobble(i), y - long / 2],
            [x + 2.6 + dx, y - 1],
            [x + 1.6 + dx, y + long / 2],
            [x - 1 + dx, y + long / 2 + 1],
          ],
          true,
        );
      return [
        shade(d(3.4), 0.5),
        area(d(0), surface, 1),
        pen(
          smooth([
            [x - 0.4, y - long * 0.36],
            [x, y + long * 0.3],
          ]),
          0.8,
          0.7,
          'paper',
        ),
      ];
    }).flat(),
  corky: ({ surface }) => [
    shade(`M0 0H${W}V${H}H0Z`, 0.72),
    ...Array.from({ length: 8 }, (_, i): Shape[] => [
      area(band(10 + i * 20.5, i + 60, 22, 4), surface, 1.2),
      pen(smooth(Array.from({ length: 7 }, (_, k): Pt => [5 + i * 20.5 + wobble(i + 60, k) * 4, k * 17])), 1.1, 0.5, 'paper'),
    ]).flat(),
    { d: many(70, (i) => ellipse(W * ((i * 0.618) % 1), H * ((i * 0.7549) % 1), 1.4, 0.8)), fill: 'ink', opacity: 0.5 },
  ],
  'fluted-muscle': () => [
    ...Array.from({ length: 5 }, (_, i): Shape[] => {
      const x = 4 + i * 34;
      const line = (dx: number): Pt[] => [
        [x + dx, -4],
        [x + dx + 8 + wobble(i) * 5, 26],
        [x + dx - 3 + wobble(i, 1) * 5, 58],
        [x + dx + 8, 100],
      ];
      return [
        shade(smooth([...line(0), ...line(15).reverse()], true), 0.3),
        shade(smooth([...line(18), ...line(25).reverse()], true), 0.5, 'paper'),
        pen(smooth(line(0)), 1.2, 0.7),
      ];
    }).flat(),
    pen(
      many(4, (i) =>
        smooth([
          [-4, 18 + i * 24],
          [80, 20 + i * 24 + wobble(i) * 4],
          [166, 17 + i * 24],
        ]),
      ),
      0.5,
      0.25,
    ),
  ],
  'vertical-stripes': () => [
    ...Array.from({ length: 10 }, (_, i): Shape => shade(band(8 + i * 16.4, i + 11, 5.2, 3), 0.95, 'paper')),
    pen(
      many(9, (i) => smooth(Array.from({ length: 7 }, (_, k): Pt => [16 + i * 17 + wobble(i, k) * 2, -4 + k * 18]))),
      0.7,
      0.4,
    ),
  ],
  spiny: () =>
    Array.from({ length: 8 }, (_, i): Shape[] => {
      const x = 16 + 128 * ((i * 0.618) % 1);
      const y = 24 + 64 * ((i * 0.7549) % 1);
      return [
        area(ellipse(x, y + 3, 7, 4), 'wood-dark', 1),
        area(
          polyline(
            [
              [x - 4, y + 2],
              [x + 1, y - 20],
              [x + 5, y + 2],
            ],
            true,
          ),
          'wood-light',
          1.2,
        ),
        area(
          polyline(
            [
              [x + 1, y - 4],
              [x + 18, y - 12],
              [x + 4, y + 1],
            ],
            true,
          ),
          'wood-light',
          1.1,
        ),
        area(
          polyline(
            [
              [x - 2, y - 3],
              [x - 16, y - 8],
              [x - 3, y + 1],
            ],
            true,
          ),
          'wood-light',
          1.1,
        ),
      ];
    }).flat(),
  'ring-scarred': () =>
    Array.from({ length: 8 }, (_, i): Shape[] => {
      const y = 7 + i * 12.4;
      const d = (dy: number) =>
        smooth([
          [-4, y + dy - 3],
          [40, y + dy + wobble(i)],
          [80, y + dy + 1.4],
          [120, y + dy + wobble(i, 1)],
          [166, y + dy - 3],
        ]);
      return [pen(d(0), 2, 0.8), pen(d(2.6), 1.2, 0.7, 'paper')];
    })
      .flat()
      .concat([
        pen(
          many(16, (i) =>
            polyline([
              [((i * 41) % 156) + 2, (i * 23) % 92],
              [((i * 41) % 156) + 3, ((i * 23) % 92) + 7],
            ]),
          ),
          0.7,
          0.5,
        ),
      ]),
  'leaf-base-boots': ({ surface }) => [
    shade(`M0 0H${W}V${H}H0Z`, 0.6),
    ...Array.from({ length: 32 }, (_, i): Shape[] => {
      const row = Math.floor(i / 8);
      const x = (i % 8) * 23 + (row % 2 ? 11.5 : 0) - 2;
      const y = 16 + row * 25;
      return [
        area(
          polyline(
            [
              [x, y + 17],
              [x - 11, y],
              [x - 6, y - 14],
              [x + 6, y - 14],
              [x + 11, y],
            ],
            true,
          ),
          surface,
          1.2,
        ),
        area(
          smooth(
            [
              [x - 6, y - 13],
              [x - 2, y - 18],
              [x + 3, y - 16],
              [x + 6, y - 13],
              [x, y - 10],
            ],
            true,
          ),
          'wood-light',
          1,
        ),
        pen(
          polyline([
            [x, y - 8],
            [x, y + 14],
          ]) +
            polyline([
              [x - 5, y - 6],
              [x - 4, y + 6],
            ]) +
            polyline([
              [x + 5, y - 6],
              [x + 4, y + 6],
            ]),
          0.6,
          0.6,
        ),
      ];
    }).flat(),
  ],
};

function lensLevel(x: number, y: number, long: number, wide: number): string {
  return smooth(
    [
      [x, y],
      [x + long / 2, y - wide / 2],
      [x + long, y],
      [x + long / 2, y + wide / 2],
    ],
    true,
  );
}

/** Usual ground of a texture when no colour is told, so that answers look like bark and not like a key. */
const USUAL: Record<string, string> = {
  smooth: 'silver-grey',
  'lenticels-horizontal': 'red-brown',
  'papery-peel': 'white',
  'mosaic-flakes': 'grey-brown',
  'vertical-stripes': 'green',
  'scaly-plates': 'grey-brown',
  'fluted-muscle': 'silver-grey',
  'stringy-fibrous': 'red-brown',
  'warty-ridges': 'grey',
  'deep-furrows': 'grey-brown',
  'interlacing-ridges': 'grey',
  'shaggy-strips': 'grey',
  blocky: 'grey-brown',
  corky: 'grey-brown',
};

/**
 * A swatch of bark, 160 by 96; null for a texture without a drawing.
 * @param colour a state of bark-colour; the texture's usual one when absent
 * @param undertone a state of bark-undertone: what shows in the cracks and under the flakes
 */
export function barkFigure(texture: string, colour?: string, undertone?: string): Figure | null {
  const draw = TEXTURES[texture];
  if (!draw) return null;
  const surface: Paint = `tint:${colour ?? USUAL[texture] ?? 'grey-brown'}`;
  const beneath: Paint = undertone && undertone !== 'none' ? `tint:${undertone}` : 'none';
  return { width: W, height: H, shapes: [{ d: `M0 0H${W}V${H}H0Z`, fill: surface }, ...draw({ surface, beneath })] };
}
