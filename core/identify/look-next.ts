import { localMonth, showsAt, showsIn } from '../season';
import type { Reach, Trait } from '../knowledge';
import type { Model } from './model';
import { normalDensity } from './model';
import type { Candidate, Ranking } from './rank';

/** A trait worth looking at now. */
export interface Look {
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
/** Candidates below this probability do not steer where to look. */
const STEERS = 0.002;
const NUMBER_BINS = 16;

const entropy = (p: readonly number[] | Float64Array): number => {
  let h = 0;
  for (const x of p) if (x > 0) h -= x * Math.log2(x);
  return h;
};

/** Distribution of what an observer would report of a trait on one taxon, error included. */
function reported(model: Model, t: number, k: number, ranking: Ranking, bins: readonly number[]): Float64Array {
  const trait = model.traits[k] as Trait;
  const expected = model.expect(t, k, ranking.circumstances.stage);
  if (trait.number) {
    const out = new Float64Array(bins.length).fill(1 / bins.length);
    if (expected?.kind !== 'number') return out;
    let sum = 0;
    bins.forEach((x, i) => {
      out[i] = normalDensity(x, expected.mean, expected.sigma);
      sum += out[i] as number;
    });
    return out.map((p) => (1 - EXPECTED_ERROR) * (sum > 0 ? p / sum : 0) + EXPECTED_ERROR / bins.length);
  }
  const usual = model.usual(k, ranking.circumstances.stage);
  if (expected?.kind !== 'states') return usual;
  return expected.probability.map((p, i) => (1 - EXPECTED_ERROR) * p + EXPECTED_ERROR * (usual[i] as number));
}

/**
 * Expected information of looking at a trait, bits: the entropy of the answer less the mean entropy of the answer given the
 * taxon (mutual information, Shannon 1948). A taxon whose record is silent, or that does not show the trait, answers as usual.
 */
function information(model: Model, k: number, ranking: Ranking, standing: readonly Candidate[], shows: (c: Candidate) => boolean): number {
  const trait = model.traits[k] as Trait;
  let bins: number[] = [];
  if (trait.number) {
    const ranges = standing.flatMap((c) => {
      const record = c.taxon.traits[trait.id];
      return record?.kind === 'range' ? [record] : [];
    });
    if (ranges.length < 2) return 0;
    const from = Math.min(...ranges.map((r) => r.from));
    const to = Math.max(...ranges.map((r) => r.to));
    if (to <= from) return 0;
    bins = Array.from({ length: NUMBER_BINS }, (_, i) => from + ((i + 0.5) / NUMBER_BINS) * (to - from));
  }
  const mass = standing.reduce((sum, c) => sum + c.probability, 0);
  let mixed: Float64Array | null = null;
  let conditional = 0;
  for (const candidate of standing) {
    if (!shows(candidate)) continue;
    const p = candidate.probability / mass;
    const answer = reported(model, model.taxa.indexOf(candidate.taxon), k, ranking, bins);
    mixed ??= new Float64Array(answer.length);
    for (let i = 0; i < answer.length; i++) mixed[i] = (mixed[i] as number) + p * (answer[i] as number);
    conditional += p * entropy(answer);
  }
  if (!mixed) return 0;
  const share = mixed.reduce((a, b) => a + b, 0);
  if (share <= 0) return 0;
  return Math.max(0, share * (entropy(mixed.map((p) => p / share)) - conditional / share));
}

const stillStanding = (ranking: Ranking) => ranking.candidates.filter((c) => c.probability >= STEERS);

function unasked(model: Model, ranking: Ranking, leaveOut: ReadonlySet<string>): number[] {
  const asked = new Set(ranking.observations.map((seen) => seen.trait));
  return model.traits.flatMap((trait, k) => (asked.has(trait.id) || leaveOut.has(trait.id) ? [] : [k]));
}

/**
 * What to look at now: unasked traits that show today, by expected information per effort.
 * @param leaveOut traits the person said cannot be seen
 */
export function lookNext(model: Model, ranking: Ranking, leaveOut: ReadonlySet<string> = new Set()): Look[] {
  const standing = stillStanding(ranking);
  const mass = standing.reduce((sum, c) => sum + c.probability, 0);
  return unasked(model, ranking, leaveOut)
    .flatMap((k): Look[] => {
      const trait = model.traits[k] as Trait;
      const shows = (c: Candidate) => showsAt(trait, c.taxon, ranking.circumstances.month);
      const showing = standing.filter(shows).reduce((sum, c) => sum + c.probability, 0) / mass;
      if (showing < SHOWING_SHARE) return [];
      let bits = information(model, k, ranking, standing, shows);
      if (trait.line === 'site' && ranking.circumstances.planted !== false) bits *= 0.2;
      if (bits < LEAST_BITS) return [];
      return [
        { trait, bits, reach: trait.reach, worth: bits / EFFORT[trait.reach], splits: standing.slice(0, 3).map((c) => c.taxon.name) },
      ];
    })
    .sort((a, b) => b.worth - a.worth || a.trait.id.localeCompare(b.trait.id));
}

/** What will settle it later: traits that do not show now but will, with the months, best first. */
export function comesIntoView(model: Model, ranking: Ranking, latitude?: number): LaterLook[] {
  const { month } = ranking.circumstances;
  if (month === null) return [];
  const standing = stillStanding(ranking);
  const mass = standing.reduce((sum, c) => sum + c.probability, 0);
  const likely = standing.filter((c) => c.probability >= 0.05);
  return unasked(model, ranking, new Set())
    .flatMap((k): LaterLook[] => {
      const trait = model.traits[k] as Trait;
      const showing = standing.filter((c) => showsAt(trait, c.taxon, month)).reduce((sum, c) => sum + c.probability, 0) / mass;
      if (showing >= SHOWING_SHARE) return [];
      const massIn = (m: number) => likely.filter((c) => showsIn(trait, c.taxon).includes(m)).reduce((sum, c) => sum + c.probability, 0);
      const byMonth = Array.from({ length: 12 }, (_, i) => ({ month: i + 1, mass: massIn(i + 1) }));
      const most = Math.max(...byMonth.map((m) => m.mass));
      const months = byMonth.filter((m) => m.mass > 0 && m.mass >= most / 2 && m.month !== month).map((m) => m.month);
      const bits = information(model, k, ranking, standing, (c) => showsIn(trait, c.taxon).length > 0);
      if (months.length === 0 || bits < LEAST_BITS) return [];
      const ahead = months.sort((a, b) => ((a - month + 12) % 12) - ((b - month + 12) % 12));
      return [{ trait, bits, months: ahead.map((m) => localMonth(m, latitude)) }];
    })
    .sort((a, b) => b.bits - a.bits || a.trait.id.localeCompare(b.trait.id));
}
