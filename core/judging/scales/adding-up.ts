import { signNamed, SOUNDNESS, STEM_SIDES, type Library, type Zone } from '../../knowledge';
import type { CountedSign } from '../looked/carried';
import type { Catalogue } from '../../words/catalogue';
import type { Found } from './from-signs';
import { worstRule, type RuleSetting } from './rules';

/** Parts at which faults add up: what bears the tree, limbs left out. */
const PARTS: Record<'base' | 'stem' | 'union', readonly Zone[]> = {
  base: ['collar', 'roots', 'soil'],
  stem: STEM_SIDES,
  union: ['unions'],
};
export type AddingPart = keyof typeof PARTS;

/** So many serious faults at one part are no longer looked into but acted on. Common practice, no source. */
const ACTED_ON = 3;

/** What several serious faults at one part come to. The worst of them is not their sum. */
export function addedUp(library: Library, signs: readonly CountedSign[], setting: RuleSetting, say: Catalogue): Found[] {
  const serious = SOUNDNESS.indexOf('serious weakness');
  return (Object.keys(PARTS) as AddingPart[]).flatMap((part): Found[] => {
    const labels = new Map<string, string>();
    for (const seen of signs) {
      const sign = PARTS[part].includes(seen.zone) ? signNamed(library, seen.id) : undefined;
      if (sign && (worstRule(sign, seen, 'soundness', setting)?.rank ?? 0) >= serious) labels.set(sign.id, sign.label);
    }
    if (labels.size < ACTED_ON) return [];
    return [{ rank: SOUNDNESS.indexOf('act first'), still: true, statement: say.scales.addedUp(part, [...labels.values()]) }];
  });
}
