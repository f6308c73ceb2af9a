import { SIGN_FIELDS, standsOnLimb, TRACKED, type Library, type Sign, type Zone } from '../knowledge';
import type { Look } from '../record/look';
import { endsIt } from '../record/ending';
import { saidGone, type Ended, type SignSeen } from '../record/sign';
import { addMonths } from '../time/dates';
import { hardestEnd, wouldShow, type Place } from './endings';
import { couldFind } from './reached';

type Signs = Pick<Library, 'signs'>;

/** One sign as it was met, on one look. */
export interface Meeting {
  day: string;
  sign: SignSeen;
}

/** One sign of a tree followed over the looks at it, oldest first. Two holes on one side are two threads. */
export interface Thread {
  id: string;
  /** Where it was met last. */
  zone: Zone;
  met: (Meeting & { at: number })[];
  /** Where in the row of looks it was met last. */
  lastAt: number;
}

/** Heights further apart than this are two signs, unless somebody said they are one, m. Common practice, no source. */
const SAME_HEIGHT_WITHIN = 0.5;

const newest = (thread: Thread): SignSeen | undefined => thread.met.at(-1)?.sign;

const heightApart = (a: SignSeen | undefined, b: SignSeen) =>
  a?.height === undefined || b.height === undefined ? SAME_HEIGHT_WITHIN : Math.abs(a.height - b.height);

/** Whether two sightings of one kind on one side may be one sign: their heights agree, and neither says another form of it. */
const mayBeOne = (a: SignSeen | undefined, b: SignSeen): boolean =>
  heightApart(a, b) <= SAME_HEIGHT_WITHIN && (a?.kind === undefined || b.kind === undefined || a.kind === b.kind);

/** A key made of sign and place is nobody's word that two sightings are one. */
const isPlaceKey = ({ id, key }: SignSeen): boolean => key.startsWith(`${id}@`);

/** Looks in the order of their days; of one day in the order given. */
export const inOrder = <L extends Pick<Look, 'day'>>(looks: readonly L[]): L[] =>
  looks
    .map((look, i) => ({ look, i }))
    .sort((a, b) => a.look.day.localeCompare(b.look.day) || a.i - b.i)
    .map(({ look }) => look);

/**
 * Follows every sign over the looks at a tree. A sign goes on from the one it says it is `again`, or from one of the same key.
 * Where nobody said, it goes on from the one sign of its form on its side whose height agrees. Where several could be meant, or it
 * says another form, it starts a thread of its own and both count: a guess never makes a known fault smaller.
 * @param looks in the order of their days
 */
export function threadsOf(looks: readonly Pick<Look, 'day' | 'signs'>[]): Thread[] {
  const threads: Thread[] = [];
  const byKey = new Map<string, Thread>();
  looks.forEach((look, at) => {
    const open = new Set(threads);
    const goesOn = (thread: Thread, sign: SignSeen) => {
      thread.met.push({ day: look.day, sign, at });
      thread.zone = sign.zone;
      thread.lastAt = at;
      byKey.set(sign.key, thread);
      open.delete(thread);
    };
    const begins = (sign: SignSeen) => {
      const thread: Thread = { id: sign.id, zone: sign.zone, met: [{ day: look.day, sign, at }], lastAt: at };
      threads.push(thread);
      byKey.set(sign.key, thread);
    };
    // What was said goes first, so that a guess never takes its place.
    const unsaid = look.signs.filter((sign) => {
      const said = typeof sign.again === 'string' ? byKey.get(sign.again) : isPlaceKey(sign) ? undefined : byKey.get(sign.key);
      if (!said || !open.has(said) || said.id !== sign.id) return true;
      goesOn(said, sign);
      return false;
    });
    for (const sign of unsaid) {
      const like =
        sign.again === null ? [] : [...open].filter((t) => t.id === sign.id && t.zone === sign.zone && mayBeOne(newest(t), sign));
      const [nearest, next] = like.sort((a, b) => heightApart(newest(a), sign) - heightApart(newest(b), sign));
      const plain = nearest && (!next || heightApart(newest(nearest), sign) < heightApart(newest(next), sign));
      if (plain) goesOn(nearest, sign);
      else begins(sign);
    }
  });
  return threads;
}

/** The sign of a thread in the library, or undefined where it is not held. */
export const kindOf = (library: Signs, thread: Pick<Thread, 'id'>): Sign | undefined => library.signs.find((s) => s.id === thread.id);

/** How a sign came to an end: by its season, seen to be gone, by what was recorded, or by the years. */
export interface End {
  /** ISO date */
  on: string;
  how: 'passed' | 'gone' | 'ran out' | Ended['how'];
  note?: string;
}

const MONTHS_A_YEAR = 12;

/** Whether a look says that it could not see the sign of a thread. */
const saidUnseen = ({ unseenSigns }: Pick<Look, 'unseenSigns'>, { met }: Thread): boolean =>
  unseenSigns !== undefined && met.some(({ sign }) => unseenSigns.includes(sign.key));

/**
 * What ended a sign after it was last there, or null while nothing did. Silence ends only what passes with its season, on a look that
 * would show it; an eye that finds it gone ends what passes or falls; the rest takes what its file asks for.
 * @param looks the same, in the same order, as the thread was made from
 */
