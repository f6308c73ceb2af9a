import { z } from 'zod';
import { id, queueItem, reviewSubmission } from '@dendrix/core/contracts';
import { route, type Route } from '../http/route';
import { reviewQueue, submitReview } from '../services/reviews';
import type { World } from '../services/visits';

/** The second opinion. */
export const reviewRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/review-queue',
    summary: 'Visits that wait for a second pair of eyes, what matters most first',
    role: 'reviewer',
    answer: z.object({ items: z.array(queueItem) }),
    handle: async ({ user }) => ({ items: await reviewQueue(world, user.id) }),
  }),
  route({
    method: 'put',
    path: '/reviews/{id}',
    summary: 'Confirm, question or overturn a visit',
    role: 'reviewer',
    params: z.object({ id }),
    body: reviewSubmission,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitReview(world, params.id, body, user) }),
  }),
];
