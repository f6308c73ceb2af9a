import { buildOf, STEM_SIDES, type Build, type Library, type Sign, type SignRule, type Zone } from '../../knowledge';
import type { Scale } from '../../record/judgement';
import { meets, meetsAsRecorded, type Against } from '../../record/reading';
import { saidGone, type SignSeen } from '../../record/sign';
import { against, buildKnown } from '../looked/against';
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
  build: buildKnown(input) ?? 'broadleaf',
  signs,
});

/** Sides of the compass between two stem sides, 0 to 4; null where one of them is no side, such as the collar. */
export function sidesApart(a: Zone, b: Zone): number | null {
  const [from, to] = [STEM_SIDES.indexOf(a), STEM_SIDES.indexOf(b)];
  if (from < 0 || to < 0) return null;
  const steps = Math.abs(from - to);
  return Math.min(steps, STEM_SIDES.length - steps);
}

/** Opposite is so many sides of the compass away. */
const OPPOSITE = 3;
const standsAt = (at: SignRule['at'], here: Zone, there: Zone): boolean =>
  at === 'the tree' || (at === 'the same part' ? there === here : (sidesApart(here, there) ?? 0) >= OPPOSITE);

/** Whether one of the signs a rule asks for stands beside it. What nobody wrote down of that sign is not known, and so may be. */
const hasBeside = ({ with: beside, withKinds, at }: SignRule, seen: SignSeen, signs: readonly SignSeen[]): boolean =>
  !beside ||
  signs.some(
    (other) =>
      other !== seen &&
      !saidGone(other) &&
      beside.includes(other.id) &&
      standsAt(at, seen.zone, other.zone) &&
      (!withKinds || other.kind === undefined || withKinds.includes(other.kind)),
  );

/** The rules of a sign that hold on a scale, as it was seen. */
const rulesMet = (sign: Sign, seen: SignSeen, scale: Scale, { tree, build, signs }: RuleSetting): SignRule[] =>
  sign.rules.filter(
    (rule) =>
      rule.scale === scale &&
      (!rule.builds || rule.builds.includes(build)) &&
      (!rule.zones || rule.zones.includes(seen.zone)) &&
      hasBeside(rule, seen, signs) &&
      meets(sign, seen, rule.when, tree) &&
      !(rule.unless && meetsAsRecorded(seen, rule.unless, tree)),
  );

/** Whether any rule of the sign on how the tree holds together was met. */
export const bearsOnStructure = (sign: Sign | undefined, seen: SignSeen, setting: RuleSetting): boolean =>
  sign !== undefined && (['soundness', 'hiddenDecay'] as const).some((scale) => rulesMet(sign, seen, scale, setting).length > 0);

/** A rule of a sign with the place of its band on its scale. */
export interface Ranked {
  rank: number;
  rule: SignRule;
}

/** The worst rule of a sign that holds on a scale, or null where none does; of two as bad the one that says it moves. */
export function worstRule(sign: Sign, seen: SignSeen, scale: Scale, setting: RuleSetting): Ranked | null {
  const bands: readonly string[] = BANDS[scale];
  const ranked = rulesMet(sign, seen, scale, setting).map((rule): Ranked => ({ rank: bands.indexOf(rule.atLeast), rule }));
  return ranked.sort((a, b) => b.rank - a.rank || Number(a.rule.still) - Number(b.rule.still))[0] ?? null;
}

/** A tree of this name is built so, as far as the library tells: its own record, or a genus all of whose kinds share one build. */
export function buildNamed(library: Pick<Library, 'taxa'>, { taxon, name }: Pick<AssessInput, 'taxon' | 'name'>): Build | null {
  if (taxon) return buildOf(taxon);
  const builds = new Set(library.taxa.filter((known) => name !== null && known.name.startsWith(`${name} `)).map(buildOf));
  const [build] = builds;
  return builds.size === 1 && build ? build : null;
}
