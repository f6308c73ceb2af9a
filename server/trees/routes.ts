import { z } from 'zod';
import { id, isoDate, treeSubmission } from '@dendrix/core/record';
import { page, stockAnswer, treeBrief, treeDetail, type TreeBrief } from '@dendrix/core/contracts';
import { treesToCsv, treesToGeoJson } from '@dendrix/core/exchange';
import { UNIT_SYSTEMS } from '@dendrix/core/units';
import { districtAt } from '@dendrix/core/geo';
import { dayAt } from '@dendrix/core/time';
import { sheetOf } from '@dendrix/core/sheet';
import { route, type Route } from '../http/route';
import { Tree } from './model';
import { PAPERS, sheetPdf } from '../sheet/service';
import { addTree, listTrees, stockByDistrict, treeDetail as detailOf } from './service';
import { BRIEF, briefOf } from './view';
import type { World } from '../world';

const MOST = 2000;

const box = z
  .string()
  .transform((text) => text.split(',').map(Number))
  .pipe(z.tuple([z.number(), z.number(), z.number(), z.number()], { error: 'give west,south,east,north in degrees' }));

const everyTree = async (): Promise<TreeBrief[]> => (await Tree.findAll({ order: [['tag', 'ASC']], attributes: [...BRIEF] })).map(briefOf);

/** Trees: lists, one with its record, a new one, and the list as CSV and GeoJSON. */
export const treeRoutes = (world: World, fonts: string): Route[] => [
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
    handle: ({ query }) => listTrees(query),
  }),
  route({
    method: 'get',
    path: '/stock',
    summary: 'The trees of each district counted by kind, and what their names rest on',
    role: 'viewer',
    answer: stockAnswer,
    handle: () => stockByDistrict(world),
  }),
  route({
    method: 'get',
    path: '/trees/{id}',
    summary: 'One tree with its whole record',
    role: 'viewer',
    params: z.object({ id }),
    answer: treeDetail,
    handle: ({ params }) => detailOf(params.id),
  }),
  route({
    method: 'get',
    path: '/trees/{id}/sheet.pdf',
    summary: 'One tree on a printed sheet, PDF, A4 or Letter',
    role: 'viewer',
    params: z.object({ id }),
    query: z.object({ paper: z.enum(PAPERS).default('a4'), units: z.enum(UNIT_SYSTEMS).default('metric') }),
    async handle({ params, query, response }) {
      const tree = await detailOf(params.id);
      const common = world.library.taxa.find((taxon) => taxon.name === tree.taxon)?.commonNames[0]?.name ?? '';
      const pdf = await sheetPdf(
        sheetOf(world.library, tree, common, query.units),
        query.paper,
        dayAt(world.now(), districtAt(world.library.districts, tree).timeZone),
        fonts,
      );
      response
        .type('application/pdf')
        .attachment(`${tree.tag.replace(/\W+/g, '-')}.pdf`)
        .send(pdf);
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
    summary: 'All trees as CSV',
    role: 'viewer',
    async handle({ response }) {
      response
        .type('text/csv; charset=utf-8')
        .attachment('trees.csv')
        .send(treesToCsv(await everyTree()));
    },
  }),
  route({
    method: 'get',
    path: '/exports/trees.geojson',
    summary: 'All trees as GeoJSON',
    role: 'viewer',
    async handle({ response }) {
      response
        .type('application/geo+json')
        .attachment('trees.geojson')
        .send(JSON.stringify(treesToGeoJson(await everyTree())));
    },
  }),
];
