import { bezier, through } from '../curve';
import type { Pt } from '../shape';
import { bent, widthAt, type LobedSide } from './blade';
import type { LeafForm } from './form';

/** How many side veins a blade shows, by shape; narrow blades show many fine ones. */
const SIDE_VEINS: Record<string, number> = { lance: 9, sickle: 9, linear: 0, round: 5, heart: 5, triangular: 5 };

const flip = (points: readonly Pt[], side: 1 | -1): Pt[] => points.map(([x, y]): Pt => [side * x, y]);

/** A side vein: out from the midrib, rising, and bowing toward the tip near the edge. */
function sideVein(from: number, side: readonly Pt[], rise: number, reach = 0.9): Pt[] {
  const to = Math.min(0.985, from + rise);
  const w = widthAt(side, to) * reach;
  return bezier([0, from], [w * 0.38, from + (to - from) * 0.42], [w * 0.8, from + (to - from) * 0.72], [w, to], 8);
}

/** Veins of a blade that is not hand-shaped, both sides, tip up. */
export function bladeVeins(form: LeafForm, right: readonly Pt[], left: readonly Pt[], lobed: LobedSide | null): Pt[][] {
  const veins: Pt[][] = [];
  for (const [side, points] of [
    [1, right],
    [-1, left],
  ] as const) {
    const add = (vein: Pt[]) => veins.push(flip(vein, side));
    if (lobed) {
      lobed.tips.forEach(([x, y], i) =>
        add(bezier([0, Math.max(0.04, y - 0.16 - x * 0.25)], [x * 0.3, y - 0.1], [x * 0.7, y - 0.03], [x * 0.93, y - 0.006 * i], 8)),
      );
      continue;
    }
    switch (form.veins) {
      case 'parallel':
        for (const u of [0.25, 0.5, 0.75]) {
          add(through(Array.from({ length: 9 }, (_, i): Pt => [widthAt(points, 0.06 + i * 0.108) * u, 0.06 + i * 0.108])));
        }
        break;
      case 'arching':
        // Each vein follows the edge inward to the tip, as in the dogwoods.
        for (const from of [0.06, 0.16, 0.28, 0.42]) {
          const to = Math.min(0.95, from + 0.56);
          add(
            through(
              Array.from({ length: 8 }, (_, i): Pt => {
                const t = i / 7;
                const y = from + (to - from) * t;
                return [widthAt(points, y) * 0.84 * Math.sin(Math.min(1, t * 1.5) * (Math.PI / 2)) * (1 - 0.34 * t * t), y];
              }),
            ),
          );
        }
        break;
      default: {
        const fan = form.veins === 'palmate' ? 2 : form.veins === 'three-from-base' ? 1 : 0;
        for (let k = 0; k < fan; k++) {
          const to = fan === 2 && k === 1 ? 0.24 : form.shape === 'heart' || form.shape === 'round' ? 0.56 : 0.62;
          const w = widthAt(points, to) * 0.86;
          add(bezier([0, 0.005], [w * (k === 0 ? 0.5 : 0.6), 0.08], [w * 0.98, to * 0.6], [w, to], 10));
        }
        const n = SIDE_VEINS[form.shape] ?? 6;
        const start = fan > 0 ? 0.28 : 0.1;
        for (let i = 0; i < n; i++) add(sideVein(start + ((0.86 - start) * i) / n, points, form.shape === 'lance' ? 0.1 : 0.15));
      }
    }
  }
  return veins.map((vein) => vein.map((point) => bent(form, point)));
}

/** Midrib of a blade, tip up. */
export const midrib = (form: LeafForm): Pt[] => Array.from({ length: 12 }, (_, i) => bent(form, [0, (i / 11) * 0.985]));

/** Veins of a hand-shaped blade: one to each lobe, with short ones off it. */
export function handVeins(tips: readonly Pt[]): Pt[][] {
  const all = tips.flatMap(([x, y], i): Pt[] =>
    i === 0
      ? [[x, y]]
      : [
          [x, y],
          [-x, y],
        ],
  );
  return all.flatMap(([x, y]) => {
    const length = Math.hypot(x, y);
    const [ux, uy] = [x / length, y / length];
    const main: Pt[] = [
      [0, 0],
      [x * 0.94, y * 0.94],
    ];
    const twigs = [0.5, 0.68, 0.82].flatMap((t) =>
      [1, -1].map((side): Pt[] => {
        const r = length * 0.2 * (1.08 - t);
        const from: Pt = [x * t, y * t];
        return bezier(
          from,
          from,
          [from[0] + ux * r * 0.7 + side * uy * r * 0.4, from[1] + uy * r * 0.7 - side * ux * r * 0.4],
          [from[0] + ux * r + side * uy * r * 0.75, from[1] + uy * r - side * ux * r * 0.75],
          4,
        );
      }),
    );
    return [main, ...twigs];
  });
}
