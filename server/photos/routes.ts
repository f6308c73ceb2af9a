import { z } from 'zod';
import { id } from '@dendrix/core/record';
import { route, type Route } from '../http/route';
import { keepPhoto, photoBytes, PICTURE_TYPES } from './service';
import type { World } from '../world';

/** As a camera of today writes it, bytes. */
const LARGEST_PICTURE = 12 * 1024 * 1024;

/** Pictures: sent one by one after their visit, shown as thumbnails and in full. */
export const photoRoutes = (world: World): Route[] => [
  route({
    method: 'put',
    path: '/visits/{visitId}/photos/{id}',
    summary: 'Send the picture of a photograph the visit names, as JPEG, PNG or WebP; sending it again changes nothing',
    role: 'crew',
    heavy: 'picture',
    params: z.object({ visitId: id, id }),
    body: z.instanceof(Buffer, { error: 'send the picture itself, as image/jpeg, image/png or image/webp' }),
    bodyTypes: PICTURE_TYPES,
    bodyLimit: LARGEST_PICTURE,
    answer: z.object({ id, isNew: z.boolean() }),
    handle: async ({ params, body, user }) => ({ id: params.id, isNew: await keepPhoto(world, params.visitId, params.id, body, user) }),
  }),
  route({
    method: 'get',
    path: '/photos/{id}',
    summary: 'A picture, or its thumbnail',
    role: 'viewer',
    params: z.object({ id }),
    query: z.object({ size: z.enum(['thumbnail', 'full']).default('thumbnail') }),
    async handle({ params, query, response, request }) {
      const { type, bytes, tag } = await photoBytes(world, params.id, query.size);
      // A device may hold it, and asks each time whether it still may: a session may have ended elsewhere.
      response.set({ 'Cache-Control': 'private, no-cache', ETag: `"${tag}"` });
      if (request.headers['if-none-match'] === `"${tag}"`) return void response.status(304).end();
      response.type(type).send(bytes);
    },
  }),
];
