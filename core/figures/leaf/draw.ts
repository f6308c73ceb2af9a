import { chain, mirrored } from '../curve';
import { ellipse, place, polyline, smooth, wobble, type Paint, type Pt, type Shape } from '../shape';
import { bent, sides, widthAt } from './blade';
import type { LeafForm } from './form';
import { handSide } from './hand';
import { withMargin } from './margin';
import { bladeVeins, handVeins, midrib } from './veins';

/** Where a blade of length 1 (stalk at the origin, tip up) is laid: its foot, its turn (radians, clockwise), its length. */
export interface Laid {
  at: Pt;
  turn: number;
  length: number;
}

/** Lays points of a blade of length 1, tip up, onto the figure, whose y runs down. */
export const lay = (points: readonly Pt[], { at, turn, length }: Laid): Pt[] =>
  place(
    points.map(([x, y]): Pt => [x, -y]),
    at,
    turn,
    length,
  );

/** Pen widths in figure units for a leaf that fills the box; small leaflets get thinner pens. */
export interface Pens {
  edge: number;
  rib: number;
  vein: number;
}
export const PENS: Pens = { edge: 1.5, rib: 1.5, vein: 0.8 };

/** Share of a side that a drawn-out tip takes, and of a flank that the point of a lobe takes: no teeth stand there. */
const TIP_WITHOUT_TEETH = { drawnOut: 0.16, lobe: 0.26 } as const;

/** What the underside is painted with. */
const UNDERSIDE: Record<string, Paint> = {
  paler: 'leaf-pale',
  'silvery-white': 'tint:white',
  downy: 'leaf-pale',
  'rusty-tufts': 'leaf-pale',
  'pale-tufts': 'leaf-pale',
  'rusty-felt': 'tint:bronze',
  'waxy-blue': 'leaf-pale',
};

const line = (points: readonly Pt[][], laid: Laid): string => points.map((p) => polyline(lay(p, laid))).join('');

/** A single blade. `detail` off leaves out the side veins, for leaflets too small to show them. */
export function bladeShapes(form: LeafForm, laid: Laid, pens: Pens = PENS, detail = true): Shape[] {
  const hand = form.lobes === 'palmate' || form.shape === 'maple' || form.shape === 'star';
  return hand ? handShapes(form, laid, pens) : plainShapes(form, laid, pens, detail);
}

function plainShapes(form: LeafForm, laid: Laid, pens: Pens, detail: boolean): Shape[] {
  const { right, left, lobed } = sides(form);
  const plainTip = form.tip === 'drawn-out' || form.tip === 'curved-aside' ? TIP_WITHOUT_TEETH.drawnOut : undefined;
  const toothed = (side: Pt[]) => (lobed ? side : withMargin(side, form.margin, 1, plainTip)).map((point) => bent(form, point));
  const rightEdge = toothed(right);
  // The left side is toothed as a right one and turned over, then bent the same way.
  const leftEdge = (lobed ? left : withMargin(left, form.margin, 1, plainTip)).map(([x, y]) => bent(form, [-x, y]));
  const rib = midrib(form);
  const under = UNDERSIDE[form.underside];
  const outline = [...rightEdge, ...[...leftEdge].reverse()];
  const shapes: Shape[] = [
    { d: polyline(lay(outline, laid), true), fill: 'leaf', stroke: 'ink', width: pens.edge },
    {
      d: polyline(lay([...leftEdge, ...[...rib].reverse()], laid), true),
      fill: 'leaf-dark',
      opacity: form.surface === 'glossy' || form.surface === 'leathery' ? 0.5 : 0.3,
    },
  ];
  if (under)
    shapes.push({ d: polyline(lay([...rightEdge, ...[...rib].reverse()], laid), true), fill: under, stroke: 'ink', width: pens.edge });
  if (form.underside === 'waxy-blue')
    shapes.push({ d: polyline(lay([...rightEdge, ...[...rib].reverse()], laid), true), fill: 'tint:blue', opacity: 0.6 });
  if (detail)
    shapes.push({ d: line(bladeVeins(form, right, left, lobed), laid), stroke: 'ink', width: pens.vein, fill: 'none', opacity: 0.8 });
  shapes.push({
    d: line([[bent(form, [0, 0]).map((v, i) => (i === 1 ? -0.2 : v)) as unknown as Pt, ...rib]], laid),
    stroke: 'ink',
    width: pens.rib,
    fill: 'none',
  });
  if (detail && form.surface === 'glossy') shapes.push(gloss(left, laid));
  if (detail && (form.underside === 'downy' || form.underside === 'rusty-felt')) shapes.push(down(right, laid));
  if (detail && form.underside.endsWith('-tufts')) shapes.push(tufts(form.underside, laid));
  if (lobed && form.margin === 'bristle-tipped') shapes.push(bristles([...lobed.tips, ...lobed.teeth], laid, pens));
  if (!lobed && form.margin === 'bristle-tipped') {
    const at = [0.28, 0.42, 0.56, 0.7].map((y): Pt => [widthAt(right, y), y]);
    shapes.push(bristles(at, laid, pens));
  }
  return shapes;
}

