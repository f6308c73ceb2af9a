import { Op, QueryTypes, type WhereOptions } from 'sequelize';
import { districtAt, type Box } from '@dendrix/core/geo';
import { addDays, dayAt } from '@dendrix/core/time';
import type { Account, TreeBrief, TreeDetail, VisitView } from '@dendrix/core/contracts';
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
import { briefColumns, briefOfRow } from './briefs';
import { inBox } from './within';
import { briefOf, determinationViewOf, followUpViewOf, reviewViewOf, visitViewOf } from './view';

export interface TreeQuery {
  /** west,south,east,north in degrees */
  box?: Box;
  dueBy?: string;
  after?: string;
  limit: number;
}

/** A page of trees in the order of their tags; `next` is the tag to go on after. */
export async function listTrees(
  { sequelize }: Pick<World, 'sequelize'>,
  { box, dueBy, after, limit }: TreeQuery,
): Promise<{ items: TreeBrief[]; next: string | null }> {
  const where = [
    ...(box ? [inBox(box)] : []),
    ...(dueBy === undefined ? [] : ['due_on <= :dueBy']),
    ...(after === undefined ? [] : ['tag > :after']),
  ];
  const rows = await sequelize.query<Parameters<typeof briefOfRow>[0]>(
    `SELECT ${briefColumns()} FROM trees ${where.length === 0 ? '' : `WHERE ${where.join(' AND ')}`} ORDER BY tag LIMIT :limit`,
    { type: QueryTypes.SELECT, replacements: { dueBy, after, limit: limit + 1 } },
  );
  const items = rows.slice(0, limit).map(briefOfRow);
  return { items, next: rows.length > limit ? (items.at(-1)?.tag ?? null) : null };
}

/** Visits sent with a tree, the newest; and of one page of the older ones. */
const NEWEST_VISITS = 12;
const OLDER_VISITS = 50;

const NEWEST_FIRST = [
  ['day', 'DESC'],
  ['finishedAt', 'DESC'],
  ['id', 'DESC'],
] satisfies [string, string][];

/** Where a page of visits ends. */
const visitCursor = ({ day, finishedAt, id }: Visit): string => `${day ?? ''}~${finishedAt.getTime()}~${id}`;

/** @throws HttpProblem 422 for what is no cursor of a tree's visits */
function afterVisit(text: string): WhereOptions {
  const [, day, at, id] = /^(\d{4}-\d\d-\d\d)~(\d+)~([0-9a-f-]{36})$/.exec(text) ?? [];
  if (!day || !at || !id) throw new HttpProblem(422, 'Not understood', 'after: this is no place among the visits.', 'after');
  const finishedAt = new Date(Number(at));
  return {
    [Op.or]: [{ day: { [Op.lt]: day } }, { day, finishedAt: { [Op.lt]: finishedAt } }, { day, finishedAt, id: { [Op.lt]: id } }],
  };
}

/** Visits of a tree, newest first, and where to go on. */
async function visitsOf(treeId: string, limit: number, after?: string): Promise<{ visits: Visit[]; next: string | null }> {
  const found = await Visit.findAll({
    where: { treeId, ...(after === undefined ? {} : afterVisit(after)) },
    order: NEWEST_FIRST,
    limit: limit + 1,
  });
  const visits = found.slice(0, limit);
  const last = visits.at(-1);
  return { visits, next: found.length > limit && last ? visitCursor(last) : null };
}

/** Older visits of a tree, a page of them. @throws HttpProblem 404 */
export async function olderVisits(id: string, after: string): Promise<{ items: VisitView[]; next: string | null }> {
  if (!(await Tree.findByPk(id, { attributes: ['id'] }))) throw notFound('That tree');
  const { visits, next } = await visitsOf(id, OLDER_VISITS, after);
  const names = await people(visits.map((visit) => visit.userId));
  return { items: visits.map((visit) => visitViewOf(visit, names)), next };
}

/** One tree with its record, its newest visits first; the rest is asked for. @throws HttpProblem 404 */
export async function treeDetail(id: string): Promise<TreeDetail> {
  const tree = await Tree.findByPk(id);
  if (!tree) throw notFound('That tree');
  const where = { treeId: id };
  const [{ visits, next }, determinations, reviews, followUps, photos] = await Promise.all([
    visitsOf(id, NEWEST_VISITS),
    Determination.findAll({ where, order: [['at', 'DESC']] }),
    Review.findAll({ where, order: [['at', 'DESC']] }),
    FollowUp.findAll({ where, order: [['dueOn', 'ASC']] }),
    arrivedPhotos(id),
  ]);
  const names = await people([...visits, ...determinations, ...reviews].map((row) => row.userId));
  return {
    ...briefOf(tree),
    note: tree.note,
    visits: visits.map((visit) => visitViewOf(visit, names)),
    earlier: { visits: next === null ? 0 : (await Visit.count({ where })) - visits.length, next },
    determinations: determinations.map((d) => determinationViewOf(d, names)),
    reviews: reviews.map((r) => reviewViewOf(r, names)),
    followUps: followUps.map(followUpViewOf),
    arrivedPhotos: photos,
  };
}

/** Trees of a round with their records at once, so that they are there when the signal is not; those that are not there are left out. */
export async function recordsOf(ids: readonly string[]): Promise<TreeDetail[]> {
  const found: TreeDetail[] = [];
  for (const id of new Set(ids)) {
    try {
      found.push(await treeDetail(id));
    } catch (error) {
      if (!(error instanceof HttpProblem && error.status === 404)) throw error;
    }
  }
  return found;
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
      trees: [id],
    });
    return briefOf(settled);
  });
}
