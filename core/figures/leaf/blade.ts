import { bezier, chain, through } from '../curve';
import type { Pt } from '../shape';
import type { LeafForm } from './form';

/**
 * Length over width of each outline, and where along the blade it is widest (0 base, 1 tip): what the terms of leaf shape mean
 * (definitions of descriptive botany).
 */
const OUTLINE: Record<string, { aspect: number; widest: number }> = {
  ovate: { aspect: 1.62, widest: 0.34 },
  elliptic: { aspect: 2, widest: 0.5 },
  lance: { aspect: 4, widest: 0.34 },
  heart: { aspect: 1.12, widest: 0.34 },
  round: { aspect: 1.04, widest: 0.48 },
  obovate: { aspect: 1.7, widest: 0.64 },
  spatulate: { aspect: 2.7, widest: 0.77 },
  triangular: { aspect: 1.25, widest: 0.12 },
  linear: { aspect: 10, widest: 0.4 },
  sickle: { aspect: 5, widest: 0.36 },
};

const outlineOf = (form: LeafForm) => OUTLINE[form.shape] ?? (OUTLINE.ovate as { aspect: number; widest: number });

/** How far a sickle leaf bends aside at its tip, in leaf lengths. */
const SICKLE = 0.3;
/** How far a tip turned aside leans out. */
const ASIDE = 0.17;

/** Bends a point of a blade as its shape and tip ask. */
export function bent(form: LeafForm, [x, y]: Pt): Pt {
  let dx = form.shape === 'sickle' ? SICKLE * y * y - SICKLE * 0.3 : 0;
  if (form.tip === 'curved-aside' && y > 0.7) dx += ASIDE * ((y - 0.7) / 0.34) ** 2;
  return [x + dx, y];
}

/** From the stalk to the widest point, on the right; lopsided leaves have a longer and a shorter side. */
function lower(form: LeafForm, w: number, yw: number, shorter: boolean): Pt[] {
  if (form.shape === 'linear') return bezier([0, 0], [w * 0.9, 0.02], [w, 0.06], [w, yw]);
  if (form.shape === 'triangular' && form.base !== 'heart' && form.base !== 'lopsided') {
    return form.base === 'wedge'
      ? bezier([0, 0], [w * 0.5, 0.03], [w * 0.95, 0.08], [w, 0.24])
      : bezier([0, 0], [w * 0.6, -0.01], [w * 1.06, 0], [w, yw]);
  }
  if (form.shape === 'spatulate') return bezier([0, 0], [w * 0.16, 0.28], [w * 0.82, 0.46], [w, yw]);
  switch (form.base) {
    case 'wedge':
      return bezier([0, 0], [w * 0.36, yw * 0.26], [w, yw * 0.5], [w, yw]);
    case 'heart':
      return bezier([0, 0], [w * 0.22, -0.19], [w * 1.08, -0.2], [w, yw]);
    case 'lopsided':
      return shorter
        ? bezier([0, 0.13], [w * 0.5, 0.12], [w * 0.96, yw * 0.62], [w * 0.96, yw + 0.03])
        : bezier([0, 0], [w * 0.4, -0.13], [w * 1.12, -0.1], [w, yw]);
    case 'straight':
      return bezier([0, 0], [w * 0.98, -0.015], [w * 1.02, 0.02], [w, yw]);
    default:
      return bezier([0, 0], [w * 0.6, 0], [w, yw * 0.44], [w, yw]);
  }
}

/** From the widest point to the tip, on the right. */
function upper(form: LeafForm, from: Pt, w: number): Pt[] {
  const yw = from[1];
  const u = 1 - yw;
  if (form.shape === 'triangular' && form.tip === 'pointed')
    return bezier(from, [w * 0.86, yw + u * 0.3], [w * 0.24, yw + u * 0.7], [0, 1]);
  switch (form.tip) {
    case 'rounded':
      return bezier(from, [w, yw + u * 0.55], [w * 0.58, 1], [0, 1]);
    case 'drawn-out':
    case 'curved-aside': {
      const shoulder: Pt = [w * 0.17, yw + u * 0.74];
      return chain(
        bezier(from, [w, yw + u * 0.34], [w * 0.4, yw + u * 0.58], shoulder),
        bezier(shoulder, [w * 0.07, yw + u * 0.83], [w * 0.03, 0.98], [0, 1.05], 8),
      );
    }
    case 'notched':
      return chain(
        bezier(from, [w, yw + u * 0.58], [w * 0.84, 1.02], [w * 0.5, 1.01]),
        bezier([w * 0.5, 1.01], [w * 0.24, 1], [w * 0.1, 0.95], [0, 0.87], 8),
      );
    case 'cut-straight':
      return chain(bezier(from, [w, yw + u * 0.6], [w * 0.98, 0.93], [w * 0.86, 0.95]), [
        [w * 0.86, 0.95],
        [w * 0.4, 0.95],
        [0, 0.94],
      ]);
    default:
      return bezier(from, [w, yw + u * 0.42], [w * 0.32, yw + u * 0.8], [0, 1]);
  }
}

