import { signNamed, type Library, type Sign } from '../../knowledge';
import type { Statement } from '../../record/judgement';
import { meetsAsRecorded } from '../../record/reading';
import { saidGone, type SignSeen } from '../../record/sign';
import type { Catalogue } from '../../words/catalogue';
import { bearsOnStructure, type RuleSetting } from './rules';

/**
 * Whether a fault has settled: somebody compared it and it is the same, or it is of a kind that has. It softens the outlook and the
 * date, never a band: an old hollow that has not grown is still a hollow.
 */
export const hasSettled = (sign: Sign, seen: SignSeen, { tree }: RuleSetting): boolean =>
  seen.trend !== 'larger' && (seen.trend === 'same' || sign.speaksFor.some(({ when }) => meetsAsRecorded(seen, when, tree)));

/** What speaks for the tree beside what speaks against it: wound wood that closes, ribs over an old crack, a lean long corrected. */
export function speaksForIt(library: Library, setting: RuleSetting, say: Catalogue): Statement[] {
  return setting.signs.flatMap((seen): Statement[] => {
    const sign = signNamed(library, seen.id);
    if (!sign || seen.trend === 'larger' || saidGone(seen)) return [];
    const met = sign.speaksFor.filter(({ when }) => meetsAsRecorded(seen, when, setting.tree)).map(({ because }) => because);
    const same = seen.trend === 'same' && bearsOnStructure(sign, seen, setting) ? [say.scales.unchanged] : [];
    return [...met, ...same].map((because) => say.scales.speaksFor(sign, seen, because));
  });
}