export function endOf(library: Signs, looks: readonly Look[], thread: Thread, place: Place): End | null {
  const sign = kindOf(library, thread);
  if (!sign) return null;
  const lastThere = thread.met.findLastIndex(({ sign: seen }) => !saidGone(seen));
  // Since it was last gone for sure: what it was before that is over.
  const there = thread.met.slice(0, lastThere + 1);
  const rule = hardestEnd(
    sign,
    there.map(({ sign: seen }) => seen),
  );
  const silent = rule.by === 'passes';
  const onLimb = there.every(({ sign: seen }) => standsOnLimb(sign, seen));
  const since = there.at(-1);
  for (const { day, sign: seen, at } of thread.met.slice(lastThere + 1)) {
    if (seen.ended && endsIt(rule.by, seen.ended, onLimb)) return { on: day, how: seen.ended.how, note: seen.ended.note };
    const look = looks[at];
    if (!look || seen.trend !== 'gone' || !(silent || rule.by === 'falls')) continue;
    // The sighting itself is no proof that somebody had the means.
    if (couldFind(library, { ...look, signs: look.signs.filter((other) => other !== seen) }, sign, seen.zone))
      return { on: day, how: 'gone' };
  }
  if (silent) {
    const from = (since?.at ?? -1) + 1;
    const clear = looks
      .slice(from)
      .find((look) => !saidUnseen(look, thread) && couldFind(library, look, sign, thread.zone) && wouldShow(sign, rule, look.day, place));
    if (clear) return { on: clear.day, how: 'passed' };
  }
  const over = rule.years === undefined || !since ? null : addMonths(since.day, rule.years * MONTHS_A_YEAR);
  return over !== null && (looks.at(-1)?.day ?? '') >= over ? { on: over, how: 'ran out' } : null;
}

/** Fields that hold for the look at which they were said, and are not carried into another. */
const OF_THE_LOOK: readonly (typeof SIGN_FIELDS)[number][] = ['trend', 'note'];

/** A sign as it stands: every field as it was last read, since an empty field at a later look is no reading. */
export interface Standing {
  sign: SignSeen;
  /** Day of its last sighting. */
  day: string;
  /** Day of the reading that a size, share or angle still rests on, where it is older. */
  readOn?: string;
}

/** A sign as its sightings leave it, the last that says it is gone left out; null where none says that it is there. */
export function asItStands(thread: Thread): Standing | null {
  const there = thread.met.filter(({ sign }) => !saidGone(sign));
  const last = there.at(-1);
  if (!last) return null;
  const fields = { ...last.sign };
  let readOn: string | undefined;
  for (const { day, sign } of [...there].reverse())
    for (const field of SIGN_FIELDS) {
      if (OF_THE_LOOK.includes(field) || fields[field] !== undefined || sign[field] === undefined) continue;
      Object.assign(fields, { [field]: sign[field] });
      if (TRACKED.some((tracked) => tracked === field)) readOn = readOn === undefined || day < readOn ? day : readOn;
    }
  // What had grown has, until somebody reads it again or says that it is the same.
  const grewAt = there.findLastIndex(({ sign }) => sign.trend === 'larger');
  const readSince = there.slice(grewAt + 1).some(({ sign }) => sign.trend === 'same' || TRACKED.some((field) => sign[field] !== undefined));
  if (fields.trend === undefined && grewAt >= 0 && !readSince) fields.trend = 'larger';
  return { sign: { ...fields, zone: last.sign.zone }, day: last.day, ...(readOn === undefined ? {} : { readOn }) };
}

/** A sign that a look before left standing: what the next visit is asked about. */
export interface Known extends Standing {
  thread: Thread;
  /** Somebody said that it is gone, without what it takes to end it. */
  claim: { on: string; why: string } | null;
  /** The last look says that it could not be seen. */
  unseen: boolean;
}

/** The part of a thread since the sign last came to an end: gone and found again, it is a new fault. */
function sinceItsEnd(library: Signs, looks: readonly Look[], thread: Thread, place: Place): Thread {
  for (let i = thread.met.length - 1; i > 0; i--) {
    const before: Thread = {
      ...thread,
      met: thread.met.slice(0, i),
      lastAt: thread.met[i - 1]?.at ?? 0,
      zone: thread.met[i - 1]?.sign.zone ?? thread.zone,
    };
    const next = thread.met[i];
    if (!next || saidGone(next.sign)) continue;
    if (endOf(library, looks.slice(0, next.at), before, place)) return { ...thread, met: thread.met.slice(i) };
  }
  return thread;
}

/**
 * Signs that stand after some looks, each as it was last read, with its day.
 * @param looks in the order of their days
 */
export function standingSigns(library: Signs, looks: readonly Look[], place: Place): Known[] {
  return threadsOf(looks).flatMap((whole): Known[] => {
    if (!kindOf(library, whole)) return [];
    const thread = sinceItsEnd(library, looks, whole, place);
    const stands = asItStands(thread);
    if (!stands || endOf(library, looks, thread, place) !== null) return [];
    const claimed = thread.met.findLast(({ sign }) => saidGone(sign));
    const claim = claimed && claimed.at > (thread.met.findLast(({ sign }) => !saidGone(sign))?.at ?? -1) ? claimed : null;
    const last = looks.at(-1);
    const unseen = last !== undefined && saidUnseen(last, thread);
    return [{ ...stands, thread, unseen, claim: claim && { on: claim.day, why: claim.sign.ended?.note ?? claim.sign.note ?? '' } }];
  });
}

/**
 * Signs that earlier looks left standing, each as it was last read: what the next visit is asked about.
 * @param looks earlier looks, in any order
 */
export const knownSigns = (library: Signs, looks: readonly Look[], place: Place): Meeting[] =>
  standingSigns(library, inOrder(looks), place).map(({ day, sign, thread }) => ({
    day,
    // By the key that a later look goes on from.
    sign: { ...sign, zone: thread.zone, key: newest(thread)?.key ?? sign.key },
  }));
