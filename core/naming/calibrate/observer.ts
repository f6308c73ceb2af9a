import { normal, within, type Random } from '../../maths/random';
import { LINES, type Line, type Stage } from '../../knowledge';
import { ERROR_BY_CERTAINTY, ERROR_BY_SOURCE } from '../model/likelihood';
import type { Model } from '../model/model';
import { WRONG_THING } from '../model/line';
import type { Observation } from '../../record/observation';

/** What stands in front of a simulated observer. */
export interface SimulatedTree {
  /** Position of the true taxon in the model. */
  t: number;
  /** Month of the northern records, 1 to 12. */
  month: number;
  stage: Stage;
  /** Lines that are looked at on the wrong thing, each with the taxon it belongs to. */
  wrong: Partial<Record<Line, number>>;
  /** Lines in which this tree shows its rarer states: odd soil, a cultivar, juvenile or shade leaves. */
  odd: Partial<Record<Line, boolean>>;
}

/** Chance that a tree is odd in a line, and how far its states are then levelled (0 as recorded, 1 all recorded states alike). */
const ODD = { chance: 0.15, levelled: 0.6 } as const;

const CERTAINTY_SHARE: readonly [Observation['certainty'], number][] = [
  ['sure', 0.7],
  ['fairly', 0.2],
  ['guess', 0.1],
];

/** Picks by weight. */
export function pickWeighted<T>(random: Random, choices: readonly (readonly [T, number])[]): T {
  const sum = choices.reduce((acc, [, weight]) => acc + weight, 0);
  let at = random() * sum;
  for (const [value, weight] of choices) {
    at -= weight;
    if (at < 0) return value;
  }
  return (choices.at(-1) as readonly [T, number])[0];
}

/** A tree of a taxon met at a random time of the year, with its own oddities. */
export function simulatedTree(model: Model, t: number, random: Random): SimulatedTree {
  const tree: SimulatedTree = {
    t,
    month: 1 + within(random, 12),
    stage: pickWeighted<Stage>(random, [
      ['young', 0.3],
      ['mature', 0.5],
      ['old', 0.2],
    ]),
    wrong: {},
    odd: {},
  };
  for (const line of LINES) {
    if (line !== 'form' && line !== 'site' && random() < WRONG_THING) tree.wrong[line] = within(random, model.taxa.length);
    if (random() < ODD.chance) tree.odd[line] = true;
  }
  return tree;
}

/** Whether the tree shows a trait in its month, and its record could answer. */
export const canAnswer = (model: Model, tree: SimulatedTree, k: number): boolean =>
  model.expect(tree.t, k, tree.stage) !== null && model.monthsAway(k, [tree.month])[tree.t] === 0;

/**
 * What a simulated observer reports of a trait: drawn from the record of the tree in front of them, wrong at the rate that the
 * engine assumes for the certainty they state, with whole lines now and then seen on another tree and odd trees whose marks are
 * odd together. Null when the trait does not show or the record is silent.
 */
export function report(model: Model, tree: SimulatedTree, k: number, random: Random): Observation | null {
  const trait = model.traits[k];
  if (!trait || !canAnswer(model, tree, k)) return null;
  const certainty = pickWeighted(random, CERTAINTY_SHARE);
  const source = trait.reach === 'far' && trait.line === 'form' ? 'distance' : trait.reach === 'hand' ? 'specimen' : 'tree';
  const wrongly = random() < 1 - (1 - ERROR_BY_CERTAINTY[certainty]) * (1 - ERROR_BY_SOURCE[source]);
  const seenOn = wrongly ? within(random, model.taxa.length) : (tree.wrong[trait.line] ?? tree.t);
  const expected = model.expect(seenOn, k, tree.stage) ?? model.expect(tree.t, k, tree.stage);
  if (!expected) return null;
  if (expected.kind === 'number') {
    const low = trait.number?.min ?? 0;
    const high = trait.number?.max ?? Infinity;
    const value = Math.min(high, Math.max(low, expected.mean + expected.sigma * normal(random)));
    return { trait: trait.id, value, unit: trait.number?.unit, certainty, source };
  }
  const recorded = expected.recorded.filter(Boolean).length;
  const weights = trait.states.map((state, i): [string, number] => {
    const p = expected.probability[i] as number;
    const level = expected.recorded[i] ? 1 / recorded : 0;
    return [state.id, tree.odd[trait.line] ? (1 - ODD.levelled) * p + ODD.levelled * level : p];
  });
  return { trait: trait.id, state: pickWeighted(random, weights), certainty, source };
}
