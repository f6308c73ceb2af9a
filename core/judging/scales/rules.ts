import { buildOf, type Build, type Sign, type SignRule } from '../../knowledge';
import type { Scale } from '../../record/judgement';
import { meets, type Against } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import { against } from '../looked/against';
import { BANDS } from './bands';
import type { AssessInput } from '../request';

/** What the rules of a sign are held against: the tree, how it is built, and the signs that stand beside it. */
export interface RuleSetting {
  tree: Against;
  build: Build;
  signs: readonly SignSeen[];
}

/** The setting of a look's signs. A tree whose kind is not known counts as a broadleaf: that build has the most ways to fail. */
export const settingOf = (input: AssessInput, signs: readonly SignSeen[]): RuleSetting => ({
  tree: against(input),
  build: input.taxon ? buildOf(input.taxon) : 'broadleaf',
  signs,
});

/** The rules of a sign that hold on a scale, as it was seen. */
const rulesMet = (sign: Sign, seen: SignSeen, scale: Scale, { tree, build, signs }: RuleSetting): SignRule[] =>
  sign.rules.filter(
    (rule) =>
      rule.scale === scale &&
      (!rule.builds || rule.builds.includes(build)) &&
      (!rule.with || signs.some((other) => other.zone === seen.zone && other.trend !== 'gone' && rule.with?.includes(other.id))) &&
      meets(sign, seen, rule.when, tree),
  );

/** Whether any rule of the sign on how the tree holds together was met. */
export const bearsOnStructure = (sign: Sign | undefined, seen: SignSeen, setting: RuleSetting): boolean =>
  sign !== undefined && (['soundness', 'hiddenDecay'] as const).some((scale) => rulesMet(sign, seen, scale, setting).length > 0);

/** A rule of a sign with the place of its band on its scale. */
export interface Ranked {
  rank: number;
  rule: SignRule;
}

/** The worst rule of a sign that holds on a scale, or null where none does. */
export function worstRule(sign: Sign, seen: SignSeen, scale: Scale, setting: RuleSetting): Ranked | null {
  const bands: readonly string[] = BANDS[scale];
  const ranked = rulesMet(sign, seen, scale, setting).map((rule): Ranked => ({ rank: bands.indexOf(rule.atLeast), rule }));
  return ranked.sort((a, b) => b.rank - a.rank)[0] ?? null;
}
