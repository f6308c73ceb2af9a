import { bezier } from '../curve';
import type { Pt } from '../shape';
import type { LeafForm } from './form';

/** Directions of the lobes from the middle outward (radians from straight up) and their lengths, by how many there are. */
const LOBES: Record<number, { turn: number; length: number }[]> = {
  3: [
    { turn: 0, length: 1 },
    { turn: 0.82, length: 0.84 },
  ],
  5: [
    { turn: 0, length: 1 },
    { turn: 0.74, length: 0.93 },
    { turn: 1.62, length: 0.6 },
  ],
  7: [
    { turn: 0, length: 1 },
    { turn: 0.58, length: 0.94 },
    { turn: 1.2, length: 0.78 },
    { turn: 1.95, length: 0.46 },
  ],
  9: [
    { turn: 0, length: 1 },
    { turn: 0.5, length: 0.95 },
    { turn: 1, length: 0.86 },
    { turn: 1.55, length: 0.68 },
    { turn: 2.2, length: 0.42 },
  ],
};

const CUT: Record<string, number> = { shallow: 0.26, half: 0.46, deep: 0.7 };

/** A hand has a middle finger: the number of lobes drawn is odd, from three to nine. */
const oddLobes = (form: LeafForm): number => Math.max(3, Math.min(9, 2 * Math.floor(form.lobeCount / 2) + 1));

const toward = (turn: number, r: number): Pt => [Math.sin(turn) * r, Math.cos(turn) * r];
const plus = (a: Pt, b: Pt, k = 1): Pt => [a[0] + k * b[0], a[1] + k * b[1]];

export interface Hand {
  /** The right side from the stalk round to the tip, lobe by lobe; each stretch is one side of a lobe. */
  right: Pt[][];
  /** Where a main vein ends. */
  tips: Pt[];
}

/** The side of a hand-shaped blade, lobes from one point; length 1 from the stalk to the tip. */
export function handSide(form: LeafForm): Hand {
  const fingers = LOBES[oddLobes(form)] as { turn: number; length: number }[];
  const cut = CUT[form.depth] ?? 0.46;
  const star = form.shape === 'star';
  const blunt = form.tip === 'rounded';
  const stretches: Pt[][] = [];
  const tips = fingers.map(({ turn, length }) => toward(turn, length));

  /** From a gap out to the tip of a lobe (or back): sides swell in a maple, run straight in a star, end round in a fig. */
  const flank = (gap: Pt, turn: number, length: number, side: 1 | -1): Pt[] => {
    const tip = toward(turn, length);
    const across = toward(turn + (side * Math.PI) / 2, 1);
    const out = toward(turn, 1);
    const lobe = Math.hypot(tip[0] - gap[0], tip[1] - gap[1]);
    const c1 = plus(gap, out, lobe * (star ? 0.28 : 0.42));
    const c2 = blunt
      ? plus(tip, across, lobe * 0.34)
      : plus(plus(tip, out, -lobe * (star ? 0.4 : 0.36)), across, lobe * (star ? 0.1 : 0.16));
    return bezier(gap, c1, c2, tip, 14);
  };
  const gapAfter = (i: number): Pt => {
    const [a, b] = [fingers[i], fingers[i + 1]] as [{ turn: number; length: number }, { turn: number; length: number }];
    return toward((a.turn + b.turn) / 2, ((a.length + b.length) / 2) * (1 - cut) * 0.92);
  };

  const lowest = fingers.at(-1) as { turn: number; length: number };
  const foot = toward(lowest.turn, lowest.length);
  const base: Pt[] =
    form.base === 'heart'
      ? bezier([0, 0], [0.05, -0.16], [foot[0] * 0.62, foot[1] - 0.2], foot, 14)
      : form.base === 'wedge'
        ? bezier([0, -0.14], [foot[0] * 0.3, -0.02], [foot[0] * 0.8, foot[1] * 0.5], foot, 14)
        : bezier([0, -0.02], [foot[0] * 0.4, -0.08], [foot[0] * 0.85, foot[1] - 0.12], foot, 14);
  stretches.push(base);
  for (let i = fingers.length - 2; i >= 0; i--) {
    const [below, above] = [fingers[i + 1], fingers[i]] as [{ turn: number; length: number }, { turn: number; length: number }];
    const gap = gapAfter(i);
    stretches.push([...flank(gap, below.turn, below.length, -1)].reverse());
    stretches.push(flank(gap, above.turn, above.length, 1));
  }
  return { right: stretches, tips };
}
