import { z } from 'zod';
import { id, taxonOf } from '@dendrix/core/record';
import { importView } from '@dendrix/core/contracts';
import { COLUMN_KINDS } from '@dendrix/core/exchange';
import { LENGTH_UNITS } from '@dendrix/core/units';
import { notFound } from '../http/problem';
import { route, type Route } from '../http/route';
import { ImportJob } from '../models/imports';
import { jobView, startImport, stopImport } from './service';
import type { World } from '../world';

const unit = z.enum(LENGTH_UNITS as [string, ...string[]]).transform((u) => u as (typeof LENGTH_UNITS)[number]);

const importBody = z.strictObject({
  text: z.string().min(1, { message: 'the file is empty' }),
  columns: z.array(z.strictObject({ header: z.string(), kind: z.enum(COLUMN_KINDS).nullable(), unit: unit.nullable() })).optional(),
  zone: z.string().max(10).optional(),
  unit: unit.optional(),
  choices: z.record(z.string(), z.string().nullable()).default({}),
});

/** A list of a hundred thousand trees, bytes. */
const LARGEST_LIST = 16 * 1024 * 1024;

/** Tree lists coming in: a job that is started, watched and can be stopped. */
export const importRoutes = (world: World): Route[] => [
  route({
    method: 'put',
    path: '/imports/{id}',
    summary: 'Start keeping a tree list; all good rows or none',
    role: 'coordinator',
    params: z.object({ id }),
    body: importBody,
    bodyLimit: LARGEST_LIST,
    answer: importView,
    async handle({ params, body: { text, ...options }, user, request }) {
      // What a name was answered with is a kind the library holds, or a genus or family of one.
      for (const [written, name] of Object.entries(options.choices)) taxonOf(world.library, name, `choices.${written}`);
      return startImport(world, params.id, user.id, text, options, (error) => request.log?.error({ err: error }, 'import failed'));
    },
  }),
  route({
    method: 'get',
    path: '/imports/{id}',
    summary: 'How far an import is, and its report',
    role: 'coordinator',
    params: z.object({ id }),
    answer: importView,
    async handle({ params }) {
      const job = await ImportJob.findByPk(params.id);
      if (!job) throw notFound('That import');
      return jobView(job);
    },
  }),
  route({
    method: 'delete',
    path: '/imports/{id}',
    summary: 'Stop a running import; nothing of it is kept',
    role: 'coordinator',
    params: z.object({ id }),
    handle: ({ params }) => stopImport(params.id),
  }),
];
