import { z } from 'zod';
import { id, visitSubmission } from '@dendrix/core/contracts';
import { route, type Route } from '../http/route';
import { submitVisit, type World } from '../services/visits';

/** Visits come in whole, under the id the phone made. */
export const visitRoutes = (world: World): Route[] => [
  route({
    method: 'put',
    path: '/visits/{id}',
    summary: 'Submit a visit; sending it again changes nothing',
    role: 'crew',
    params: z.object({ id }),
    body: visitSubmission,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitVisit(world, params.id, body, user) }),
  }),
];
