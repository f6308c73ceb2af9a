import { z } from 'zod';
import { liveAnswer } from '@dendrix/core/contracts';
import { id } from '@dendrix/core/record';
import { newestChange } from '../chain/changes';
import { HttpProblem } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { eventsAfter, feedOf, presentNow, standAt } from './feed';

/** A line now and then keeps the connection from being taken for dead, ms. */
const BEAT_MS = 10_000;
/** Streams one person may hold open at one server: a browser of several tabs, on several devices. */
const MOST_STREAMS = 20;
const open = new Map<string, number>();
const count = (user: string, by: 1 | -1) => {
  const now = (open.get(user) ?? 0) + by;
  if (now > 0) open.set(user, now);
  else open.delete(user);
};
/** A browser that lost the connection tries again after, ms. */
const RETRY_MS = 2000;

/** What happens, as it happens: server-sent events (HTML Living Standard, 9.2), and the same for those who can only ask. */
export const liveRoutes = (world: World, beatMs = BEAT_MS): Route[] => [
  route({
    method: 'get',
    path: '/live',
    summary: 'What happens, as server-sent events: trees that changed, and who stands where',
    role: 'viewer',
    async handle({ response, user, still }) {
      if ((open.get(user.id) ?? 0) >= MOST_STREAMS)
        throw new HttpProblem(429, 'Too many streams', 'You listen in too many places at once. Close some.', undefined, BEAT_MS / 1000);
      // Counted before anything is waited for: many that ask in the same moment are counted too.
      count(user.id, 1);
      response.once('close', () => count(user.id, -1));
      const n = await newestChange(world);
      response.status(200).set({
        'content-type': 'text/event-stream',
        // Not to be held back by compression or by anything on the way.
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      });
      const send = (event: object) => void response.write(`data: ${JSON.stringify(event)}\n\n`);
      response.write(`retry: ${RETRY_MS}\n\n`);
      // It ends with the session, the person and the role of whoever listens. A database that is away ends nothing.
      const beat = setInterval(() => {
        response.write(': still here\n\n');
        still().then(
          (may) => (may ? undefined : response.end()),
          () => undefined,
        );
      }, beatMs);
      const leave = feedOf(world).listen(send, () => response.end());
      const end = () => {
        clearInterval(beat);
        leave();
      };
      response.once('close', end);
      // They may have gone while the number was asked for.
      if (response.destroyed) end();
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
