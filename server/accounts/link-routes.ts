import { z } from 'zod';
import { account, linkView, newPassword } from '@dendrix/core/contracts';
import { HttpProblem } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { followLink, readLink } from './people';
import type { Access } from './access';
import { signedIn } from './rules';
import { beginSession } from './sessions';
import { tryOnce } from './tries';

const token = z.object({ token: z.string().min(1).max(60) });
/** Links are guessed no sooner than passwords: tries of either count together by address, and of all links by one name. */
const NAME = '(link)';

/** One-time links. What is opened by mistake or too late says so. */
export const linkRoutes = (world: World, { clock, town }: Access): Route[] => {
  const tried = <T>(address: string, found: () => Promise<T>): Promise<T> => {
    let problem: unknown;
    return tryOnce(world, { address, name: `${NAME}${address}` }, clock, async () => {
      try {
        return await found();
      } catch (error) {
        if (!(error instanceof HttpProblem && error.status === 404)) throw error;
        problem = error;
        return null;
      }
    }).then((value) => {
      if (value === null) throw problem;
      return value;
    });
  };
  return [
    route({
      method: 'get',
      path: '/links/{token}',
      summary: 'Whom a one-time link is for',
      role: 'anyone',
      params: token,
      answer: linkView,
      handle: ({ params, request }) => tried(request.ip ?? '', async () => readLink(params.token, await town(), clock())),
    }),
    route({
      method: 'post',
      path: '/links/{token}',
      summary: 'Set a password by a one-time link, and sign in',
      role: 'anyone',
      params: token,
      body: newPassword,
      answer: account,
      async handle({ params, body, request }) {
        const user = await tried(request.ip ?? '', async () => followLink(world, params.token, body.password, await town(), clock()));
        // A second factor that there is stands in the way of whoever found the link: they sign in with it.
        if (user.factor === null) await beginSession(request, user.id, clock());
        return signedIn(world, user);
      },
    }),
  ];
};
