import { NOT_JUDGED, type Band, type Judged, type Scale, type Statement } from '../../record/judgement';
import { signNamed, standsOnLimb, type Asked, type Library, type Sign } from '../../knowledge';
import type { Catalogue } from '../../words/catalogue';
import type { CountedSign } from '../looked/carried';
import { BANDS } from './bands';
import { FINE_UNDER, unsaidOf } from '../../record/reading';
import { worstRule, type RuleSetting } from './rules';
import { judgedAs } from './statement';

/** A statement with the place of its band on the scale. */
export interface Found {
  rank: number;
  statement: Statement;
  /** Bad, but nothing shows that it moves. */
  still?: boolean;
}

/** Signs of wood and bark, which on a limb say nothing of the whole tree's vigour. */
const OF_THE_PART: readonly Sign['group'][] = ['stem', 'unions', 'collar'];
const FAIR = BANDS.vigour.indexOf('fair');
const WEAKNESS = BANDS.soundness.indexOf('weakness');

/**
 * The place of a sign's band for the whole tree. A ringed limb is not a ringed tree, and a twig at fault is not a limb: what sits on a
 * limb bears on the tree through its share.
 */
export function rankForTree(sign: Sign, seen: CountedSign, scale: Scale, rank: number): number {
  if (!standsOnLimb(sign, seen)) return rank;
  if (scale === 'vigour' && OF_THE_PART.includes(sign.group)) return Math.min(rank, FAIR);
  return scale === 'soundness' && seen.diameter !== undefined && seen.diameter < FINE_UNDER ? Math.min(rank, WEAKNESS) : rank;
}

/** What the rules of the signs say on one scale; the worst holds, every sign that speaks is a reason. */
export function fromSigns(library: Library, scale: Scale, signs: readonly CountedSign[], setting: RuleSetting, say: Catalogue): Found[] {
  return signs.flatMap((seen): Found[] => {
    const sign = signNamed(library, seen.id);
    const worst = sign ? worstRule(sign, seen, scale, setting) : null;
    if (!sign || !worst) return [];
    const asked = Object.keys(worst.rule.when ?? {}) as Asked[];
    const unsaid = unsaidOf(sign, seen, setting.tree).filter((one) =>
      asked.some((of) => of === one.asked || (of === 'girthShare' && one.asked === 'dbh')),
    );
    return [
      {
        rank: rankForTree(sign, seen, scale, worst.rank),
        statement: say.scales.ofSign({ sign, rule: worst.rule, seen, on: seen.seenOn, readOn: seen.readOn, scale, unsaid }),
      },
    ];
  });
}

/** The band of the worst statement, with every statement, worst first. */
export function worstOf<S extends Scale>(scale: S, found: readonly Found[], notes: readonly Statement[]): Judged<S> {
  const sorted = [...found].sort((a, b) => b.rank - a.rank);
  const bands: readonly Band<S>[] = BANDS[scale];
  return judgedAs(bands[sorted[0]?.rank ?? 0] ?? NOT_JUDGED, [...sorted.map((f) => f.statement), ...notes]);
}
