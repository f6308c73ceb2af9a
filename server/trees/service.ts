import { col, fn, literal, Op, type WhereOptions } from 'sequelize';
import { districtAt } from '@dendrix/core/geo';
import { addDays, dayAt } from '@dendrix/core/time';
import { stockOf, type Countable } from '@dendrix/core/review';
import type { Account, StockAnswer, TreeBrief, TreeDetail } from '@dendrix/core/contracts';
import type { TreeSubmission } from '@dendrix/core/record';
import { HttpProblem, notFound } from '../http/problem';
import { Determination, FollowUp, Tree } from './model';
import { Review } from '../reviews/model';
import { Visit } from '../visits/model';
import { people } from '../accounts/service';
import { chain } from '../audit/service';
import { arrivedPhotos } from '../photos/service';
import { inTransaction } from '../db/transaction';
import { settleTree } from './settle';
import type { World } from '../world';
import { BRIEF, briefOf, determinationViewOf, followUpViewOf, reviewViewOf, visitViewOf } from './view';

export interface TreeQuery {
  /** west,south,east,north in degrees */
  box?: [number, number, number, number];
  dueBy?: string;
  after?: string;
  limit: number;
}

/** A page of trees in the order of their tags; `next` is the tag to go on after. */
export async function listTrees(query: TreeQuery): Promise<{ items: TreeBrief[]; next: string | null }> {
  const where: WhereOptions[] = [];
  if (query.after !== undefined) where.push({ tag: { [Op.gt]: query.after } });
  if (query.dueBy !== undefined) where.push({ dueOn: { [Op.lte]: query.dueBy } });
  if (query.box) {
    const [w, s, e, n] = query.box;
    // Numbers only, checked by the route's schema; the spatial index answers.
    where.push(
      literal(
        `MBRContains(ST_GeomFromText('POLYGON((${w} ${s},${e} ${s},${e} ${n},${w} ${n},${w} ${s}))'), point)`,
      ) as unknown as WhereOptions,
    );
  }
  const found = await Tree.findAll({ where: { [Op.and]: where }, order: [['tag', 'ASC']], limit: query.limit + 1, attributes: [...BRIEF] });
  const items = found.slice(0, query.limit).map(briefOf);
  return { items, next: found.length > query.limit ? (items.at(-1)?.tag ?? null) : null };
}

/** One tree with its whole record, newest first. @throws HttpProblem 404 */
export async function treeDetail(id: string): Promise<TreeDetail> {
  const tree = await Tree.findByPk(id);
  if (!tree) throw notFound('That tree');
  const where = { treeId: id };
  const [names, visits, determinations, reviews, followUps, photos] = await Promise.all([
    people(),
    Visit.findAll({
      where,
      order: [
        ['day', 'DESC'],
        ['finishedAt', 'DESC'],
        ['id', 'DESC'],
      ],
    }),
    Determination.findAll({ where, order: [['at', 'DESC']] }),
    Review.findAll({ where, order: [['at', 'DESC']] }),
    FollowUp.findAll({ where, order: [['dueOn', 'ASC']] }),
    arrivedPhotos(id),
  ]);
  return {
    ...briefOf(tree),
    note: tree.note,
    visits: visits.map((visit) => visitViewOf(visit, names)),
    determinations: determinations.map((d) => determinationViewOf(d, names)),
    reviews: reviews.map((r) => reviewViewOf(r, names)),
    followUps: followUps.map(followUpViewOf),
    arrivedPhotos: photos,
  };
}

/** Point as MariaDB keeps it; longitude first. */
export const pointOf = (latitude: number, longitude: number): Tree['point'] => ({ type: 'Point', coordinates: [longitude, latitude] });

/** A first visit to a new tree is due within this many days. */
const FIRST_VISIT_DAYS = 14;

const isSame = (tree: Tree, given: TreeSubmission): boolean =>
  tree.tag === given.tag &&
  tree.latitude === given.latitude &&
  tree.longitude === given.longitude &&
  tree.place === given.place &&
  tree.siteKind === given.siteKind &&
  tree.plantedYear === given.plantedYear &&
  tree.planted === given.planted &&
  tree.note === given.note;

/**
 * Adds a tree under the id its device gave it; sending the same again changes nothing.
 * @throws HttpProblem 409 for a tag that another tree carries, or an id that another tree has
 */
export async function addTree(world: World, id: string, given: TreeSubmission, by: Account): Promise<TreeBrief> {
  return inTransaction(world, async (transaction) => {
    const already = await Tree.findByPk(id, { transaction });
    if (already) {
      if (!isSame(already, given))
        throw new HttpProblem(409, 'Already there', 'Another tree was sent under this id, and what was added first stays.');
      return briefOf(already);
    }
    if (await Tree.findOne({ where: { tag: given.tag }, transaction }))
      throw new HttpProblem(409, 'Tag taken', `Another tree carries the tag ${given.tag}; give this one another.`, 'tag');
    const now = world.now();
    const { timeZone } = districtAt(world.library.districts, given);
    const tree = await Tree.create(
      {
        ...given,
        id,
        point: pointOf(given.latitude, given.longitude),
        writtenName: null,
        listedDbh: null,
        listedDbhEntered: null,
        listedHeight: null,
        createdAt: now,
        createdBy: by.id,
        importId: null,
        firstDueOn: addDays(dayAt(now, timeZone), FIRST_VISIT_DAYS),
      },
      { transaction },
    );
    const settled = await settleTree(world, tree, transaction, tree.firstDueOn ?? '');
    await chain(world, transaction, {
      userId: by.id,
      action: 'add',
      entity: 'tree',
      entityId: id,
      body: { tag: given.tag },
      wrote: { trees: [id] },
    });
    return briefOf(settled);
  });
}

/** Trees are told apart by district to a tenth of a degree, some eleven kilometres: finer than districts lie apart. */
const CELL = 0.1;

/** The trees of each district counted by kind; the database counts, so that the answer does not grow with the town. */
export async function stockByDistrict({ library }: World): Promise<StockAnswer> {
  const cell = (column: string) => fn('FLOOR', literal(`${column} / ${CELL}`));
  const rows = (await Tree.findAll({
    attributes: [
      'taxon',
      'level',
      'standing',
      'planted',
      [cell('latitude'), 'row'],
      [cell('longitude'), 'column'],
      [fn('COUNT', col('id')), 'trees'],
    ],
    where: { taxon: { [Op.not]: null } },
    group: ['taxon', 'level', 'standing', 'planted', 'row', 'column'],
    raw: true,
  })) as unknown as (Countable & { row: number; column: number; planted: number | boolean | null; trees: number })[];
  const byDistrict = new Map<string, Countable[]>();
  for (const { row, column, planted, trees, ...kind } of rows) {
    const middle = { latitude: (Number(row) + 0.5) * CELL, longitude: (Number(column) + 0.5) * CELL };
    const { id } = districtAt(library.districts, middle);
    const counted = { ...kind, planted: planted === null ? null : Boolean(planted), trees: Number(trees) };
    byDistrict.set(id, [...(byDistrict.get(id) ?? []), counted]);
  }
  return Object.fromEntries([...byDistrict].map(([id, kinds]) => [id, stockOf(kinds)]));
}
