import type { Line, Stage } from '../../knowledge';
import { normalDensity, usualDensity, type Model } from './model';
import type { Observation } from '../../record/observation';

/** Chance that a mark is simply wrong, by how sure the observer is. Chosen, not measured: field keys call one mark in twenty-five of a careful observer wrong. */
export const ERROR_BY_CERTAINTY = { sure: 0.04, fairly: 0.15, guess: 0.4 } as const;
/** Added chance that the mark belongs to another tree or was misjudged, by where it was seen. */
export const ERROR_BY_SOURCE = { tree: 0, specimen: 0, ground: 0.15, distance: 0.1 } as const;

/** Share of its weight a mark keeps when seen outside the months in which the taxon shows it. */
const OUT_OF_SEASON = { byOne: 0.6, byMore: 0.15 } as const;

/** Weight of site marks: a planted tree stands where it was put. */
const SITE_WEIGHT = { planted: 0.15, unknown: 0.4, wild: 1 } as const;

/** A number further than this many standard deviations from the record's middle contradicts it. */
const NUMBER_AGAINST = 2.2;

export interface Circumstances {
  /** Month of the northern records, or null when the date is not known. */
  month: number | null;
  /** All months the day may stand for: several towards the equator, and where the latitude is not known. */
  months: readonly number[];
  stage: Stage | undefined;
  planted: boolean | undefined;
  /** Chance that a mark somebody is sure of is wrong, by trait, as a town has learnt it; what is stated holds for the others. */
  errors?: Readonly<Record<string, number>> | undefined;
}

/** A trait less likely than this to exist on a taxon contradicts it when seen. */
const CANNOT_EXIST = 0.05;

/**
 * Chance that an observation is wrong, 0 to 1, from its certainty and source.
 * @param learnt that of a mark somebody is sure of, where a town has learnt it; less sure, it is never taken to be better than stated
 */
export const errorOf = (seen: Pick<Observation, 'certainty' | 'source'>, learnt?: number): number => {
  const stated = ERROR_BY_CERTAINTY[seen.certainty];
  const own = learnt === undefined ? stated : seen.certainty === 'sure' ? learnt : Math.max(stated, learnt);
  return 1 - (1 - own) * (1 - ERROR_BY_SOURCE[seen.source]);
};

export const STANCES = ['silent', 'agrees', 'contradicts'] as const;
export type Stance = (typeof STANCES)[number];

/** How every taxon stands to one observation; arrays run over the taxa of the model. */
export interface Weighing {
  observation: Observation;
  line: Line;
  /** Natural log of how much likelier the observation is on the taxon than on a tree of any kind; 0 where its record is silent. */
  logRatio: Float64Array;
  /** Index into STANCES. */
  stance: Uint8Array;
  /** How surprising the observation is on the taxon (log p less its mean), and the variance of that, for the test of fit. */
  surprise: Float64Array;
  variance: Float64Array;
}

const SILENT = STANCES.indexOf('silent');
const AGREES = STANCES.indexOf('agrees');
const CONTRADICTS = STANCES.indexOf('contradicts');

/** Mean and variance of log p over the answers a true tree of each taxon would give, error included. */
function expectedSurprise(model: Model, k: number, stage: Stage | undefined, e: number): { mean: Float64Array; variance: Float64Array } {
  return model.remember(`surprise/${k}/${stage ?? ''}/${e}`, () => {
    const usual = model.usual(k, stage);
    const column = model.column(k, stage);
    const mean = new Float64Array(model.taxa.length);
    const variance = new Float64Array(model.taxa.length);
    for (let t = 0; t < model.taxa.length; t++) {
      const expected = column[t];
      if (expected?.kind !== 'states') continue;
      let m = 0;
      let square = 0;
      for (let s = 0; s < usual.length; s++) {
        const q = (1 - e) * (expected.probability[s] as number) + e * (usual[s] as number);
        const log = Math.log(q);
        m += q * log;
        square += q * log * log;
      }
      mean[t] = m;
      variance[t] = square - m * m;
    }
    return { mean, variance };
  });
}

