import type { CardKind } from '../knowledge';
import { BOX } from './pen';
import { polyline, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

// Reference cards: the same share of a crown or of bark looks the same to everybody who estimates against one picture. Each
// card is generated to its true percentage: shapes lie at fixed places and are grown until they cover exactly the share.

/** The shares there are cards for, percent. */
export const CARD_STEPS: readonly number[] = Array.from({ length: 21 }, (_, i) => 5 * i);

/** Middle of the crown in the box, and its reach by angle. */
const CROWN: Pt = [60, 52];
const REACH = 44;
const crownReach = (angle: number): number =>
  REACH * (1 + 0.05 * Math.sin(3 * angle + 0.6) + 0.035 * Math.sin(7 * angle + 2) + 0.025 * Math.sin(11 * angle));

/** Points round the crown, so many to a turn. */
const ROUND = 96;
const around = (reach: (angle: number) => number): Pt[] =>
  Array.from({ length: ROUND }, (_, i): Pt => {
    const angle = (2 * Math.PI * i) / ROUND;
    return [CROWN[0] + reach(angle) * Math.sin(angle), CROWN[1] - reach(angle) * Math.cos(angle)];
  });
const CROWN_OUTLINE = around(crownReach);

/** A patch: a polygon round its middle, told by the reach of its corners; all patches are grown by a common factor. */
interface Blob {
  at: Pt;
  reach: readonly number[];
  /** Furthest corner. */
  furthest: number;
}
const WAVE = 0.22;
const RIPPLE = 0.1;
/** Corners of a patch, and the angle between two. */
const CORNERS = 14;
const TURN = (2 * Math.PI) / CORNERS;

function blobOf(at: Pt, size: number, phase: number): Blob {
  const reach = Array.from({ length: CORNERS }, (_, i) => {
    const angle = i * TURN;
    return size * (1 + WAVE * Math.sin(3 * angle + phase) + RIPPLE * Math.sin(5 * angle - phase));
  });
  return { at, reach, furthest: Math.max(...reach) };
}

/** Reach of the polygon at an angle: where a ray from its middle meets the side between two corners. */
function blobReach({ reach }: Blob, angle: number): number {
  const turns = (((angle / TURN) % CORNERS) + CORNERS) % CORNERS;
  const i = Math.floor(turns) % CORNERS;
  const past = (turns - Math.floor(turns)) * TURN;
  const [r1, r2] = [reach[i] as number, reach[(i + 1) % CORNERS] as number];
  return (r1 * r2 * Math.sin(TURN)) / (r1 * Math.sin(past) + r2 * Math.sin(TURN - past));
}

const blobPoints = ({ at, reach }: Blob, scale: number): Pt[] =>
  reach.map((r, i): Pt => [at[0] + scale * r * Math.sin(i * TURN), at[1] + scale * r * Math.cos(i * TURN)]);

/** Patches on a jittered grid over a box, those whose middle lies in the region. */
function scatter(step: number, seed: number, inside: (p: Pt) => boolean): Blob[] {
  const blobs: Blob[] = [];
  for (let row = 0; row * step < BOX + step; row++) {
    for (let column = 0; column * step < BOX + step; column++) {
      const k = seed + row * 31 + column;
      const at: Pt = [column * step + 0.45 * step * wobble(k, 1), row * step + 0.45 * step * wobble(k, 2)];
      if (inside(at)) blobs.push(blobOf(at, step * (0.34 + 0.18 * wobble(k, 3)), 3 * wobble(k, 4)));
    }
  }
  return blobs;
}

const inPolygon = (polygon: readonly Pt[], [x, y]: Pt): boolean => {
  let within = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i] as Pt;
    const [xj, yj] = polygon[j] as Pt;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) within = !within;
  }
  return within;
};

/** Distance between the points at which a share is measured. */
const SAMPLE = 1.6;

/** Sample points of a region. */
function samples(inside: (p: Pt) => boolean): Pt[] {
  const points: Pt[] = [];
  for (let y = SAMPLE / 2; y < BOX; y += SAMPLE) for (let x = SAMPLE / 2; x < BOX; x += SAMPLE) if (inside([x, y])) points.push([x, y]);
  return points;
}

