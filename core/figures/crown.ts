import { through } from './curve';
import { treeShapes, type Habit } from './bare-tree';
import { pen } from './pen';
import { circle, place, polyline, pts, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const BOX = 120;
const GROUND = 113;
const HEIGHT = 106;

/** Half width of each outline at height t (0 the foot of the crown, 1 its top), as a share of the tree's height, and where it starts. */
const OUTLINES: Record<string, { base: number; half: (t: number) => number }> = {
  columnar: { base: 0.1, half: (t) => 0.13 * Math.sin(Math.PI * Math.min(1, t * 0.86 + 0.12)) ** 0.42 },
  conical: { base: 0.1, half: (t) => 0.34 * (1 - t) ** 0.9 * Math.min(1, 0.55 + t * 6) },
  oval: { base: 0.16, half: (t) => 0.27 * Math.sin(Math.PI * (0.06 + 0.94 * t)) ** 0.6 },
  rounded: { base: 0.2, half: (t) => 0.4 * Math.sin(Math.PI * (0.05 + 0.95 * t)) ** 0.5 },
  vase: { base: 0.22, half: (t) => 0.46 * Math.max(0.06, t) ** 0.8 * (1 - Math.max(0, t - 0.7) ** 2 * 10) },
  spreading: { base: 0.3, half: (t) => 0.52 * Math.sin(Math.PI * (0.04 + 0.96 * t)) ** 0.42 },
  weeping: { base: 0.05, half: (t) => 0.42 * Math.sin(Math.PI * (0.3 + 0.7 * t)) ** 0.55 },
  irregular: { base: 0.2, half: (t) => 0.34 * Math.sin(Math.PI * (0.05 + 0.95 * t)) ** 0.5 },
};

/** Height of the tree in its box: a spreading crown is lower than a column. */
const STATURE: Record<string, number> = { spreading: 0.8, vase: 0.98, rounded: 0.92 };

const soil: Shape = { d: `M8 ${GROUND}H112`, stroke: 'ink', width: 1.4, fill: 'none' };
const make = (shapes: Shape[]): Figure => ({ width: BOX, height: BOX, shapes: [soil, ...shapes] });

const outlineOf = (shape: string) => OUTLINES[shape] ?? (OUTLINES.oval as { base: number; half: (t: number) => number });

/** The habit of a bare tree from its trait values. */
export const habitOf = (shape: string, leader: string, branches: string, density: string): Habit => ({
  ...outlineOf(shape),
  leader,
  branches,
  density,
});

/** The edge of a leafy crown, scalloped by its clumps of leaves. */
function leafyEdge(shape: string, foot: Pt, height: number): Pt[] {
  const { base, half } = outlineOf(shape);
  const ragged = shape === 'irregular' ? 0.075 : 0.012;
  const side = (s: 1 | -1): Pt[] =>
    Array.from({ length: 23 }, (_, i): Pt => {
      const t = i / 22;
      const bump = 0.016 * Math.abs(Math.sin(i * 1.45)) + ragged * wobble(Math.floor(i / 3), s);
      return [foot[0] + s * (half(t) + bump * Math.sin(Math.PI * t) ** 0.4) * height, foot[1] - (base + t * (1 - base)) * height];
    });
  return [...side(1), ...side(-1).reverse()];
}

/** A crown in leaf on its stem. */
export function leafyTree(shape: string, foot: Pt, height: number): Shape[] {
  const { base, half } = outlineOf(shape);
  const edge = leafyEdge(shape, foot, height);
  const at = (u: number, t: number): Pt => [foot[0] + u * half(t) * height, foot[1] - (base + t * (1 - base)) * height];
  const shadow = [
    ...Array.from({ length: 12 }, (_, i) => at(-1, i / 11)),
    ...Array.from({ length: 12 }, (_, i) => at(-0.1 - 0.5 * Math.sin((i / 11) * Math.PI), 1 - i / 11)),
  ];
  const w = 0.032 * height;
  const clumps =
    shape === 'weeping'
      ? Array.from({ length: 13 }, (_, i) => {
          const u = (i - 6) / 6.4;
          return smooth([at(u * 0.4, 0.94 - Math.abs(u) * 0.1), at(u * 0.92, 0.62), at(u * 1.02, 0.04 + 0.06 * Math.abs(wobble(i)))]);
        }).join('')
      : Array.from({ length: 17 }, (_, i) => {
          const t = 0.1 + 0.8 * ((i * 0.618) % 1);
          const u = -0.62 + 1.3 * ((i * 0.7549) % 1);
          const [x, y] = at(u, t);
          const r = height * 0.042;
          return smooth([
            [x - r, y],
            [x - r * 0.4, y - r * 0.75],
            [x + r * 0.4, y - r * 0.7],
            [x + r, y],
          ]);
        }).join('');
  return [
    {
      d: polyline(
        [
          [foot[0] - w * 1.5, foot[1]],
          [foot[0] - w * 0.8, foot[1] - height * (base + 0.2)],
          [foot[0] + w * 0.8, foot[1] - height * (base + 0.2)],
          [foot[0] + w * 1.5, foot[1]],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.3,
    },
    { d: smooth(edge, true), fill: 'leaf', stroke: 'ink', width: 1.5 },
    { d: smooth(shadow, true), fill: 'leaf-dark', opacity: 0.36 },
    { d: clumps, stroke: 'ink', width: 0.9, fill: 'none', opacity: 0.6 },
  ];
}

/** Outline of a crown in leaf, 120 by 120. */
export function crownFigure(state: string): Figure | null {
  return OUTLINES[state] ? make(leafyTree(state, [60, GROUND], HEIGHT * (STATURE[state] ?? 1))) : null;
}

const bare = (shape: string, leader: string, branches: string, density: string, height = HEIGHT): Shape[] =>
  treeShapes(habitOf(shape, leader, branches, density), [60, GROUND], height);

/** The bare or leafy tree of a taxon's own values. */
export const winterTree = (shape: string, leader: string, branches: string, density: string, foot: Pt, height: number): Shape[] =>
  treeShapes(habitOf(shape, leader, branches, density), foot, height * (STATURE[shape] ?? 1));

/** A palm: a stem without branches under a head of fronds. */
export function palmTree(foot: Pt, height: number, feather = true): Shape[] {
  const top: Pt = [foot[0] + height * 0.02, foot[1] - height * 0.72];
  const ribs: string[] = [];
  const fronds = Array.from({ length: 11 }, (_, i) => {
    const a = -1.9 + (3.8 * i) / 10;
    const r = height * (0.34 - 0.05 * Math.abs(a) * 0.6);
    const rib = through(
      [
        top,
        [top[0] + Math.sin(a) * r * 0.5, top[1] - Math.cos(a) * r * 0.55 - r * 0.1],
        [top[0] + Math.sin(a) * r, top[1] - Math.cos(a) * r * 0.6 + r * 0.18],
      ],
      7,
    );
    const leaflets = rib.slice(2).map(([x, y], k) => {
      const l = height * 0.05 * Math.sin(0.5 + k * 0.2);
      return polyline([
        [x - l * 0.7, y + l],
        [x, y],
        [x + l * 0.7, y + l],
      ]);
    });
    ribs.push(polyline(rib));
    return feather ? leaflets.join('') : leaflets.slice(-7).join('');
  });
  const w = height * 0.026;
  return [
    {
      d: smooth(
        [
          [foot[0] - w * 1.5, foot[1]],
          [foot[0] - w, foot[1] - height * 0.3],
          [top[0] - w * 0.8, top[1]],
          [top[0] + w * 0.8, top[1]],
          [foot[0] + w, foot[1] - height * 0.3],
          [foot[0] + w * 1.5, foot[1]],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.3,
    },
    {
      d: Array.from({ length: 9 }, (_, i) =>
        polyline([
          [foot[0] - w, foot[1] - height * (0.06 + i * 0.072)],
          [foot[0] + w, foot[1] - height * (0.066 + i * 0.072)],
        ]),
      ).join(''),
      stroke: 'ink',
      width: 0.8,
      fill: 'none',
    },
    { d: fronds.join(''), stroke: 'leaf-dark', width: 1.5, fill: 'none' },
    { d: ribs.join(''), stroke: 'ink', width: 1, fill: 'none' },
  ];
}

const STEM = '47,12 47,60 45,86 41,104 34,113 86,113 79,104 75,86 73,60 73,12';

/** Silhouettes for leader, branch habit, branching, habit, stem base and shoots at the base, 120 by 120. */
export function silhouette(trait: string, state: string): Figure | null {
  switch (`${trait}/${state}`) {
    case 'leader/excurrent':
      return make(bare('conical', 'excurrent', 'ascending', 'medium'));
    case 'leader/decurrent':
      return make(bare('rounded', 'decurrent', 'ascending', 'medium', HEIGHT * 0.92));
    case 'habit/single-stem':
      return make(leafyTree('rounded', [60, GROUND], HEIGHT * 0.92));
    case 'habit/multi-stem': {
      const stems = [-17, -7, 4, 15]
        .map((x) =>
          smooth([
            [60 + x * 0.35, GROUND],
            [60 + x * 0.6, 86],
            [60 + x * 1.5, 48],
          ]),
        )
        .join('');
      return make([pen(stems, 6.6), pen(stems, 4, 'wood'), ...leafyTree('rounded', [60, GROUND], HEIGHT * 0.88).slice(1)]);
    }
    case 'habit/thicket':
      return make(
        Array.from({ length: 13 }, (_, i): Shape[] => {
          const x = 14 + i * 7.8;
          const top = 56 - 26 * Math.abs(wobble(i, 5)) - (i > 3 && i < 9 ? 10 : 0);
          const leaf = (y: number, s: number) => smooth(place(pts('0,0 7,-5 13,-2 6,2'), [x + s, y], s > 0 ? 0 : Math.PI), true);
          return [
            {
              d: smooth([
                [x, GROUND],
                [x + wobble(i) * 3, 84],
                [x + wobble(i, 3) * 5, top],
              ]),
              stroke: 'wood-dark',
              width: 2,
              fill: 'none',
            },
            { d: [0, 1, 2, 3, 4].map((k) => leaf(top + 3 + k * 9, k % 2 ? 1 : -1)).join(''), fill: 'leaf', stroke: 'ink', width: 0.8 },
          ];
        }).flat(),
      );
    case 'habit/palm':
      return make(palmTree([60, GROUND], HEIGHT));
    default:
  }
  if (trait === 'branch-habit' && ['ascending', 'horizontal', 'drooping', 'upturned-tips', 'tortuous'].includes(state)) {
    return make(bare('oval', 'excurrent', state, 'limbs'));
  }
  if (trait === 'branch-density' && ['fine', 'medium', 'coarse'].includes(state))
    return make(bare('rounded', 'decurrent', 'ascending', state, HEIGHT * 0.92));
  if (trait === 'stem-base') return stemBase(state);
  if (trait === 'basal-shoots') return basalShoots(state);
  return null;
}

const wood = (d: string, fill: Shape['fill'] = 'wood', width = 1.7): Shape => ({ d, fill, stroke: 'ink', width });
const grain = pen(
  smooth(pts('54,14 54,60 52,100')) + smooth(pts('60,14 61,60 60,104')) + smooth(pts('67,14 66,60 68,100')),
  0.8,
  'ink',
  0.5,
);

function stemBase(state: string): Figure | null {
  const flare = wood(smooth(pts(STEM), true));
  switch (state) {
    case 'plain':
      return make([
        wood(polyline(pts('46,10 46,113 74,113 74,10'), true)),
        pen(smooth(pts('53,12 53,60 53,112')) + smooth(pts('60,12 61,60 60,112')) + smooth(pts('67,12 66,60 67,112')), 0.8, 'ink', 0.5),
      ]);
    case 'flared':
      return make([wood(smooth(pts('47,10 47,58 44,82 36,100 20,113 100,113 84,100 76,82 73,58 73,10'), true)), grain]);
    case 'fluted':
      return make([
        flare,
        ...[-11, -3.5, 4, 11.5].map((x): Shape => ({
          d: smooth(
            [
              [60 + x * 0.8, 12],
              [60 + x, 62],
              [60 + x * 1.7, 112],
              [60 + x * 1.7 + 4, 112],
              [60 + x + 2.4, 62],
              [60 + x * 0.8 + 1.6, 12],
            ],
            true,
          ),
          fill: 'wood-dark',
          stroke: 'ink',
          width: 0.9,
        })),
      ]);
    case 'buttressed':
      return make([
        flare,
        wood(smooth(pts('48,34 42,66 26,96 4,113 44,113 50,80'), true), 'wood-light'),
        wood(smooth(pts('72,34 78,66 94,96 116,113 76,113 70,80'), true), 'wood-light'),
        wood(smooth(pts('60,40 64,70 70,113 52,113 56,70'), true), 'wood-dark'),
      ]);
    case 'surface-roots':
      return make([
        flare,
        ...['44,108 32,104 22,111 4,108', '76,108 90,103 100,110 117,106', '54,111 48,117 30,118', '66,111 74,117 94,118'].flatMap(
          (root) => [pen(smooth(pts(root)), 6.6), pen(smooth(pts(root)), 4, 'wood')],
        ),
        grain,
      ]);
    default:
      return null;
  }
}

function basalShoots(state: string): Figure | null {
  const n = { none: 0, some: 4, many: 14 }[state];
  if (n === undefined) return null;
  const shoots = Array.from({ length: n }, (_, i) => {
    const x = 60 + (i - (n - 1) / 2) * (n > 5 ? 6.2 : 20);
    const top = 62 + 20 * Math.abs(wobble(i, 2));
    const line: Pt[] = [
      [60 + (x - 60) * 0.8, 112],
      [x + wobble(i) * 3, 92],
      [x + (x - 60) * 0.22, top],
    ];
    const leaves = [0, 1, 2]
      .map((k) => smooth(place(pts('0,0 5,-5 11,-3 5,2'), [x + (x - 60) * 0.1, top + 6 + k * 11], k % 2 ? Math.PI : 0), true))
      .join('');
    return { line, leaves };
  });
  return make([
    wood(smooth(pts(STEM), true)),
    grain,
    pen(shoots.map((s) => smooth(s.line)).join(''), 2.6),
    { d: shoots.map((s) => smooth(s.line)).join(''), stroke: 'leaf-dark', width: 1.4, fill: 'none' },
    { d: shoots.map((s) => s.leaves).join(''), fill: 'leaf', stroke: 'ink', width: 0.8 },
  ]);
}

/** What hangs on a tree in the leafless season. */
export function leafRetention(state: string): Figure | null {
  const tree = bare('rounded', 'decurrent', 'ascending', 'medium', HEIGHT * 0.92);
  const leaves = (n: number, fill: Shape['fill'], low: boolean): Shape => ({
    d: Array.from({ length: n }, (_, i) => {
      const x = 24 + 72 * ((i * 0.618) % 1);
      const y = (low ? 56 : 26) + (low ? 36 : 60) * ((i * 0.7549) % 1);
      return smooth(place(pts('0,0 3,-3 7,-2 9,1 4,3'), [x, y], i), true);
    }).join(''),
    fill,
    stroke: 'ink',
    width: 0.7,
  });
  switch (state) {
    case 'bare':
      return make(tree);
    case 'holds-dead-leaves':
      return make([...tree, leaves(34, 'tint:orange', true)]);
    case 'semi-evergreen':
      return make([...tree, leaves(30, 'leaf', false)]);
    case 'evergreen':
      return make([
        ...leafyTree('rounded', [60, GROUND], HEIGHT * 0.92),
        {
          d: Array.from({ length: 16 }, (_, i) => circle(14 + ((i * 37) % 96), 6 + ((i * 23) % 100), 1)).join(''),
          fill: 'soft',
          opacity: 0.5,
        },
      ]);
    default:
      return null;
  }
}
