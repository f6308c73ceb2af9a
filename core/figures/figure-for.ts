import type { Answers, Draw } from './answers';
import { BARK_ANSWERS } from './bark-answers';
import { flowerFigure } from './flower';
import { fruitFigure, samaraAngle } from './fruit';
import { coneSet } from './fruit/cones';
import { FRUIT_DETAILS } from './fruit-details';
import { LEAF_ANSWERS } from './leaf-answers';
import { SENSE_ANSWERS } from './senses';
import type { Figure } from './shape';
import { SITE_ANSWERS } from './site-answers';
import { STALK_ANSWERS } from './stalk-answers';
import { STEM_BASE_ANSWERS } from './stem-base';
import { TREE_ANSWERS } from './tree-answers';
import { TWIG_ANSWERS } from './twig-answers';

const FLOWER_AND_FRUIT_ANSWERS: Answers = {
  'flower-form': flowerFigure,
  'fruit-type': (state) => fruitFigure(state),
  'samara-angle': samaraAngle,
  'cone-set': coneSet,
};

/** Every file that draws answers. */
const SHELVES: readonly Answers[] = [
  TREE_ANSWERS,
  STEM_BASE_ANSWERS,
  BARK_ANSWERS,
  TWIG_ANSWERS,
  LEAF_ANSWERS,
  FLOWER_AND_FRUIT_ANSWERS,
  FRUIT_DETAILS,
  STALK_ANSWERS,
  SENSE_ANSWERS,
  SITE_ANSWERS,
];

/** Who draws which trait. @throws Error when two files draw the same, since one would hide the other */
function registry(shelves: readonly Answers[]): ReadonlyMap<string, Draw> {
  const drawers = new Map<string, Draw>();
  for (const [trait, draw] of shelves.flatMap(Object.entries<Draw>)) {
    if (drawers.has(trait)) throw new Error(`two files draw ${trait}`);
    drawers.set(trait, draw);
  }
  return drawers;
}
const DRAWERS = registry(SHELVES);

/** Traits that have drawings. */
export const DRAWN_TRAITS: readonly string[] = [...DRAWERS.keys()];

const drawn = new Map<string, Figure | null>();

/**
 * The drawing of one state of one trait, or null for a word the vocabulary does not hold. Drawn once and kept: the same answer
 * is the same figure, so a screen that shows it again has nothing to do.
 */
export function figureFor(trait: string, state: string): Figure | null {
  const key = `${trait}/${state}`;
  let figure = drawn.get(key);
  if (figure === undefined) {
    figure = DRAWERS.get(trait)?.(state) ?? null;
    drawn.set(key, figure);
  }
  return figure;
}

/** Whether a state of a trait has a drawing. */
export const hasFigure = (trait: string, state: string): boolean => figureFor(trait, state) !== null;
