import type { NameStanding, TreeBrief } from '../contracts/api';
import type { KindCount } from '../record/stock';

/** What the name of a tree rests on, for counting: a review, less than that, or nothing, as where it is disputed. */
const GROUNDS: Record<NameStanding, 'confirmed' | 'listed' | null> = {
  unnamed: null,
  imported: 'listed',
  proposed: 'listed',
  confirmed: 'confirmed',
  overturned: 'confirmed',
  questioned: null,
  contested: null,
};

/** As much of a tree as is needed to count it, and how many there are of the like. */
export type Countable = Pick<TreeBrief, 'taxon' | 'level' | 'standing' | 'planted'> & { trees?: number };

/** How a tree counts in the record of its district; null where it does not. A name short of the species is never a confirmed one. */
function countOf({ taxon, level, standing, planted, trees = 1 }: Countable): KindCount | null {
  const ground = GROUNDS[standing];
  if (taxon === null || ground === null || level === 'family' || level === 'none') return null;
  const settled = ground === 'confirmed' && level === 'species';
  return { taxon, wild: planted === false, confirmed: settled ? trees : 0, listed: settled ? 0 : trees };
}

/** Counts trees by kind, and planted and wild apart; kinds in alphabetical order. */
export function stockOf(trees: readonly Countable[]): KindCount[] {
  const kinds = new Map<string, KindCount>();
  for (const tree of trees) {
    const one = countOf(tree);
    if (!one) continue;
    const key = `${one.taxon}/${one.wild}`;
    const held = kinds.get(key);
    kinds.set(key, held ? { ...held, confirmed: held.confirmed + one.confirmed, listed: held.listed + one.listed } : one);
  }
  return [...kinds.values()].sort((a, b) => a.taxon.localeCompare(b.taxon) || Number(a.wild) - Number(b.wild));
}

/** The same record without one tree: what is asked about is no evidence about itself. */
export function stockWithout(stock: readonly KindCount[], tree: Countable): KindCount[] {
  const own = countOf(tree);
  return stock.map((kind) =>
    own && kind.taxon === own.taxon && kind.wild === own.wild
      ? {
          ...kind,
          confirmed: Math.max(0, kind.confirmed - own.confirmed),
          listed: Math.max(0, kind.listed - own.listed),
        }
      : kind,
  );
}

/** How many trees of a kind a record holds, planted and wild together. */
export function kindIn(stock: readonly KindCount[], taxon: string): Pick<KindCount, 'confirmed' | 'listed'> {
  const kinds = stock.filter((kind) => kind.taxon === taxon);
  return { confirmed: kinds.reduce((sum, kind) => sum + kind.confirmed, 0), listed: kinds.reduce((sum, kind) => sum + kind.listed, 0) };
}
