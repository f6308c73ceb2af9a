import { modelOf, type Model } from '../model/model';
import { fitOf, LIMITS, type Fit, type Limits } from '../model/fit';
import { levelOf, NEEDS, type Needs } from '../level';
import { lookNext } from '../look/look-next';
import { rank, type Ranking } from '../model/rank';
import type { IdentifyRequest } from '../request';
import type { Observation } from '../../record/observation';
import { genusOf, lookAlikesOf, type Library, type Taxon } from '../../knowledge';
import type { NameLevel } from '../../record/name';
import { weigh } from '../model/likelihood';
import { canAnswer, report, simulatedTree, type SimulatedTree } from './observer';
import { type Random } from '../../maths/random';
import type { Statement } from './scores';

/** Where a simulated tree is asked about: south of the equator or not, and with a district and its record behind it or none. */
export type About = { south?: boolean } & Pick<IdentifyRequest, 'district' | 'stock'>;

/** Ranks what was seen of a simulated tree, by month and stage. */
export function rankTree(
  model: Model,
  tree: Pick<SimulatedTree, 'month' | 'stage'>,
  observations: readonly Observation[],
  { south = false, ...about }: About = {},
): Ranking {
  const month = south ? ((tree.month + 5) % 12) + 1 : tree.month;
  const date = `2026-${String(month).padStart(2, '0')}-15`;
  return rank(model, { date, latitude: south ? -46 : 46, lifeStage: tree.stage, planted: true, observations: [...observations], ...about });
}

const shuffled = <T>(items: readonly T[], random: Random): T[] => {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [out[i], out[j]] = [out[j] as T, out[i] as T];
  }
  return out;
};

const answerable = (model: Model, tree: SimulatedTree): number[] =>
  model.traits.flatMap((trait, k) => (trait.line !== 'site' && canAnswer(model, tree, k) ? [k] : []));

/** A look at a tree by an observer who reports the given number of traits, chosen at random among those that show. */
export function randomLook(model: Model, tree: SimulatedTree, looks: number, random: Random): Observation[] {
  return shuffled(answerable(model, tree), random)
    .slice(0, looks)
    .flatMap((k) => report(model, tree, k, random) ?? []);
}

/** Under which circumstances simulated trees are met. */
export interface Met {
  /** Months of the northern year, 1 to 12; all of them when not given. */
  months?: readonly number[];
  /** Whether they stand south of the equator, where the year is turned by six months. */
  south?: boolean;
  /** So many marks of each look are replaced by any other state of their trait, and said to be sure. */
  wrongMarks?: number;
}

/** A look in which some marks were mistaken for any other state, on top of the usual mistakes. */
function withWrongMarks(model: Model, observations: readonly Observation[], wrong: number, random: Random): Observation[] {
  const states = shuffled(
    observations.flatMap((seen, i) => (seen.state === undefined ? [] : [i])),
    random,
  );
  const spoilt = new Set(states.slice(0, wrong));
  return observations.map((seen, i) => {
    const others = (model.traits[model.traitIndex(seen.trait)]?.states ?? []).filter((state) => state.id !== seen.state);
    const other = others[Math.floor(random() * others.length)];
    return spoilt.has(i) && other ? { ...seen, state: other.id, certainty: 'sure' } : seen;
  });
}

/**
 * What the engine states about every taxon above a floor, and whether it was true, over simulated trees of all taxa at random
 * times of the year.
 * @param looks how many traits each observer reports
 */
export function statements(
  model: Model,
  treesPerTaxon: number,
  looks: readonly number[],
  random: Random,
  { months, south = false, wrongMarks = 0 }: Met = {},
  floor = 0.02,
): Statement[] {
  const out: Statement[] = [];
  for (let t = 0; t < model.taxa.length; t++) {
    for (let i = 0; i < treesPerTaxon; i++) {
      const met = simulatedTree(model, t, random);
      const tree = months ? { ...met, month: months[Math.floor(random() * months.length)] as number } : met;
      const seen = randomLook(model, tree, looks[i % looks.length] as number, random);
      if (seen.length === 0) continue;
      const observations = wrongMarks > 0 ? withWrongMarks(model, seen, wrongMarks, random) : seen;
      for (const { taxon, probability } of rankTree(model, tree, observations, { south }).candidates) {
        if (probability < floor) break;
        out.push({ probability, right: taxon === model.taxa[t] });
      }
    }
  }
  return out;
}

export type Strategy = 'look next' | 'random' | 'fixed';

/**
 * How many looks it takes until the leading name stands at a probability and is right; the limit when it never does.
 * "fixed" goes down the vocabulary as printed, "look next" takes the engine's first proposal each time.
 */
export function looksUntil(model: Model, tree: SimulatedTree, strategy: Strategy, random: Random, to = 0.9, limit = 40): number {
  const open = new Set(answerable(model, tree));
  const order = strategy === 'random' ? shuffled([...open], random) : [...open];
  const observations: Observation[] = [];
  const unseen = new Set<string>();
  for (let looks = 1; looks <= limit && open.size > 0; looks++) {
    let k: number | undefined;
    if (strategy === 'look next') {
      const ranking = rankTree(model, tree, observations);
      const look = lookNext(model, ranking, unseen).find(({ trait }) => trait.line !== 'site');
      k = look ? model.traitIndex(look.trait.id) : [...open][0];
    } else k = order[looks - 1];
    if (k === undefined) return limit;
    const seen = open.has(k) ? report(model, tree, k, random) : null;
    open.delete(k);
    // A look that shows nothing is a look all the same.
    if (!seen) {
      unseen.add((model.traits[k] as { id: string }).id);
      continue;
    }
    observations.push(seen);
    const best = rankTree(model, tree, observations).candidates[0];
    if (best && best.probability >= to && best.taxon === model.taxa[tree.t]) return looks;
  }
  return limit;
}

