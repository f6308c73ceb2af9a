import { z } from 'zod';
import { id, messageSubmission, putOffSubmission } from '@dendrix/core/record';
import { colleague, noticesAnswer } from '@dendrix/core/contracts';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { colleagues, noteSeen, noticesOf, submitMessage, submitPutOff } from './service';

/** Things noted as seen at once: a tree with all its visits and words. */
const MOST_SEEN = 400;

/** Talk about trees, what is put off, who is told, and who saw what. */
export const talkRoutes = (world: World): Route[] => [
  route({
    method: 'put',
    path: '/messages/{id}',
    summary: 'Say something to a point of a visit or of a tree, under an id made on the device; sending again changes nothing',
    role: 'crew',
    params: z.object({ id }),
    body: messageSubmission,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitMessage(world, params.id, body, user) }),
  }),
  route({
    method: 'put',
    path: '/put-offs/{id}',
    summary: 'Not go to a tree before a day, with the reason; when it is due stays as it is',
    role: 'crew',
    params: z.object({ id }),
    body: putOffSubmission,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitPutOff(world, params.id, body, user) }),
  }),
  route({
    method: 'get',
    path: '/notices',
    summary: 'What you are told: words to you, answers, and what review made of your visits',
    role: 'viewer',
    answer: noticesAnswer,
    handle: ({ user }) => noticesOf(world, user.id),
  }),
  route({
    method: 'post',
    path: '/seen',
    summary: 'Note visits, reviews and words of a tree that you have had before you',
    role: 'viewer',
    body: z.strictObject({ treeId: id, what: z.array(id).max(MOST_SEEN) }),
    bodyLimit: 32 * 1024,
    handle: ({ body, user }) => noteSeen(world, user.id, body.treeId, body.what),
  }),
  route({
    method: 'get',
    path: '/people',
    summary: 'Everybody of the town',
    role: 'viewer',
    answer: z.object({ items: z.array(colleague) }),
    handle: async () => ({ items: await colleagues() }),
  }),
];
