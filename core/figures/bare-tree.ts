import { through } from './curve';
import { polyline, wobble, type Pt, type Shape } from './shape';

/** How a tree is grown for its drawing; states of the vocabulary. */
export interface Habit {
  leader: string;
  branches: string;
  density: string;
  /** Half width of the crown at a height (0 its foot, 1 its top), as a share of the tree's height. */
  half: (t: number) => number;
  /** Height at which the crown begins, 0 to 1 of the tree. */
  base: number;
}

interface Branch {
  points: Pt[];
  level: number;
}

/** How many side branches a limb carries, and how many times branching goes on, by density. */
const DENSITY: Record<string, { laterals: number; twigs: number; levels: number; thick: number }> = {
  /** Limbs alone, for drawings that show which way they go. */
  limbs: { laterals: 7, twigs: 2, levels: 2, thick: 1.2 },
  fine: { laterals: 11, twigs: 7, levels: 3, thick: 0.72 },
  medium: { laterals: 9, twigs: 4, levels: 3, thick: 0.95 },
  coarse: { laterals: 6, twigs: 2, levels: 2, thick: 1.7 },
};

/** Which way a branch turns as it grows: change of angle (radians, from straight up) over its length, early and late. */
const BEND: Record<string, { start: number; early: number; late: number; jitter: number }> = {
  ascending: { start: 0.95, early: -0.2, late: -0.35, jitter: 0.1 },
  horizontal: { start: 1.42, early: 0.08, late: 0.06, jitter: 0.08 },
  drooping: { start: 1.25, early: 0.5, late: 2.2, jitter: 0.06 },
  'upturned-tips': { start: 1.5, early: 0.38, late: -1.5, jitter: 0.06 },
  tortuous: { start: 1.05, early: -0.1, late: -0.1, jitter: 0.95 },
};

const STEPS = 8;

