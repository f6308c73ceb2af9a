import { oneOf, type Answers } from './answers';
import { barkShapes } from './bark-strip';
import { bladeShapes } from './leaf/draw';
import { leafOf } from './leaf/form';
import { area, closed, make, open, pen } from './pen';
import { circle, ellipse, place, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';
import { stem } from './twig';

/** The lower part of a blade whose foot is at a point, tip up and out of the box. */
const bladeAt = (at: Pt, length = 92, turn = 0): Shape[] =>
  bladeShapes(leafOf({ shape: 'ovate', base: 'rounded' }), { at, turn, length }, { edge: 1.5, rib: 1.4, vein: 0.7 });

/** A twig that runs up the left of the box, with a bud in the corner of the leaf where it shows. */
const twig = (bud: boolean): Shape[] => [
  ...stem(pts('18,118 20,88 24,10'), 8, 'wood', false),
  ...(bud ? [area(smooth(place(pts('-4,0 -5,-8 0,-16 5,-8 4,0'), [27, 88], 0.45), true), 'wood-dark', 1.2)] : []),
];

/** A stalk from the twig to the foot of the blade. */
const stalkTo = (width: number, text = '22,94 44,84 66,64'): Shape[] => [pen(open(text), width + 2.2), pen(open(text), width, 'leaf')];
const FOOT: Pt = [66, 66];
const LEAF = 62;

const leafStalk = oneOf({
  round: () => make(...twig(true), ...bladeAt(FOOT, LEAF, 0.7), ...stalkTo(3)),
  flattened: () =>
    make(
      ...twig(true),
      ...bladeAt(FOOT, LEAF, 0.7),
      area(closed('22,98 34,94 52,82 68,68 65,60 50,70 34,82 21,90'), 'leaf', 1.5),
      pen(open('24,94 44,84 64,66'), 0.7),
      // The cut across, beside it: a band on edge.
      pen('M50 92H76', 1, 'soft'),
      area(ellipse(82, 94, 3.4, 14), 'leaf-pale', 1.5),
    ),
  winged: () =>
    make(
      ...twig(true),
      ...bladeAt(FOOT, LEAF, 0.7),
      area(closed('24,93 30,78 46,66 60,60 68,66 66,76 54,90 38,98'), 'leaf-pale', 1.5),
      ...stalkTo(2.4),
    ),
  glands: () =>
    make(
      ...twig(true),
      ...bladeAt(FOOT, LEAF, 0.7),
      ...stalkTo(3.4),
      ...[
        [59, 64],
        [66, 73],
      ].map(([x = 0, y = 0]) => area(circle(x, y, 4.6), 'tint:red', 1.3)),
    ),
  'covers-bud': () =>
    make(
      ...twig(false),
      ...bladeAt(FOOT, LEAF, 0.7),
      ...stalkTo(3.4, '34,86 50,78 66,64'),
      area(closed('21,100 22,80 30,76 40,80 40,88 30,98'), 'leaf', 1.5),
      // The hood laid open: what was under it.
      area(closed('70,118 72,96 82,88 98,92 100,108 92,118'), 'leaf-pale', 1.5),
      area(smooth(place(pts('-5,0 -6,-9 0,-18 6,-9 5,0'), [85, 116], 0), true), 'wood-dark', 1.2),
    ),
  'hardly-any': () => make(...bladeAt([25, 92], 86, 0.85), ...twig(true)),
});

/** A grown twig with the scars of two leaves. */
function rings(state: string): Figure | null {
  if (state !== 'ring' && state !== 'none') return null;
  const nodes = [88, 46];
  const scar = (y: number, side: 1 | -1): Shape => area(ellipse(60 + side * 11, y, 5.5, 7.5), 'tint:cream', 1.2);
  const bud = (y: number, side: 1 | -1): Shape =>
    area(smooth(place(pts('-4,0 -5,-8 0,-17 5,-8 4,0'), [60 + side * 14, y - 5], side * 0.5), true), 'wood-dark', 1.2);
  return make(
    ...nodes.map((y, i) => bud(y, i % 2 ? -1 : 1)),
    ...stem(pts('60,120 60,60 60,4'), 26, 'wood', true),
    ...(state === 'ring' ? [pen(nodes.map((y) => smooth(pts(`46,${y - 4} 60,${y + 1} 74,${y - 4}`))).join(''), 2.6)] : []),
    ...nodes.map((y, i) => scar(y, i % 2 ? -1 : 1)),
  );
}

/** A length of stem, and what stands on it. */
function growths(state: string): Figure | null {
  const log = (fill: Paint): Shape => area('M38 2H82V118H38Z', fill, 1.8);
  const shoots = (x: number, y: number, side: 1 | -1): Shape =>
    pen([0, 1, 2].map((k) => smooth(place(pts('0,0 6,-8 9,-20'), [x, y], side * 0.5 * k))).join(''), 1.5, 'leaf-dark');
  switch (state) {
    case 'none':
      return make(log('wood'), barkShapes(38, 82, 2, 118));
    case 'burrs':
      return make(
        log('wood'),
        barkShapes(38, 82, 2, 118),
        ...(
          [
            [38, 40, 17],
            [80, 66, 20],
            [46, 94, 15],
          ] as const
        ).flatMap(([x, y, r]) => [
          area(
            smooth(
              Array.from({ length: 11 }, (_, i): Pt => {
                const a = (i / 11) * 2 * Math.PI;
                const reach = r * (1 + 0.16 * wobble(i, r));
                return [x + Math.cos(a) * reach, y + Math.sin(a) * reach];
              }),
              true,
            ),
            'wood-light',
            1.6,
          ),
          {
            d: Array.from({ length: 12 }, (_, i) => circle(x + wobble(i, r) * r * 0.6, y + wobble(i, r + 3) * r * 0.6, 1.8)).join(''),
            fill: 'ink' as const,
            opacity: 0.6,
          },
        ]),
        shoots(28, 34, -1),
        shoots(92, 58, 1),
      );
    case 'graft-line':
      return make(
        area('M42 2H78V58H42Z', 'tint:silver-grey', 1.8),
        pen([12, 24, 36, 48].map((y, i) => `M${46 + (i % 2) * 6} ${y}H${62 + (i % 2) * 8}`).join(''), 1.2),
        area(closed('34,58 36,54 60,52 84,54 86,58 84,90 88,118 32,118 36,90'), 'wood', 1.8),
        barkShapes(36, 84, 62, 118),
        pen(open('33,59 46,55 60,57 74,54 87,59'), 3),
      );
    default:
      return null;
  }
}

/** What is at the stalk of a leaf, round a twig, and on a stem. */
export const STALK_ANSWERS: Answers = { 'leaf-stalk': leafStalk, 'twig-rings': rings, 'stem-growths': growths };
