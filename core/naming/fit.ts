import type { Ranking } from './rank';

/** How well the best taxon explains the evidence, apart from how it ranks. */
export type Fit = 'good' | 'fair' | 'poor' | 'no evidence';

/**
 * Limits of the standard surprise, set on simulated observers with fifteen marks: of trees that the library holds about one in
 * fifteen falls below poor; of trees it does not hold about one in four, most of the others standing close to a relative that is
 * held. The bench prints the rates.
 */
const FAIR = -1.2;
const POOR = -2;

/**
 * Tests whether what was seen could come from the leading taxon at all.
 * The sum of log-probabilities is compared with its mean and spread for a true tree of the taxon (a goodness-of-fit z-test).
 * Poor means: nothing in the library fits.
 */
export function fitOf(ranking: Ranking): Fit {
  const best = ranking.candidates[0];
  if (!best || ranking.observations.length === 0) return 'no evidence';
  if (best.agrees.length === 0) return ranking.observations.length >= 3 ? 'poor' : 'fair';
  if (best.surprise < POOR && best.contradicts.length >= 2) return 'poor';
  return best.surprise < FAIR ? 'fair' : 'good';
}
