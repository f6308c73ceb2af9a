import { z } from 'zod';
import { anyVisitSubmission, id, visitSubmission } from '@dendrix/core/record';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { submitVisit } from './service';

/** A visit with everything looked at, its judgement and its looks of another season is some 60 KB, bytes. */
const LARGEST_VISIT = 512 * 1024;

/** Visits come in whole, under the id the phone made. */
export const visitRoutes = (world: World): Route[] => [
  route({
    method: 'put',
    path: '/visits/{id}',
    summary: 'Submit a visit of this version of the app or an older one; sending it again changes nothing',
    role: 'crew',
    params: z.object({ id }),
    body: anyVisitSubmission,
    bodyLimit: LARGEST_VISIT,
    describes: visitSubmission,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await submitVisit(world, params.id, body, user) }),
  }),
];
