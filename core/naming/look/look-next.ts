import { localMonth, showsIn, type Latitude } from '../../time/season';
import type { Reach, Stage, Taxon, Trait } from '../../knowledge';
import { entropy } from '../../maths/entropy';
import { normalDensity, type Model } from '../model/model';
import type { Ranking } from '../model/rank';

/** A trait worth looking at now. */
export interface NextLook {
  trait: Trait;
  /** Expected information, bits, over the names still standing. */
  bits: number;
  reach: Reach;
  /** Bits per unit of effort; looks are ordered by it. */
  worth: number;
  /** The names it splits best, likeliest first. */
  splits: string[];
}

/** A trait that will be worth looking at later. */
export interface LaterLook {
  trait: Trait;
  bits: number;
  /** Calendar months at the place, in order. */
  months: number[];
}

/** Effort of a look by its reach, in looks from the pavement. Common practice, no source. */
const EFFORT: Record<Reach, number> = { far: 1, near: 1.3, hand: 2 };

/** Error taken for a look that has not happened yet. */
const EXPECTED_ERROR = 0.08;
/** A trait counts as showing when it shows on candidates that hold this share of the probability. */
const SHOWING_SHARE = 0.5;
/** Looks that promise less are not worth a walk round the tree. */
const LEAST_BITS = 0.02;
/** Share of its information that the site keeps where a tree may be planted: people plant what would not grow there. Chosen. */
const SITE_SAYS_LITTLE = 0.2;
/** Candidates below this probability do not steer where to look. */
const STEERS = 0.002;
const NUMBER_BINS = 32;

/** What observers of each taxon would report of a trait, error included: one row of answers a taxon, and the entropy of each row. */
interface Reports {
  answers: number;
  probability: Float64Array;
  entropy: Float64Array;
}

/** Middles of the bins a number is sorted into: even steps over the range of the whole library, on a log scale. */
function binsOf(model: Model, k: number): number[] {
  const ranges = model.taxa.flatMap((taxon) => {
    const record = taxon.traits[(model.traits[k] as Trait).id];
    return record?.kind === 'range' ? [record] : [];
  });
  if (ranges.length < 2) return [];
  // Shifted by one, so that a count of nought has a logarithm.
  const from = Math.log(1 + Math.min(...ranges.map((r) => r.from)));
  const to = Math.log(1 + Math.max(...ranges.map((r) => r.to)));
  return Array.from({ length: NUMBER_BINS }, (_, i) => Math.exp(from + ((i + 0.5) / NUMBER_BINS) * (to - from)) - 1);
}

/** The shares of a normal that fall into each bin, error spread evenly over all. */
function binned(bins: readonly number[], mean: number, sigma: number): number[] {
  // A bin's share is its density times its width; on a log scale the width grows with the value.
  const shares = bins.map((x) => normalDensity(x, mean, sigma) * (1 + x));
  const sum = shares.reduce((a, b) => a + b, 0);
  // A range narrower than a bin can miss every middle: all of it belongs to the nearest.
  const nearest = bins.reduce((best, x, i) => (Math.abs(x - mean) < Math.abs((bins[best] as number) - mean) ? i : best), 0);
  return shares.map(
    (share, i) => (1 - EXPECTED_ERROR) * (sum > 1e-12 ? share / sum : i === nearest ? 1 : 0) + EXPECTED_ERROR / bins.length,
  );
}

const reportsOf = (model: Model, k: number, stage: Stage | undefined): Reports | null =>
  model.remember(`reports/${k}/${stage ?? ''}`, () => {
    const bins = (model.traits[k] as Trait).number ? binsOf(model, k) : [];
    const usual = model.usual(k, stage);
    const answers = bins.length || usual.length;
    if (answers === 0) return null;
    const probability = new Float64Array(model.taxa.length * answers);
    const entropies = new Float64Array(model.taxa.length);
    for (let t = 0; t < model.taxa.length; t++) {
      const expected = model.expect(t, k, stage);
      const row =
        expected?.kind === 'number'
          ? binned(bins, expected.mean, expected.sigma)
          : expected?.kind === 'states'
            ? [...expected.probability].map((p, i) => (1 - EXPECTED_ERROR) * p + EXPECTED_ERROR * (usual[i] as number))
            : // A silent record: any answer would do, as on a tree of any kind.
              bins.length > 0
              ? bins.map(() => 1 / bins.length)
              : [...usual];
      probability.set(row, t * answers);
      entropies[t] = entropy(row);
    }
    return { answers, probability, entropy: entropies };
  });

/**
 * Expected information of looking at a trait, bits: the entropy of the answer less the mean entropy of the answer given the
 * taxon (mutual information, Shannon 1948). A taxon whose record is silent answers as any tree would; one that does not show
 * the trait gives no answer.
 */
