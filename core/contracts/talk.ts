import { z } from 'zod';
import { id, isoDate } from '../record/ids';
import { person } from './people';

// What people say to one another about a tree, and who had what before them.

/** A word on a tree. */
export const messageView = z.object({
  id,
  visitId: id.nullable(),
  point: z.string(),
  by: person,
  at: z.string(),
  text: z.string(),
  mentions: z.array(person),
});
export type MessageView = z.infer<typeof messageView>;

/** That a tree is not gone to before a day. */
export const putOffView = z.object({ id, by: person, at: z.string(), until: isoDate, reason: z.string() });
export type PutOffView = z.infer<typeof putOffView>;

/** Who had a visit, a review or a word before them, and since when. */
export const seenView = z.object({ what: id, by: person, at: z.string() });
export type SeenView = z.infer<typeof seenView>;
