import type { Library, Sign, Zone } from '../knowledge';
import type { Look } from '../record/look';
import type { SignSeen } from '../record/sign';
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
  met: Meeting[];
  /** Where in the row of looks it was met last. */
  lastAt: number;
}

/** Heights further apart than this are two signs, unless somebody said they are one, m. Common practice, no source. */
const SAME_HEIGHT_WITHIN = 0.5;

const newest = (thread: Thread): SignSeen | undefined => thread.met.at(-1)?.sign;

/** Whether two sightings of one kind on one side may be one sign by their heights. */
function heightsAgree(a: SignSeen | undefined, b: SignSeen): boolean {
  return a?.height === undefined || b.height === undefined || Math.abs(a.height - b.height) <= SAME_HEIGHT_WITHIN;
}

const heightApart = (a: SignSeen | undefined, b: SignSeen) =>
  a?.height === undefined || b.height === undefined ? SAME_HEIGHT_WITHIN : Math.abs(a.height - b.height);

/** Looks in the order of their days; of one day in the order given. */
export const inOrder = <L extends Pick<Look, 'day'>>(looks: readonly L[]): L[] =>
  looks
    .map((look, i) => ({ look, i }))
    .sort((a, b) => a.look.day.localeCompare(b.look.day) || a.i - b.i)
    .map(({ look }) => look);

/**
 * Follows every sign over the looks at a tree. A sign goes on from the one it says it is `again`, or from one of the same key.
 * Where nobody said, it goes on from one of its kind on its side whose height agrees, the nearest first; one that is said to be
 * another starts a thread of its own.
 * @param looks in the order of their days
 */
export function threadsOf(looks: readonly Pick<Look, 'day' | 'signs'>[]): Thread[] {
  const threads: Thread[] = [];
  const byKey = new Map<string, Thread>();
  looks.forEach((look, at) => {
    const open = new Set(threads);
    const goesOn = (thread: Thread, sign: SignSeen) => {
      thread.met.push({ day: look.day, sign });
      thread.zone = sign.zone;
      thread.lastAt = at;
      byKey.set(sign.key, thread);
      open.delete(thread);
    };
    const begins = (sign: SignSeen) => {
      const thread: Thread = { id: sign.id, zone: sign.zone, met: [{ day: look.day, sign }], lastAt: at };
      threads.push(thread);
      byKey.set(sign.key, thread);
    };
    // What was said goes first, so that a guess never takes its place.
    const unsaid = look.signs.filter((sign) => {
      const said = typeof sign.again === 'string' ? byKey.get(sign.again) : byKey.get(sign.key);
      if (!said || !open.has(said) || said.id !== sign.id) return true;
      goesOn(said, sign);
      return false;
    });
    for (const sign of unsaid) {
      const like =
        sign.again === null ? [] : [...open].filter((t) => t.id === sign.id && t.zone === sign.zone && heightsAgree(newest(t), sign));
      const nearest = like.sort((a, b) => heightApart(newest(a), sign) - heightApart(newest(b), sign))[0];
      if (nearest) goesOn(nearest, sign);
      else begins(sign);
    }
  });
  return threads;
}

/**
 * The first look after a sign was last met that had the means to find it and did not, or found it gone; null while none did.
 * @param looks the same, in the same order, as the thread was made from
 */
export function clearedOn(library: Signs, looks: readonly Look[], thread: Thread): string | null {
  const sign = library.signs.find((s) => s.id === thread.id);
  if (!sign) return null;
  const last = looks[thread.lastAt];
  // Said to be gone: taken, where the look had the means that found it.
  if (newest(thread)?.trend === 'gone') {
    const rest = { ...last, signs: last?.signs.filter((s) => s !== newest(thread)) ?? [] } as Look;
    if (last && couldFind(library, rest, sign, thread.zone)) return last.day;
  }
  return looks.slice(thread.lastAt + 1).find((look) => couldFind(library, look, sign, thread.zone))?.day ?? null;
}

/** The kind of a thread's sign in the library, or undefined where it is not held. */
export const kindOf = (library: Signs, thread: Pick<Thread, 'id'>): Sign | undefined => library.signs.find((s) => s.id === thread.id);

/**
 * Signs that were there when somebody last had the means to find them: what the next visit is asked about, each as it was met last.
 * @param looks earlier looks, in any order
 */
export function knownSigns(library: Signs, looks: readonly Look[]): Meeting[] {
  const ordered = inOrder(looks);
  return threadsOf(ordered).flatMap((thread) => {
    const last = thread.met.findLast(({ sign }) => sign.trend !== 'gone');
    if (!last || !kindOf(library, thread) || clearedOn(library, ordered, thread) !== null) return [];
    // Where it was met last, by the key that a later look goes on from.
    return [{ day: last.day, sign: { ...last.sign, zone: thread.zone, key: newest(thread)?.key ?? last.sign.key } }];
  });
}
