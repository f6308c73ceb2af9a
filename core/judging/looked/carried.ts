import { withTrends } from '../../history/change';
import { inOrder, standingSigns, type Known } from '../../history/threads';
import { signLabel, type Library } from '../../knowledge';
import type { Change } from '../../record/judgement';
import type { Look } from '../../record/look';
import { countedMeasurements, type Drilling } from '../../record/measurement';
import { saidGone, type SignSeen } from '../../record/sign';
import type { Catalogue } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { withSounding } from './sounding';

/** A sign that counts in a judgement; one carried over from an earlier look says when it was last seen. */
export interface CountedSign extends SignSeen {
  /** ISO date; not given for a sign of this look. */
  seenOn?: string;
  /** Day of the reading a size, share or angle rests on, where this sighting did not give one. */
  readOn?: string;
  /** Somebody said that it is gone, without what it takes to end it. */
  claim?: { on: string; why: string };
  /** This look says that it could not be seen. */
  unseen?: true;
}

/** A drilled line; one carried over from an earlier look says when it was drilled. */
export interface CountedDrilling extends Drilling {
  /** ISO date */
  seenOn?: string;
}

/** What a judgement is made from, carried signs among the signs. */
export interface CountedInput extends AssessInput {
  signs: CountedSign[];
}

type Looked = Pick<AssessInput, 'before' | 'day'>;
/** Earlier looks in the order of their days. */
export const earlierLooks = ({ before, day }: Looked): Look[] => inOrder((before ?? []).filter((look) => look.day <= day));

/**
 * The signs that stand at a look: those it met, each with what was read of it before where this look gave no reading, and those of
 * earlier looks that nothing has ended. What is not mentioned still counts.
 * @param input with what its sounding adds among its signs
 */
export function signsThatStand(
  library: Library,
  input: AssessInput,
  changes: readonly Change[],
  loosened: boolean,
): { now: CountedSign[]; carried: CountedSign[] } {
  const looks: Look[] = [...earlierLooks(input).map((look) => withSounding(library, look)), input];
  const last = looks.length - 1;
  const standing = standingSigns(library, looks, input);
  const metNow = new Map<string, Known>();
  const before: Known[] = [];
  for (const known of standing) {
    const newest = known.thread.met.at(-1);
    if (known.claim === null && newest?.at === last) metNow.set(newest.sign.key, known);
    else before.push(known);
  }
  const readOn = (known: Known) => (known.readOn === undefined ? {} : { readOn: known.readOn });
  const now = input.signs.flatMap((sign): CountedSign[] => {
    if (saidGone(sign)) return [];
    const known = metNow.get(sign.key);
    return [known ? { ...known.sign, ...readOn(known) } : sign];
  });
  const carried = before.map((known): CountedSign => {
    const { key } = known.thread.met.at(-1)?.sign ?? known.sign;
    const [sign = known.sign] = withTrends([{ ...known.sign, key }], changes, loosened);
    return {
      ...sign,
      seenOn: known.day,
      ...readOn(known),
      ...(known.claim ? { claim: known.claim } : {}),
      ...(known.unseen ? { unseen: true } : {}),
    };
  });
  return { now, carried };
}

/** Lines drilled on earlier looks, each until its side is drilled again: a thin shell does not grow thick by not being drilled. */
export function carriedDrillings(input: Pick<AssessInput, 'before' | 'day' | 'measurements'>): CountedDrilling[] {
  const again = new Set((input.measurements.drillings ?? []).map((line) => line.zone));
  return earlierLooks(input)
    .reverse()
    .flatMap((look) => {
      const lines = (countedMeasurements(look.measurements).drillings ?? []).filter((line) => !again.has(line.zone));
      for (const line of lines) again.add(line.zone);
      return lines.map((line) => ({ ...line, seenOn: look.day }));
    });
}

/** What cannot be said of carried signs: how they stand now. One sentence a part of the tree and a way of finding out. */
export function carriedWords(library: Pick<Library, 'signs'>, carried: readonly CountedSign[], say: Catalogue): string[] {
  const foundBy = (sign: CountedSign) => library.signs.find((s) => s.id === sign.id)?.found ?? 'look';
  // Signs met by the same act at the same part are told in one sentence.
  const way = (sign: CountedSign) => (foundBy(sign) === 'close' ? 'look' : foundBy(sign));
  const standOf = (sign: CountedSign) => (sign.claim ? 'claimed' : sign.unseen ? 'unseen' : 'silent');
  const groups = new Map<string, CountedSign[]>();
  for (const sign of carried) {
    const group = `${way(sign)}/${sign.zone}/${standOf(sign)}`;
    groups.set(group, [...(groups.get(group) ?? []), sign]);
  }
  return [...groups.values()].flatMap((there) => {
    const [first] = there;
    if (!first) return [];
    const labels = there.map((sign) => signLabel(library, sign.id));
    // The newest sighting of several: the news is no older than that.
    const days = there.map((sign) => sign.seenOn ?? '').sort();
    return [say.looked.carried({ zone: first.zone, found: way(first), labels, on: days.at(-1) ?? '', stand: standOf(first) })];
  });
}
