import { genusOf, type Taxon } from '../../knowledge';
import type { Stock } from '../../record/stock';

/**
 * What the district's own record counts for. All three are numbers of trees, and combine as the counts of a Dirichlet distribution:
 * the district file is worth a town of 200 trees, a confirmed tree is one, a tree on a list is half of one since lists are often
 * wrong. Trees of a town stand in avenues and are no independent draws, so however long the record, it is worth no more than the
 * stated most: what it lacks keeps a tenth of its weight. Chosen; the bench shows what it gains.
 */
export const PSEUDO_COUNTS = {
  file: 200,
  confirmed: { each: 1, most: 1200 },
  listed: { each: 0.5, most: 600 },
} as const;

interface Places {
  own: ReadonlyMap<string, number>;
  ofGenus: ReadonlyMap<string, readonly number[]>;
}
const places = new WeakMap<readonly Taxon[], Places>();

/** Where the kinds of a list stand in it, by name and by genus; worked out once, since every tap asks. */
function placesOf(taxa: readonly Taxon[]): Places {
  const kept = places.get(taxa);
  if (kept) return kept;
  const ofGenus = new Map<string, number[]>();
  taxa.forEach((taxon, t) => ofGenus.set(genusOf(taxon.name), [...(ofGenus.get(genusOf(taxon.name)) ?? []), t]));
  const made = { own: new Map(taxa.map((taxon, t) => [taxon.name, t])), ofGenus };
  places.set(taxa, made);
  return made;
}

/** The trees of one ground counted for each taxon; those named to the genus are shared out among its kinds by their weights. */
function countsOf(
  taxa: readonly Taxon[],
  weights: Float64Array,
  stock: Stock,
  ground: 'confirmed' | 'listed',
  wild: boolean,
): Float64Array {
  const counts = new Float64Array(taxa.length);
  const { own, ofGenus } = placesOf(taxa);
  for (const kind of stock) {
    if (kind.wild !== wild || kind[ground] === 0) continue;
    const place = own.get(kind.taxon);
    const among = place === undefined ? (ofGenus.get(kind.taxon) ?? []) : [place];
    const all = among.reduce((sum, t) => sum + (weights[t] as number), 0);
    for (const t of among) counts[t] = (counts[t] as number) + (kind[ground] * (weights[t] as number)) / all;
  }
  const { each, most } = PSEUDO_COUNTS[ground];
  const trees = counts.reduce((a, b) => a + b, 0);
  const worth = trees === 0 ? 0 : Math.min(each, most / trees);
  return counts.map((count) => count * worth);
}

/**
 * Weights of taxa before anything was seen, as a district's record corrects those of its file: the mean of a Dirichlet distribution
 * with the file as its prior and the trees of the record as its counts. Their sum stays what it was, so what the library does not
 * hold keeps its share. Names that are neither a taxon of the library nor the genus of one count nothing.
 * @param weights of each taxon by the district file, above 0
 * @param wild whether wild trees are counted, else planted ones
 * @returns no weight is less than a tenth of what the file gives
 */
export function learnt(taxa: readonly Taxon[], weights: Float64Array, stock: Stock, wild: boolean): Float64Array {
  const confirmed = countsOf(taxa, weights, stock, 'confirmed', wild);
  const listed = countsOf(taxa, weights, stock, 'listed', wild);
  const trees = [...confirmed, ...listed].reduce((a, b) => a + b, 0);
  if (trees === 0) return weights;
  const sum = weights.reduce((a, b) => a + b, 0);
  const { file } = PSEUDO_COUNTS;
  return weights.map((weight, t) => (file * weight + sum * ((confirmed[t] as number) + (listed[t] as number))) / (file + trees));
}
