import { area, lensLevel, many, pen, type Draw } from './parts';
import { ellipse, polyline, pts, smooth, wobble, type Shape } from '../shape';

/** Smooth barks and what marks them. */
export const PLAIN: Record<string, Draw> = {
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
};
