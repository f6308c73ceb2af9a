import { CROWN_ZONES, STEM_SIDES, ZONES, type Library, type Zone } from '../../knowledge';
import { inLeaf } from '../../time/season';
import { seenZones } from '../../history/reached';
import type { AssessInput } from '../request';
import { listed } from '../../words/listed';
import { sideWords } from '../../words/zones';

export interface LookedAt {
  /** Share of the zones looked at, whole percent. */
  percent: number;
  unseen: Zone[];
  /** What cannot be said because of it, in sentences. */
  cannotSay: string[];
  seen: ReadonlySet<Zone>;
}

/** How much of the tree was looked at. A sign seen in a zone means the zone was looked at; a hollow heard there does not. */
export function lookedAt(
  library: Pick<Library, 'signs'>,
  input: Pick<AssessInput, 'looked' | 'signs' | 'taxon' | 'day' | 'latitude'>,
): LookedAt {
  const seen = seenZones(library, input);
  const unseen = ZONES.filter((zone) => !seen.has(zone));
  const missing = (zones: readonly Zone[]) => zones.filter((zone) => !seen.has(zone));
  const cannotSay: string[] = [];

  const crown = missing(CROWN_ZONES);
  if (crown.length === CROWN_ZONES.length) cannotSay.push('The crown was not looked at: vigour rests on measurements alone, if any.');
  else if (crown.length > 0)
    cannotSay.push(`Part of the crown was not looked at (${listed(crown.map((z) => z.slice(6)))}): dieback there would not be known.`);
  const sides = missing(STEM_SIDES);
  if (sides.length === STEM_SIDES.length)
    cannotSay.push('No side of the stem was looked at: wounds, cavities and fungi would not be known.');
  else if (sides.length > 0) {
    cannotSay.push(
      `Nobody looked at the ${listed(sides.map(sideWords))} side${sides.length > 1 ? 's' : ''} of the stem: scars and cavities often sit on the side away from the path.`,
    );
  }
  if (!seen.has('collar'))
    cannotSay.push('The root collar was not looked at: a conk, a cavity or a girdling root there would not be known.');
  if (!seen.has('unions')) cannotSay.push('The forks were not looked at: bark in a fork or a crack would not be known.');
  if (!seen.has('branches')) cannotSay.push('The branches were not looked at: dead or hung wood would not be known.');
  if (!seen.has('roots') || !seen.has('soil'))
    cannotSay.push('Roots and soil were not fully looked at: nothing can be said about the hold in the ground.');
  if (!inLeaf(input.taxon, input.day, input.latitude))
    cannotSay.push('Out of leaf: how full the foliage is cannot be judged until it leafs out.');
  else if (!seen.has('foliage')) cannotSay.push('The foliage was not looked at closely: spots, mines and scales would not be known.');

  return { percent: Math.round((100 * seen.size) / ZONES.length), unseen, cannotSay, seen };
}
