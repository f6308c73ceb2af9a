import { monthsFromShowing } from '../season';
import type { Line, Stage } from '../knowledge';
import { normalDensity, usualDensity, type Model } from './model';
import type { Observation } from './request';

/** Chance that a mark is simply wrong, by how sure the observer is. Chosen, not measured: field keys call one mark in twenty-five of a careful observer wrong. */
const ERROR_BY_CERTAINTY = { sure: 0.04, fairly: 0.15, guess: 0.4 } as const;
/** Added chance that the mark belongs to another tree or was misjudged, by where it was seen. */
const ERROR_BY_SOURCE = { tree: 0, specimen: 0, ground: 0.15, distance: 0.1 } as const;

/** Share of its weight a mark keeps when seen outside the months in which the taxon shows it. */
const OUT_OF_SEASON = { byOne: 0.6, byMore: 0.15 } as const;

/** Weight of site marks: a planted tree stands where it was put. */
const SITE_WEIGHT = { planted: 0.15, unknown: 0.4, wild: 1 } as const;

export interface Circumstances {
  /** Month of the northern records, or null when the date is not known. */
  month: number | null;
  stage: Stage | undefined;
  planted: boolean | undefined;
}

/** Chance that an observation is wrong, 0 to 1, from its certainty and source. */
export const errorOf = (seen: Pick<Observation, 'certainty' | 'source'>): number =>
  1 - (1 - ERROR_BY_CERTAINTY[seen.certainty]) * (1 - ERROR_BY_SOURCE[seen.source]);

/** How a taxon stands to one observation. */
export interface Weighing {
  /** Log (natural) of how much likelier the observation is on this taxon than on a tree of any kind; 0 where the record is silent. */
  logRatio: number;
  stance: 'agrees' | 'contradicts' | 'silent';
  /** How surprising the observation is on this taxon: (log p − its mean) and its variance, for the test of fit. */
  surprise: number;
  variance: number;
}

const SILENT: Weighing = { logRatio: 0, stance: 'silent', surprise: 0, variance: 0 };

/**
 * Weighs one observation against one taxon.
 *
 *   ratio = (1 − e) · p(seen | taxon) / p(seen | any taxon) + e
 *
 * where e is the chance that the mark is wrong. The ratio never falls below e: nothing is ruled out by one observation.
 * A taxon whose record does not hold the trait has ratio 1: silence is no mismatch.
 * Source of the form: Bayes' rule with a contamination model (Huber 1964, "gross error" mixture).
 */
export function weigh(model: Model, t: number, seen: Observation, at: Circumstances): Weighing {
  const k = model.traitIndex(seen.trait);
  const trait = model.traits[k];
  const taxon = model.taxa[t];
  const expected = k < 0 ? null : model.expect(t, k, at.stage);
  if (!trait || !taxon || !expected) return SILENT;
  const e = errorOf(seen);

  let inSeason = 1;
  if (seen.source === 'tree' || seen.source === 'distance') {
    const away = monthsFromShowing(trait, taxon, at.month);
    if (away === 1) inSeason = OUT_OF_SEASON.byOne;
    else if (away > 1) inSeason = OUT_OF_SEASON.byMore;
  }

  let ratio: number;
  let stance: Weighing['stance'];
  let surprise: number;
  let variance: number;
  if (expected.kind === 'number') {
    const x = seen.value ?? NaN;
    const usual = usualDensity(model, k, x);
    const z = (x - expected.mean) / expected.sigma;
    ratio = usual > 0 ? normalDensity(x, expected.mean, expected.sigma) / usual : z === 0 ? 1 : 0;
    stance = Math.abs(z) > 2.2 ? 'contradicts' : 'agrees';
    // For a normal variable −z²/2 has mean −1/2 and variance 1/2; an error turns very large misfits into e.
    surprise = Math.max(-(z * z) / 2, Math.log(e / 4)) + 0.5;
    variance = 0.5;
  } else {
    const i = trait.states.findIndex((state) => state.id === seen.state);
    const usual = model.usual(k, at.stage);
    ratio = (expected.probability[i] as number) / (usual[i] as number);
    stance = expected.recorded[i] ? 'agrees' : 'contradicts';
    let mean = 0;
    let square = 0;
    for (let s = 0; s < usual.length; s++) {
      const q = (1 - e) * (expected.probability[s] as number) + e * (usual[s] as number);
      mean += q * Math.log(q);
      square += q * Math.log(q) ** 2;
    }
    const q = (1 - e) * (expected.probability[i] as number) * inSeason + e * (usual[i] as number);
    surprise = Math.log(q) - mean;
    variance = square - mean * mean;
  }

  let logRatio = Math.log((1 - e) * ratio * inSeason + e);
  if (trait.line === ('site' satisfies Line)) {
    const weight = at.planted === undefined ? SITE_WEIGHT.unknown : at.planted ? SITE_WEIGHT.planted : SITE_WEIGHT.wild;
    logRatio *= weight;
    surprise *= weight;
    variance *= weight * weight;
  }
  return { logRatio, stance, surprise, variance };
}
