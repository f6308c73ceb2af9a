import type { Judged, Scale } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import type { Catalogue } from '../../words/catalogue';
import { BANDS } from '../scales/bands';
import { judgedAs } from '../scales/statement';
import { earlierLooks } from '../looked/carried';
import type { AssessInput } from '../request';
import { worseBand } from './overrule';

/** A word that a person set on an earlier look and that no reviewer has taken back. */
export interface StandingWord extends Overrule {
  /** ISO date of that look. */
  on: string;
}

/**
 * What people set on earlier looks. A later look that says nothing takes nothing back, and neither does a milder word by itself: it
 * takes a reviewer who agrees to it.
 */
export function standingWords(input: Pick<AssessInput, 'day' | 'before' | 'overrules'>): StandingWord[] {
  let words: StandingWord[] = [];
  const takeBack = (overrules: readonly Overrule[]) => {
    words = words.filter((word) => !overrules.some(({ what, agreed }) => what === word.what && agreed !== undefined));
  };
  for (const { day, overrules } of earlierLooks(input)) {
    takeBack(overrules);
    words.push(...overrules.map((one): StandingWord => ({ ...one, on: day })));
  }
  takeBack(input.overrules);
  return words;
}

/** The day on which somebody set what holds on a point; undefined where the rules hold it there. */
export const heldOn = (words: readonly StandingWord[], what: Overrule['what'], holds: string): string | undefined =>
  words.findLast((word) => word.what === what && word.to === holds)?.on;

/** A scale no better than people set it on earlier looks. */
export function heldTo<S extends Scale>(scale: S, ruled: Judged<S>, words: readonly StandingWord[], say: Catalogue): Judged<S> {
  return words
    .filter(({ what }) => what === scale)
    .reduce((held, { to, why, on }) => {
      const band = BANDS[scale].find((word) => word === to);
      if (band === undefined || band === held.band) return held;
      const set: Judged<S> = {
        ...judgedAs<S>(band, [say.scales.setBefore({ to, from: ruled.band, why, on }), ...ruled.statements]),
        overruled: { from: ruled.band, why, on },
      };
      return worseBand(scale, held, set);
    }, ruled);
}
