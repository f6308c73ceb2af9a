import type { AgentLikelihood, Judged, Screening, WorksJudged } from '../../record/judgement';
import { canBeHarmed, occupancyOf } from '../../record/look';
import { signNamed, type Build, type Library, type Sign, type Zone } from '../../knowledge';
import type { CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { partOf } from '../risk/parts';
import { soundnessRank } from '../scales/bands';
import { settingOf, worstRule, type RuleSetting } from '../scales/rules';
import { hasSettled } from '../scales/speaks-for';
import type { Protection } from './protection';

/** A sign that weakens the tree. */
export interface Fault {
  sign: Sign;
  seen: CountedSign;
  /** Place on the soundness scale, 1 to 3. */
  rank: number;
  /** On a limb, which can be taken off, or on what bears the tree. */
  onLimb: boolean;
  settled: boolean;
}

/** What outlook, date and options are weighed from. */
export interface Standing {
  library: Library;
  input: AssessInput;
  setting: RuleSetting;
  build: Build;
  vigour: Judged<'vigour'>;
  soundness: Judged<'soundness'>;
  hiddenDecay: Judged<'hiddenDecay'>;
  looked: LookedAt;
  agents: readonly AgentLikelihood[];
  screening: Screening | null;
  works: WorksJudged | null;
  rare: boolean;
  protection: Protection;
  /** Signs that count, and of them the faults, the worst first. */
  signs: readonly CountedSign[];
  faults: readonly Fault[];
  /** Place on the soundness scale of what bears the tree, limbs left out, with its vigour, its shape and its hollow. */
  stemRank: number;
}

/** The faults of a tree by its signs, the worst first. */
export function faultsOf(library: Library, input: AssessInput, signs: readonly CountedSign[]): Fault[] {
  const setting = settingOf(input, signs);
  return signs
    .flatMap((seen): Fault[] => {
      const sign = signNamed(library, seen.id);
      if (!sign) return [];
      const worst = worstRule(sign, seen, 'soundness', setting);
      if (worst === null) return [];
      const onLimb = partOf(sign, seen, setting) !== 'whole tree or stem';
      return [{ sign, seen, rank: worst.rank, onLimb, settled: hasSettled(sign, seen, setting) }];
    })
    .sort((a, b) => b.rank - a.rank);
}

/** Gathers what advice is weighed from. @param stemFound what is known of the stem beside its signs, on the soundness scale */
export function standing(of: Omit<Standing, 'setting' | 'build' | 'stemRank'> & { stemFound: readonly { rank: number }[] }): Standing {
  const { stemFound, ...rest } = of;
  const { faults } = rest;
  const stemRank = Math.max(0, ...faults.filter((fault) => !fault.onLimb).map(({ rank }) => rank), ...stemFound.map(({ rank }) => rank));
  const setting = settingOf(rest.input, rest.signs);
  return {
    ...rest,
    setting,
    build: setting.build,
    // A band the person set holds for the tree as a whole.
    stemRank: rest.soundness.overruled ? soundnessRank(rest.soundness.band) : stemRank,
  };
}

/** Whether people, or what people need, are beneath more than seldom, as far as anybody said. */
export const somebodyBeneath = ({ beneath }: Pick<AssessInput, 'beneath'>): boolean =>
  beneath.some((one) => canBeHarmed(one) && occupancyOf(one) !== 'rare');

/** Parts in the ground or at it: what goes wrong there takes the whole tree. */
export const atTheFoot = (zone: Zone): boolean => zone === 'collar' || zone === 'roots' || zone === 'soil';
