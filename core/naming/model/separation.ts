import { coverageOf, LINES, type Library, type Taxon } from '../../knowledge';
import { wordsIn, type Speech } from '../../words/catalogue';
import { modelOf, type Model } from './model';
import { combineLine, weighLine } from './line';

/** Error taken for each mark when records are compared. */
const ERROR = 0.08;

/** Mean log ratio (nats) that an answer drawn from `p` gives for `p` over `q`: the Kullback-Leibler divergence, error included. */
function divergence(p: Float64Array, q: Float64Array, usual: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < p.length; i++) {
    const u = ERROR * (usual[i] as number);
    const a = (1 - ERROR) * (p[i] as number) + u;
    const b = (1 - ERROR) * (q[i] as number) + u;
    sum += a * Math.log(a / b);
  }
  return sum;
}

/** The same for two normals, by their pooled spread; an error keeps one number from deciding everything. */
function numberDivergence(m1: number, s1: number, m2: number, s2: number): number {
  const pooled = (s1 * s1 + s2 * s2) / 2;
  return Math.min((m1 - m2) ** 2 / (2 * pooled), -Math.log(ERROR));
}

/** How far a trait splits two taxa at the mature stage, nats, the mean of both directions; null where a record is silent. */
export function traitSeparation(model: Model, a: number, b: number, k: number): number | null {
  const x = model.expect(a, k, 'mature');
  const y = model.expect(b, k, 'mature');
  if (!x || !y) return null;
  if (x.kind === 'number' && y.kind === 'number') return numberDivergence(x.mean, x.sigma, y.mean, y.sigma);
  if (x.kind !== 'states' || y.kind !== 'states') return null;
  const usual = model.usual(k, 'mature');
  return (divergence(x.probability, y.probability, usual) + divergence(y.probability, x.probability, usual)) / 2;
}

/**
 * The log odds (nats) by which an observer who saw everything in a year would on average tell two taxa apart, marks of one line
 * counted as the engine counts them. Below log 10 the records hardly split the pair.
 * @param enough stops counting once the pair is split by this much
 */
export function separation(model: Model, a: number, b: number, enough = Infinity): number {
  let sum = 0;
  for (const line of LINES) {
    if (sum >= enough) break;
    if (line === 'site') continue;
    const marks = model.traits.flatMap((trait, k) => {
      const nats = trait.line === line ? traitSeparation(model, a, b, k) : null;
      // Written as one taxon against the other, so that the spread of a mark is what it splits.
      return nats ? [Float64Array.of(nats / 2, -nats / 2)] : [];
    });
    if (marks.length === 0) continue;
    const combined = combineLine(weighLine(marks));
    sum += (combined[0] as number) - (combined[1] as number);
  }
  return sum;
}

/** Records that split a pair by less than this (nats: ten to one) cannot tell it apart. */
export const HARDLY_SPLIT = Math.log(10);

/** Pairs of taxa that their records hardly split, closest first. */
export function hardlySplit(model: Model): { a: string; b: string; nats: number }[] {
  const pairs: { a: string; b: string; nats: number }[] = [];
  for (let a = 0; a < model.taxa.length; a++) {
    for (let b = a + 1; b < model.taxa.length; b++) {
      const nats = separation(model, a, b, HARDLY_SPLIT);
      if (nats < HARDLY_SPLIT) pairs.push({ a: model.taxa[a]?.name ?? '', b: model.taxa[b]?.name ?? '', nats });
    }
  }
  return pairs.sort((x, y) => x.nats - y.nats);
}

/** A named mark that splits by less than this (nats) splits in words only: the vocabulary or the records do not carry it. */
const CARRIED = 0.15;

/** What is weak about one record, in sentences: what it is silent on, marks that the records do not carry, and its closest neighbour. */
export function recordWeaknesses(library: Library, taxon: Taxon, speech: Speech = {}): string[] {
  const { naming: say } = wordsIn(speech);
  const model = modelOf(library);
  const t = model.taxonIndex(taxon.name);
  const inWords = taxon.lookAlikes.flatMap(({ taxon: other, marks }) =>
    marks
      .filter(({ by }) => (traitSeparation(model, t, model.taxonIndex(other), model.traitIndex(by)) ?? 0) < CARRIED)
      .map(({ by, words }) => say.markInWordsOnly(words, other, by)),
  );
  const close = model.taxa.flatMap((other, u) => {
    const nats = u === t ? Infinity : separation(model, t, u, HARDLY_SPLIT);
    return nats < HARDLY_SPLIT ? [say.hardlySplit(other.name, nats, HARDLY_SPLIT)] : [];
  });
  return [...coverageOf(library, taxon).weak, ...inWords, ...close];
}