/**
 * Patches grown to cover a share of a region. A patch's reach grows in step with the factor, so each sample point has its own
 * factor at which the first patch reaches it; the factor that covers the share is the quantile of those.
 */
function patchesOver(blobs: readonly Blob[], region: readonly Pt[]): (share: number) => string {
  const factors = Float64Array.from(region, ([x, y]) => {
    let least = Infinity;
    for (const blob of blobs) {
      const [dx, dy] = [x - blob.at[0], y - blob.at[1]];
      const square = dx * dx + dy * dy;
      // A patch reaches no further than its furthest corner; most need not be looked at.
      if (square > (least * blob.furthest) ** 2) continue;
      least = Math.min(least, Math.sqrt(square) / blobReach(blob, Math.atan2(dx, dy)));
    }
    return least;
  }).sort();
  return (share) => {
    if (share <= 0) return '';
    const scale = factors[Math.min(factors.length - 1, Math.round(share * factors.length))] as number;
    return blobs.map((blob) => polyline(blobPoints(blob, scale), true)).join('');
  };
}

/** Halvings of a search; a share is then true to a thousandth. */
const HALVINGS = 18;

/** The factor by which a rising function reaches a value, by halving. */
function reaching(target: number, most: number, at: (factor: number) => number): number {
  let [low, high] = [0, most];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (at(middle) < target) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

const inCrown = (p: Pt) => inPolygon(CROWN_OUTLINE, p);
const inBark = ([x, y]: Pt) => x >= 14 && x <= 106 && y >= 6 && y <= 114;
const BARK_EDGE: Pt[] = [
  [14, 6],
  [14, 114],
  [106, 114],
  [106, 6],
];

/** Everything but the region, in the colour of the paper: it cuts patches that stand over the edge. */
const frame = (outline: readonly Pt[], smoothEdge: boolean): Shape => ({
  // The outer edge runs clockwise and the inner one the other way, so that the inside stays open.
  d: `M-2 -2L122 -2L122 122L-2 122Z${smoothEdge ? smooth([...outline].reverse(), true) : polyline(outline, true)}`,
  fill: 'paper',
});

const outlineOf = (dashed: boolean): Shape => ({
  d: smooth(CROWN_OUTLINE, true),
  stroke: dashed ? 'soft' : 'ink',
  width: dashed ? 0.7 : 1.3,
  fill: 'none',
});

/** Stem and main limbs of the card's tree. */
const STEM: Shape[] = [
  { d: 'M57 117C58 104 57 96 58 84L62 84C63 96 62 104 64 117Z', fill: 'wood', stroke: 'ink', width: 1.2 },
  {
    d: 'M60 86C60 70 59 60 60 26M60 74C52 66 40 62 30 50M60 68C68 60 80 58 90 46M60 56C54 46 46 42 42 30M60 52C66 44 74 40 78 28',
    stroke: 'wood-dark',
    width: 1.1,
    fill: 'none',
  },
];

function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}

/** Patches of each card, made when the first card of its kind is drawn. */
const gaps = once(() => patchesOver(scatter(11, 7, inCrown), samples(inCrown)));
const clumps = once(() => patchesOver(scatter(12, 90, inCrown), samples(inCrown)));
const offColour = once(() => patchesOver(scatter(10, 300, inCrown), samples(inCrown)));
const onBark = once(() => patchesOver(scatter(9, 500, inBark), samples(inBark)));
/** Crown that can be seen through: gaps of sky on foliage up to half, clumps of foliage on sky beyond. */
function seeThrough(share: number): Shape[] {
  const few = share <= 0.5;
  const d = few ? gaps()(share) : clumps()(1 - share);
  return [
    { d: smooth(CROWN_OUTLINE, true), fill: few ? 'leaf-dark' : 'paper' },
    ...(d ? [{ d, fill: few ? ('paper' as const) : ('leaf-dark' as const) }] : []),
    frame(CROWN_OUTLINE, true),
  ];
}

/** Share of the live crown's reach at an angle, for a depth of dieback: deepest at the top, uneven round it. */
const liveReach = (depth: number, angle: number): number => {
  const top = 0.5 + 0.5 * Math.cos(angle);
  const uneven = 0.25 * Math.sin(4 * angle + 1) + 0.15 * Math.sin(9 * angle + 0.4);
  return Math.max(0, Math.min(1, 1 - depth * Math.max(0, 0.35 + 0.65 * top + uneven)));
};