/** One side of an undivided blade from stalk to tip, tip up, length 1, to the right. */
function plainSide(form: LeafForm, shorter: boolean): Pt[] {
  const { aspect, widest } = outlineOf(form);
  const w = (0.5 / aspect) * form.slim;
  const below = lower(form, w, widest, shorter);
  return chain(below, upper(form, below.at(-1) as Pt, w));
}

/** Half the width of a side at a height, by looking along its points. */
export function widthAt(side: readonly Pt[], y: number): number {
  for (let i = 1; i < side.length; i++) {
    const [a, b] = [side[i - 1] as Pt, side[i] as Pt];
    if (a[1] <= y && b[1] >= y && b[1] > a[1]) return a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]);
  }
  return 0;
}

/** Share of the half width that the gaps between lobes cut away. */
const CUT: Record<string, number> = { shallow: 0.3, half: 0.54, deep: 0.8 };

/** Whether lobes end in points, as in the red oaks, or are rounded, as in the white oaks. */
export const sharpLobes = (form: LeafForm): boolean =>
  form.margin === 'bristle-tipped' || (form.tip !== 'rounded' && form.margin !== 'entire');

export interface LobedSide {
  points: Pt[];
  /** Tips of the lobes: a vein runs to each, and bristles stand there. */
  tips: Pt[];
  /** Further points between, which carry bristles too. */
  teeth: Pt[];
}

/** One side of a blade lobed along its sides. */
function lobedSide(form: LeafForm): LobedSide {
  const plain = plainSide({ ...form, tip: 'rounded', base: form.base === 'heart' ? 'rounded' : form.base }, false);
  const count = Math.max(2, Math.round((form.lobeCount - 1) / 2));
  const cut = CUT[form.depth] ?? 0.54;
  const sharp = sharpLobes(form);
  // The end lobe is a little longer than the side ones.
  const step = 0.93 / (count + 1.25);
  const width = (y: number) => widthAt(plain, Math.min(0.97, y)) * 1.3 + 0.015;
  const points: Pt[] =
    form.base === 'heart'
      ? [
          [0, 0],
          [0.045, -0.035],
          [0.07, 0.01],
          [0.03, 0.05],
        ]
      : [[0, 0]];
  const tips: Pt[] = [];
  const teeth: Pt[] = [];
  const gap = (y: number): Pt => [Math.max(0.028, width(y) * (1 - cut)), y];
  for (let i = 0; i < count; i++) {
    const from = 0.07 + i * step;
    const tipY = from + step * (sharp ? 0.92 : 0.72);
    const reach = width(Math.min(tipY, 0.86)) * (sharp ? 1.14 : 1);
    const low = gap(from + step * 0.12);
    if (i > 0 || form.base !== 'heart') points.push(low);
    if (sharp) {
      const tip: Pt = [reach, tipY];
      const under: Pt = [reach * 0.72, from + step * 0.46];
      const over: Pt = [reach * 0.66, tipY + step * 0.06];
      points.push(under, [reach * 0.74, from + step * 0.55], tip, [reach * 0.7, tipY - step * 0.06], over);
      tips.push(tip);
      teeth.push(under, over);
    } else {
      const tip: Pt = [reach, tipY - step * 0.04];
      points.push([reach * 0.72, from + step * 0.28], [reach * 0.98, from + step * 0.52], tip, [reach * 0.8, from + step * 0.95]);
      tips.push(tip);
    }
  }
  const last = 0.07 + count * step;
  points.push(gap(last + step * 0.12));
  const end = width(0.86);
  if (sharp) {
    points.push([end * 0.78, last + step * 0.6], [end * 0.36, last + step * 0.62], [0, 1]);
    teeth.push([end * 0.78, last + step * 0.6]);
  } else points.push([end * 0.66, last + step * 0.45], [end * 0.7, last + step * 0.8], [end * 0.4, 0.985], [0, 1]);
  return { points: sharp ? cornered(points, new Set([...tips, ...teeth])) : through(points, 5), tips, teeth };
}

/** A curve that bends softly everywhere but at its corners. */
function cornered(points: readonly Pt[], corners: ReadonlySet<Pt>): Pt[] {
  const stretches: Pt[][] = [[]];
  for (const point of points) {
    stretches.at(-1)?.push(point);
    if (corners.has(point)) stretches.push([point]);
  }
  return chain(...stretches.filter((s) => s.length > 1).map((s) => through(s, 5)));
}

/** Both sides of a blade that is not hand-shaped; the left one is still told as if on the right. */
export function sides(form: LeafForm): { right: Pt[]; left: Pt[]; lobed: LobedSide | null } {
  if (form.lobes === 'pinnate') {
    const lobed = lobedSide(form);
    return { right: lobed.points, left: lobed.points, lobed };
  }
  return { right: plainSide(form, false), left: plainSide(form, form.base === 'lopsided'), lobed: null };
}
