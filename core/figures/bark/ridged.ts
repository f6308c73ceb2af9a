import { area, band, H, lens, many, pen, shade, W, type Draw } from './parts';
import { ellipse, polyline, smooth, wobble, type Pt, type Shape } from '../shape';

/** Barks of ridges, furrows and cords, up and down the stem. */
export const RIDGED: Record<string, Draw> = {
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
};
