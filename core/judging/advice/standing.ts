import type { AgentLikelihood, Judged, Screening, WorksJudged } from '../../record/judgement';
import { signNamed, type Build, type Library, type Sign, type Zone } from '../../knowledge';
import { addDays } from '../../time/dates';
import type { Plausible } from '../causes/plausible';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { breaksUp, harmInReach } from '../risk/impact';
import { partOf } from '../risk/parts';
import { BANDS, soundnessRank } from '../scales/bands';
import { rankForTree } from '../scales/from-signs';
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
  /** Causes as all signs together have them, and each at its most likely over the sets of signs that could come from it. */
  agents: readonly AgentLikelihood[];
  plausible: readonly Plausible[];
  screening: Screening | null;
  works: WorksJudged | null;
  rare: boolean;
  /** Causes the district knows to be everywhere: nobody samples them or reports a find. */
  everywhere: ReadonlySet<string>;
  protection: Protection;
  /** Signs that count, and of them the faults, the worst first. */
  signs: readonly CountedSign[];
  faults: readonly Fault[];
  /** Signs of low vigour that count. */
  weakening: readonly CountedSign[];
  /** Place on the soundness scale of what bears the tree, limbs left out, with its vigour, its shape and its hollow. */
  stemRank: number;
  /** Place of hidden decay in what bears the tree: a limb with decay comes off. */
  stemDecay: number;
  /** Signs of decay in what bears the tree. */
  decaying: readonly CountedSign[];
  /** Whether something that can come to harm is in reach more than seldom. */
  harm: 'in reach' | 'none' | 'not said';
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
      return [{ sign, seen, rank: rankForTree(sign, seen, 'soundness', worst.rank), onLimb, settled: hasSettled(sign, seen, setting) }];
    })
    .sort((a, b) => b.rank - a.rank);
}

/** Hidden decay of what bears the tree, by the signs that do not stand on a limb and by what was drilled, and the signs that say so. */
function decayOfStem(
  { library, input, signs }: Pick<Standing, 'library' | 'input' | 'signs'>,
  drilled: readonly CountedDrilling[],
): { rank: number; decaying: CountedSign[] } {
  const setting = settingOf(input, signs);
  const ranks = signs.map((seen) => {
    const sign = signNamed(library, seen.id);
    if (!sign || partOf(sign, seen, setting) !== 'whole tree or stem') return 0;
    return worstRule(sign, seen, 'hiddenDecay', setting)?.rank ?? 0;
  });
  const rank = Math.max(0, ...ranks, ...(drilled.some((line) => line.decayMet) ? [2] : []));
  return { rank, decaying: signs.filter((_, i) => rank > 0 && ranks[i] === rank) };
}

/** Signs that make the tree worse than fair. */
function weakeningOf({ library, input, signs }: Pick<Standing, 'library' | 'input' | 'signs'>): CountedSign[] {
  const setting = settingOf(input, signs);
  return signs.filter((seen) => {
    const sign = signNamed(library, seen.id);
    const worst = sign && worstRule(sign, seen, 'vigour', setting);
    return sign && worst && rankForTree(sign, seen, 'vigour', worst.rank) > BANDS.vigour.indexOf('fair');
  });
}

type Given = Omit<Standing, 'setting' | 'build' | 'stemRank' | 'stemDecay' | 'decaying' | 'harm' | 'weakening'> & {
  /** What is known of the stem beside its signs, on the soundness scale. */
  stemFound: readonly { rank: number }[];
  drilled: readonly CountedDrilling[];
};

/** Gathers what advice is weighed from. */
export function standing({ stemFound, drilled, ...rest }: Given): Standing {
  const { faults, input } = rest;
  const stemRank = Math.max(0, ...faults.filter((fault) => !fault.onLimb).map(({ rank }) => rank), ...stemFound.map(({ rank }) => rank));
  const setting = settingOf(input, rest.signs);
  const decay = decayOfStem(rest, drilled);
  return {
    ...rest,
    setting,
    build: setting.build,
    // A band the person set holds for the tree as a whole.
    stemRank: rest.soundness.overruled ? soundnessRank(rest.soundness.band) : stemRank,
    stemDecay: rest.hiddenDecay.overruled
      ? Math.max(
          0,
          BANDS.hiddenDecay.findIndex((band) => band === rest.hiddenDecay.band),
        )
      : decay.rank,
    decaying: decay.decaying,
    weakening: weakeningOf(rest),
    harm: input.beneath.length === 0 ? 'not said' : harmInReach(input, breaksUp(rest)) ? 'in reach' : 'none',
  };
}

/** Parts in the ground or at it: what goes wrong there takes the whole tree. */
export const atTheFoot = (zone: Zone): boolean => zone === 'collar' || zone === 'roots' || zone === 'soil';

/** What is overdue is due within so many days. */
const OVERDUE = 7;

/** The newest day on which the signs that ask for something were seen; today where none is named, or one is of today. */
export function seenSince({ day }: Pick<AssessInput, 'day'>, signs: readonly { seenOn?: string }[]): string {
  const days = signs.map(({ seenOn }) => seenOn ?? day).sort();
  return days.at(-1) ?? day;
}

/**
 * A day so many days on from when what asks for it was last seen. A visit that says nothing of it puts nothing off: what was due by
 * then is due within a week.
 */
export function dueBy({ day }: Pick<AssessInput, 'day'>, days: number, since: string): string {
  const due = addDays(since, days);
  const soon = addDays(day, Math.min(days, OVERDUE));
  return since === day || due > soon ? due : soon;
}
