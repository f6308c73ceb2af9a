import { z } from 'zod';
import { id, isoDate, treeSubmission } from '@dendrix/core/record';
import type { Response } from 'express';
import {
  type Account,
  findAnswer,
  kindAnswer,
  knownAnswer,
  page,
  roundAnswer,
  treeBrief,
  treeDetail,
  visitView,
} from '@dendrix/core/contracts';
import { UNIT_SYSTEMS } from '@dendrix/core/units';
import { districtAt } from '@dendrix/core/geo';
import { dayAt } from '@dendrix/core/time';
import { sheetOf } from '@dendrix/core/sheet';
import { box } from '../http/box';
import { districtIds, place as near, placeOf } from '../http/place';
import { route, type Route } from '../http/route';
import { noteExport } from '../exports/noted';
import { exportTrees } from './export';
import { findTrees, whereKindGrows } from './find';
import { knownOf, PART } from './known';
import { roundCandidates } from './round';
import { PAPERS } from '../sheet/service';
import { inThread } from '../threads/pool';
import { addTree, listTrees, olderVisits, recordsOf, treeDetail as detailOf } from './service';
import { townDay, type World } from '../world';

const MOST = 2000;
/** Records of trees given at once: those of a round. */
const MOST_RECORDS = 25;

/** Trees: lists, one with its record, a new one, and the list as CSV and GeoJSON. */
export const treeRoutes = (world: World, fonts: string): Route[] => {
  /** Sends the list; who took it out stands in the chain before its first line goes. */
  const takeOut = async (form: 'csv' | 'geojson', { id: userId }: Account, response: Response): Promise<void> => {
    await noteExport(world, userId, `trees.${form}`);
    await exportTrees(world, form, response);
  };
  return [
    route({
      method: 'get',
      path: '/trees',
      summary: 'Trees by tag, in pages; by box or due date',
      role: 'viewer',
      query: z.object({
        box: box.optional(),
        dueBy: isoDate.optional(),
        after: z.string().max(30).optional(),
        limit: z.coerce.number().int().min(1).max(MOST).default(500),
      }),
      answer: page(treeBrief),
      asIs: true,
      handle: ({ query }) => listTrees(world, query),
    }),
    route({
      method: 'get',
      path: '/round',
      summary: 'Trees that could be stops of a round: the longest overdue, those that press, and those due about where it begins',
      role: 'viewer',
      query: z.object({ dueBy: isoDate, districts: districtIds, ...near }),
      answer: roundAnswer,
      asIs: true,
      handle: ({ query }) =>
        roundCandidates(world, query.dueBy, {
          from: placeOf(query),
          today: townDay(world),
          districts: query.districts,
        }),
    }),
    route({
      method: 'get',
      path: '/find',
      summary: 'Trees by tag, street or name, or several of these; the nearest first where a place is given',
      role: 'viewer',
      query: z.object({ words: z.string().max(120).default(''), ...near }),
      answer: findAnswer,
      asIs: true,
      handle: ({ query }) => findTrees(world, query.words, placeOf(query)),
    }),
    route({
      method: 'get',
      path: '/kinds/{taxon}',
      summary: 'Where a kind grows in town: its streets, most trees first',
      role: 'viewer',
      params: z.object({ taxon: z.string().max(120) }),
      answer: kindAnswer,
      handle: ({ params }) => whereKindGrows(world, params.taxon),
    }),
    route({
      method: 'post',
      path: '/known',
      summary: 'Of a part of a list that is to come in: tags that are taken, and trees that stand where one of it would',
      role: 'crew',
      body: z.strictObject({
        tags: z.array(z.string().max(60)).max(PART),
        places: z.array(z.tuple([z.number().min(-90).max(90), z.number().min(-180).max(180)])).max(PART),
      }),
      bodyLimit: 512 * 1024,
      answer: knownAnswer,
      handle: ({ body }) => knownOf(world, body.tags, body.places),
    }),
    route({
      method: 'get',
      path: '/trees/{id}',
      summary: 'One tree with its record; of its visits the newest, and where to go on',
      role: 'viewer',
      params: z.object({ id }),
      answer: treeDetail,
      asIs: true,
      handle: ({ params }) => detailOf(world, params.id),
    }),
    route({
      method: 'get',
      path: '/records',
      summary: 'Some trees with their records, as of a round',
      role: 'viewer',
      query: z.object({
        ids: z
          .string()
          .transform((text) => text.split(','))
          .pipe(z.array(id).max(MOST_RECORDS)),
      }),
      answer: z.object({ items: z.array(treeDetail) }),
      asIs: true,
      handle: async ({ query }) => ({ items: await recordsOf(world, query.ids) }),
    }),
    route({
      method: 'get',
      path: '/trees/{id}/visits',
      summary: 'Older visits of a tree, newest first, in pages',
      role: 'viewer',
      params: z.object({ id }),
      query: z.object({ after: z.string().max(80) }),
      answer: page(visitView),
      asIs: true,
      handle: ({ params, query }) => olderVisits(params.id, query.after),
    }),
    route({
      method: 'get',
      path: '/trees/{id}/sheet.pdf',
      summary: 'One tree on a printed sheet, PDF, A4 or Letter',
      role: 'viewer',
      heavy: 'sheet',
      params: z.object({ id }),
      query: z.object({ paper: z.enum(PAPERS).default('a4'), units: z.enum(UNIT_SYSTEMS).default('metric') }),
      async handle({ params, query, response }) {
        const tree = await detailOf(world, params.id, Infinity);
        const common = world.library.taxa.find((taxon) => taxon.name === tree.taxon)?.commonNames[0]?.name ?? '';
        const day = dayAt(world.now(), districtAt(world.library.districts, tree).timeZone);
        const sheet = sheetOf(world.library, tree, common, query.units);
        const pdf = await inThread('sheet', { sheet, paper: query.paper, day, fonts });
        response
          .type('application/pdf')
          .attachment(`${tree.tag.replace(/\W+/g, '-')}.pdf`)
          .send(Buffer.from(pdf));
      },
    }),
    route({
      method: 'put',
      path: '/trees/{id}',
      summary: 'Add a tree under an id made on the device; sending again changes nothing',
      role: 'crew',
      params: z.object({ id }),
      body: treeSubmission,
      answer: treeBrief,
      handle: ({ params, body, user }) => addTree(world, params.id, body, user),
    }),
    route({
      method: 'get',
      path: '/exports/trees.csv',
      summary: 'All trees as CSV, sent as they are read',
      role: 'viewer',
      heavy: 'list',
      handle: ({ user, response }) => takeOut('csv', user, response),
    }),
    route({
      method: 'get',
      path: '/exports/trees.geojson',
      summary: 'All trees as GeoJSON, sent as they are read',
      role: 'viewer',
      heavy: 'list',
      handle: ({ user, response }) => takeOut('geojson', user, response),
    }),
  ];
};
