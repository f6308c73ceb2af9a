import { walk } from '../curve';
import type { Pt } from '../shape';

/** How the teeth of an edge are made; lengths in leaf lengths. */
interface Teeth {
  /** From one gap to the next. */
  pitch: number;
  /** How far a tooth stands out. */
  height: number;
  /** Where its point lies between its gaps: 0.5 straight out, near 1 leaning forward. */
  lean: number;
  /** How the long side swells (above 0) or hollows (below 0) between gap and point. */
  swell: number;
  /** Small teeth carried on the long side. */
  small?: { count: number; height: number };
}

/** True tooth forms: saw teeth lean to the tip, double saws carry small ones on large, spines stand on hollow arcs. */
const TEETH: Record<string, Teeth> = {
  'single-toothed': { pitch: 0.052, height: 0.019, lean: 0.86, swell: 0.25 },
  'double-toothed': { pitch: 0.125, height: 0.04, lean: 0.84, swell: 0.2, small: { count: 3, height: 0.014 } },
  'coarse-toothed': { pitch: 0.135, height: 0.046, lean: 0.66, swell: 0.55 },
  'one-tooth-per-vein': { pitch: 0.1, height: 0.034, lean: 0.96, swell: -0.5 },
  spiny: { pitch: 0.19, height: 0.085, lean: 0.58, swell: -0.75 },
};

/** Waves of a wavy edge. */
const WAVE = { pitch: 0.17, height: 0.02 } as const;

/** Share of the edge left plain at the stalk, and at the tip. */
const PLAIN_AT = { stalk: 0.1, tip: 0.05 } as const;

/**
 * Puts the teeth of a margin on a side that runs from stalk to tip with the outside on its right.
 * @param scale teeth grow by this; 1 for a leaf of length 1
 * @param plainTip share of the side left without teeth at its tip; long drawn-out tips carry none
 */
export function withMargin(side: readonly Pt[], margin: string, scale = 1, plainTip: number = PLAIN_AT.tip): Pt[] {
  const path = walk(side);
  const start = path.length * PLAIN_AT.stalk;
  const end = path.length * (1 - plainTip);
  const out = (s: number, by: number): Pt => {
    const [x, y] = path.at(s);
    const [nx, ny] = path.outward(s);
    return [x + nx * by, y + ny * by];
  };
  /** Teeth are smaller toward stalk and tip. */
  const size = (s: number) => Math.min(1, 0.35 + (s - start) / (path.length * 0.14), 0.3 + (end - s) / (path.length * 0.1));

  if (margin === 'wavy') {
    const waves = Math.round((end - start) / (WAVE.pitch * scale));
    const steps = waves * 8;
    const points = Array.from({ length: steps + 1 }, (_, i) => {
      const s = start + ((end - start) * i) / steps;
      return out(s, WAVE.height * scale * size(s) * Math.sin((2 * Math.PI * waves * i) / steps));
    });
    return [...plainStart(side, path.length, start), ...points, side.at(-1) as Pt];
  }
  const teeth = TEETH[margin];
  if (!teeth) return [...side];

  const count = Math.max(2, Math.round((end - start) / (teeth.pitch * scale)));
  const pitch = (end - start) / count;
  const points: Pt[] = [...plainStart(side, path.length, start)];
  for (let i = 0; i < count; i++) {
    const gap = start + i * pitch;
    const height = teeth.height * scale * size(gap + pitch / 2);
    const long = pitch * teeth.lean;
    points.push(out(gap, 0));
    if (teeth.small) {
      for (let j = 1; j <= teeth.small.count; j++) {
        const t = j / (teeth.small.count + 1);
        const small = teeth.small.height * scale * size(gap);
        points.push(out(gap + long * (t - 0.03), height * t + small), out(gap + long * (t + 0.05), height * t));
      }
    } else {
      for (const t of [0.35, 0.7]) points.push(out(gap + long * t, height * (t + teeth.swell * t * (1 - t) * 1.6)));
    }
    // A tooth's point leans over its own foot toward the tip.
    points.push(out(gap + long, height));
    if (teeth.swell < 0) points.push(out(gap + long + (pitch - long) * 0.5, height * 0.35));
  }
  const tip = Array.from({ length: 5 }, (_, i) => path.at(end + ((path.length - end) * i) / 4));
  return [...points, ...tip];
}

/** The points of a side before the teeth begin. */
function plainStart(side: readonly Pt[], length: number, start: number): Pt[] {
  const points: Pt[] = [];
  let walked = 0;
  for (let i = 0; i < side.length; i++) {
    if (i > 0) walked += Math.hypot((side[i] as Pt)[0] - (side[i - 1] as Pt)[0], (side[i] as Pt)[1] - (side[i - 1] as Pt)[1]);
    if (walked >= start || walked >= length) break;
    points.push(side[i] as Pt);
  }
  return points;
}
