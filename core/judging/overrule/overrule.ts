import type { Band, Judged, Overruled, Scale } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import { wordsIn, type Catalogue, type Speech } from '../../words/catalogue';
import { BANDS } from '../scales/bands';
import { judgedAs } from '../scales/statement';

/** Place of a band on its scale, 0 the best; -1 where nothing was judged. "… on what was looked at" stands with the best. */
function placeOf(scale: Scale, band: string): number {
  const bands: readonly string[] = BANDS[scale];
  const at = bands.indexOf(band);
  return at >= 0 ? at : bands.some((word) => band.startsWith(word)) ? 0 : -1;
}

/** The day of the earlier word that a milder one would take back. */
export const sinceOf = (on: string | undefined): Pick<Overruled, 'since'> => (on === undefined ? {} : { since: on });

/** A scale as the person set it, with the rules' own reasons after theirs. A band the scale does not have is not taken. */
export function overruleScale<S extends Scale>(
  scale: S,
  judged: Judged<S>,
  overrules: readonly Overrule[],
  say: Catalogue,
): { judged: Judged<S>; overruled: Overruled | null } {
  const set = overrules.find((o) => o.what === scale);
  const bands: readonly Band<S>[] = BANDS[scale];
  const to = bands.find((band) => band === set?.to);
  if (!set || to === undefined || to === judged.band) return { judged, overruled: null };
  const statement = say.scales.setByObserver({ to, from: judged.band, why: set.why });
  return {
    judged: { ...judgedAs<S>(to, [statement, ...judged.statements]), overruled: { from: judged.band, why: set.why } },
    overruled: {
      what: scale,
      from: judged.band,
      to,
      why: set.why,
      milder: placeOf(scale, to) < placeOf(scale, judged.band),
      ...sinceOf(judged.overruled?.on),
    },
  };
}

/** The worse of what the rules say and what the person set. */
export const worseBand = <S extends Scale>(scale: S, ruled: Judged<S>, set: Judged<S>): Judged<S> =>
  placeOf(scale, set.band) >= placeOf(scale, ruled.band) ? set : ruled;

/** What was overruled, in a sentence. */
export const overruledWords = (one: Overruled, speech: Speech = {}): string => wordsIn(speech).note.overruled(one);
