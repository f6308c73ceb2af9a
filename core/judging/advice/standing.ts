import type { AgentLikelihood, Judged, Screening, WorksJudged } from '../../record/judgement';
import { buildOf, SOUNDNESS, type Build, type Library, type Sign, type Zone } from '../../knowledge';
import type { CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { partOf } from '../risk/parts';
import { rulesMet, settingOf, signOf, type RuleSetting } from '../scales/rules';
import { hasSettled } from '../scales/speaks-for';

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
  /** Signs that count, and of them the faults, the worst first. */
  signs: readonly CountedSign[];
  faults: readonly Fault[];
  /** Place on the soundness scale of what bears the tree, limbs left out, with its vigour, its shape and its hollow. */
  stemRank: number;
}

const rankOf = (band: string) => Math.max(0, (SOUNDNESS as readonly string[]).indexOf(band));

/** The faults of a tree by its signs, the worst first. */
export function faultsOf(library: Library, input: AssessInput, signs: readonly CountedSign[]): Fault[] {
  const setting = settingOf(input, signs);
  return signs
    .flatMap((seen): Fault[] => {
      const sign = signOf(library, seen);
      if (!sign) return [];
      const rank = Math.max(0, ...rulesMet(sign, seen, 'soundness', setting).map((rule) => rankOf(rule.atLeast)));
      if (rank === 0) return [];
      return [
        { sign, seen, rank, onLimb: partOf(sign, seen, setting) !== 'whole tree or stem', settled: hasSettled(library, seen, setting) },
      ];
    })
    .sort((a, b) => b.rank - a.rank);
}

/** Gathers what advice is weighed from. @param stemFound what is known of the stem beside its signs, on the soundness scale */
export function standing(
  of: Omit<Standing, 'setting' | 'build' | 'faults' | 'stemRank'> & { stemFound: readonly { rank: number }[] },
): Standing {
  const { stemFound, ...rest } = of;
  const faults = faultsOf(rest.library, rest.input, rest.signs);
  const stemRank = Math.max(0, ...faults.filter((fault) => !fault.onLimb).map(({ rank }) => rank), ...stemFound.map(({ rank }) => rank));
  return {
    ...rest,
    setting: settingOf(rest.input, rest.signs),
    build: rest.input.taxon ? buildOf(rest.input.taxon) : 'broadleaf',
    faults,
    // A band the person set holds for the tree as a whole.
    stemRank: rest.soundness.overruled ? rankOf(rest.soundness.band) : stemRank,
  };
}

/** People, or what people need, are beneath more than seldom, or nobody said what is. */
export const somebodyBeneath = ({ beneath }: Pick<AssessInput, 'beneath'>): boolean =>
  beneath.some(
    ({ what, howOften }) =>
      what !== 'nothing' && what !== 'path-or-lawn' && (howOften !== 'rare' || what === 'building' || what === 'wires'),
  );

/** Parts in the ground or at it: what goes wrong there takes the whole tree. */
export const atTheFoot = (zone: Zone): boolean => zone === 'collar' || zone === 'roots' || zone === 'soil';
