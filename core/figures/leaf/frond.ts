import { bezier } from '../curve';
import { polyline, smooth, type Pt, type Shape } from '../shape';
import { lay, type Laid } from './draw';

/** A palm leaf: leaflets along a midrib, a flat fan, or a fan folded over a curved midrib. */
export function frond(form: string, laid: Laid): Shape[] {
  return form === 'feather' ? feather(laid) : fan(laid, form === 'fan-folded');
}

function feather(laid: Laid): Shape[] {
  const rib = bezier([-0.1, -0.2], [-0.12, 0.3], [0, 0.75], [0.34, 0.98], 24);
  const leaflets = rib.slice(4).flatMap(([x, y], i, all): Pt[][] => {
    const reach = 0.4 * Math.sin(Math.PI * (0.12 + (0.88 * i) / all.length)) + 0.05;
    return ([1, -1] as const).map((side): Pt[] => {
      const tip: Pt = [x + side * reach * 0.92 + i * 0.004, y + reach * 0.34 - (side > 0 ? 0.1 : 0) * reach];
      return [
        ...bezier([x, y], [x + side * reach * 0.4, y + reach * 0.36], [tip[0] - side * 0.06, tip[1] + 0.05], tip, 5),
        [x + side * reach * 0.4, y + reach * 0.13],
        [x, y - 0.015],
      ];
    });
  });
  return [
    { d: leaflets.map((p) => polyline(lay(p, laid), true)).join(''), fill: 'leaf', stroke: 'ink', width: 0.8 },
    { d: smooth(lay(rib, laid)), stroke: 'ink', width: 2.2, fill: 'none' },
  ];
}

function fan(laid: Laid, folded: boolean): Shape[] {
  const n = 15;
  const segments = Array.from({ length: n }, (_, i): Pt[] => {
    const turn = -1.75 + (3.5 * i) / (n - 1);
    // On a folded fan the segments spring from along the curved rib, the middle ones highest.
    const lift = folded ? 0.3 * Math.cos(turn * 0.8) : 0;
    const from: Pt = [Math.sin(turn) * 0.02, 0.28 + lift * 0.6];
    const u: Pt = [Math.sin(turn), Math.cos(turn)];
    const v: Pt = [u[1], -u[0]];
    const r = folded ? 0.46 - 0.05 * Math.abs(turn) : 0.62;
    const p = (a: number, b: number): Pt => [
      from[0] + u[0] * a * r + v[0] * b * r,
      from[1] + u[1] * a * r + v[1] * b * r - (folded ? 0.12 * a * a * Math.abs(turn) : 0),
    ];
    return [p(0, 0), p(0.55, -0.12), p(0.97, -0.012), p(1, 0), p(0.97, 0.012), p(0.55, 0.12)];
  });
  const folds = segments.map((s): Pt[] => [s[0] as Pt, s[3] as Pt]);
  return [
    { d: segments.map((p) => polyline(lay(p, laid), true)).join(''), fill: 'leaf', stroke: 'ink', width: 1 },
    { d: folds.map((p) => polyline(lay(p, laid))).join(''), stroke: 'ink', width: 0.6, fill: 'none', opacity: 0.7 },
    {
      d: smooth(
        lay(
          folded
            ? [
                [0, -0.22],
                [0, 0.28],
                [0.03, 0.52],
              ]
            : [
                [0, -0.22],
                [0, 0.28],
              ],
          laid,
        ),
      ),
      stroke: 'ink',
      width: 2.6,
      fill: 'none',
    },
  ];
}
