import { STAGES, type Frequency, type Frequencies, type Library, type Stage, type Taxon, type Trait } from '../../knowledge';
import { monthsFromShowing } from '../../time/season';

/** How often a word of frequency holds, as a weight. The floor keeps a gap in a record from ruling anything out. */
const WEIGHT: Record<Frequency, number> = { always: 0.95, usually: 0.7, sometimes: 0.25, rarely: 0.05 };
const UNRECORDED = 0.002;

/** Share of each stage when nobody said how old the tree is: most trees met are mature. */
const STAGE_SHARE: Record<Stage, number> = { young: 0.3, mature: 0.5, old: 0.2 };

/** A range in a record covers about nine trees in ten: 3.3 standard deviations wide. */
const RANGE_SIGMAS = 3.3;

/** A trait on a taxon, ready to compute with. */
export type Expectation =
  /**
   * `probability` is that of an answer, the states that people mix up included; `recorded` tells what the record itself says, `near`
   * which other states people tick for what it says.
   */
  | { kind: 'states'; probability: Float64Array; recorded: readonly boolean[]; near: readonly boolean[] }
  | { kind: 'number'; mean: number; sigma: number };

/** The library arranged for ranking: what every taxon lets one expect of every trait, and what is usual over all taxa. */
export interface Model {
  readonly library: Library;
  readonly taxa: readonly Taxon[];
  readonly traits: readonly Trait[];
  /** Position of a trait id, or -1. */
  traitIndex(id: string): number;
  /** Position of an accepted name, or -1. */
  taxonIndex(name: string): number;
  /** What every taxon lets one expect of trait `k` at a stage; null where a record is silent. */
  column(k: number, stage: Stage | undefined): readonly (Expectation | null)[];
  /** The same for one taxon. */
  expect(t: number, k: number, stage: Stage | undefined): Expectation | null;
  /**
   * Chance that trait `k` exists on each taxon at all, by what the record says of the traits it hangs on: 0 for needle bundles on a
   * tree with blades. 1 where nothing is known against it, and wherever the record holds the trait.
   */
  exists(k: number, stage: Stage | undefined): Float64Array;
  /** Mean probability of each state over the taxa that hold the trait; "usual" is measured against it. */
  usual(k: number, stage: Stage | undefined): Float64Array;
  /** How many months trait `k` is from showing, for every taxon, in the nearest of some months of the northern records; 0 while it shows. */
  monthsAway(k: number, months: readonly number[]): Float64Array;
  /** A place for what later steps compute once and keep, by their own key. */
  remember<T>(key: string, make: () => T): T;
}

function stateShares(trait: Trait, frequencies: Frequencies): number[] {
  const weights = trait.states.map((state) => {
    const word = frequencies[state.id];
    return word ? WEIGHT[word] : UNRECORDED;
  });
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}

function expectation(trait: Trait, taxon: Taxon, stage: Stage | undefined): Expectation | null {
  const record = taxon.traits[trait.id];
  if (!record) return null;
  if (record.kind === 'range') {
    const observer = Math.hypot(trait.number?.absoluteError ?? 0, ((trait.number?.relativeError ?? 0) * (record.from + record.to)) / 2);
    return {
      kind: 'number',
      mean: (record.from + record.to) / 2,
      sigma: Math.hypot((record.to - record.from) / RANGE_SIGMAS, observer),
    };
  }
  const stages: readonly Stage[] = stage ? [stage] : STAGES;
  const probability = new Float64Array(trait.states.length);
  for (const s of stages) {
    const share = stage ? 1 : STAGE_SHARE[s];
    stateShares(trait, record[s]).forEach((p, i) => {
      probability[i] = (probability[i] ?? 0) + share * p;
    });
  }
  const recorded = trait.states.map((state) => stages.some((s) => record[s][state.id] !== undefined));
  const taken = (a: string, b: string) => trait.mixedUp.some(({ states: [c, d] }) => (a === c && b === d) || (a === d && b === c));
  const near = trait.states.map((state, i) => !recorded[i] && trait.states.some((other, j) => recorded[j] && taken(state.id, other.id)));
  return { kind: 'states', probability: mixedUp(trait, probability), recorded, near };
}

