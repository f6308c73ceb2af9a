import { area, closed, open, pen } from '../pen';
import { bunch, packed, round, stalk, type Draw } from './parts';
import { circle, ellipse, place, pts, smooth, wobble, type Shape } from '../shape';

/** Fleshy fruits. */
export const FLESHY: Record<string, Draw> = {
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
  'upright-drupe-cluster': (tint) => [
    stalk('60,118 60,100 60,92'),
    ...Array.from({ length: 52 }, (_, i): Shape[] => {
      const t = i / 52;
      const w = 25 * (1 - t) ** 0.6;
      return [area(circle(60 + w * wobble(i), 98 - t * 86 + wobble(i, 4) * 3, 5.6), tint ?? 'tint:red', 0.9)];
    }).flat(),
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
};
