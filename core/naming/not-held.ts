import type { Ranking } from './model/rank';
import type { Taxon } from '../knowledge';

type NotHeld = Taxon['notHeld'][number];

/**
 * Look-alikes of the leading name that the library does not hold, and that no mark has ruled out yet. One that is not known to grow
 * where the tree stands is left aside for a tree that was not planted.
 */
export function notRuledOut({ candidates, observations, site, circumstances }: Ranking): NotHeld[] {
  const best = candidates[0];
  if (!best) return [];
  return best.taxon.notHeld.filter((alike) => {
    const elsewhere = alike.regions.length > 0 && site.regions.length > 0 && !alike.regions.some((code) => site.regions.includes(code));
    if (elsewhere && (circumstances.planted === false || !alike.planted)) return false;
    return !alike.marks.some(({ by, here }) =>
      observations.some(
        (seen) =>
          seen.trait === by &&
          seen.certainty !== 'guess' &&
          seen.source !== 'ground' &&
          (Array.isArray(here)
            ? seen.state !== undefined && here.includes(seen.state)
            : seen.value !== undefined && seen.value >= here.from && seen.value <= here.to),
      ),
    );
  });
}
