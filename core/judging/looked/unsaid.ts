import { signNamed, type Library } from '../../knowledge';
import { unsaidOf, type Unsaid } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import type { Catalogue } from '../../words/catalogue';
import { limbUnsaid } from '../risk/parts';
import { bearsOnStructure, type RuleSetting } from '../scales/rules';

/** What nobody wrote down of the signs that count for how the tree holds together, each with what it counts as until somebody does. */
export const unsaidWords = (library: Library, setting: RuleSetting, say: Catalogue): string[] =>
  setting.signs.flatMap((seen: SignSeen) => {
    const sign = signNamed(library, seen.id);
    if (!sign || !bearsOnStructure(sign, seen, setting)) return [];
    const unsaid: Unsaid[] = [...unsaidOf(sign, seen, setting.tree), ...limbUnsaid(sign, seen, setting)];
    return unsaid.length > 0 ? [say.scales.unsaid(sign, seen.zone, unsaid)] : [];
  });