function handShapes(form: LeafForm, laid: Laid, pens: Pens): Shape[] {
  const { right, tips } = handSide(form);
  const toothless = form.margin === 'entire' || form.margin === 'bristle-tipped';
  const side = chain(
    ...right.map((stretch, i) => {
      if (toothless || i === 0) return stretch;
      // Teeth lean to the tip of their lobe: the upper flank of a lobe is walked from its tip, so it is turned round first.
      const fromTip = i % 2 === 1;
      const scale = form.margin === 'coarse-toothed' ? 1.35 : 0.95;
      const edge = (flank: readonly Pt[]) => withMargin(flank, form.margin, scale, TIP_WITHOUT_TEETH.lobe);
      return fromTip ? turned(edge(turned(stretch))) : edge(stretch);
    }),
  );
  const outline = [...side, ...mirrored(side).reverse().slice(1)];
  const under = UNDERSIDE[form.underside];
  // A hand is as wide as it is long: it is drawn a little smaller, its stalk point a little up the box.
  const shapes: Shape[] = [{ d: polyline(lay(outline, laid), true), fill: 'leaf', stroke: 'ink', width: pens.edge }];
  shapes.push({ d: polyline(lay([...mirrored(side), [0, 0]], laid), true), fill: 'leaf-dark', opacity: 0.3 });
  if (under) shapes.push({ d: polyline(lay([...side, [0, 0]], laid), true), fill: under, stroke: 'ink', width: pens.edge });
  if (form.underside === 'waxy-blue') shapes.push({ d: polyline(lay([...side, [0, 0]], laid), true), fill: 'tint:blue', opacity: 0.6 });
  shapes.push({ d: line(handVeins(tips), laid), stroke: 'ink', width: pens.vein, fill: 'none', opacity: 0.85 });
  shapes.push({
    d: line(
      [
        [
          [0, -0.34],
          [0, 0],
          [0, 0.95],
        ],
      ],
      laid,
    ),
    stroke: 'ink',
    width: pens.rib,
    fill: 'none',
  });
  if (form.underside === 'downy' || form.underside === 'rusty-felt') {
    const hairs = Array.from({ length: 46 }, (_, i): Pt => [0.05 + 0.34 * Math.abs(wobble(i)), 0.05 + 0.5 * Math.abs(wobble(i, 3))]);
    shapes.push({
      d: hairs
        .map(([x, y]) =>
          polyline(
            lay(
              [
                [x, y],
                [x + 0.012, y + 0.035],
              ],
              laid,
            ),
          ),
        )
        .join(''),
      stroke: 'soft',
      width: 0.7,
      fill: 'none',
    });
  }
  if (form.underside.endsWith('-tufts')) shapes.push(tufts(form.underside, laid));
  if (form.margin === 'bristle-tipped') shapes.push(bristles(tips, laid, pens));
  return shapes;
}

/** The same flank walked the other way; mirrored, so that its outside stays on the right. */
const turned = (points: readonly Pt[]): Pt[] => [...points].reverse().map(([x, y]): Pt => [-x, y]);

/** Hairs at the points of lobes. */
function bristles(at: readonly Pt[], laid: Laid, pens: Pens): Shape {
  const hairs = at.flatMap(([x, y]): Pt[][] =>
    [1, -1].map((side): Pt[] => [
      [side * x, y],
      [side * (x + 0.03), y + 0.045],
    ]),
  );
  return {
    d: line(
      [
        ...hairs,
        [
          [0, 1],
          [0, 1.06],
        ],
      ],
      laid,
    ),
    stroke: 'ink',
    width: pens.edge * 0.6,
    fill: 'none',
  };
}

/** A light that runs along a shining blade. */
function gloss(left: readonly Pt[], laid: Laid): Shape {
  const points = Array.from({ length: 7 }, (_, i): Pt => {
    const y = 0.34 + i * 0.065;
    return [-widthAt(left, y) * 0.62, y];
  });
  return { d: smooth(lay(points, laid)), stroke: 'paper', width: laid.length * 0.028, fill: 'none', opacity: 0.85 };
}

/** Felt on the turned-over half. */
function down(right: readonly Pt[], laid: Laid): Shape {
  const hairs: string[] = [];
  for (let i = 0; i < 90; i++) {
    const y = 0.06 + 0.84 * ((i * 0.618) % 1);
    const x = widthAt(right, y) * (0.08 + 0.84 * ((i * 0.7549) % 1));
    hairs.push(
      polyline(
        lay(
          [
            [x, y],
            [x + 0.012, y + 0.026],
          ],
          laid,
        ),
      ),
    );
  }
  return { d: hairs.join(''), stroke: 'soft', width: laid.length * 0.007, fill: 'none' };
}

/** Tufts in the vein corners of the turned-over half, rusty or pale. */
function tufts(underside: string, laid: Laid): Shape {
  const d = [0.1, 0.225, 0.35, 0.48].map((y) => {
    const [[x, yy] = [0, 0]] = lay([[0.035, y + 0.02]], laid);
    return ellipse(x, yy, laid.length * 0.026, laid.length * 0.036);
  });
  return { d: d.join(''), fill: underside === 'rusty-tufts' ? 'tint:orange' : 'tint:white', stroke: 'ink', width: laid.length * 0.006 };
}
