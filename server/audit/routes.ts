import { z } from 'zod';
import { id } from '@dendrix/core/record';
import { route, type Route } from '../http/route';
import type { World } from '../world';
import { headLine } from '../chain/head';
import { chainHead } from '../chain/service';
import { verify } from './verify';
import { verifyTree } from './verify-tree';

const finding = z.object({ what: z.string(), where: z.string() });

/** The chain: whether the record is as it was written, and its head, to be kept apart. */
export const auditRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/audit',
    summary: 'Holds the whole record against the chain and tells what is not as it was written',
    role: 'coordinator',
    answer: z.object({ entries: z.number(), rows: z.number(), findings: z.array(finding) }),
    handle: () => verify(world),
  }),
  route({
    method: 'get',
    path: '/trees/{id}/audit',
    summary: 'Holds the record of one tree against the chain: every row of it, and the entries that wrote them',
    role: 'viewer',
    params: z.object({ id }),
    answer: z.object({
      rows: z.number(),
      entries: z.number(),
      findings: z.array(finding),
      last: z.object({ seq: z.number(), at: z.string() }).nullable(),
    }),
    handle: ({ params }) => verifyTree(world, params.id),
  }),
  route({
    method: 'get',
    path: '/audit/head',
    summary:
      'The head of the chain on one line: number, hash, time. Printed or kept elsewhere, it shows whether anything was cut off or written anew',
    role: 'coordinator',
    async handle({ response }) {
      const head = await chainHead();
      response.type('text/plain').send(head ? `${headLine(head)}\n` : '');
    },
  }),
];
