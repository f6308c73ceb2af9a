import { z } from 'zod';
import { signFieldShape, ZONES } from '../knowledge';
import { id } from './ids';

/** Longest key of a sign: a UUID, or what an older version made of kind and place. */
const LONGEST_KEY = 90;

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
  /** Ids of photographs of it. */
  photos: z.array(id).max(12).optional(),
  /** A sign set aside as normal was put back, and why. */
  putBack: z.string().max(500).optional(),
  /** A sign that counted was set aside by the person, and why. */
  leftAside: z.string().max(500).optional(),
});
export type SignSeen = z.infer<typeof signSeen>;