/** Crown dying back from its tips: foliage inside, bare twigs out to where the crown reached. */
function dieback(share: number): Shape[] {
  const angles = Array.from({ length: ROUND }, (_, i) => (2 * Math.PI * i) / ROUND);
  const whole = angles.reduce((sum, a) => sum + crownReach(a) ** 2, 0);
  const dead = (depth: number) => 1 - angles.reduce((sum, a) => sum + (crownReach(a) * liveReach(depth, a)) ** 2, 0) / whole;
  const depth = share <= 0 ? 0 : share >= 1 ? Infinity : reaching(share, 12, dead);
  const reach = (a: number) => crownReach(a) * (depth === Infinity ? 0 : liveReach(depth, a));
  const twig = (i: number): string => {
    const a = angles[i] as number;
    const from = Math.max(reach(a) - 2, 4);
    const to = crownReach(a) * (0.94 + 0.06 * wobble(i, 5));
    if (to - from < 3) return '';
    const point = (r: number, turn: number): Pt => [CROWN[0] + r * Math.sin(a + turn), CROWN[1] - r * Math.cos(a + turn)];
    const fork = from + 0.55 * (to - from);
    return (
      polyline([point(from, 0), point(fork, 0.02), point(to, 0.05)]) + polyline([point(fork, 0.02), point(fork + 0.7 * (to - fork), -0.07)])
    );
  };
  return [
    { d: smooth(CROWN_OUTLINE, true), fill: 'paper' },
    ...(share < 1 ? [{ d: polyline(around(reach), true), fill: 'leaf-dark' as const }] : []),
    { d: angles.map((_a, i) => (i % 3 === 0 ? twig(i) : '')).join(''), stroke: 'wood-dark', width: 0.9, fill: 'none' },
  ];
}

/** Part of the foliage that is off: yellow or brown clumps among the green. */
function foliage(share: number): Shape[] {
  const d = offColour()(share);
  return [
    { d: smooth(CROWN_OUTLINE, true), fill: 'leaf-dark' },
    ...(d ? [{ d, fill: 'tint:orange' as const }] : []),
    frame(CROWN_OUTLINE, true),
  ];
}

/** Part of the bark that is covered: dark patches on the stem. */
function cover(share: number): Shape[] {
  const d = onBark()(share);
  const furrows = [26, 41, 57, 71, 88, 99].map((x, i) => `M${x} 6C${x - 3} 40 ${x + 3} 74 ${x + 2 * wobble(i, 9)} 114`).join('');
  return [
    { d: polyline(BARK_EDGE, true), fill: 'wood-light' },
    ...(d ? [{ d, fill: 'wood-dark' as const }] : []),
    frame(BARK_EDGE, false),
    { d: furrows, stroke: 'soft', width: 0.5, opacity: 0.5, fill: 'none' },
    { d: 'M14 2V118M106 2V118', stroke: 'ink', width: 1.4, fill: 'none' },
  ];
}

const kept = new Map<string, Figure>();

/**
 * The reference card of a share.
 * @param percent 0 to 100; cards are made in steps of five, anything else is rounded to one
 */
export function referenceCard(kind: CardKind, percent: number): Figure {
  const step = Math.round(Math.max(0, Math.min(100, percent)) / 5) * 5;
  const key = `${kind}/${step}`;
  let figure = kept.get(key);
  if (!figure) {
    const share = step / 100;
    const drawn: Record<CardKind, () => Shape[]> = {
      'see-through': () => [...seeThrough(share), ...STEM, outlineOf(true)],
      dieback: () => [...dieback(share), ...STEM, outlineOf(true)],
      foliage: () => [...foliage(share), ...STEM.slice(0, 1), outlineOf(false)],
      cover: () => cover(share),
    };
    figure = { width: BOX, height: BOX, shapes: drawn[kind]() };
    kept.set(key, figure);
  }
  return figure;
}

/** The outline of the region a card's share is of, for measuring it. */
export const cardRegion = (kind: CardKind): readonly Pt[] => (kind === 'cover' ? BARK_EDGE : CROWN_OUTLINE);
