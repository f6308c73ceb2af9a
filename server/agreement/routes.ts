import type { Response } from 'express';
import { z } from 'zod';
import { agreementAnswer, errorBenchAnswer, townErrors } from '@dendrix/core/contracts';
import { isoDate } from '@dendrix/core/record';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { agreementSince, benchSince, heldErrors, switchOff, switchOn } from './service';

/** Whoever no longer waits for an answer has it stopped. */
function untilGone(response: Response): AbortSignal {
  const stop = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) stop.abort();
  });
  return stop.signal;
}

/** How far people agree, and what the town has learnt of its marks. */
export const agreementRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/agreement',
    summary: 'How far people read the same alike since a day, thing by thing, and how often each mark is read wrong; nobody is named',
    role: 'reviewer',
    query: z.object({ since: isoDate }),
    answer: agreementAnswer,
    handle: ({ query, response }) => agreementSince(world, query.since, untilGone(response)),
  }),
  route({
    method: 'get',
    path: '/agreement/bench',
    summary: 'What the town’s own errors change in naming trees whose names are settled',
    role: 'reviewer',
    query: z.object({ since: isoDate }),
    answer: errorBenchAnswer,
    handle: ({ query, response }) => benchSince(world, query.since, untilGone(response)),
  }),
  route({
    method: 'get',
    path: '/town-errors',
    summary: 'The chance that each mark is wrong, as the town has learnt it, where a coordinator has switched that on',
    role: 'viewer',
    answer: townErrors,
    handle: () => heldErrors(),
  }),
  route({
    method: 'put',
    path: '/town-errors',
    summary: 'Switch the town’s own errors on, as they are learnt by now, or off',
    role: 'coordinator',
    body: z.strictObject({ on: z.boolean(), since: isoDate }),
    answer: townErrors,
    handle: ({ body, user, response }) => (body.on ? switchOn(world, body.since, user, untilGone(response)) : switchOff(world, user)),
  }),
];
