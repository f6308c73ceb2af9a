import { polyline, pts, smooth, type Figure, type Paint, type Pt, type Shape } from './shape';

/** Side of the box in which an answer is drawn. */
export const BOX = 120;

/** A drawing in the box. */
export const make = (...shapes: Shape[]): Figure => ({ width: BOX, height: BOX, shapes });
/** An area with an inked edge. */
export const area = (d: string, fill: Paint, width = 1.5, opacity = 1): Shape => ({ d, fill, stroke: 'ink', width, opacity });
/** A stroke. */
export const pen = (d: string, width = 1.4, stroke: Paint = 'ink', opacity = 1): Shape => ({ d, stroke, width, fill: 'none', opacity });
/** A soft closed curve through points written "x,y x,y …". */
export const closed = (text: string): string => smooth(pts(text), true);
/** A soft line through points written "x,y x,y …". */
export const open = (text: string): string => smooth(pts(text));
/** Straight lines, one after the other. */
export const strokes = (lines: readonly (readonly Pt[])[]): string => lines.map((line) => polyline(line)).join('');
/** Something made n times round a circle; the angle in radians. */
export const around = <T>(n: number, draw: (angle: number, i: number) => T): T[] =>
  Array.from({ length: n }, (_, i) => draw((i / n) * 2 * Math.PI, i));
