import { genusOf, type Unheld } from '../../knowledge';
import { combineLine, type LineOfMarks } from './line';
import type { Model } from './model';

/**
 * Share of the trees that are met of a genus whose species the library does not hold, by the word in `genera.yaml`. Chosen: plant
 * lists of towns hold some hundred kinds, and what is missing from ours is mostly one of the large genera.
 */
export const SHARE: Record<Unheld, number> = { none: 0.005, few: 0.02, some: 0.08, many: 0.25 };
/** Where no held kind of the genus grows wild in the region, an unheld one seldom does either. Chosen. */
const GENUS_ELSEWHERE = 0.2;
/** Share of trees that are of no genus of the library. Chosen. */
const OTHER_GENUS = 0.03;
/**
 * A relative that nobody described shows what its genus shows in so many marks of a hundred, and what any tree shows in the rest.
 * Tuned on records left out of the library (see the curve of the bench).
 */
const LIKE_ITS_GENUS = 0.7;

/** What stands beside the kinds of the library: relatives it does not hold, and trees of other genera. */
export interface Beyond {
  /** Chance that the tree is of no kind that the library holds, 0 to 1. */
  probability: number;
  /** The share of it that falls to unheld kinds of each genus, most likely first; the rest is of genera it does not hold. */
  genera: { name: string; probability: number }[];
  /** The genus that most of it falls to, or null where it is spread wider. */
  genus: string | null;
}

interface GenusOfModel {
  name: string;
  taxa: readonly number[];
  share: number;
}

const generaOf = (model: Model): readonly GenusOfModel[] =>
  model.remember('genera', () => {
    const groups = new Map<string, number[]>();
    model.taxa.forEach((taxon, t) => {
      const genus = genusOf(taxon.name);
      groups.set(genus, [...(groups.get(genus) ?? []), t]);
    });
    return [...groups].map(([name, taxa]) => ({ name, taxa, share: SHARE[model.library.genera[name] ?? 'some'] }));
  });

/**
 * Weighs what the library does not hold against what it does. An unheld kind of a genus is described by the mean of its held kinds,
 * mixed with a tree of any kind; a tree of another genus by a tree of any kind. Open-set recognition by explicit alternatives.
 * @param lines the marks of each line, weighed against every taxon
 * @param priors weight of each taxon before anything was seen
 * @param totals log of each taxon's prior times likelihood
 */
export function beyondLibrary(model: Model, lines: readonly LineOfMarks[], priors: Float64Array, totals: Float64Array): Beyond {
  const genera = generaOf(model);
  const logs = genera.map(({ taxa, share }) => {
    // Where the held kinds are strangers, an unheld one may be at home; where one of them is at home, the genus is.
    const most = taxa.reduce((max, t) => Math.max(max, priors[t] as number), 0);
    return Math.log((share / (1 - share)) * Math.sqrt(taxa.length) * Math.max(most, GENUS_ELSEWHERE));
  });
  for (const line of lines) {
    const marks = line.marks.map((mark) =>
      Float64Array.from(genera, ({ taxa }) => {
        const mean = taxa.reduce((sum, t) => sum + Math.exp(mark[t] as number), 0) / taxa.length;
        return Math.log(LIKE_ITS_GENUS * mean + (1 - LIKE_ITS_GENUS));
      }),
    );
    combineLine({ marks, weights: line.weights }).forEach((log, g) => (logs[g] = (logs[g] as number) + log));
  }
  const other = Math.log((OTHER_GENUS * priors.reduce((a, b) => a + b, 0)) / (1 - OTHER_GENUS));
  const highest = Math.max(other, ...logs, ...totals);
  const held = totals.reduce((sum, log) => sum + Math.exp(log - highest), 0);
  const each = logs.map((log) => Math.exp(log - highest));
  const unheld = each.reduce((a, b) => a + b, 0) + Math.exp(other - highest);
  const all = held + unheld;
  const probability = unheld / all;
  const shares = genera
    .map(({ name }, g) => ({ name, probability: (each[g] as number) / all }))
    .sort((a, b) => b.probability - a.probability);
  const [soonest] = shares;
  return { probability, genera: shares, genus: soonest && soonest.probability > probability / 2 ? soonest.name : null };
}
