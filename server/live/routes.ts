import { z } from 'zod';
import { liveAnswer } from '@dendrix/core/contracts';
import { id } from '@dendrix/core/record';
import { newestChange } from '../audit/changes';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { eventsAfter, feedOf, presentNow, standAt } from './feed';

/** A line now and then keeps the connection from being taken for dead, ms. */
const BEAT_MS = 20_000;
/** A browser that lost the connection tries again after, ms. */
const RETRY_MS = 2000;

/** What happens, as it happens: server-sent events (HTML Living Standard, 9.2), and the same for those who can only ask. */
export const liveRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/live',
    summary: 'What happens, as server-sent events: trees that changed, and who stands where',
    role: 'viewer',
    async handle({ request, response }) {
      const n = await newestChange(world);
      response.status(200).set({
        'content-type': 'text/event-stream',
        // Not to be held back by compression or by anything on the way.
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      });
      const send = (event: object) => void response.write(`data: ${JSON.stringify(event)}\n\n`);
      response.write(`retry: ${RETRY_MS}\n\n`);
      const beat = setInterval(() => response.write(': still here\n\n'), BEAT_MS);
      const leave = feedOf(world).listen(send, () => response.end());
      request.on('close', () => {
        clearInterval(beat);
        leave();
      });
      send({ kind: 'begin', n });
      for (const event of await presentNow(world)) send(event);
    },
  }),
  route({
    method: 'get',
    path: '/live/since',
    summary: 'What happened after a number, and who stands where, for those whom no events reach',
    role: 'viewer',
    query: z.object({ n: z.coerce.number().int().min(0).optional() }),
    answer: liveAnswer,
    async handle({ query }) {
      const happened =
        query.n === undefined ? { n: await newestChange(world), events: [], missed: false } : await eventsAfter(world, query.n);
      return { ...happened, events: [...happened.events, ...(await presentNow(world))] };
    },
  }),
  route({
    method: 'put',
    path: '/presence',
    summary: 'Say at which tree you stand, or that you left',
    role: 'viewer',
    body: z.strictObject({ tree: id.nullable() }),
    handle: ({ body, user }) => standAt(world, user.id, body.tree),
  }),
];
