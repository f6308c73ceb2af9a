import type { Taxon } from '../knowledge';
import { wordsIn, type Speech } from './catalogue';

/** What to beware of with a kind: how it is known to come down, and what its record says besides. */
export const cautionsOf = (taxon: Pick<Taxon, 'failsBy' | 'cautions'>, speech: Speech = {}): string[] => {
  const { screening: say } = wordsIn(speech);
  return [...new Set([...taxon.failsBy.map((way) => say.failsBy[way]), ...taxon.cautions])];
};
