import { genusOf, LINES, type District, type Line, type Taxon } from '../../knowledge';
import { recordMonth, recordMonths } from '../../time/season';
import { STANCES, weigh, type Circumstances, type Stance, type Weighing } from './likelihood';
import { beyondLibrary, type Beyond } from './beyond';
import { combineLine, weighLine } from './line';
import type { Model } from './model';
import type { Site } from '../place/place';
import { priorsOf, siteOf } from '../place/prior';
import type { IdentifyRequest } from '../request';
import type { Observation } from '../../record/observation';

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
  /** The same with its most surprising mark left out. */
  surpriseSpared: number;
}

export interface Ranking {
  /** All taxa, likeliest first. */
  candidates: Candidate[];
  /** What the library does not hold, weighed against what it does; the probabilities of the candidates leave it out. */
  beyond: Beyond;
  site: Site;
  circumstances: Circumstances;
  district: District | undefined;
  observations: readonly Observation[];
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
  request: Pick<
    IdentifyRequest,
    'date' | 'latitude' | 'longitude' | 'regions' | 'hardiness' | 'planted' | 'lifeStage' | 'district' | 'stock' | 'errors' | 'observations'
  >,
): Ranking {
  const district = model.library.districts.find((d) => d.id === request.district);
  const latitude = request.latitude ?? district?.latitude;
  const circumstances: Circumstances = {
    month: recordMonth(request.date, latitude),
    months: recordMonths(request.date, latitude),
    stage: request.lifeStage,
    planted: request.planted,
    errors: request.errors,
  };
  const weighings = request.observations.map((seen) => weigh(model, seen, circumstances));
  const lines = LINES.flatMap((line) => {
    const inLine = weighings.filter((weighing) => weighing.line === line);
    if (inLine.length === 0) return [];
    const marks = weighLine(inLine.map((w) => w.logRatio));
    return [{ line, marks, combined: combineLine(marks) }];
  });

  const site = siteOf(request, district);
  const priors = priorsOf(model.taxa, district, site, request);
  const totals = priors.map((prior, t) => lines.reduce((sum, { combined }) => sum + (combined[t] as number), Math.log(prior)));
  const highest = totals.reduce((a, b) => Math.max(a, b), -Infinity);
  const sum = totals.reduce((acc, total) => acc + Math.exp(total - highest), 0);
  const candidates = model.taxa
    .map((taxon, t): Candidate => new Weighed(taxon, Math.exp((totals[t] as number) - highest) / sum, t, weighings, lines))
    .sort((a, b) => b.probability - a.probability || a.taxon.name.localeCompare(b.taxon.name));
  const beyond = beyondLibrary(
    model,
    lines.map(({ marks }) => marks),
    priors,
    totals,
  );
  return { candidates, beyond, site, circumstances, district, observations: request.observations };
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
  get surpriseSpared(): number {
    return standardSurprise(this.weighings, this.t, true);
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

/**
 * Sum of surprises over the root of the summed variances: about standard normal for a true tree of the taxon.
 * @param spared leaves the most surprising mark out: what is said of the tree when that one is taken for a mistake
 */
function standardSurprise(weighings: readonly Weighing[], t: number, spared = false): number {
  let surprise = 0;
  let variance = 0;
  let worst = 0;
  let worstVariance = 0;
  for (const weighing of weighings) {
    const one = weighing.surprise[t] as number;
    surprise += one;
    variance += weighing.variance[t] as number;
    if (one < worst) [worst, worstVariance] = [one, weighing.variance[t] as number];
  }
  if (spared) {
    surprise -= worst;
    variance -= worstVariance;
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