function information(model: Model, k: number, ranking: Ranking, standing: readonly Standing[], shows: (c: Standing) => boolean): number {
  const reports = reportsOf(model, k, ranking.circumstances.stage);
  if (!reports) return 0;
  const { answers } = reports;
  const mixed = new Float64Array(answers);
  let conditional = 0;
  let share = 0;
  for (const candidate of standing) {
    if (!shows(candidate)) continue;
    const row = candidate.t * answers;
    for (let i = 0; i < answers; i++) mixed[i] = (mixed[i] as number) + candidate.share * (reports.probability[row + i] as number);
    conditional += candidate.share * (reports.entropy[candidate.t] as number);
    share += candidate.share;
  }
  if (share <= 0) return 0;
  return Math.max(0, share * (entropy(mixed.map((p) => p / share)) - conditional / share));
}

/** A candidate that steers where to look, with its place in the model and its share of the standing probability. */
interface Standing {
  t: number;
  taxon: Taxon;
  probability: number;
  share: number;
}

function stillStanding(model: Model, ranking: Ranking): Standing[] {
  const standing = ranking.candidates.filter((c) => c.probability >= STEERS);
  const mass = standing.reduce((sum, c) => sum + c.probability, 0);
  return standing.map((c) => ({
    t: model.taxonIndex(c.taxon.name),
    taxon: c.taxon,
    probability: c.probability,
    share: c.probability / mass,
  }));
}

function unasked(model: Model, ranking: Ranking, leaveOut: ReadonlySet<string>): number[] {
  const asked = new Set(ranking.observations.map((seen) => seen.trait));
  return model.traits.flatMap((trait, k) => (asked.has(trait.id) || leaveOut.has(trait.id) ? [] : [k]));
}

/**
 * What to look at now: unasked traits that show today, by expected information per effort.
 * @param leaveOut traits the person said cannot be seen
 */
export function lookNext(model: Model, ranking: Ranking, leaveOut: ReadonlySet<string> = new Set()): NextLook[] {
  const standing = stillStanding(model, ranking);
  return unasked(model, ranking, leaveOut)
    .flatMap((k): NextLook[] => {
      const trait = model.traits[k] as Trait;
      const away = model.monthsAway(k, ranking.circumstances.months);
      const shows = (c: Standing) => away[c.t] === 0;
      const showing = standing.filter(shows).reduce((sum, c) => sum + c.share, 0);
      if (showing < SHOWING_SHARE) return [];
      let bits = information(model, k, ranking, standing, shows);
      if (trait.line === 'site' && ranking.circumstances.planted !== false) bits *= SITE_SAYS_LITTLE;
      if (bits < LEAST_BITS) return [];
      return [
        { trait, bits, reach: trait.reach, worth: bits / EFFORT[trait.reach], splits: standing.slice(0, 3).map((c) => c.taxon.name) },
      ];
    })
    .sort((a, b) => b.worth - a.worth || a.trait.id.localeCompare(b.trait.id));
}

/**
 * What will settle it later: traits that do not show now but will, with the months, best first. Nothing where day or latitude is
 * not known, since then no month is.
 */
export function comesIntoView(model: Model, ranking: Ranking, latitude?: Latitude): LaterLook[] {
  const { month, months: now } = ranking.circumstances;
  if (month === null) return [];
  const standing = stillStanding(model, ranking);
  const likely = standing.filter((c) => c.probability >= 0.05);
  return unasked(model, ranking, new Set())
    .flatMap((k): LaterLook[] => {
      const trait = model.traits[k] as Trait;
      const away = model.monthsAway(k, now);
      const showing = standing.filter((c) => away[c.t] === 0).reduce((sum, c) => sum + c.share, 0);
      if (showing >= SHOWING_SHARE) return [];
      const massIn = (m: number) => likely.filter((c) => showsIn(trait, c.taxon).includes(m)).reduce((sum, c) => sum + c.probability, 0);
      const byMonth = Array.from({ length: 12 }, (_, i) => ({ month: i + 1, mass: massIn(i + 1) }));
      const most = Math.max(...byMonth.map((m) => m.mass));
      const months = byMonth.filter((m) => m.mass > 0 && m.mass >= most / 2 && !now.includes(m.month)).map((m) => m.month);
      const bits = information(model, k, ranking, standing, (c) => showsIn(trait, c.taxon).length > 0);
      if (months.length === 0 || bits < LEAST_BITS) return [];
      const ahead = months.sort((a, b) => ((a - month + 12) % 12) - ((b - month + 12) % 12));
      return [{ trait, bits, months: ahead.map((m) => localMonth(m, latitude)) }];
    })
    .sort((a, b) => b.bits - a.bits || a.trait.id.localeCompare(b.trait.id));
}
