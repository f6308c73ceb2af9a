import { z } from 'zod';
import { id } from '../record/ids';
import { treeBrief } from './api';
import { person, ROLES } from './people';

// What a person hears of the others: notices, and what happens as it happens.

/** A person, as they are told from others and spoken to. */
export const colleague = z.object({ id, name: z.string(), role: z.enum(ROLES) });
export type Colleague = z.infer<typeof colleague>;

/** Something a person is told: they were spoken to, somebody answered, or their visit was questioned or overturned. */
export const notice = z.object({
  /** The message or review. */
  id,
  kind: z.enum(['mention', 'answer', 'question', 'overturn']),
  tree: treeBrief.pick({ id: true, tag: true, place: true }),
  by: person,
  at: z.string(),
  text: z.string(),
  isSeen: z.boolean(),
});
export type Notice = z.infer<typeof notice>;
export const noticesAnswer = z.object({ items: z.array(notice), unseen: z.number().int().nonnegative() });
export type NoticesAnswer = z.infer<typeof noticesAnswer>;

/**
 * What goes out to those who listen: trees that changed and how, of which trees somebody had something before them, or where somebody
 * stands.
 */
export const liveEvent = z.union([
  z.object({
    kind: z.literal('change'),
    n: z.number(),
    what: z.string().nullable(),
    by: id.nullable(),
    trees: z.array(id),
    /** People who are told of it. */
    told: z.array(id),
    /** More trees changed than are named: whoever holds lists asks anew. */
    more: z.boolean(),
  }),
  z.object({ kind: z.literal('seen'), by: id, trees: z.array(id) }),
  z.object({ kind: z.literal('presence'), by: person, tree: id.nullable(), at: z.string() }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;
/** The same for those who ask now and then: what happened after a number. */
export const liveAnswer = z.object({ n: z.number(), events: z.array(liveEvent), missed: z.boolean() });
export type LiveAnswer = z.infer<typeof liveAnswer>;
