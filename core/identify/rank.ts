import { genusOf, LINES, type District, type Line, type Taxon } from '../knowledge';
import { recordMonth } from '../season';
import { weigh, type Circumstances, type Weighing } from './likelihood';
import type { Model } from './model';
import type { IdentifyRequest, Observation } from './request';

/** One observation as it bears on one taxon. */
export interface Mark {
  observation: Observation;
  line: Line;
  /** Natural log of the likelihood ratio against a tree of any kind. */
  logRatio: number;
}

export interface Candidate {
  taxon: Taxon;
  /** 0 to 1; over all taxa of the library the probabilities sum to 1. */
  probability: number;
  /** Combined log ratio of each line of evidence that was looked at. */
  lines: Partial<Record<Line, number>>;
  agrees: Mark[];
  contradicts: Mark[];
  silent: Mark[];
  /** Standard deviations below (negative) or above what a true tree of this taxon would show; the test of fit. */
  surprise: number;
}

export interface Ranking {
  /** All taxa, likeliest first. */
  candidates: Candidate[];
  circumstances: Circumstances;
  district: District | undefined;
  observations: readonly Observation[];
}

/**
 * Marks within one line of evidence are not independent: five marks of one leaf do not count as five. The strongest counts
 * in full, the n-th after it 1 / (1 + DEPENDENCE · n). Chosen so that five equal marks count as about three.
 */
const DEPENDENCE = 0.4;

/** Weight of a taxon that a district does not list among its plantings, against 1 for a common one. */
const UNLISTED = 0.15;
/** Weight of a taxon as a wild tree where it is not known to grow wild. */
const NOT_WILD = 0.05;

function priorOf(taxon: Taxon, district: District | undefined, planted: boolean | undefined): number {
  if (!district) return 1;
  const asPlanted = district.planted[taxon.name] ?? UNLISTED;
  const asWild = district.wild.includes(taxon.name) ? 1 : NOT_WILD;
  if (planted === undefined) return 0.7 * asPlanted + 0.3 * asWild;
  return planted ? asPlanted : asWild;
}

/** Combines the log ratios of one line, strongest first, each further one counting less. Does not depend on their order. */
export function combineLine(logRatios: readonly number[]): number {
  return [...logRatios].sort((a, b) => Math.abs(b) - Math.abs(a) || b - a).reduce((sum, ratio, n) => sum + ratio / (1 + DEPENDENCE * n), 0);
}

/**
 * Ranks every taxon of the library by its probability given what was seen.
 *
 *   log P(taxon | seen) = log prior + Σ over lines ( Σ over the line's marks, strongest first, of weight · log ratio ) + constant
 *
 * Source: Bayes' rule; the discount within a line is our own, described in docs.
 */
export function rank(
  model: Model,
  request: Pick<IdentifyRequest, 'date' | 'latitude' | 'planted' | 'lifeStage' | 'district' | 'observations'>,
): Ranking {
  const district = model.library.districts.find((d) => d.id === request.district);
  const circumstances: Circumstances = {
    month: recordMonth(request.date, request.latitude ?? district?.latitude),
    stage: request.lifeStage,
    planted: request.planted,
  };
  const lineOf = (seen: Observation) => model.traits[model.traitIndex(seen.trait)]?.line ?? 'form';

  const scored = model.taxa.map((taxon, t) => {
    const marks = request.observations.map((observation) => ({
      observation,
      line: lineOf(observation),
      weighing: weigh(model, t, observation, circumstances),
    }));
    const lines: Partial<Record<Line, number>> = {};
    let total = Math.log(priorOf(taxon, district, request.planted));
    for (const line of LINES) {
      const inLine = marks.filter((mark) => mark.line === line);
      if (inLine.length === 0) continue;
      const combined = combineLine(inLine.map((mark) => mark.weighing.logRatio));
      lines[line] = combined;
      total += combined;
    }
    return { taxon, total, lines, marks, surprise: standardSurprise(marks.map((mark) => mark.weighing)) };
  });

  const highest = Math.max(...scored.map((s) => s.total));
  const sum = scored.reduce((acc, s) => acc + Math.exp(s.total - highest), 0);
  const candidates = scored
    .map(({ taxon, total, lines, marks, surprise }): Candidate => {
      const standing = (stance: Weighing['stance']) =>
        marks
          .filter((mark) => mark.weighing.stance === stance)
          .map(({ observation, line, weighing }) => ({ observation, line, logRatio: weighing.logRatio }))
          .sort((a, b) => Math.abs(b.logRatio) - Math.abs(a.logRatio));
      return {
        taxon,
        probability: Math.exp(total - highest) / sum,
        lines,
        agrees: standing('agrees'),
        contradicts: standing('contradicts'),
        silent: standing('silent'),
        surprise,
      };
    })
    .sort((a, b) => b.probability - a.probability || a.taxon.name.localeCompare(b.taxon.name));
  return { candidates, circumstances, district, observations: request.observations };
}

/** Sum of surprises over the root of the summed variances: about standard normal for a true tree of the taxon. */
function standardSurprise(weighings: readonly Weighing[]): number {
  let surprise = 0;
  let variance = 0;
  for (const weighing of weighings) {
    surprise += weighing.surprise;
    variance += weighing.variance;
  }
  return variance > 0 ? surprise / Math.sqrt(variance + 0.25) : 0;
}

/** Probability summed by genus or family, likeliest first. */
export function sumBy(candidates: readonly Candidate[], key: 'genus' | 'family'): { name: string; probability: number }[] {
  const sums = new Map<string, number>();
  for (const { taxon, probability } of candidates) {
    const name = key === 'genus' ? genusOf(taxon.name) : taxon.family;
    sums.set(name, (sums.get(name) ?? 0) + probability);
  }
  return [...sums].map(([name, probability]) => ({ name, probability })).sort((a, b) => b.probability - a.probability);
}
