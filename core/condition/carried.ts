import type { SignSeen } from '../contracts/record';
import type { Library, SignRule, Zone } from '../knowledge';
import type { AssessInput, EarlierLook } from './request';
import { fromSounding, hollowSign } from './sounding';
import { listed, signLabel } from './words';
import { zoneWords } from './zones';

/** A sign that counts in a judgement; one carried over from an earlier look says when it was last seen. */
export interface CountedSign extends SignSeen {
  /** ISO date */
  seenOn?: string;
}

/** What a judgement is made from, carried signs among the signs. */
export interface CountedInput extends AssessInput {
  signs: CountedSign[];
}

const STRUCTURAL: readonly SignRule['scale'][] = ['soundness', 'hiddenDecay'];

/** Whether a sign that was not said to be gone weighs on how the tree holds together. */
const bearsOnStructure = (library: Library, sign: SignSeen) =>
  sign.trend !== 'gone' && (library.signs.find((s) => s.id === sign.id)?.rules ?? []).some((rule) => STRUCTURAL.includes(rule.scale));

/**
 * Signs that were there when their part was last looked at, where this look did not reach: out of sight is not gone. Only what bears
 * on how the tree holds together is carried over; the foliage is of its season, and vigour needs a look of its own.
 * @param seen the parts this look reached
 */
export function carriedSigns(library: Library, input: AssessInput, seen: ReadonlySet<Zone>): CountedSign[] {
  const hollow = hollowSign(library);
  const signsOf = (look: EarlierLook) => [...look.signs, ...fromSounding(library, look)];
  const newestFirst = [...(input.before ?? [])].sort((a, b) => b.date.localeCompare(a.date));
  const reached = new Set<Zone>(seen);
  const rung = new Set<Zone>((input.sounding ?? []).map((s) => s.zone));
  return newestFirst.flatMap((look) => {
    // The eye does not hear a hollow: only the mallet settles how a side rings.
    const signs = signsOf(look).filter(
      (sign) => !(sign.id === hollow ? rung : reached).has(sign.zone) && !input.signs.some((s) => s.id === sign.id && s.zone === sign.zone),
    );
    for (const { zone } of [...(look.sounding ?? []), ...signs.filter((sign) => sign.id === hollow)]) rung.add(zone);
    for (const zone of [...look.looked, ...look.signs.map((sign) => sign.zone)]) reached.add(zone);
    return signs.filter((sign) => bearsOnStructure(library, sign)).map((sign) => ({ ...sign, seenOn: look.date }));
  });
}

/** What cannot be said of carried signs: how they stand now. One sentence a part of the tree and a way of finding out. */
export function carriedWords(library: Pick<Library, 'signs'>, carried: readonly CountedSign[]): string[] {
  const hollow = hollowSign(library);
  return [false, true].flatMap((byEar) => {
    const these = carried.filter((sign) => (sign.id === hollow) === byEar);
    return [...new Set(these.map((sign) => sign.zone))].map((zone) => {
      const there = these.filter((sign) => sign.zone === zone);
      const names = listed([...new Set(there.map((sign) => signLabel(library, sign.id).toLowerCase()))]);
      const [looked, seen] = byEar ? ['sounded', 'heard'] : ['looked at', 'seen'];
      return `The ${zoneWords(zone)} was not ${looked} this time; how the ${names} ${seen} there on ${there[0]?.seenOn ?? ''} stands now is not known.`;
    });
  });
}
