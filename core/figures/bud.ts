import { bezier, chain } from './curve';
import { circle, place, polyline, smooth, wobble, type Paint, type Pt, type Shape } from './shape';
import { widthAt } from './leaf/blade';

/** What a bud is like; states of the vocabulary. */
export interface BudForm {
  shape: string;
  scales: string;
  colour: string;
  surface: string;
}

/** Right side of a bud from foot to tip, tip up, length 1 (long thin buds are longer than their length for plump ones). */
const SIDES: Record<string, () => Pt[]> = {
  'needle-long': () => bezier([0.035, 0], [0.12, 0.3], [0.08, 0.7], [0, 1]),
  conical: () =>
    chain(bezier([0.16, 0], [0.26, 0.06], [0.3, 0.2], [0.27, 0.34], 6), bezier([0.27, 0.34], [0.2, 0.62], [0.07, 0.86], [0, 1])),
  ovoid: () => bezier([0.16, 0], [0.5, 0.14], [0.42, 0.72], [0, 1]),
  round: () => bezier([0.18, 0], [0.7, 0.04], [0.66, 0.98], [0, 1]),
  'flat-triangular': () => bezier([0.34, 0], [0.42, 0.14], [0.16, 0.6], [0, 1]),
  'swollen-one-side': () => bezier([0.16, 0], [0.8, 0.12], [0.5, 0.8], [0, 1]),
  stalked: () =>
    chain(bezier([0.08, 0], [0.07, 0.16], [0.07, 0.26], [0.09, 0.36], 5), bezier([0.09, 0.36], [0.36, 0.44], [0.26, 0.84], [0, 1])),
  hidden: () => bezier([0.42, 0], [0.4, 0.5], [0.2, 0.9], [0, 1]),
};

/** Length of a bud against a plump one's, by shape. */
export const BUD_LENGTH: Record<string, number> = {
  'needle-long': 1.75,
  conical: 1.15,
  ovoid: 1,
  round: 0.8,
  'flat-triangular': 0.62,
  'swollen-one-side': 0.95,
  stalked: 1.35,
  hidden: 0.26,
};

function sidesOf(shape: string): { right: Pt[]; left: Pt[] } {
  const right = (SIDES[shape] ?? (SIDES.ovoid as () => Pt[]))();
  // A lime bud swells on one side only.
  const left = shape === 'swollen-one-side' ? bezier([0.16, 0], [0.26, 0.2], [0.24, 0.7], [0, 1]) : right;
  return { right, left };
}

/** Lines where scales overlap, on a bud of length 1. */
function scaleLines(form: BudForm, right: readonly Pt[], left: readonly Pt[]): Pt[][] {
  const across = (y: number, u: number): Pt => [u >= 0 ? u * widthAt(right, y) : u * widthAt(left, y), y];
  const foot = form.shape === 'stalked' ? 0.36 : 0;
  const span = 1 - foot;
  switch (form.scales) {
    case 'one':
      return [bezier(across(foot + 0.1 * span, -1), across(foot + 0.03, -0.3), across(foot + 0.03, 0.3), across(foot + 0.1 * span, 1), 8)];
    case 'two-three':
      return [
        bezier([0, 0.99], across(foot + 0.7 * span, -0.25), across(foot + 0.36 * span, -0.2), across(foot + 0.06 * span, 0.35), 10),
        bezier(
          across(foot + 0.52 * span, 1),
          across(foot + 0.34 * span, 0.7),
          across(foot + 0.2 * span, 0.6),
          across(foot + 0.04 * span, 0.62),
          8,
        ),
      ];
    case 'many': {
      // Scales overlap like tiles: each row of points lies between the points of the row below.
      const rows = form.shape === 'needle-long' ? 7 : form.shape === 'flat-triangular' ? 3 : 4;
      return Array.from({ length: rows }, (_, r): Pt[][] => {
        const y = foot + span * (0.04 + (0.66 * r) / rows);
        const tip = y + span * (0.3 - 0.02 * r);
        const peaks = r % 2 ? [-0.62, 0.62] : [0];
        return peaks.flatMap((u): Pt[][] => [
          bezier(
            across(y, Math.max(-1, u - 0.62)),
            across(y + 0.14 * span, Math.max(-1, u - 0.58)),
            across(tip - 0.07 * span, u - 0.2),
            across(tip, u),
            6,
          ),
          bezier(
            across(tip, u),
            across(tip - 0.07 * span, u + 0.2),
            across(y + 0.14 * span, Math.min(1, u + 0.58)),
            across(y, Math.min(1, u + 0.62)),
            6,
          ),
        ]);
      }).flat();
    }
    case 'naked':
      return [
        bezier([0, 0.98], across(0.7, -0.45), across(0.4, -0.4), across(foot + 0.06, -0.15), 8),
        bezier([0, 0.98], across(0.7, 0.4), across(0.4, 0.45), across(foot + 0.06, 0.2), 8),
        ...[0.3, 0.45, 0.6].map((y) =>
          bezier(across(y, -0.36), across(y + 0.05, -0.55), across(y + 0.08, -0.7), across(y + 0.1, -0.82), 4),
        ),
        ...[0.3, 0.45, 0.6].map((y) => bezier(across(y, 0.36), across(y + 0.05, 0.55), across(y + 0.08, 0.7), across(y + 0.1, 0.82), 4)),
      ];
    default:
      return [];
  }
}

