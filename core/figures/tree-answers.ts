import { oneOf, type Answers } from './answers';
import { treeShapes } from './bare-tree';
import { habitOf, leafyTree, OUTLINES, STATURE } from './crown';
import { GROUND, HEIGHT, onGround } from './ground';
import { palmTree } from './palm';
import { pen } from './pen';
import { circle, place, pts, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const FOOT: Pt = [60, GROUND];
/** A round crown is a little lower than a column. */
const ROUND = HEIGHT * 0.92;

const bare = (shape: string, leader: string, branches: string, density: string, height = HEIGHT): Shape[] =>
  treeShapes(habitOf(shape, leader, branches, density), FOOT, height);

/** A crown in leaf, by its outline. */
const crown = (state: string): Figure | null => (OUTLINES[state] ? onGround(leafyTree(state, FOOT, HEIGHT * (STATURE[state] ?? 1))) : null);

function manyStems(): Figure {
  const stems = [-17, -7, 4, 15]
    .map((x) =>
      smooth([
        [60 + x * 0.35, GROUND],
        [60 + x * 0.6, 86],
        [60 + x * 1.5, 48],
      ]),
    )
    .join('');
  return onGround([pen(stems, 6.6), pen(stems, 4, 'wood'), ...leafyTree('rounded', [60, GROUND], HEIGHT * 0.88).slice(1)]);
}

const thicket = (): Figure =>
  onGround(
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

/** What hangs on a tree in the leafless season. */
function leafRetention(state: string): Figure | null {
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
      return onGround(tree);
    case 'holds-dead-leaves':
      return onGround([...tree, leaves(34, 'tint:orange', true)]);
    case 'semi-evergreen':
      return onGround([...tree, leaves(30, 'leaf', false)]);
    case 'evergreen':
      return onGround([
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

/** The whole tree: its outline, leader, habit and branches, and what hangs on it out of leaf. */
export const TREE_ANSWERS: Answers = {
  'crown-shape': crown,
  leader: oneOf({
    excurrent: () => onGround(bare('conical', 'excurrent', 'ascending', 'medium')),
    decurrent: () => onGround(bare('rounded', 'decurrent', 'ascending', 'medium', ROUND)),
  }),
  habit: oneOf({
    'single-stem': () => onGround(leafyTree('rounded', FOOT, ROUND)),
    'multi-stem': manyStems,
    thicket,
    palm: () => onGround(palmTree(FOOT, HEIGHT)),
  }),
  'branch-habit': (state) =>
    ['ascending', 'horizontal', 'drooping', 'upturned-tips', 'tortuous'].includes(state)
      ? onGround(bare('oval', 'excurrent', state, 'limbs'))
      : null,
  'branch-density': (state) =>
    ['fine', 'medium', 'coarse'].includes(state) ? onGround(bare('rounded', 'decurrent', 'ascending', state, ROUND)) : null,
  'leaf-retention': leafRetention,
};
