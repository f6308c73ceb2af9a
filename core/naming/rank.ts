import { genusOf, LINES, type District, type Line, type Taxon } from '../knowledge';
import { recordMonth, recordMonths } from '../time/season';
import { STANCES, weigh, type Circumstances, type Stance, type Weighing } from './likelihood';
import type { Model } from './model';
import type { IdentifyRequest } from './request';
import type { Observation } from '../record/observation';

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
 * Marks within one line of evidence are not independent: five marks of one leaf do not count as five. The mark that splits the
 * taxa most counts in full, the n-th after it 1 / (1 + DEPENDENCE · n). Tuned on simulated observers whose marks hang together
 * within a line (see the reliability table of the bench).
 */
export const DEPENDENCE = 0.1;

/**
 * Chance that a whole line was looked at on the wrong thing: a neighbour's litter, a shoot from the stock, a vine. Then its
 * marks say nothing about the tree, however well they agree with each other. Chosen; common practice, no source.
 */
export const WRONG_THING = 0.02;

/** Weight of a taxon that a district does not list among its plantings, against 1 for a common one. */
const UNLISTED = 0.15;
/** Weight of a taxon as a wild tree where it is not known to grow wild. */
const NOT_WILD = 0.05;

/** Share of a town's trees that were planted, where nobody said of this one. Common practice, no source. */
const PLANTED_SHARE = 0.7;

function priorOf(taxon: Taxon, district: District | undefined, planted: boolean | undefined): number {
  if (!district) return 1;
  const asPlanted = district.planted[taxon.name] ?? UNLISTED;
  const asWild = district.wild.includes(taxon.name) ? 1 : NOT_WILD;
  if (planted === undefined) return PLANTED_SHARE * asPlanted + (1 - PLANTED_SHARE) * asWild;
  return planted ? asPlanted : asWild;
}

/** How much a mark splits the taxa: the spread of its log ratios. */
function spread(values: Float64Array): number {
  let mean = 0;
  for (const value of values) mean += value / values.length;
  let sum = 0;
  for (const value of values) sum += (value - mean) ** 2;
  return sum;
}

/**
 * Combines the marks of one line into one log ratio for each taxon:
 *
 *   log( (1 − WRONG_THING) · exp( Σ ratioₙ / (1 + DEPENDENCE · n) ) + WRONG_THING ),  the most telling mark first
 *
 * The order is set by the marks alone, the same for every taxon, so it does not matter in which order they were seen.
 */
export function combineLine(marks: readonly Float64Array[]): Float64Array {
  const n = marks[0]?.length ?? 0;
  const sum = new Float64Array(n);
  [...marks]
    .map((mark) => ({ mark, telling: spread(mark) }))
    .sort((a, b) => b.telling - a.telling)
    .forEach(({ mark }, place) => {
      const weight = 1 / (1 + DEPENDENCE * place);
      for (let t = 0; t < n; t++) sum[t] = (sum[t] as number) + weight * (mark[t] as number);
    });
  return sum.map((log) => Math.log((1 - WRONG_THING) * Math.exp(log) + WRONG_THING));
}

/**
 * Ranks every taxon of the library by its probability given what was seen.
 *
 *   log P(taxon | seen) = log prior + Σ over lines of the line's combined log ratio + constant
 *
 * Source: Bayes' rule; the treatment of a line is our own, described in docs.
 */
export function rank(
  model: Model,
  request: Pick<IdentifyRequest, 'date' | 'latitude' | 'planted' | 'lifeStage' | 'district' | 'observations'>,
): Ranking {
  const district = model.library.districts.find((d) => d.id === request.district);
  const latitude = request.latitude ?? district?.latitude;
  const circumstances: Circumstances = {
    month: recordMonth(request.date, latitude),
    months: recordMonths(request.date, latitude),
    stage: request.lifeStage,
    planted: request.planted,
  };
  const weighings = request.observations.map((seen) => weigh(model, seen, circumstances));
  const lines = LINES.flatMap((line) => {
    const inLine = weighings.filter((weighing) => weighing.line === line);
    return inLine.length === 0 ? [] : [{ line, combined: combineLine(inLine.map((w) => w.logRatio)) }];
  });

  const totals = model.taxa.map((taxon, t) =>
    lines.reduce((sum, { combined }) => sum + (combined[t] as number), Math.log(priorOf(taxon, district, request.planted))),
  );
  const highest = totals.reduce((a, b) => Math.max(a, b), -Infinity);
  const sum = totals.reduce((acc, total) => acc + Math.exp(total - highest), 0);
  const candidates = model.taxa
    .map((taxon, t): Candidate => new Weighed(taxon, Math.exp((totals[t] as number) - highest) / sum, t, weighings, lines))
    .sort((a, b) => b.probability - a.probability || a.taxon.name.localeCompare(b.taxon.name));
  return { candidates, circumstances, district, observations: request.observations };
}

/** A candidate whose marks are sorted out only when somebody asks: of two hundred, a handful is ever opened. */
class Weighed implements Candidate {
  private marks: Record<Stance, Mark[]> | undefined;

  constructor(
    readonly taxon: Taxon,
    readonly probability: number,
    private readonly t: number,
    private readonly weighings: readonly Weighing[],
    private readonly combined: readonly { line: Line; combined: Float64Array }[],
  ) {}

  get lines(): Partial<Record<Line, number>> {
    return Object.fromEntries(this.combined.map(({ line, combined }) => [line, combined[this.t]]));
  }
  get agrees(): Mark[] {
    return this.sorted().agrees;
  }
  get contradicts(): Mark[] {
    return this.sorted().contradicts;
  }
  get silent(): Mark[] {
    return this.sorted().silent;
  }
  get surprise(): number {
    return standardSurprise(this.weighings, this.t);
  }
  private sorted(): Record<Stance, Mark[]> {
    this.marks ??= marksOf(this.weighings, this.t);
    return this.marks;
  }
}

/** The observations as they bear on one taxon, by stance, the strongest first. */
function marksOf(weighings: readonly Weighing[], t: number): Record<Stance, Mark[]> {
  const marks: Record<Stance, Mark[]> = { agrees: [], contradicts: [], silent: [] };
  for (const { observation, line, logRatio, stance } of weighings) {
    marks[STANCES[stance[t] as number] as Stance].push({ observation, line, logRatio: logRatio[t] as number });
  }
  const strongestFirst = (a: Mark, b: Mark) => Math.abs(b.logRatio) - Math.abs(a.logRatio);
  for (const stance of STANCES) marks[stance].sort(strongestFirst);
  return marks;
}

/** Sum of surprises over the root of the summed variances: about standard normal for a true tree of the taxon. */
function standardSurprise(weighings: readonly Weighing[], t: number): number {
  let surprise = 0;
  let variance = 0;
  for (const weighing of weighings) {
    surprise += weighing.surprise[t] as number;
    variance += weighing.variance[t] as number;
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
