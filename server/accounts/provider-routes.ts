import type { Request, Response } from 'express';
import { UniqueConstraintError } from 'sequelize';
import { z } from 'zod';
import { password } from '@dendrix/core/contracts';
import { HttpProblem } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import type { Access } from './access';
import { User } from '../models/accounts';
import { dropIdentity, followLinkThere, readLink, tieIdentity } from './people';
import { confirmPassword } from './own';
import { BACK, type Provider, type Purpose } from './provider';
import { isActive } from './service';
import { beginSession } from './sessions';

/** What the browser takes along to the provider. It has to come back from elsewhere, which the cookie of a session does not. */
const ALONG = 'dendrix-way';

/** Why nobody was let in; the door says it in words. */
type Refused = 'unknown' | 'failed' | 'taken' | 'link' | 'away';

const alongOf = (request: Request): string | undefined =>
  request.headers.cookie
    ?.split(';')
    .map((part) => part.trim().split('='))
    .find(([name]) => name === ALONG)?.[1];

/** Signing in where the organisation does. @param note notes that somebody came in */
export function providerRoutes(
  world: World,
  { clock, town }: Access,
  provider: Provider,
  note: (userId: string) => Promise<void>,
): Route[] {
  return [
    route({
      method: 'get',
      path: '/session/provider',
      summary: 'Go to where the organisation signs in; the way back ends in a session',
      role: 'anyone',
      query: z.object({ link: z.string().min(1).max(60).optional() }),
      async handle({ query, request, response }) {
        // Whoever comes here is a page that is left: what is wrong is said at the door, not in a line of JSON.
        const to = await wayOf(query.link)
          .then((purpose) => begin(purpose, request, response))
          .catch((error: unknown) => {
            if (error instanceof HttpProblem) return refused(error.status === 503 ? 'away' : 'link');
            throw error;
          });
        response.redirect(303, to);
      },
    }),
    route({
      method: 'get',
      path: '/session/provider/back',
      summary: 'The way back from where the organisation signs in',
      role: 'anyone',
      async handle({ request, response }) {
        const to = await end(request).catch((error: unknown) => {
          if (error instanceof HttpProblem) return refused('link');
          // Two accounts tied to one identity at the same moment: one of them was first.
          if (error instanceof UniqueConstraintError) return refused('taken');
          throw error;
        });
        response.clearCookie(ALONG, { path: '/api/v1/session/provider' });
        response.redirect(303, to);
      },
    }),
    route({
      method: 'post',
      path: '/me/identity',
      summary: 'Tie your account to where the organisation signs in; answers where to go. It takes your password: it is a way in for good',
      role: 'viewer',
      body: z.strictObject({ password }),
      answer: z.object({ address: z.string() }),
      async handle({ body, user, request, response }) {
        await confirmPassword(world, user, body.password, { address: request.ip ?? '', clock });
        return { address: await begin({ to: 'tie', user: user.id }, request, response) };
      },
    }),
    route({
      method: 'delete',
      path: '/me/identity',
      summary: 'Sign in there no more; a password has to be set',
      role: 'viewer',
      handle: ({ user }) => dropIdentity(world, user.id, user),
    }),
  ];

  /** Begins the way there. @returns where the browser goes */
  async function begin(purpose: Purpose, request: Request, response: Response): Promise<string> {
    const { address, along, maxAge } = await provider.begin(purpose, clock());
    response.cookie(ALONG, along, {
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      maxAge,
      path: '/api/v1/session/provider',
    });
    return address;
  }

  async function wayOf(link: string | undefined): Promise<Purpose> {
    if (link === undefined) return { to: 'sign in' };
    await readLink(link, await town(), clock());
    return { to: 'join', token: link };
  }

  async function end(request: Request): Promise<string> {
    const came = await provider.end(alongOf(request), request.originalUrl.slice(BACK.length), clock());
    if (!came) return refused('failed');
    const { purpose, identity } = came;
    const known = await User.findOne({ where: { identity } });
    if (purpose.to === 'sign in') {
      // Whether they are not known or may not come in any more is nobody's business but an administrator's.
      if (!known || !isActive(known)) return refused('unknown');
      return enter(request, known.id);
    }
    if (purpose.to === 'tie') {
      if (known && known.id !== purpose.user) return '/access?refused=taken';
      await tieIdentity(world, purpose.user, identity);
      return '/access';
    }
    if (known) return refused('taken');
    const user = await followLinkThere(world, purpose.token, identity, clock());
    return enter(request, user.id);
  }

  async function enter(request: Request, userId: string): Promise<string> {
    await beginSession(request, userId, clock());
    await note(userId);
    return '/today';
  }
}

const refused = (why: Refused): string => `/today?refused=${why}`;
