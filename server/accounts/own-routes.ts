import { z } from 'zod';
import { deviceView, factorAsk, factorCode, factorOff, factorOffer, passwordChange, recoveryCodes } from '@dendrix/core/contracts';
import { id } from '@dendrix/core/record';
import { noteExport } from '../exports/noted';
import { HttpProblem, notFound } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { lastSeenOf } from './people';
import { changePassword, confirmFactor, confirmPassword, dropOwnFactor, ownData } from './own';
import { offerFactor } from './factor';
import type { Access } from './access';
import { devicesOf, endSession } from './sessions';

/** Anybody may be anybody in the demonstration: nobody shuts the others out there. @throws HttpProblem 409 */
function notInDemonstration({ isDemonstration }: Access): void {
  if (isDemonstration) throw new HttpProblem(409, 'A demonstration', 'You cannot change accounts in the demo.');
}

/** What a person does about their own access. */
export const ownRoutes = (world: World, access: Access): Route[] => [
  route({
    method: 'get',
    path: '/me/devices',
    summary: 'Devices you are signed in on',
    role: 'viewer',
    owing: true,
    answer: z.object({ items: z.array(deviceView) }),
    handle: async ({ user, request }) => ({ items: await devicesOf(user.id, lastSeenOf, request.sessionID) }),
  }),
  route({
    method: 'delete',
    path: '/me/devices/{id}',
    summary: 'Sign out on another device; one that is lost forgets what it holds at its next contact',
    role: 'viewer',
    owing: true,
    params: z.object({ id }),
    query: z.object({ forget: z.enum(['true', 'false']).default('false') }),
    async handle({ params, query, user }) {
      if (!(await endSession(user.id, params.id, query.forget === 'true'))) throw notFound('This device');
    },
  }),
  route({
    method: 'put',
    path: '/me/password',
    summary: 'Change your password; other devices are signed out',
    role: 'viewer',
    owing: true,
    body: passwordChange,
    async handle({ body, user, request }) {
      notInDemonstration(access);
      await changePassword(world, user, body, {
        address: request.ip ?? '',
        session: request.sessionID,
        clock: access.clock,
        town: await access.town(),
      });
    },
  }),
  route({
    method: 'post',
    path: '/me/factor',
    summary: 'A new second factor, asked for with the password; it counts once its first code was given',
    role: 'viewer',
    owing: true,
    body: factorAsk,
    answer: factorOffer,
    async handle({ body, user, request }) {
      notInDemonstration(access);
      await confirmPassword(world, user, body.password, { address: request.ip ?? '', clock: access.clock }, { mayLack: true });
      if (user.secondFactor) throw new HttpProblem(409, 'There is one', 'Two-step sign-in is already on. Turn it off first.');
      const offer = offerFactor(user.login, await access.town());
      request.session.offered = offer.secret;
      request.session.offeredAt = access.clock().toISOString();
      return offer;
    },
  }),
  route({
    method: 'put',
    path: '/me/factor',
    summary: 'Switch the second factor on with its first code; answers recovery codes, once',
    role: 'viewer',
    owing: true,
    body: factorCode,
    answer: recoveryCodes,
    async handle({ body, user, request }) {
      const { offered, offeredAt } = request.session;
      const codes = await confirmFactor(world, user, { offered, offeredAt, session: request.sessionID }, body.code, access);
      delete request.session.offered;
      delete request.session.offeredAt;
      return { codes };
    },
  }),
  route({
    method: 'post',
    path: '/me/factor/off',
    summary: 'Take your second factor off, with your password and a code of it',
    role: 'viewer',
    body: factorOff,
    async handle({ body, user, request }) {
      const address = request.ip ?? '';
      await confirmPassword(world, user, body.password, { address, clock: access.clock }, { mayLack: true });
      await dropOwnFactor(world, user, body.code, address, access);
    },
  }),
  route({
    method: 'get',
    path: '/me/data',
    summary: 'All that is kept about you',
    role: 'viewer',
    answer: z.record(z.string(), z.unknown()),
    async handle({ user, response }) {
      await noteExport(world, user.id, 'about-me.json');
      response.set('content-disposition', 'attachment; filename="about-me.json"');
      return ownData(world, user);
    },
  }),
];
