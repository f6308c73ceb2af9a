import { pen } from './pen';
import { smooth, wobble, type Pt, type Shape } from './shape';

/** Furrows of a plain ridged bark between two sides of a stem, from one height to another. */
export const barkShapes = (left: number, right: number, top: number, foot: number): Shape =>
  pen(
    Array.from({ length: 5 }, (_, i) => {
      const x = left + ((i + 0.7) * (right - left)) / 5.6;
      return smooth(Array.from({ length: 6 }, (_, k): Pt => [x + 2.2 * wobble(i, k), top + ((foot - top) * k) / 5]));
    }).join(''),
    1.1,
    'ink',
    0.6,
  );
