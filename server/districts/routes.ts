import { z } from 'zod';
import { id } from '@dendrix/core/record';
import { districtSchema } from '@dendrix/core/knowledge';
import {
  backgroundQuery,
  backgroundsAnswer,
  backgroundView,
  districtsAnswer,
  districtSubmission,
  setUpAnswer,
} from '@dendrix/core/contracts';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { dropBackground, keepBackground, listBackgrounds, sendBackground } from './backgrounds';
import { districtGiven, dropDistrict, leaveSetUp, putDistrict, setUp } from './service';

const which = z.object({ id });
/** An outline from a register and long lists of kinds, bytes. */
const LARGEST_DISTRICT = 2 * 1024 * 1024;

const keptBackground = z.object({
  background: backgroundView,
  read: z
    .object({
      counts: z.record(z.string(), z.number()),
      passedOver: z.array(z.object({ reason: z.string(), features: z.number() })),
      box: z.tuple([z.number(), z.number(), z.number(), z.number()]).nullable(),
    })
    .nullable(),
});

/** The districts of the town, what lies behind its maps, and how far setting up is. */
export const districtRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/districts',
    summary: 'The districts, with outline, climate and lists',
    role: 'viewer',
    answer: districtsAnswer,
    handle: async () => ({ items: world.library.districts }),
  }),
  route({
    method: 'get',
    path: '/districts/{id}',
    summary: 'A district as it was set up',
    role: 'coordinator',
    params: which,
    answer: districtSubmission,
    handle: ({ params }) => districtGiven(params.id),
  }),
  route({
    method: 'put',
    path: '/districts/{id}',
    summary: 'Set a district up, or change it; trees belong to the one they stand in',
    role: 'coordinator',
    params: which,
    body: districtSubmission,
    bodyLimit: LARGEST_DISTRICT,
    answer: districtSchema,
    handle: ({ params, body, user }) => putDistrict(world, params.id, body, user),
  }),
  route({
    method: 'delete',
    path: '/districts/{id}',
    summary: 'Take a district away; its trees go to the nearest of the others',
    role: 'coordinator',
    params: which,
    handle: ({ params, user }) => dropDistrict(world, params.id, user),
  }),
  route({
    method: 'get',
    path: '/backgrounds',
    summary: 'What lies behind the maps',
    role: 'viewer',
    answer: backgroundsAnswer,
    handle: async () => ({ items: await listBackgrounds() }),
  }),
  route({
    method: 'put',
    path: '/backgrounds/{id}',
    summary: 'Bring in a plan as GeoJSON, or a file of map tiles (PMTiles 3); sent as it is, however large',
    role: 'coordinator',
    params: which,
    query: backgroundQuery,
    answer: keptBackground,
    handle: ({ params, query, user, request, still }) => keepBackground(world, { id: params.id, ...query }, request, user, still),
  }),
  route({
    method: 'delete',
    path: '/backgrounds/{id}',
    summary: 'Take a background away',
    role: 'coordinator',
    params: which,
    handle: ({ params, user }) => dropBackground(world, params.id, user),
  }),
  route({
    method: 'get',
    path: '/backgrounds/{id}/file',
    summary: 'A background, whole or in part (range requests)',
    role: 'viewer',
    params: which,
    handle: ({ params, request, response }) => sendBackground(world, params.id, request, response),
  }),
  route({
    method: 'get',
    path: '/set-up',
    summary: 'How far setting up is',
    role: 'coordinator',
    answer: setUpAnswer,
    handle: () => setUp(),
  }),
  route({
    method: 'put',
    path: '/set-up',
    summary: 'Say that the first hour is over, or begin it again',
    role: 'coordinator',
    body: z.strictObject({ isDone: z.boolean() }),
    handle: ({ body, user }) => leaveSetUp(world, body.isDone, user),
  }),
];
