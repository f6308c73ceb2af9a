import { place, polyline, smooth, type Figure, type Pt, type Shape } from './shape';

/** The values a leaf is drawn from; states of the vocabulary. */
export interface LeafForm {
  type: string;
  shape: string;
  margin: string;
  base: string;
  tip: string;
  lobes: string;
  lobeCount: number;
  depth: string;
  veins: string;
  underside: string;
  leaflets: number;
}

const PLAIN: LeafForm = {
  type: 'simple',
  shape: 'ovate',
  margin: 'entire',
  base: 'rounded',
  tip: 'pointed',
  lobes: 'none',
  lobeCount: 5,
  depth: 'half',
  veins: 'pinnate',
  underside: 'same-green',
  leaflets: 9,
};

/** A plain leaf with some values changed. */
export const leafOf = (changes: Partial<LeafForm>): LeafForm => ({ ...PLAIN, ...changes });

/** Length over width of each outline, and where along the blade it is widest (0 base, 1 tip). Botany by definition of the terms. */
const OUTLINE: Record<string, { aspect: number; widest: number; fullness: number }> = {
  ovate: { aspect: 1.7, widest: 0.32, fullness: 0.9 },
  elliptic: { aspect: 2, widest: 0.5, fullness: 0.95 },
  lance: { aspect: 4, widest: 0.32, fullness: 1 },
  heart: { aspect: 1.15, widest: 0.3, fullness: 0.72 },
  round: { aspect: 1.02, widest: 0.5, fullness: 0.6 },
  obovate: { aspect: 1.7, widest: 0.68, fullness: 0.9 },
  spatulate: { aspect: 2.6, widest: 0.8, fullness: 1.1 },
  triangular: { aspect: 1.3, widest: 0.12, fullness: 1 },
  linear: { aspect: 9, widest: 0.5, fullness: 0.35 },
  sickle: { aspect: 5, widest: 0.35, fullness: 1 },
};

const STEPS = 72;

/** Half width of an outline at t (0 base, 1 tip), as a share of the length. */
function halfWidth(form: LeafForm, t: number): number {
  const { aspect, widest, fullness } = OUTLINE[form.shape] ?? { aspect: 1.7, widest: 0.4, fullness: 0.9 };
  const below = t < widest;
  const u = below ? t / widest : (1 - t) / (1 - widest);
  let power = fullness;
  if (below && form.base === 'wedge') power = 1.15;
  if (below && form.base === 'rounded') power = 0.55;
  if (below && (form.base === 'heart' || form.base === 'lopsided')) power = 0.38;
  if (!below && form.tip === 'rounded') power = 0.28;
  if (!below && form.tip === 'pointed') power = Math.max(0.8, fullness);
  if (!below && (form.tip === 'drawn-out' || form.tip === 'curved-aside')) power = fullness + 0.55;
  if (!below && form.tip === 'notched') power = 0.32;
  return (Math.sin((Math.min(1, Math.max(0, u)) * Math.PI) / 2) ** (2 * power) * 0.5) / aspect;
}

/** Teeth as an outward push at distance s (in teeth) along the edge; forward-pointing, as teeth of leaves are. */
function tooth(margin: string, s: number): number {
  const saw = (x: number) => {
    const u = x - Math.floor(x);
    return u < 0.72 ? u / 0.72 : (1 - u) / 0.28;
  };
  switch (margin) {
    case 'single-toothed':
      return 0.016 * saw(s * 15);
    case 'double-toothed':
      return 0.028 * saw(s * 8) + 0.011 * saw(s * 24);
    case 'coarse-toothed':
      return 0.05 * saw(s * 7);
    case 'one-tooth-per-vein':
      return 0.022 * saw(s * 9);
    case 'wavy':
      return 0.02 * Math.sin(s * 2 * Math.PI * 5);
    case 'spiny': {
      const u = s * 6 - Math.floor(s * 6);
      return 0.07 * Math.max(0, 1 - Math.abs(u - 0.5) * 4) - 0.015 * Math.sin(s * 2 * Math.PI * 6);
    }
    default:
      return 0;
  }
}

