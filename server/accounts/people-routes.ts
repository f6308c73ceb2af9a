import { z } from 'zod';
import { accessRules, deviceView, invitation, invited, oneTimeLink, personChange, personView } from '@dendrix/core/contracts';
import { id } from '@dendrix/core/record';
import { chain } from '../chain/service';
import { inTransaction } from '../db/transaction';
import { notFound } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { changePerson, dropFactor, dropIdentity, erase, invite, lastSeenOf, listPeople, renewLink } from './people';
import type { Access } from './access';
import { readAccessRules, writeAccessRules } from './rules';
import { devicesOf, endSession, endSessions } from './sessions';

const who = z.object({ id });
const forget = z.object({ forget: z.enum(['true', 'false']).default('false') });

/** People, as an administrator looks after them. */
export const peopleRoutes = (world: World, { clock }: Access): Route[] => {
  const noteEnd = (user: string, by: string, lost: boolean) =>
    inTransaction(world, (transaction) =>
      chain(world, transaction, { userId: by, action: lost ? 'lost device' : 'end session', entity: 'account', entityId: user, body: {} }),
    );
  return [
    route({
      method: 'get',
      path: '/accounts',
      summary: 'Everybody, with role, state and devices',
      role: 'administrator',
      answer: z.object({ items: z.array(personView) }),
      handle: async () => ({ items: await listPeople(world) }),
    }),
    route({
      method: 'post',
      path: '/accounts',
      summary: 'Invite somebody; answers a link by which they set a password, once',
      role: 'administrator',
      body: invitation,
      answer: invited,
      handle: ({ body, user }) => invite(world, body, user, clock()),
    }),
    route({
      method: 'put',
      path: '/accounts/{id}',
      summary: 'Change name, role, districts, or whether somebody may come in; what is not named stays',
      role: 'administrator',
      params: who,
      body: personChange,
      answer: personView,
      handle: ({ params, body, user }) => changePerson(world, params.id, body, user),
    }),
    route({
      method: 'post',
      path: '/accounts/{id}/link',
      summary: 'A new link by which somebody sets a password, once',
      role: 'administrator',
      params: who,
      answer: oneTimeLink,
      handle: ({ params, user }) => renewLink(world, params.id, user, clock()),
    }),
    route({
      method: 'delete',
      path: '/accounts/{id}/factor',
      summary: 'Take somebody’s second factor off, where the phone with it is gone',
      role: 'administrator',
      params: who,
      handle: ({ params, user }) => dropFactor(world, params.id, user),
    }),
    route({
      method: 'delete',
      path: '/accounts/{id}/identity',
      summary: 'Let somebody sign in elsewhere no more; they are signed out',
      role: 'administrator',
      params: who,
      handle: ({ params, user }) => dropIdentity(world, params.id, user),
    }),
    route({
      method: 'get',
      path: '/accounts/{id}/devices',
      summary: 'Devices somebody is signed in on',
      role: 'administrator',
      params: who,
      answer: z.object({ items: z.array(deviceView) }),
      handle: async ({ params, request }) => ({ items: await devicesOf(params.id, lastSeenOf, request.sessionID) }),
    }),
    route({
      method: 'delete',
      path: '/accounts/{id}/devices',
      summary: 'Sign somebody out everywhere; devices that are lost forget what they hold at their next contact',
      role: 'administrator',
      params: who,
      query: forget,
      async handle({ params, query, user, request }) {
        await endSessions(params.id, params.id === user.id ? request.sessionID : undefined, query.forget === 'true');
        await noteEnd(params.id, user.id, query.forget === 'true');
      },
    }),
    route({
      method: 'delete',
      path: '/accounts/{id}/devices/{device}',
      summary: 'Sign somebody out on one device; one that is lost forgets what it holds at its next contact',
      role: 'administrator',
      params: who.extend({ device: id }),
      query: forget,
      async handle({ params, query, user }) {
        if (!(await endSession(params.id, params.device, query.forget === 'true'))) throw notFound('This device');
        await noteEnd(params.id, user.id, query.forget === 'true');
      },
    }),
    route({
      method: 'post',
      path: '/accounts/{id}/erase',
      summary: 'Erase a person: the name is replaced, what they recorded of trees is kept. It cannot be undone',
      role: 'administrator',
      params: who,
      answer: personView,
      handle: ({ params, user }) => erase(world, params.id, user),
    }),
    route({
      method: 'get',
      path: '/access-rules',
      summary: 'How access is kept',
      role: 'viewer',
      answer: accessRules,
      handle: () => readAccessRules(world),
    }),
    route({
      method: 'put',
      path: '/access-rules',
      summary: 'Change how access is kept',
      role: 'administrator',
      body: accessRules,
      answer: accessRules,
      handle: ({ body, user }) => writeAccessRules(world, body, user),
    }),
  ];
};
