import { z } from 'zod';
import { id, isoDate, isoTime } from './ids';
import { point } from './review';

/** A word on a tree: to a point of a visit, or to the tree as a whole. It is never changed; a later one says otherwise. */
export const messageSubmission = z
  .strictObject({
    treeId: id,
    visitId: id.nullable(),
    point,
    at: isoTime,
    text: z.string().trim().min(1, { message: 'is empty; enter a comment' }).max(2000),
    /** People who are told of it. */
    mentions: z.array(id).max(20),
  })
  .refine(({ visitId, point }) => visitId !== null || point === 'tree' || point === 'name', {
    path: ['visitId'],
    message: 'A point of a visit needs the visit',
  });
export type MessageSubmission = z.output<typeof messageSubmission>;

/** A tree that is not gone to before a day, and why. The day it is due stays what it is, and it shows as overdue. */
export const putOffSubmission = z.strictObject({
  treeId: id,
  at: isoTime,
  until: isoDate,
  reason: z.string().trim().min(5, { message: 'say why in a few words' }).max(500),
});
export type PutOffSubmission = z.output<typeof putOffSubmission>;