/** A bare tree: its trunk and branches in the unit square, foot at the origin, top at y = 1; the same every time. */
export function growTree(habit: Habit): Branch[] {
  const density = DENSITY[habit.density] ?? (DENSITY.medium as (typeof DENSITY)[string]);
  const bend = BEND[habit.branches] ?? (BEND.ascending as (typeof BEND)[string]);
  const out: Branch[] = [];
  const inside = ([x, y]: Pt) => {
    const t = (y - habit.base) / (1 - habit.base);
    return y > 0.01 && t > -0.12 && t < 1.02 && Math.abs(x) <= habit.half(Math.max(0.02, Math.min(0.98, t))) + 0.02;
  };

  /** One branch from a point at an angle (from straight up, right positive), and what grows on it. */
  const grow = (from: Pt, angle: number, length: number, level: number, seed: number, sway: number) => {
    const side = angle >= 0 ? 1 : -1;
    const points: Pt[] = [from];
    let turn = angle;
    let [x, y] = from;
    for (let i = 1; i <= STEPS; i++) {
      const late = i > STEPS * 0.55;
      turn +=
        (side * (late ? bend.late : bend.early) * sway + bend.jitter * 1.6 * wobble(seed, i)) / STEPS +
        (bend.jitter > 0.5 ? 0.5 * wobble(seed + 7, i) : 0);
      x += (Math.sin(turn) * length) / STEPS;
      y += (Math.cos(turn) * length) / STEPS;
      const next: Pt = [x, y];
      // Hanging tips may fall below the crown's foot, nothing else leaves its outline.
      if (!inside(next) && i > 2) break;
      points.push(next);
    }
    out.push({ points, level });
    if (level >= density.levels) return;
    const n = Math.max(1, Math.round(density.twigs * (level === 1 ? 1 : 0.62)));
    for (let i = 0; i < n; i++) {
      const at = 0.26 + (0.7 * (i + 0.5)) / n;
      const k = Math.min(points.length - 1, Math.max(1, Math.round(at * (points.length - 1))));
      const [a, b] = [points[k - 1] as Pt, points[k] as Pt];
      const heading = Math.atan2(b[0] - a[0], b[1] - a[1]);
      const off = (i % 2 ? 1 : -1) * (0.62 + 0.16 * wobble(seed, i + 40));
      grow(b, heading + off, length * (0.46 - 0.2 * at) * (1 + 0.2 * wobble(seed, i + 60)), level + 1, seed * 3 + i + 1, sway * 0.6);
    }
  };

  if (habit.leader === 'excurrent') {
    out.push({ points: Array.from({ length: 9 }, (_, i): Pt => [0.004 * wobble(i), i / 8]), level: 0 });
    const n = density.laterals;
    for (let i = 0; i < n; i++) {
      for (const side of [1, -1]) {
        const t = (i + (side > 0 ? 0.15 : 0.6)) / n;
        const y = habit.base + (1 - habit.base) * t * 0.96;
        const reach = habit.half(Math.max(0.03, t)) * 1.12;
        const angle = bend.start * (1 - 0.32 * t);
        grow([0, y], side * angle, Math.max(0.05, reach / Math.max(0.55, Math.sin(angle))), 1, i * 2 + (side > 0 ? 1 : 40), 1);
      }
    }
    return out;
  }

  const fork = Math.max(0.16, habit.base * 0.92);
  out.push({
    points: [
      [0, 0],
      [0.004, fork * 0.5],
      [0, fork],
    ],
    level: 0,
  });
  const limbs = density.laterals > 9 ? 7 : density.laterals > 7 ? 6 : 4;
  for (let i = 0; i < limbs; i++) {
    const u = (i / (limbs - 1)) * 2 - 1;
    const widest = Math.max(...[0.2, 0.4, 0.6, 0.8].map(habit.half));
    const fan = Math.atan2(widest, (1 - fork) * 0.62);
    const angle = u * fan * 0.95 * (bend.start > 1.3 ? 1.2 : 1) + 0.05 * wobble(i, 9);
    const length = (1 - fork) * (1.02 - 0.24 * Math.abs(u)) + 0.08 * Math.abs(u) * widest;
    grow([0, fork - 0.02 + 0.03 * Math.abs(wobble(i, 3))], angle, length, 1, i * 5 + 2, 0.75);
    // Low side limbs fill the flanks.
    if (Math.abs(u) > 0.5)
      grow([u * 0.01, fork * 1.05], Math.sign(u) * Math.min(1.45, bend.start + 0.1), widest * 0.95, 1, i * 5 + 90, 0.9);
  }
  return out;
}

/** Pen widths from trunk to twig, in figure units for a tree 100 high. */
const PEN = [0, 1.7, 0.75, 0.36];

/** A grown tree as shapes: trunk an area that tapers, limbs and twigs as strokes. */
export function treeShapes(habit: Habit, foot: Pt, height: number, trunk = 0.035): Shape[] {
  const thick = (DENSITY[habit.density] ?? (DENSITY.medium as (typeof DENSITY)[string])).thick;
  const branches = growTree(habit);
  const place = ([x, y]: Pt): Pt => [foot[0] + x * height, foot[1] - y * height];
  const strokes = [3, 2, 1].map((level): Shape => ({
    d: branches
      .filter((b) => b.level === level && b.points.length > 1)
      .map((b) => polyline(b.points.map(place)))
      .join(''),
    stroke: 'ink',
    width: ((PEN[level] as number) * thick * height) / 100,
    fill: 'none',
    opacity: level === 3 ? 0.85 : 1,
  }));
  const stem = branches.find((b) => b.level === 0)?.points ?? [];
  const top = stem.at(-1)?.[1] ?? 1;
  const w = (y: number) =>
    trunk * (1 - 0.8 * Math.min(1, y / Math.max(top, 0.3)) * (habit.leader === 'excurrent' ? 1 : 0.4)) +
    (y < 0.05 ? trunk * 0.6 * (1 - y / 0.05) : 0);
  const spine = through(stem, 4);
  const outline = [...spine.map(([x, y]): Pt => [x + w(y), y]), ...[...spine].reverse().map(([x, y]): Pt => [x - w(y), y])];
  return [...strokes, { d: polyline(outline.map(place), true), fill: 'wood', stroke: 'ink', width: (1.3 * height) / 100 }];
}
