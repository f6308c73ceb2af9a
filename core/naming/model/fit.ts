import type { Ranking } from './rank';

/** How well the best taxon explains the evidence, apart from how it ranks. */
export type Fit = 'good' | 'fair' | 'poor' | 'no evidence';

/**
 * Limits of the standard surprise, chosen with those of the levels on simulated trees that the library holds and that it does not,
 * by observers who note what is telling (the curve of the bench).
 */
export const LIMITS = {
  fair: -0.8,
  poor: -1.7,
  /** Nothing is ruled out by one mark: what is left without the most surprising one has to fall short as well. */
  poorWithoutWorst: 0.2,
};
export type Limits = typeof LIMITS;
/** Marks from which on a misfit means more than one mistake. */
const ENOUGH = 4;

/**
 * Tests whether what was seen could come from the leading taxon at all.
 * The sum of log-probabilities is compared with its mean and spread for a true tree of the taxon (a goodness-of-fit z-test).
 * Poor means: nothing in the library fits.
 */
export function fitOf(ranking: Ranking, { fair, poor, poorWithoutWorst }: Limits = LIMITS): Fit {
  const best = ranking.candidates[0];
  if (!best || ranking.observations.length === 0) return 'no evidence';
  if (best.agrees.length === 0) return ranking.observations.length >= 3 ? 'poor' : 'fair';
  const weighed = best.agrees.length + best.contradicts.length;
  if (weighed >= ENOUGH && best.surprise < poor && best.surpriseSpared < poorWithoutWorst) return 'poor';
  return best.surprise < fair ? 'fair' : 'good';
}
