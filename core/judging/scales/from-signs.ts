import { NOT_JUDGED, type Band, type Judged, type Scale, type Statement } from '../../record/judgement';
import { signNamed, type Asked, type Library } from '../../knowledge';
import type { Catalogue } from '../../words/catalogue';
import type { CountedSign } from '../looked/carried';
import { BANDS } from './bands';
import { unsaidOf } from '../../record/reading';
import { worstRule, type RuleSetting } from './rules';
import { judgedAs } from './statement';

/** A statement with the place of its band on the scale. */
export interface Found {
  rank: number;
  statement: Statement;
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
    return [{ rank: worst.rank, statement: say.scales.ofSign({ sign, rule: worst.rule, seen, on: seen.seenOn, scale, unsaid }) }];
  });
}

/** The band of the worst statement, with every statement, worst first. */
export function worstOf<S extends Scale>(scale: S, found: readonly Found[], notes: readonly Statement[]): Judged<S> {
  const sorted = [...found].sort((a, b) => b.rank - a.rank);
  const bands: readonly Band<S>[] = BANDS[scale];
  return judgedAs(bands[sorted[0]?.rank ?? 0] ?? NOT_JUDGED, [...sorted.map((f) => f.statement), ...notes]);
}
