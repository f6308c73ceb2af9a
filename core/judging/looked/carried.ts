import { clearedOn, inOrder, kindOf, threadsOf } from '../../history/threads';
import { signLabel, type Library, type SignRule } from '../../knowledge';
import type { Look } from '../../record/look';
import { countedMeasurements, type Drilling } from '../../record/measurement';
import type { SignSeen } from '../../record/sign';
import type { Catalogue } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { withSounding } from './sounding';

/** A sign that counts in a judgement; one carried over from an earlier look says when it was last seen. */
export interface CountedSign extends SignSeen {
  /** ISO date */
  seenOn?: string;
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

const STRUCTURAL: readonly SignRule['scale'][] = ['soundness', 'hiddenDecay'];

/** Whether a sign of its kind can weigh on how the tree holds together. */
const mayBearOnStructure = (library: Library, sign: SignSeen) =>
  (library.signs.find((s) => s.id === sign.id)?.rules ?? []).some((rule) => STRUCTURAL.includes(rule.scale));

/**
 * Signs that were there when somebody last had the means to find them, and that this look did not meet nor could have found:
 * out of sight is not gone. Only what bears on how the tree holds together is carried over; the foliage is of its season, and
 * vigour needs a look of its own.
 */
export function carriedSigns(library: Library, input: AssessInput): CountedSign[] {
  const earlier = inOrder((input.before ?? []).filter((look) => look.day <= input.day));
  const looks: Look[] = [...earlier, input].map((look) => withSounding(library, look));
  const now = looks.length - 1;
  return threadsOf(looks).flatMap((thread) => {
    const last = thread.met.at(-1);
    if (!last || thread.lastAt === now || !kindOf(library, thread) || clearedOn(library, looks, thread) !== null) return [];
    return mayBearOnStructure(library, last.sign) ? [{ ...last.sign, zone: thread.zone, seenOn: last.day }] : [];
  });
}

/** Lines drilled on earlier looks, each until its side is drilled again: a thin shell does not grow thick by not being drilled. */
export function carriedDrillings(input: Pick<AssessInput, 'before' | 'day' | 'measurements'>): CountedDrilling[] {
  const again = new Set((input.measurements.drillings ?? []).map((line) => line.zone));
  const newestFirst = inOrder((input.before ?? []).filter((look) => look.day <= input.day)).reverse();
  return newestFirst.flatMap((look) => {
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
  const groups = new Map<string, CountedSign[]>();
  for (const sign of carried) {
    const group = `${way(sign)}/${sign.zone}`;
    groups.set(group, [...(groups.get(group) ?? []), sign]);
  }
  return [...groups.values()].flatMap((there) => {
    const [first] = there;
    if (!first) return [];
    const labels = there.map((sign) => signLabel(library, sign.id));
    // The newest sighting of several: the news is no older than that.
    const days = there.map((sign) => sign.seenOn ?? '').sort();
    return [say.looked.carried({ zone: first.zone, found: way(first), labels, on: days.at(-1) ?? '' })];
  });
}
