import { standsOnLimb, type EndRule, type Ending, type Sign } from '../knowledge';
import { meets, NOTHING_ELSE } from './reading';
import type { Ended, SignSeen } from './sign';

// What can end a sign that was seen. Silence ends only what passes with its season; an eye ends only what falls; the rest takes a
// recorded work, an investigation or a reviewer.

/** What ends a sign as it was seen, by the first rule of its file that holds. */
export const endRule = (sign: Pick<Sign, 'ends' | 'unsaid'>, seen: SignSeen): EndRule =>
  sign.ends.find(({ when }) => meets(sign, seen, when, NOTHING_ELSE)) ?? { by: 'closed' };

/** Whether what ended a sign is enough for a sign that ends so; a limb can be taken off with what is wrong on it. */
export const endsIt = (by: Ending, { how }: Pick<Ended, 'how'>, onLimb: boolean): boolean =>
  how !== 'work' || by === 'falls' || by === 'worked' || (by === 'closed' && onLimb);

/** Whether a recorded work can end this sign where it stands: the form, the service and the command line ask. */
export const workEnds = (sign: Pick<Sign, 'ends' | 'unsaid' | 'brings'>, seen: SignSeen): boolean =>
  endsIt(endRule(sign, seen).by, { how: 'work' }, standsOnLimb(sign, seen));

/** Whether an eye that finds it gone is enough, without a work, an investigation or a reviewer. */
export const eyeEnds = (sign: Pick<Sign, 'ends' | 'unsaid'>, seen: SignSeen): boolean => {
  const { by } = endRule(sign, seen);
  return by === 'passes' || by === 'falls';
};
