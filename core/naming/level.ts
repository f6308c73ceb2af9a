import type { NameLevel } from '../record/name';
import { fitOf, type Fit } from './fit';
import { sumBy, type Ranking } from './rank';

/** How far the evidence carries, and the name at that level. */
export interface LevelReached {
  level: NameLevel;
  name: string | null;
  qualifier: 'cf.' | null;
  probability: number;
}

/** Probability asked for at each level. */
const NEEDS = { species: 0.9, cf: 0.5, genus: 0.85, family: 0.85 } as const;

/**
 * The finest level the summed probabilities carry. When nothing in the library fits, a species is never named; the nearest
 * genus or family is, where its sum holds and the misfit leaves it standing.
 */
export function levelOf(ranking: Ranking, fit: Fit = fitOf(ranking)): LevelReached {
  const nothing: LevelReached = { level: 'none', name: null, qualifier: null, probability: 0 };
  const best = ranking.candidates[0];
  if (!best || fit === 'no evidence') return nothing;
  const genus = sumBy(ranking.candidates, 'genus')[0];
  const family = sumBy(ranking.candidates, 'family')[0];
  if (fit !== 'poor') {
    // Where the marks suit even the best name only fairly, the tree may be a relative that the library does not hold.
    if (best.probability >= NEEDS.species && fit === 'good') {
      return { level: 'species', name: best.taxon.name, qualifier: null, probability: best.probability };
    }
    if (best.probability >= NEEDS.cf) {
      return { level: 'cf. species', name: best.taxon.name, qualifier: 'cf.', probability: best.probability };
    }
  }
  const agreesMost = best.agrees.length > 2 * best.contradicts.length;
  if (genus && genus.probability >= NEEDS.genus && (fit !== 'poor' || agreesMost)) {
    return { level: 'genus', name: genus.name, qualifier: null, probability: genus.probability };
  }
  if (family && family.probability >= NEEDS.family && (fit !== 'poor' || agreesMost)) {
    return { level: 'family', name: family.name, qualifier: null, probability: family.probability };
  }
  return nothing;
}
