import type { Frequency, Frequencies, Library, Stage, Taxon, Trait } from '../knowledge';

/** How often a word of frequency holds, as a weight. The floor keeps a gap in a record from ruling anything out. */
const WEIGHT: Record<Frequency, number> = { always: 0.95, usually: 0.7, sometimes: 0.25, rarely: 0.05 };
const UNRECORDED = 0.008;

/** Share of each stage when nobody said how old the tree is: most trees met are mature. */
const STAGE_SHARE: Record<Stage, number> = { young: 0.3, mature: 0.5, old: 0.2 };

/** A range in a record covers about nine trees in ten: 3.3 standard deviations wide. */
const RANGE_SIGMAS = 3.3;

/** A trait on a taxon, ready to compute with. */
export type Expectation =
  { kind: 'states'; probability: Float64Array; recorded: readonly boolean[] } | { kind: 'number'; mean: number; sigma: number };

/** The library arranged for ranking: what every taxon lets one expect of every trait, and what is usual over all taxa. */
export interface Model {
  readonly library: Library;
  readonly taxa: readonly Taxon[];
  readonly traits: readonly Trait[];
  /** Position of a trait id, or -1. */
  traitIndex(id: string): number;
  /** What taxon `t` lets one expect of trait `k` at a stage, or null where its record is silent. */
  expect(t: number, k: number, stage: Stage | undefined): Expectation | null;
  /** Mean probability of each state over the taxa that hold the trait; "usual" is measured against it. */
  usual(k: number, stage: Stage | undefined): Float64Array;
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
  const stages: Stage[] = stage ? [stage] : ['young', 'mature', 'old'];
  const probability = new Float64Array(trait.states.length);
  for (const s of stages) {
    const share = stage ? 1 : STAGE_SHARE[s];
    stateShares(trait, record[s]).forEach((p, i) => {
      probability[i] = (probability[i] ?? 0) + share * p;
    });
  }
  const recorded = trait.states.map((state) => stages.some((s) => record[s][state.id] !== undefined));
  return { kind: 'states', probability, recorded };
}

const models = new WeakMap<Library, Model>();

/** The model of a library; made once for each library and kept. */
export function modelOf(library: Library): Model {
  const known = models.get(library);
  if (known) return known;

  const positions = new Map(library.traits.map((trait, k) => [trait.id, k]));
  const expectations = new Map<string, (Expectation | null)[]>();
  const usuals = new Map<string, Float64Array>();

  const column = (k: number, stage: Stage | undefined) => {
    const key = `${k}/${stage ?? ''}`;
    let made = expectations.get(key);
    if (!made) {
      const trait = library.traits[k] as Trait;
      made = library.taxa.map((taxon) => expectation(trait, taxon, stage));
      expectations.set(key, made);
    }
    return made;
  };

  const model: Model = {
    library,
    taxa: library.taxa,
    traits: library.traits,
    traitIndex: (id) => positions.get(id) ?? -1,
    expect: (t, k, stage) => column(k, stage)[t] ?? null,
    usual(k, stage) {
      const key = `${k}/${stage ?? ''}`;
      let made = usuals.get(key);
      if (!made) {
        const states = (library.traits[k] as Trait).states.length;
        const holders = column(k, stage).filter((e) => e?.kind === 'states');
        made = new Float64Array(states).fill(holders.length === 0 ? 1 / Math.max(1, states) : 0);
        for (const holder of holders) {
          for (let i = 0; i < states; i++) made[i] = (made[i] as number) + (holder.probability[i] as number) / holders.length;
        }
        usuals.set(key, made);
      }
      return made;
    },
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
  for (let t = 0; t < model.taxa.length; t++) {
    const e = model.expect(t, k, undefined);
    if (e?.kind !== 'number') continue;
    sum += normalDensity(x, e.mean, e.sigma);
    holders++;
  }
  return holders === 0 ? 0 : sum / holders;
}
