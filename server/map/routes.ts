import { gunzipSync } from 'node:zlib';
import { z } from 'zod';
import { DEEPEST, isTile } from '@dendrix/core/geo';
import { isoDate } from '@dendrix/core/record';
import { ANSWERS, ASKS } from '@dendrix/core/town';
import { mapAnswer, stockAnswer } from '@dendrix/core/contracts';
import { box } from '../http/box';
import { notFound } from '../http/problem';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { atlasOf } from './atlas';
import { treeTile } from './tiles';

const TILE = 'application/vnd.mapbox-vector-tile';
const whole = z.coerce.number().int().nonnegative();

/** The map: its tiles, and the town counted. */
export const mapRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/map',
    summary: 'The trees of the town, or of a box, counted by their answers, where they stand, and how near each is drawn by itself',
    role: 'viewer',
    query: z.object({ day: isoDate, box: box.optional() }),
    answer: mapAnswer,
    async handle({ query }) {
      const atlas = await atlasOf(world);
      const { trees, answers } = atlas.counted(query.day, query.box);
      return {
        trees,
        counts: Object.fromEntries(
          ASKS.map((ask) => [ask, Object.fromEntries(ANSWERS[ask].map((answer, i) => [answer, answers[ask][i] ?? 0]))]),
        ),
        box: atlas.box as [number, number, number, number] | null,
        middle: atlas.middle,
        singlesFrom: atlas.singlesFrom,
        version: String(atlas.version),
      };
    },
  }),
  route({
    method: 'get',
    path: '/tiles/{z}/{x}/{y}',
    summary: 'A tile of trees (Mapbox Vector Tile 2.1, gzip): each by itself when near, counted together when far out',
    role: 'viewer',
    params: z.object({ z: whole, x: whole, y: whole }),
    query: z.object({ day: isoDate }),
    async handle({ params, query, request, response }) {
      if (!isTile(params, DEEPEST)) throw notFound('That tile');
      const { bytes, tag } = await treeTile(world, params, query.day);
      // Asked for anew each time, and not sent again while nothing in it changed.
      response.set({ 'Cache-Control': 'private, no-cache', ETag: `"${tag}"`, Vary: 'Accept-Encoding, Cookie' });
      if (request.headers['if-none-match'] === `"${tag}"`) return void response.status(304).end();
      response.type(TILE);
      if (!/\bgzip\b/.test(request.headers['accept-encoding'] ?? '')) return void response.send(gunzipSync(bytes));
      response.set('Content-Encoding', 'gzip').end(bytes);
    },
  }),
  route({
    method: 'get',
    path: '/stock',
    summary: 'The trees of each district counted by kind, and what their names rest on',
    role: 'viewer',
    answer: stockAnswer,
    handle: async () => (await atlasOf(world)).stockByDistrict,
  }),
];
