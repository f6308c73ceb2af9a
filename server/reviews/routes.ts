import { z } from 'zod';
import { id, reviewSubmission } from '@dendrix/core/record';
import { queueAnswer } from '@dendrix/core/contracts';
import { route, type Route } from '../http/route';
import { QUEUE_ABOUT, reviewQueue, submitReview } from './service';
import type { World } from '../world';

/** The second opinion. */
export const reviewRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/review-queue',
    summary: 'Visits that wait for a second pair of eyes, what matters most first, in pages',
    role: 'reviewer',
    query: z.object({
      after: z.string().max(80).optional(),
      limit: z.coerce.number().int().min(1).max(100).optional(),
      by: id.optional(),
      street: z.string().max(120).optional(),
      taxon: z.string().max(120).optional(),
      about: z.enum(QUEUE_ABOUT).optional(),
    }),
    answer: queueAnswer,
    handle: ({ user, query: { after, limit, ...filter } }) => reviewQueue(world, user.id, after, limit, filter),
  }),
  route({
    method: 'put',
    path: '/reviews/{id}',
    summary: 'Confirm, question or overturn a visit',
    role: 'reviewer',
    params: z.object({ id }),
    body: reviewSubmission,
    bodyLimit: 64 * 1024,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitReview(world, params.id, body, user) }),
  }),
];
