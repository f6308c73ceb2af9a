import { z } from 'zod';
import { about, account, demoPeople, signIn, type About } from '@dendrix/core/contracts';
import { inTransaction } from '../db/transaction';
import { chain } from '../chain/service';
import { HttpProblem } from '../http/problem';
import { route, type Route } from '../http/route';
import { Setting } from '../models/organisation';
import type { World } from '../world';
import type { Access } from './access';
import { linkRoutes } from './link-routes';
import { ownRoutes } from './own-routes';
import { providerRoutes } from './provider-routes';
import { peopleRoutes } from './people-routes';
import { User } from '../models/accounts';
import { readAccessRules, signedIn } from './rules';
import { accountOf, authenticate } from './service';
import { beginSession, endSessions } from './sessions';

/** Notes that somebody came in or went; whether they did is theirs to see, and an administrator's. */
export const noteAccess = (world: World, userId: string, action: 'sign in' | 'sign out' | 'sign out everywhere'): Promise<void> =>
  inTransaction(world, (transaction) => chain(world, transaction, { userId, action, entity: 'account', entityId: userId, body: {} }));

/** The accounts of the demonstration: no town has this route. */
const demoRoutes = (): Route[] => [
  route({
    method: 'get',
    path: '/demo-accounts',
    summary: 'Accounts of the demo town, with their shared password',
    role: 'anyone',
    answer: demoPeople,
    async handle() {
      const [setting, users] = await Promise.all([
        Setting.findByPk('demo-password'),
        User.findAll({
          where: { state: null },
          order: [
            ['role', 'ASC'],
            ['name', 'ASC'],
          ],
        }),
      ]);
      return setting ? { password: setting.value, accounts: users.map(accountOf) } : { password: null, accounts: [] };
    },
  }),
];

/** @throws HttpProblem 403 where the organisation takes no password of somebody */
async function refusePassword(world: World, { provider }: Access, { role }: User): Promise<void> {
  // Whoever looks after people comes in by a password still, or nobody could while the provider is down.
  if (!provider || role === 'administrator') return;
  if ((await readAccessRules(world)).passwordsFor === 'administrators')
    throw new HttpProblem(403, 'Not with a password', `Your organisation asks you to sign in with ${provider.name}.`);
}

/** Who is signed in; signing in and out; what anybody may know of the place. */
export const accessRoutes = (world: World, access: Access): Route[] => [
  route({
    method: 'get',
    path: '/about',
    summary: 'Whether this is a town or a demonstration, what it is called, and how one signs in',
    role: 'anyone',
    answer: about,
    async handle(): Promise<About> {
      const { contact, unattendedDays } = await readAccessRules(world);
      return {
        kind: access.isDemonstration ? 'demonstration' : 'town',
        name: await access.town(),
        contact,
        unattendedDays,
        provider: access.provider?.name ?? null,
      };
    },
  }),
  route({
    method: 'get',
    path: '/session',
    summary: 'The person signed in; 204 on a device where no person has signed in',
    role: 'viewer',
    nobody: true,
    owing: true,
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
    async handle({ body, request }) {
      const user = await authenticate(world, { ...body, address: request.ip ?? '' }, access);
      await refusePassword(world, access, user);
      await beginSession(request, user.id, access.clock());
      await noteAccess(world, user.id, 'sign in');
      return signedIn(world, user);
    },
  }),
  route({
    method: 'delete',
    path: '/session',
    summary: 'Sign out on this device, or everywhere',
    role: 'anyone',
    query: z.object({ everywhere: z.enum(['true', 'false']).default('false') }),
    async handle({ query, request, response }) {
      const { userId } = request.session;
      // Pictures that the browser keeps are gone with whoever was shown them.
      response.set('Clear-Site-Data', '"cache"');
      const everywhere = query.everywhere === 'true';
      if (everywhere && userId) await endSessions(userId);
      await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
      if (userId) await noteAccess(world, userId, everywhere ? 'sign out everywhere' : 'sign out');
    },
  }),
  ...(access.isDemonstration ? demoRoutes() : []),
  ...(access.provider ? providerRoutes(world, access, access.provider, (userId) => noteAccess(world, userId, 'sign in')) : []),
  ...linkRoutes(world, access),
  ...ownRoutes(world, access),
  ...peopleRoutes(world, access),
];