/**
 * What people tick of a tree that shows these states: of two that are taken for each other, a share of the one goes to the other.
 * The shares stand in the vocabulary, with the reason. Form: a confusion matrix (Dawid and Skene 1979), the same for all observers.
 */
function mixedUp(trait: Trait, shown: Float64Array): Float64Array {
  if (trait.mixedUp.length === 0) return shown;
  const at = (id: string) => trait.states.findIndex((state) => state.id === id);
  const ticked = Float64Array.from(shown);
  const move = (from: number, to: number, share: number) => {
    const moved = share * (shown[from] as number);
    ticked[from] = (ticked[from] as number) - moved;
    ticked[to] = (ticked[to] as number) + moved;
  };
  for (const { states, share } of trait.mixedUp) {
    const [a, b] = [at(states[0]), at(states[1])];
    move(a, b, share);
    move(b, a, share);
  }
  return ticked;
}

const models = new WeakMap<Library, Model>();

/** The model of a library; made once for each library and kept. */
export function modelOf(library: Library): Model {
  const known = models.get(library);
  if (known) return known;

  const traitPositions = new Map(library.traits.map((trait, k) => [trait.id, k]));
  const taxonPositions = new Map(library.taxa.map((taxon, t) => [taxon.name, t]));
  const kept = new Map<string, unknown>();
  const remember = <T>(key: string, make: () => T): T => {
    if (!kept.has(key)) kept.set(key, make());
    return kept.get(key) as T;
  };
  const column = (k: number, stage: Stage | undefined) =>
    remember(`column/${k}/${stage ?? ''}`, () => library.taxa.map((taxon) => expectation(library.traits[k] as Trait, taxon, stage)));

  const model: Model = {
    library,
    taxa: library.taxa,
    traits: library.traits,
    remember,
    column,
    traitIndex: (id) => traitPositions.get(id) ?? -1,
    taxonIndex: (name) => taxonPositions.get(name) ?? -1,
    expect: (t, k, stage) => column(k, stage)[t] ?? null,
    exists: (k, stage) =>
      remember(`exists/${k}/${stage ?? ''}`, () => {
        const chance = new Float64Array(library.taxa.length).fill(1);
        for (const [other, states] of Object.entries(library.traits[k]?.onlyWith ?? {})) {
          const o = traitPositions.get(other) ?? -1;
          const places = states.map((id) => library.traits[o]?.states.findIndex((state) => state.id === id) ?? -1);
          column(o, stage).forEach((expected, t) => {
            if (expected?.kind !== 'states' || column(k, stage)[t]) return;
            const held = places.filter((i) => expected.recorded[i]);
            chance[t] = (chance[t] as number) * held.reduce((sum, i) => sum + (expected.probability[i] as number), 0);
          });
        }
        return chance;
      }),
    usual: (k, stage) =>
      remember(`usual/${k}/${stage ?? ''}`, () => {
        const states = (library.traits[k] as Trait).states.length;
        const holders = column(k, stage).filter((e) => e?.kind === 'states');
        const mean = new Float64Array(states).fill(holders.length === 0 ? 1 / Math.max(1, states) : 0);
        for (const holder of holders) {
          for (let i = 0; i < states; i++) mean[i] = (mean[i] as number) + (holder.probability[i] as number) / holders.length;
        }
        return mean;
      }),
    monthsAway: (k, months) =>
      remember(`away/${k}/${months.join()}`, () =>
        Float64Array.from(library.taxa, (taxon) => monthsFromShowing(library.traits[k] as Trait, taxon, months)),
      ),
  };
  models.set(library, model);
  return model;
}

/** Density of a normal distribution. */
export const normalDensity = (x: number, mean: number, sigma: number): number =>
  Math.exp(-0.5 * ((x - mean) / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));

/** Mean density of a number over the taxa that hold the trait: the numeric form of "usual". */
export function usualDensity(model: Model, k: number, x: number): number {
  let sum = 0;
  let holders = 0;
  for (const e of model.column(k, undefined)) {
    if (e?.kind !== 'number') continue;
    sum += normalDensity(x, e.mean, e.sigma);
    holders++;
  }
  return holders === 0 ? 0 : sum / holders;
}