/** One side of a blade, from base to tip, tip up; length 1. `side` is 1 (right) or -1. */
function edge(form: LeafForm, side: 1 | -1): Pt[] {
  const points: Pt[] = [];
  const bend = form.shape === 'sickle' ? 0.3 : 0;
  for (let i = 0; i <= STEPS; i++) {
    const t = i / STEPS;
    let w = halfWidth(form, t);
    if (form.base === 'lopsided' && side === -1) w *= 1 - 0.25 * (1 - t) ** 3;
    let y = t;
    if (form.base === 'heart' || (form.base === 'lopsided' && side === 1))
      y -= (form.base === 'heart' ? 0.13 : 0.08) * Math.sin(Math.PI * Math.min(1, t / 0.16)) * (t < 0.16 ? 1 : 0) * 0.8;
    if (form.tip === 'notched') y -= t > 0.94 ? 0.055 * ((t - 0.94) / 0.06) ** 2 : 0;
    if (form.lobes === 'pinnate') {
      const cut = { shallow: 0.3, half: 0.55, deep: 0.82 }[form.depth] ?? 0.5;
      const n = Math.max(2, Math.round((form.lobeCount - 1) / 2)) + 0.5;
      // Lobes are broad and the gaps between them narrow: a high power of the cosine keeps the cut short.
      const gap = (0.5 + 0.5 * Math.cos(2 * Math.PI * n * Math.max(0.02, t))) ** 2.2;
      w *= (1 - cut * gap * Math.sin(Math.PI * t) ** 0.3) * 1.35;
      y += 0.02 * Math.sin(Math.PI * t) * Math.sin(2 * Math.PI * n * t);
    }
    const inBlade = Math.sin(Math.PI * Math.min(1, Math.max(0, t)));
    w += tooth(form.margin, t) * (inBlade > 0.12 ? 1 : inBlade / 0.12);
    const aside = form.tip === 'curved-aside' && t > 0.7 ? ((t - 0.7) / 0.3) ** 2 * 0.1 : 0;
    points.push([side * Math.max(0, w) + bend * t * t + aside, -y]);
  }
  return points;
}

/** A hand has a middle finger: the number of lobes drawn is odd, at least three. */
const oddLobes = (form: LeafForm): number => Math.max(3, 2 * Math.floor(form.lobeCount / 2) + 1);

/** Outline of a hand-shaped blade: lobes from one point, in polar form; length about 1. */
function palmate(form: LeafForm): Pt[] {
  const lobes = oddLobes(form);
  const depth = { shallow: 0.28, half: 0.48, deep: 0.72 }[form.depth] ?? 0.48;
  const star = form.shape === 'star';
  // Lobes fan from straight up to a little below level; lower ones are shorter.
  const fan = lobes <= 3 ? 1.0 : lobes <= 5 ? 1.85 : 2.2;
  const points: Pt[] = [];
  const reach = (k: number) => (1 - 0.42 * (Math.abs(k) / (fan + 0.2)) ** 1.5) * 0.72;
  for (let i = 0; i <= 220; i++) {
    const a = -fan - 0.42 + ((2 * fan + 0.84) * i) / 220;
    const gap = (2 * fan) / (lobes - 1);
    const k = Math.round((a + fan) / gap);
    const centre = -fan + Math.max(0, Math.min(lobes - 1, k)) * gap;
    const away = Math.min(1, Math.abs(a - centre) / (gap / 2));
    const profile = star ? 1 - away ** 0.85 : 1 - away ** 1.25;
    let r = reach(centre) * (1 - depth + depth * profile);
    if (Math.abs(a) > fan) r *= 1 - 0.5 * ((Math.abs(a) - fan) / 0.42) ** 2;
    if (form.margin !== 'entire' && form.margin !== 'bristle-tipped') r += tooth(form.margin, (i / 220) * 2.4) * 0.8 * (1 - away * 0.3);
    points.push([Math.sin(a) * r, -0.3 - Math.cos(a) * r]);
  }
  const base: Pt = form.base === 'wedge' ? [0, 0] : [0, -0.24];
  return [base, ...points, base];
}

