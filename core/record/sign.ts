import { z } from 'zod';
import { signFieldShape, ZONES } from '../knowledge';
import { id } from './ids';
import { LEAST_REASON } from './reason';

/** Longest key of a sign: a UUID, or what an older version made of kind and place. */
const LONGEST_KEY = 90;

/** What may end a sign that does not go by itself: a work that was done, a qualified investigation, a reviewer's word. */
export const ENDED_BY = ['work', 'investigation', 'review'] as const;
/** How a qualified person looked into a fault. */
export const INVESTIGATIONS = [
  'resistance drill',
  'sonic tomograph',
  'pulling test',
  'root excavation',
  'climbed inspection',
  'laboratory',
  'other',
] as const;
export const ended = z.strictObject({
  how: z.enum(ENDED_BY),
  /** The work, the finding, or the reviewer's reason. */
  note: z.string().trim().min(LEAST_REASON, { message: 'say in a few words what was done or found' }).max(1000),
  /** Of an investigation. */
  method: z.enum(INVESTIGATIONS).optional(),
});
export type Ended = z.infer<typeof ended>;

/**
 * A sign as one person saw it on one day. Lengths in metres, angle in degrees; which fields apply depends on the sign, and what
 * each may hold stands in the table of sign fields.
 */
export const signSeen = z.strictObject({
  /** Which sign of the library. */
  id: z.string().min(1).max(60),
  zone: z.enum(ZONES),
  /** This sign's own name: two holes on one side are two. Made on the device. */
  key: z.string().min(1).max(LONGEST_KEY),
  /** The same one as on an earlier look: the key it had there. Null: surely another one. Not given: nobody said. */
  again: z.string().min(1).max(LONGEST_KEY).nullable().optional(),
  ...signFieldShape,
  /** It is there no more, and what ended it. */
  ended: ended.optional(),
  /** Ids of photographs of it. */
  photos: z.array(id).max(12).optional(),
  /** A sign set aside as normal was put back, and why. */
  putBack: z.string().max(500).optional(),
  /** A sign that counted was set aside by the person, and why. */
  leftAside: z.string().max(500).optional(),
});
export type SignSeen = z.infer<typeof signSeen>;

/** Whether a sighting says that the sign is there no more, with or without what it takes to say so. */
export const saidGone = ({ trend, ended: end }: Pick<SignSeen, 'trend' | 'ended'>): boolean => trend === 'gone' || end !== undefined;