/**
 * Weighs one observation against every taxon.
 *
 *   ratio = (1 − e) · p(seen | taxon) / p(seen | any taxon) + e
 *
 * where e is the chance that the mark is wrong. The ratio never falls below e: nothing is ruled out by one observation.
 * A taxon whose record does not hold the trait has ratio 1: silence is no mismatch. Only where the trait cannot exist on it
 * (bundles of needles on a tree with blades) the mark speaks against it like one that its record denies.
 * Source of the form: Bayes' rule with a contamination model (Huber 1964, "gross error" mixture).
 */
export function weigh(model: Model, seen: Observation, at: Circumstances): Weighing {
  const n = model.taxa.length;
  const k = model.traitIndex(seen.trait);
  const trait = model.traits[k];
  const weighing: Weighing = {
    observation: seen,
    line: trait?.line ?? 'form',
    logRatio: new Float64Array(n),
    stance: new Uint8Array(n).fill(SILENT),
    surprise: new Float64Array(n),
    variance: new Float64Array(n),
  };
  if (!trait) return weighing;

  const column = model.column(k, at.stage);
  const e = errorOf(seen, at.errors?.[seen.trait]);
  const onTree = seen.source === 'tree' || seen.source === 'distance';
  const away = onTree ? model.monthsAway(k, at.months) : null;
  const inSeason = (t: number) => {
    const months = away ? (away[t] as number) : 0;
    return months === 0 ? 1 : months === 1 ? OUT_OF_SEASON.byOne : OUT_OF_SEASON.byMore;
  };
  const weight =
    trait.line === 'site' ? (at.planted === undefined ? SITE_WEIGHT.unknown : at.planted ? SITE_WEIGHT.planted : SITE_WEIGHT.wild) : 1;
  const set = (t: number, ratio: number, stance: number, surprise: number, variance: number) => {
    weighing.logRatio[t] = weight * Math.log((1 - e) * ratio * inSeason(t) + e);
    weighing.stance[t] = stance;
    weighing.surprise[t] = weight * surprise;
    weighing.variance[t] = weight * weight * variance;
  };

  const exists = model.exists(k, at.stage);
  for (let t = 0; t < n; t++) {
    const chance = exists[t] as number;
    // A trait that a record does not hold was never denied: where it can exist at all, the taxon is left where it was.
    if (column[t] || chance === 1) continue;
    const miss = Math.log(Math.max(chance, e));
    set(t, chance, chance < CANNOT_EXIST ? CONTRADICTS : SILENT, miss - e * miss, e * (1 - e) * miss * miss);
  }

  if (trait.number) {
    const x = seen.value ?? NaN;
    const usual = usualDensity(model, k, x);
    for (let t = 0; t < n; t++) {
      const expected = column[t];
      if (expected?.kind !== 'number') continue;
      const z = (x - expected.mean) / expected.sigma;
      const ratio = usual > 0 ? normalDensity(x, expected.mean, expected.sigma) / usual : z === 0 ? 1 : 0;
      // For a normal variable −z²/2 has mean −1/2 and variance 1/2; an error turns very large misfits into e.
      set(t, ratio, Math.abs(z) > NUMBER_AGAINST ? CONTRADICTS : AGREES, Math.max(-(z * z) / 2, Math.log(e / 4)) + 0.5, 0.5);
    }
    return weighing;
  }

  const i = trait.states.findIndex((state) => state.id === seen.state);
  const usual = model.usual(k, at.stage);
  const u = usual[i] as number;
  const moments = expectedSurprise(model, k, at.stage, e);
  for (let t = 0; t < n; t++) {
    const expected = column[t];
    if (expected?.kind !== 'states') continue;
    const p = expected.probability[i] as number;
    const q = (1 - e) * p * inSeason(t) + e * u;
    const stance = expected.recorded[i] ? AGREES : expected.near[i] ? SILENT : CONTRADICTS;
    set(t, p / u, stance, Math.log(q) - (moments.mean[t] as number), moments.variance[t] as number);
  }
  return weighing;
}
