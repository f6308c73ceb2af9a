import rateLimit from 'express-rate-limit';
import { z } from 'zod';
import { account, signIn } from '@dendrix/core/contracts';
import { HttpProblem } from '../http/problem';
import { route, type Route } from '../http/route';
import { Setting } from '../organisation/model';
import { User } from './model';
import { accountOf, authenticate } from './service';
import { endSessions } from './sessions';

/** Wrong passwords allowed from one address in ten minutes. */
const WRONG_TRIES = 20;
const tries = rateLimit({
  windowMs: 600_000,
  limit: WRONG_TRIES,
  skipSuccessfulRequests: true,
  standardHeaders: false,
  legacyHeaders: false,
});

const demoAccounts = z.object({
  password: z.string().nullable(),
  accounts: z.array(account),
});

/** Who is signed in; signing in and out; the accounts of the demo. */
export const sessionRoutes = (): Route[] => [
  route({
    method: 'get',
    path: '/session',
    summary: 'Who is signed in',
    role: 'viewer',
    answer: account,
    handle: async ({ user }) => user,
  }),
  route({
    method: 'post',
    path: '/session',
    summary: 'Sign in',
    role: 'anyone',
    body: signIn,
    answer: account,
    async handle({ body, request, response }) {
      const allowed = await new Promise<boolean>((resolve) => {
        // The limiter answers by itself once there were too many wrong tries.
        response.once('finish', () => resolve(false));
        void tries(request, response, () => resolve(true));
      });
      if (!allowed) return;
      const user = await authenticate(body.login, body.password);
      if (!user) throw new HttpProblem(401, 'Not signed in', 'This name and password do not belong together.');
      await new Promise<void>((resolve, reject) =>
        request.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve())),
      );
      request.session.userId = user.id;
      // Kept before the answer: told "signed in", nobody may find out from the next request that the database had no time for it.
      await new Promise<void>((resolve, reject) => request.session.save((error: unknown) => (error ? reject(error as Error) : resolve())));
      return user;
    },
  }),
  route({
    method: 'delete',
    path: '/session',
    summary: 'Sign out on this device, or everywhere',
    role: 'anyone',
    query: z.object({ everywhere: z.enum(['true', 'false']).default('false') }),
    async handle({ query, request }) {
      const { userId } = request.session;
      if (query.everywhere === 'true' && userId) await endSessions(userId);
      await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
    },
  }),
  route({
    method: 'get',
    path: '/demo-accounts',
    summary: 'Accounts of the demo town, with their shared password; empty where this is no demo',
    role: 'anyone',
    answer: demoAccounts,
    async handle() {
      const setting = await Setting.findByPk('demo-password');
      if (!setting) return { password: null, accounts: [] };
      const users = await User.findAll({
        order: [
          ['role', 'ASC'],
          ['name', 'ASC'],
        ],
      });
      return { password: setting.value, accounts: users.map(accountOf) };
    },
  }),
];