/** Share of a person's notes that are the telling ones; the rest is what else met the eye. Chosen. */
const TELLING_SHARE = 0.75;
/** How far a person's feeling for what is telling goes astray, nats. Chosen. */
const FEELING = 0.8;
/** How much of what is telling parts the tree from those it is taken for, the rest from trees of any kind. Chosen. */
const AMONG_KIN = 0.5;

/** The kinds a tree may be taken for: its genus, and the look-alikes of its record. */
const takenFor = (model: Model, t: number): readonly number[] =>
  model.remember(`taken for ${t}`, () => {
    const taxon = model.taxa[t] as Taxon;
    const alikes = new Set(lookAlikesOf(model.library, taxon).map((alike) => alike.taxon));
    return model.taxa.flatMap((other, u) =>
      u !== t && (alikes.has(other.name) || genusOf(other.name) === genusOf(taxon.name)) ? [u] : [],
    );
  });

/**
 * A look by somebody who knows trees and notes what is telling: of everything that shows, the marks that speak most for what the
 * tree is, against trees of any kind and against those it is taken for, and a few others. All sure: they write down what they are
 * certain of.
 */
export function tellingLook(model: Model, tree: SimulatedTree, looks: number, random: Random): Observation[] {
  const at = { month: tree.month, months: [tree.month], stage: tree.stage, planted: true };
  const kin = takenFor(model, tree.t);
  const scored = randomLook(model, tree, Infinity, random)
    .map((seen): Observation => ({ ...seen, certainty: 'sure', source: 'tree' }))
    .map((seen) => {
      const { logRatio } = weigh(model, seen, at);
      const own = logRatio[tree.t] as number;
      const theirs = kin.length > 0 ? Math.log(kin.reduce((sum, u) => sum + Math.exp(logRatio[u] as number), 0) / kin.length) : 0;
      return { seen, telling: own - AMONG_KIN * theirs + FEELING * random() };
    })
    .sort((a, b) => b.telling - a.telling);
  const first = Math.round(TELLING_SHARE * looks);
  const others = shuffled(scored.slice(first), random).slice(0, looks - first);
  return [...scored.slice(0, first), ...others].map(({ seen }) => seen);
}

/** A tree that the library may not hold, and what its marks came to. */
export interface OpenTrial {
  ranking: Ranking;
  truth: Pick<Taxon, 'name' | 'family'>;
}

/**
 * Telling looks at trees that the library holds, or does not.
 * @param ask the model that is asked; it may lack the taxon, or its whole genus
 */
export function openTrials(whole: Model, ask: Model, name: string, trees: number, looks: number, random: Random): OpenTrial[] {
  const t = whole.taxonIndex(name);
  return Array.from({ length: trees }, () => {
    const tree = simulatedTree(whole, t, random);
    return { ranking: rankTree(ask, tree, tellingLook(whole, tree, looks, random)), truth: whole.taxa[t] as Taxon };
  });
}

/** The level a trial reaches under some limits, and whether the name is right there: the species, or the tree's genus or family. */
export function namedAt(
  { ranking, truth }: OpenTrial,
  limits: Limits = LIMITS,
  needs: Needs = NEEDS,
): { level: NameLevel; right: boolean } {
  const { level, name } = levelOf(ranking, fitOf(ranking, limits), needs);
  const meant = level === 'species' ? truth.name : level === 'family' ? truth.family : genusOf(truth.name);
  return { level, right: name !== null && (level === 'cf. species' ? genusOf(name) : name) === meant };
}

export interface OpenSetTrial {
  fit: Fit;
  /** Whether a species was named at all. */
  named: boolean;
}

/** Looks at trees of a taxon with a library that does not hold it. */
export function leftOut(library: Library, name: string, trees: number, looks: number, random: Random): OpenSetTrial[] {
  const whole = modelOf(library);
  const without = modelOf({ ...library, taxa: library.taxa.filter((taxon) => taxon.name !== name) });
  return Array.from({ length: trees }, () => {
    const tree = simulatedTree(whole, whole.taxonIndex(name), random);
    const ranking = rankTree(without, tree, randomLook(whole, tree, looks, random));
    return { fit: fitOf(ranking), named: levelOf(ranking).level === 'species' };
  });
}

/** How often trees whose taxon is in the library are said to fit poorly: the false alarms. */
export function fitsOfHeld(model: Model, treesPerTaxon: number, looks: number, random: Random): OpenSetTrial[] {
  return model.taxa.flatMap((_, t) =>
    Array.from({ length: treesPerTaxon }, () => {
      const tree = simulatedTree(model, t, random);
      const ranking = rankTree(model, tree, randomLook(model, tree, looks, random));
      return { fit: fitOf(ranking), named: levelOf(ranking).level === 'species' };
    }),
  );
}