function simpleShapes(form: LeafForm, fill: Shape['fill']): { shapes: Shape[]; outline: Pt[] } {
  const hand = form.lobes === 'palmate' || form.shape === 'maple' || form.shape === 'star';
  const outline = hand ? palmate(form) : [...edge(form, 1), ...edge(form, -1).reverse()];
  const toothed = form.margin !== 'entire' && form.margin !== 'wavy';
  const shapes: Shape[] = [{ d: hand || toothed ? polyline(outline, true) : smooth(outline, true), fill, stroke: 'ink', width: 0.018 }];
  const veins: string[] = [];
  const stalk = hand && form.base !== 'wedge' ? -0.24 : 0;
  veins.push(
    polyline([
      [0, 0.22],
      [0, stalk],
    ]),
  );
  const bend = form.shape === 'sickle' ? 0.3 : 0;
  if (hand) {
    const lobes = oddLobes(form);
    const fan = lobes <= 3 ? 1.0 : lobes <= 5 ? 1.85 : 2.2;
    for (let k = 0; k < lobes; k++) {
      const a = -fan + (2 * fan * k) / (lobes - 1);
      const r = (1 - 0.42 * (Math.abs(a) / (fan + 0.2)) ** 1.5) * 0.66;
      veins.push(
        polyline([
          [0, stalk],
          [Math.sin(a) * r, -0.3 - Math.cos(a) * r],
        ]),
      );
    }
  } else {
    veins.push(smooth(Array.from({ length: 6 }, (_, i): Pt => [bend * (i / 5.4) ** 2, -i / 5.4])));
    const n = form.shape === 'linear' ? 0 : form.lobes === 'pinnate' ? Math.max(2, Math.round((form.lobeCount - 1) / 2)) : 6;
    for (const side of [1, -1] as const) {
      if (form.veins === 'three-from-base')
        veins.push(
          smooth([
            [0, -0.02],
            [side * halfWidth(form, 0.3) * 0.62, -0.3],
            [side * halfWidth(form, 0.6) * 0.5, -0.62],
          ]),
        );
      if (form.veins === 'parallel') {
        for (const u of [0.3, 0.6])
          veins.push(
            polyline([
              [side * halfWidth(form, 0.3) * u, -0.14],
              [side * halfWidth(form, 0.5) * u * 1.3, -0.5],
              [side * halfWidth(form, 0.7) * u, -0.82],
            ]),
          );
        continue;
      }
      if (form.veins === 'arching') {
        for (const t of [0.08, 0.24, 0.4]) {
          const w = halfWidth(form, t + 0.22);
          veins.push(
            smooth([
              [0, -t],
              [side * w * 0.72, -(t + 0.16)],
              [side * w * 0.74, -(t + 0.34)],
              [side * w * 0.3, -(t + 0.5)],
            ]),
          );
        }
        continue;
      }
      if (form.veins === 'palmate') {
        for (const u of [0.5, 0.95])
          veins.push(
            smooth([
              [0, -0.02],
              [side * halfWidth(form, 0.3) * u, -0.24],
              [side * halfWidth(form, 0.45) * (0.4 + u * 0.6), -0.5],
            ]),
          );
      }
      const from = form.veins === 'three-from-base' || form.veins === 'palmate' ? 3 : 1;
      for (let i = from; i <= n; i++) {
        const t = i / (n + 1);
        const end = Math.min(0.96, t + 0.12);
        veins.push(
          smooth([
            [bend * t * t, -t],
            [side * halfWidth(form, end) * 0.5 + bend * t * t, -(t + 0.07)],
            [side * halfWidth(form, end) * 0.88 + bend * end * end, -end],
          ]),
        );
      }
    }
  }
  shapes.push({ d: veins.join(''), stroke: 'ink', width: 0.012, fill: 'none' });
  if (form.margin === 'bristle-tipped' && form.lobes === 'pinnate') {
    const bristles = edge(form, 1).flatMap(([x, y], i, all): string[] => {
      const before = all[i - 1];
      const after = all[i + 1];
      if (!before || !after || x < before[0] || x < after[0] || x < 0.1) return [];
      return [1, -1].map((s) =>
        polyline([
          [s * x, y],
          [s * (x + 0.05), y - 0.045],
        ]),
      );
    });
    shapes.push({
      d: `${bristles.join('')}${polyline([
        [0, -1],
        [0, -1.06],
      ])}`,
      stroke: 'ink',
      width: 0.014,
      fill: 'none',
    });
  }
  if (form.underside === 'downy') {
    const hairs = Array.from({ length: 44 }, (_, i) => {
      const y = 0.12 + ((i * 0.37) % 0.74);
      const x = halfWidth(form, y) * 0.8 * (((i * 0.61) % 2) - 1);
      return polyline([
        [x, -y],
        [x + 0.012, -y - 0.05],
      ]);
    });
    shapes.push({ d: hairs.join(''), stroke: 'ink', width: 0.008, fill: 'none', opacity: 0.75 });
  }
  if (form.underside === 'rusty-tufts') {
    const tuft = (x: number, y: number) =>
      smooth(
        [
          [x, y - 0.03],
          [x + 0.03, y],
          [x, y + 0.03],
          [x - 0.03, y],
        ],
        true,
      );
    const d = [1, -1].map((s) => [0.13, 0.27, 0.42].map((t) => tuft(s * 0.035, -t)).join('')).join('');
    shapes.push({ d, fill: 'tint:orange', stroke: 'ink', width: 0.006 });
  }
  return { shapes, outline };
}

