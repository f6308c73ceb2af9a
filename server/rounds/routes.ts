import { z } from 'zod';
import { id, isoDate } from '@dendrix/core/record';
import { candidatesAnswer, roundKept, roundSubmission, roundView, seasonAnswer } from '@dendrix/core/contracts';
import { roundSheetOf } from '@dendrix/core/sheet';
import { UNIT_SYSTEMS } from '@dendrix/core/units';
import { districtIds, placeOf, place } from '../http/place';
import { route, type Route } from '../http/route';
import { PAPERS } from '../sheet/service';
import { inThread } from '../threads/pool';
import type { World } from '../world';
import { planCandidates, seasonAhead } from './candidates';
import { roundCalendar, roundGpx } from './out';
import { dropRound, keepRound, roundOf, roundsOf } from './service';

/** Trees that may be wanted by name in one round. */
const MOST_WANTED = 50;

const fileName = ({ day, crew }: { day: string; crew: { name: string } }, ending: string) =>
  `round-${day}-${crew.name.replace(/\W+/g, '-').toLowerCase()}.${ending}`;

/** Rounds of crews: what they are made from, kept, taken away, and given out. */
export const roundRoutes = (world: World, fonts: string): Route[] => [
  route({
    method: 'get',
    path: '/plan/candidates',
    summary: 'Trees that could be stops of a round of a day, who has them already, what was put off, and how long stops take here',
    role: 'viewer',
    query: z.object({
      day: isoDate,
      wanted: z
        .string()
        .transform((text) => text.split(','))
        .pipe(z.array(id).max(MOST_WANTED))
        .optional(),
      districts: districtIds,
      ...place,
    }),
    answer: candidatesAnswer,
    handle: ({ query }) => planCandidates(world, query.day, placeOf(query), query.wanted, query.districts),
  }),
  route({
    method: 'get',
    path: '/plan/season',
    summary: 'What the twelve months ahead can settle, and what is due in each',
    role: 'viewer',
    query: z.object({ day: isoDate }),
    answer: seasonAnswer,
    handle: ({ query }) => seasonAhead(world, query.day),
  }),
  route({
    method: 'get',
    path: '/rounds',
    summary: 'The rounds of a day',
    role: 'viewer',
    query: z.object({ day: isoDate }),
    answer: z.object({ items: z.array(roundView) }),
    handle: async ({ query }) => ({ items: await roundsOf(world, query.day) }),
  }),
  route({
    method: 'put',
    path: '/rounds/{id}',
    summary: 'Keep a round of a crew for a day, in the place of the one it had; trees in another crew’s round are left out and told',
    role: 'crew',
    params: z.object({ id }),
    body: roundSubmission,
    bodyLimit: 256 * 1024,
    answer: roundKept,
    handle: ({ params, body, user }) => keepRound(world, params.id, body, user),
  }),
  route({
    method: 'delete',
    path: '/rounds/{id}',
    summary: 'Take a round away; its trees are free again',
    role: 'crew',
    params: z.object({ id }),
    handle: ({ params, user }) => dropRound(world, params.id, user),
  }),
  route({
    method: 'get',
    path: '/rounds/{id}/round.ics',
    summary: 'A round as iCalendar (RFC 5545)',
    role: 'viewer',
    params: z.object({ id }),
    async handle({ params, response }) {
      const round = await roundOf(world, params.id);
      response.type('text/calendar').attachment(fileName(round, 'ics')).send(roundCalendar(round, world.now()));
    },
  }),
  route({
    method: 'get',
    path: '/rounds/{id}/round.gpx',
    summary: 'A round as GPX 1.1',
    role: 'viewer',
    params: z.object({ id }),
    async handle({ params, response }) {
      const round = await roundOf(world, params.id);
      response.type('application/gpx+xml').attachment(fileName(round, 'gpx')).send(roundGpx(round));
    },
  }),
  route({
    method: 'get',
    path: '/rounds/{id}/round.pdf',
    summary: 'A round on a printed sheet, PDF, A4 or Letter',
    role: 'viewer',
    heavy: 'sheet',
    params: z.object({ id }),
    query: z.object({ paper: z.enum(PAPERS).default('a4'), units: z.enum(UNIT_SYSTEMS).default('metric') }),
    async handle({ params, query, response }) {
      const round = await roundOf(world, params.id);
      const pdf = await inThread('sheet', { sheet: roundSheetOf(round, query.units), paper: query.paper, day: round.day, fonts });
      response.type('application/pdf').attachment(fileName(round, 'pdf')).send(Buffer.from(pdf));
    },
  }),
];
