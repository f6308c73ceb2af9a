import { bezier } from '../curve';
import { polyline, type Pt, type Shape } from '../shape';
import { bladeShapes, lay, PENS, type Laid, type Pens } from './draw';
import type { LeafForm } from './form';

const thin = (share: number): Pens => ({
  edge: Math.max(0.55, PENS.edge * share),
  rib: Math.max(0.4, PENS.rib * share * 0.7),
  vein: Math.max(0.45, PENS.vein * share),
});

/** A leaflet of the leaf: a plain blade of its own, without a stalk of its own unless it ends the leaf. */
const leaflet = (form: LeafForm): LeafForm => ({ ...form, type: 'simple', lobes: form.lobes === 'palmate' ? 'none' : form.lobes });

/** Most pairs that a drawing can still show one by one. */
const MOST_PAIRS = 12;

/** Leaflets along a stalk; an odd number has one at the end. */
export function pinnate(form: LeafForm, laid: Laid): Shape[] {
  const shown = Math.min(form.leaflets, 2 * MOST_PAIRS + 1);
  const odd = shown % 2 === 1;
  const pairs = Math.max(1, Math.floor(shown / 2));
  const narrow = ['lance', 'linear', 'sickle'].includes(form.shape);
  const from = 0.16;
  const to = odd ? 0.72 : 0.84;
  const step = pairs > 1 ? (to - from) / (pairs - 1) : 0;
  // Leaflets as large as their gaps let them be: broad ones overlap a little, as they do in life.
  const length = Math.min(0.42, Math.max(narrow ? 0.3 : 0.19, step * (narrow ? 3 : 2), pairs <= 2 ? 0.36 : 0));
  const pens = thin(Math.min(1, 0.14 + length * 1.5) * (step < 0.08 ? 0.75 : 1));
  const detail = length > 0.24 && step > 0.1;
  const part = leaflet(form);
  const shapes: Shape[] = [
    {
      d: polyline(
        lay(
          [
            [0, -0.2],
            [0, odd ? to + step * 0.4 : to + 0.03],
          ],
          laid,
        ),
      ),
      stroke: 'ink',
      width: PENS.rib,
      fill: 'none',
    },
  ];
  for (let i = 0; i < pairs; i++) {
    const y = from + i * step;
    // Middle pairs are the largest.
    const size = length * (1 - 0.22 * Math.abs((i + 0.5) / pairs - 0.45) * 2);
    for (const side of [1, -1] as const) {
      const [at = [0, 0]] = lay([[0, y]], laid);
      shapes.push(...bladeShapes(part, { at: at as Pt, turn: side * 1.08, length: size * laid.length }, pens, detail));
    }
  }
  if (odd) {
    const [at = [0, 0]] = lay([[0, to + Math.min(0.06, step * 0.5)]], laid);
    shapes.push(...bladeShapes(part, { at: at as Pt, turn: 0, length: Math.min(0.32, length * 1.05) * laid.length }, pens, detail));
  }
  return shapes;
}

/** Stalks on a stalk, each with small leaflets. */
export function bipinnate(form: LeafForm, laid: Laid): Shape[] {
  const pairs = form.leaflets > 120 ? 9 : form.leaflets > 40 ? 6 : 4;
  const perSide = form.leaflets > 120 ? 11 : form.leaflets > 40 ? 7 : 4;
  const broad = ['ovate', 'elliptic', 'round'].includes(form.shape);
  const stalks: Pt[][] = [
    [
      [0, -0.2],
      [0, 0.9],
    ],
  ];
  const leaflets: string[] = [];
  const toothed = form.margin !== 'entire';
  for (let i = 0; i < pairs; i++) {
    const y = 0.1 + (0.76 * i) / (pairs - 1);
    const reach = 0.4 * Math.sin(0.5 + 2.2 * ((i + 1) / (pairs + 1))) + 0.06;
    const last = i === pairs - 1;
    for (const side of [1, -1] as const) {
      const lean = last ? 0.5 : 0.42;
      const along = (t: number): Pt => [side * reach * t, y + reach * lean * t];
      stalks.push([along(0), along(1)]);
      for (let j = 1; j <= perSide; j++) {
        const at = along(0.08 + (0.92 * j) / perSide);
        const size = (broad ? 0.62 : 0.5) * (reach / perSide) + 0.018;
        for (const up of [1, -1]) {
          const tip: Pt = [at[0] + side * size * 0.75, at[1] + up * size * 1.5 + size * 0.35];
          const wide = size * (broad ? 0.62 : 0.26);
          const mid: Pt = [(at[0] + tip[0]) / 2, (at[1] + tip[1]) / 2];
          const edge = bezier(
            at,
            [mid[0] + wide, mid[1] - up * wide * 0.3],
            [mid[0] + wide * (toothed ? 1.3 : 0.9), mid[1] + up * wide * 0.4],
            tip,
            5,
          );
          const back = bezier(tip, [mid[0] - wide * 0.9, mid[1] + up * wide * 0.6], [mid[0] - wide, mid[1] - up * wide * 0.1], at, 5);
          leaflets.push(polyline(lay([...edge, ...back], laid), true));
        }
      }
    }
  }
  return [
    { d: leaflets.join(''), fill: 'leaf', stroke: 'ink', width: 0.7 },
    { d: stalks.map((p) => polyline(lay(p, laid))).join(''), stroke: 'ink', width: 1.2, fill: 'none' },
  ];
}

/** Leaflets from one point, like a hand; the middle one is the longest. */
export function palmateCompound(form: LeafForm, laid: Laid): Shape[] {
  const n = Math.max(5, Math.min(9, 2 * Math.round((form.leaflets - 1) / 2) + 1));
  const part = leaflet({ ...form, base: 'wedge', slim: n > 5 ? 0.62 : 0.74 });
  const half = (n - 1) / 2;
  const shapes: Shape[] = [
    {
      d: polyline(
        lay(
          [
            [0, -0.34],
            [0, 0.1],
          ],
          laid,
        ),
      ),
      stroke: 'ink',
      width: PENS.rib,
      fill: 'none',
    },
  ];
  const [at = [0, 0]] = lay([[0, 0.1]], laid);
  const spread = half === 2 ? 0.62 : half === 3 ? 0.5 : 0.4;
  // The outer ones lie behind.
  const order = Array.from({ length: n }, (_, i) => i - half).sort((a, b) => Math.abs(b) - Math.abs(a));
  for (const k of order) {
    const size = 0.78 * (1 - 0.14 * Math.abs(k)) * (half >= 3 ? 0.96 : 1);
    shapes.push(...bladeShapes(part, { at: at as Pt, turn: k * spread, length: size * laid.length }, thin(0.7)));
  }
  return shapes;
}

/** Three leaflets: two at the sides, one on a stalk of its own. */
export function trifoliate(form: LeafForm, laid: Laid): Shape[] {
  const part = leaflet(form);
  const [fork = [0, 0], end = [0, 0]] = lay(
    [
      [0, 0.14],
      [0, 0.24],
    ],
    laid,
  );
  return [
    {
      d: polyline(
        lay(
          [
            [0, -0.3],
            [0, 0.26],
          ],
          laid,
        ),
      ),
      stroke: 'ink',
      width: PENS.rib,
      fill: 'none',
    },
    ...([1, -1] as const).flatMap((side) =>
      bladeShapes(part, { at: fork as Pt, turn: side * 1.15, length: 0.56 * laid.length }, thin(0.75)),
    ),
    ...bladeShapes(part, { at: end as Pt, turn: 0, length: 0.68 * laid.length }, thin(0.75)),
  ];
}