const moved = (shapes: readonly Shape[], at: Pt, turn: number, scale: number): Shape[] =>
  shapes.map((shape) => ({ ...shape, d: movePath(shape.d, at, turn, scale), width: (shape.width ?? 0) * scale }));

/** Applies a similarity to a path of absolute M, L, C commands (all that leaves are made of). */
function movePath(d: string, at: Pt, turn: number, scale: number): string {
  return d.replace(/([MLC])([^MLCZ]*)/g, (_all, command: string, rest: string) => {
    const numbers = rest
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const points: Pt[] = [];
    for (let i = 0; i + 1 < numbers.length; i += 2) points.push([numbers[i] as number, numbers[i + 1] as number]);
    return `${command}${place(points, at, turn, scale)
      .map(([x, y]) => `${x.toFixed(3)} ${y.toFixed(3)}`)
      .join(' ')}`;
  });
}

/** Lays a unit leaf (base at the origin, tip up) into a box, filling it. */
function inBox(shapes: readonly Shape[], width: number, height: number, length: number): Figure {
  return { width, height, shapes: moved(shapes, [width / 2, height - (height - length * 1.22) / 2 - length * 0.22], 0, length) };
}

/** Draws a leaf from its values in a box of 120 by 120. */
export function leafFigure(form: LeafForm): Figure {
  const fill: Shape['fill'] =
    ({ 'silvery-white': 'paper', downy: 'leaf-pale', 'waxy-blue': 'tint:blue', paler: 'leaf-pale' }[form.underside] as Shape['fill']) ??
    'leaf';
  const leaflet = (changes: Partial<LeafForm> = {}) => simpleShapes({ ...form, type: 'simple', lobes: 'none', ...changes }, fill).shapes;
  switch (form.type) {
    case 'pinnate': {
      const pairs = Math.max(1, Math.min(10, Math.floor(form.leaflets / 2)));
      const odd = form.leaflets % 2 === 1 || form.leaflets > 20;
      const size = Math.min(0.36, 1.25 / (pairs + 1.2));
      const all: Shape[] = [
        {
          d: polyline([
            [0, 0.22],
            [0, -0.86],
          ]),
          stroke: 'ink',
          width: 0.016,
          fill: 'none',
        },
      ];
      for (let i = 0; i < pairs; i++) {
        const y = -0.06 - (0.78 * i) / Math.max(1, pairs - 0.2);
        for (const side of [1, -1]) all.push(...moved(leaflet(), [side * 0.02, y], side * 1.15, size));
      }
      if (odd) all.push(...moved(leaflet(), [0, -0.84], 0, size));
      return inBox(all, 120, 120, 92);
    }
    case 'bipinnate': {
      const all: string[] = [
        polyline([
          [0, 0.22],
          [0, -0.95],
        ]),
      ];
      const dots: string[] = [];
      for (let i = 0; i < 7; i++) {
        const y = -0.05 - i * 0.13;
        const long = 0.42 * (1 - Math.abs(i - 2.6) / 7);
        for (const side of [1, -1]) {
          all.push(
            polyline([
              [0, y],
              [side * long, y - long * 0.42],
            ]),
          );
          for (let j = 1; j <= 7; j++) {
            const u = j / 7.4;
            for (const e of [1, -1])
              dots.push(
                smooth(
                  place(
                    [
                      [0, 0],
                      [0.016, -0.025],
                      [0, -0.055],
                      [-0.016, -0.025],
                    ],
                    [side * long * u, y - long * 0.42 * u],
                    e > 0 ? side * 0.1 : side * 2.4,
                  ),
                  true,
                ),
              );
          }
        }
      }
      return inBox(
        [
          { d: dots.join(''), fill: 'leaf', stroke: 'ink', width: 0.006 },
          { d: all.join(''), stroke: 'ink', width: 0.012, fill: 'none' },
        ],
        120,
        120,
        92,
      );
    }
    case 'palmate-compound':
    case 'trifoliate': {
      const n = form.type === 'trifoliate' ? 3 : 5;
      const all: Shape[] = [
        {
          d: polyline([
            [0, 0.22],
            [0, -0.2],
          ]),
          stroke: 'ink',
          width: 0.016,
          fill: 'none',
        },
      ];
      for (let i = 0; i < n; i++) {
        const a = (i - (n - 1) / 2) * (n === 3 ? 1.15 : 0.78);
        all.push(...moved(leaflet({ shape: n === 5 ? 'obovate' : form.shape }), [0, -0.2], a, 0.72 - Math.abs(a) * 0.1));
      }
      return inBox(all, 120, 120, 92);
    }
    case 'needle': {
      const d = Array.from({ length: 9 }, (_, i) => {
        const a = (i - 4) * 0.17;
        return polyline([
          [0, 0],
          [Math.sin(a) * 0.95, -Math.cos(a) * 0.95],
        ]);
      }).join('');
      return inBox(
        [
          { d, stroke: 'leaf-dark', width: 0.02, fill: 'none' },
          {
            d: polyline([
              [0, 0.22],
              [0, 0],
            ]),
            stroke: 'ink',
            width: 0.04,
            fill: 'none',
          },
        ],
        120,
        120,
        92,
      );
    }
    case 'scale': {
      const scales: string[] = [];
      for (let i = 0; i < 8; i++)
        for (const side of [1, -1])
          scales.push(
            smooth(
              place(
                [
                  [0, 0],
                  [0.07, -0.06],
                  [0.02, -0.16],
                  [-0.02, -0.1],
                ],
                [side * 0.005, -i * 0.115 + (side > 0 ? 0 : 0.05)],
                side > 0 ? 0.25 : -0.25,
              ),
              true,
            ),
          );
      return inBox([{ d: scales.join(''), fill: 'leaf', stroke: 'ink', width: 0.012 }], 120, 120, 92);
    }
    case 'fan': {
      const edgePoints = Array.from({ length: 41 }, (_, i): Pt => {
        const a = -1.15 + (2.3 * i) / 40;
        const r = 0.9 - (Math.abs(i - 20) < 2 ? 0.3 * (1 - Math.abs(i - 20) / 2) : 0) + 0.015 * Math.sin(i * 1.7);
        return [Math.sin(a) * r, -Math.cos(a) * r];
      });
      const veins = [-1, -0.7, -0.4, -0.15, 0.15, 0.4, 0.7, 1]
        .map((a) =>
          polyline([
            [0, 0],
            [Math.sin(a) * 0.82, -Math.cos(a) * 0.82],
          ]),
        )
        .join('');
      return inBox(
        [
          { d: smooth([[0, 0], ...edgePoints, [0, 0]]), fill: 'leaf', stroke: 'ink', width: 0.018 },
          {
            d: `${veins}${polyline([
              [0, 0.22],
              [0, 0],
            ])}`,
            stroke: 'ink',
            width: 0.009,
            fill: 'none',
          },
        ],
        120,
        120,
        90,
      );
    }
    case 'frond': {
      const d: string[] = [
        smooth([
          [0, 0.22],
          [0.02, -0.3],
          [0.1, -0.9],
        ]),
      ];
      for (let i = 0; i < 14; i++) {
        const y = -0.05 - i * 0.06;
        for (const side of [1, -1])
          d.push(
            smooth([
              [0.02, y],
              [side * 0.22, y - 0.14],
              [side * (0.42 - i * 0.018), y - 0.06],
            ]),
          );
      }
      return inBox([{ d: d.join(''), stroke: 'leaf-dark', width: 0.022, fill: 'none' }], 120, 120, 92);
    }
    default: {
      const { shapes, outline } = simpleShapes(form, fill);
      const xs = outline.map((p) => p[0]);
      const wide = Math.max(...xs) - Math.min(...xs);
      const figure = inBox(shapes, 120, 120, Math.min(92, 112 / Math.max(wide, 0.3)));
      return figure;
    }
  }
}
