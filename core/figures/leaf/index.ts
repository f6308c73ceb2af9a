// Leaves from trait values: `form` says what a leaf is, `blade` and `hand` make its outline, `margin` puts the teeth on,
// `veins` the veins; `draw` lays one blade on the paper, `compound`, `shoot` and `frond` the leaves made of many parts.
import { polyline, type Figure, type Pt, type Shape } from '../shape';
import { bipinnate, palmateCompound, pinnate, trifoliate } from './compound';
import { bladeShapes, lay, type Laid } from './draw';
import type { LeafForm } from './form';
import { frond } from './frond';
import { needleShoot } from './shoot';

export { leafOf, type LeafForm } from './form';
export { needleFigure } from './shoot';

const BOX = 120;

/** A two-lobed fan whose veins fork from the stalk outward. */
function fanLeaf(laid: Laid): Shape[] {
  const rim = Array.from({ length: 61 }, (_, i): Pt => {
    const a = -1.12 + (2.24 * i) / 60;
    const notch = Math.max(0, 1 - Math.abs(a) / 0.12) * 0.34;
    const r = 0.96 - notch + 0.016 * Math.sin(i * 1.9) - 0.05 * Math.abs(a);
    return [Math.sin(a) * r, Math.cos(a) * r];
  });
  const veins = Array.from({ length: 17 }, (_, i): Pt[] => {
    const a = -1.04 + (2.08 * i) / 16;
    const r = Math.abs(a) < 0.1 ? 0.6 : 0.88;
    return [
      [Math.sin(a) * 0.08, Math.cos(a) * 0.08],
      [Math.sin(a * 0.94) * r * 0.6, Math.cos(a * 0.94) * r * 0.6],
      [Math.sin(a) * r, Math.cos(a) * r],
    ];
  });
  return [
    { d: polyline(lay([[0, 0], ...rim], laid), true), fill: 'leaf', stroke: 'ink', width: 1.9 },
    { d: polyline(lay([[0, 0], ...rim.slice(0, 31)], laid), true), fill: 'leaf-dark', opacity: 0.25 },
    { d: veins.map((v) => polyline(lay(v, laid))).join(''), stroke: 'ink', width: 0.7, fill: 'none', opacity: 0.8 },
    {
      d: polyline(
        lay(
          [
            [0, -0.34],
            [0, 0.02],
          ],
          laid,
        ),
      ),
      stroke: 'ink',
      width: 1.8,
      fill: 'none',
    },
  ];
}

/** Shapes of a leaf laid somewhere. */
export function leafShapes(form: LeafForm, laid: Laid): Shape[] {
  switch (form.type) {
    case 'pinnate':
      return pinnate(form, laid);
    case 'bipinnate':
      return bipinnate(form, laid);
    case 'palmate-compound':
      return palmateCompound(form, laid);
    case 'trifoliate':
      return trifoliate(form, laid);
    case 'needle':
      return needleShoot(form, laid);
    case 'scale':
      return needleShoot({ ...form, needleSet: form.needleSet === 'flat-sprays' ? 'flat-sprays' : 'pressed-scales' }, laid);
    case 'fan':
      return fanLeaf(laid);
    case 'frond':
      return frond(form.frond, laid);
    default:
      return bladeShapes(form, laid);
  }
}

/** Room that a leaf of length 1 takes: how far it stands above its foot, below it, and to each side. */
function room(form: LeafForm): { up: number; down: number; half: number } {
  const hand = form.type === 'simple' && (form.lobes === 'palmate' || form.shape === 'maple' || form.shape === 'star');
  if (hand) return { up: 1.02, down: 0.36, half: 0.86 };
  switch (form.type) {
    case 'palmate-compound':
      return { up: 0.92, down: 0.36, half: 0.78 };
    case 'trifoliate':
      return { up: 0.95, down: 0.32, half: 0.6 };
    case 'fan':
      return { up: 1, down: 0.36, half: 0.9 };
    case 'frond':
      return { up: form.frond === 'feather' ? 1.02 : 0.94, down: 0.24, half: 0.66 };
    case 'pinnate':
      return { up: 1.12, down: 0.22, half: 0.52 };
    case 'bipinnate':
      return { up: 1.12, down: 0.22, half: 0.6 };
    case 'needle':
    case 'scale':
      return { up: 1.06, down: 0.22, half: 0.52 };
    default:
      return { up: 1.06, down: 0.22, half: form.shape === 'heart' || form.shape === 'round' || form.lobes === 'pinnate' ? 0.52 : 0.4 };
  }
}

/** A leaf in a box of 120 by 120, filling it, and how long the leaf is drawn (blade, or the whole of a compound leaf). */
export function measuredLeaf(form: LeafForm): { figure: Figure; length: number } {
  const { up, down, half } = room(form);
  const length = Math.min((BOX - 8) / (up + down), (BOX - 6) / (2 * half));
  const top = (BOX - (up + down) * length) / 2;
  return { figure: { width: BOX, height: BOX, shapes: leafShapes(form, { at: [BOX / 2, top + up * length], turn: 0, length }) }, length };
}

/** A leaf in a box of 120 by 120, filling it. */
export const leafFigure = (form: LeafForm): Figure => measuredLeaf(form).figure;
