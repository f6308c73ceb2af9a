import { area, H, many, pen, plates, shade, softened, W, type Draw } from './parts';
import { polyline, smooth, wobble, type Paint, type Pt, type Shape } from '../shape';

/** Barks that break into plates and strips, and let go of them. */
export const FLAKED: Record<string, Draw> = {
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