/** A bud: its foot, which way it points (radians from up, clockwise), its length. */
export function budShapes(form: BudForm, at: Pt, turn: number, length: number, pen = 1.6): Shape[] {
  const { right, left } = sidesOf(form.shape);
  const lay = (points: readonly Pt[]) =>
    place(
      points.map(([x, y]): Pt => [x, -y]),
      at,
      turn,
      length,
    );
  const mirrored = left.map(([x, y]): Pt => [-x, y]);
  const fill: Paint = form.scales === 'naked' && form.colour === '' ? 'leaf' : form.colour === '' ? 'wood-light' : `tint:${form.colour}`;
  const outline = [...right, ...[...mirrored].reverse()];
  const shapes: Shape[] = [];
  if (form.surface === 'hairy') {
    const hairs = outline.flatMap(([x, y], i) =>
      i % 2 === 0
        ? [
            polyline(
              lay([
                [x, y],
                [x * 1.22 + (x > 0 ? 0.05 : -0.05), y + 0.07],
              ]),
            ),
          ]
        : [],
    );
    shapes.push({ d: hairs.join(''), stroke: 'ink', width: pen * 0.5, fill: 'none' });
  }
  shapes.push({ d: polyline(lay(outline), true), fill, stroke: 'ink', width: pen });
  shapes.push({
    d: polyline(lay([...mirrored, ...[...right].reverse().map(([x, y]): Pt => [x * -0.25, y])]), true),
    fill: 'ink',
    opacity: 0.14,
  });
  const lines = scaleLines(form, right, left);
  const dark = ['black', 'purple-brown', 'brown'].includes(form.colour);
  if (lines.length)
    shapes.push({
      d: lines.map((l) => polyline(lay(l))).join(''),
      stroke: dark ? 'paper' : 'ink',
      width: pen * 0.55,
      fill: 'none',
      opacity: dark ? 0.6 : 0.9,
    });
  if (form.surface === 'hairy') {
    const felt = Array.from({ length: 26 }, (_, i) => {
      const y = 0.08 + 0.8 * ((i * 0.618) % 1);
      const x = widthAt(right, y) * 0.85 * wobble(i);
      return polyline(
        lay([
          [x, y],
          [x + 0.01, y + 0.06],
        ]),
      );
    });
    shapes.push({
      d: felt.join(''),
      stroke: form.colour === 'black' || form.colour === 'purple-brown' ? 'paper' : 'ink',
      width: pen * 0.4,
      fill: 'none',
      opacity: 0.8,
    });
  }
  if (form.surface === 'sticky') {
    shapes.push({
      d: smooth(
        lay([
          [0.12, 0.34],
          [0.16, 0.52],
          [0.1, 0.74],
        ]),
      ),
      stroke: 'paper',
      width: pen * 2,
      fill: 'none',
      opacity: 0.9,
    });
    const [[x, y] = [0, 0]] = lay([[widthAt(right, 0.2) * 0.9, 0.16]]);
    shapes.push({ d: circle(x, y + length * 0.07, length * 0.075), fill: 'tint:orange', stroke: 'ink', width: pen * 0.6 });
  }
  if (form.surface === 'smooth' && length > 30) {
    shapes.push({
      d: smooth(
        lay([
          [0.1, 0.4],
          [0.12, 0.55],
          [0.08, 0.72],
        ]),
      ),
      stroke: 'paper',
      width: pen * 1.3,
      fill: 'none',
      opacity: 0.55,
    });
  }
  return shapes;
}
