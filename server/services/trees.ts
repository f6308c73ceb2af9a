import { literal, Op, type Sequelize, type WhereOptions } from 'sequelize';
import { addDays } from '@dendrix/core/schedule';
import type { Account, TreeBrief, TreeDetail, TreeSubmission } from '@dendrix/core/contracts';
import { HttpProblem, notFound } from '../http/problem';
import { Determination, FollowUp, Review, Tree, User, Visit } from '../models';
import { record } from './audit';
import { arrivedPhotos } from './photos';
import { rebuildTree } from './rebuild';
import { BRIEF, briefOf, determinationViewOf, followUpViewOf, reviewViewOf, visitViewOf, type People } from './views';

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

/** Everybody's names, by id. */
export async function people(): Promise<People> {
  const users = await User.findAll({ attributes: ['id', 'name'] });
  return new Map(users.map((user) => [user.id, user]));
}

/** One tree with its whole record, newest first. @throws HttpProblem 404 */
export async function treeDetail(id: string): Promise<TreeDetail> {
  const tree = await Tree.findByPk(id);
  if (!tree) throw notFound('That tree');
  const where = { treeId: id };
  const [names, visits, determinations, reviews, followUps, photos] = await Promise.all([
    people(),
    Visit.findAll({ where, order: [['finishedAt', 'DESC']] }),
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

/** Adds a tree under the id its device gave it; sending again changes nothing. */
export async function addTree(
  sequelize: Sequelize,
  id: string,
  given: TreeSubmission,
  by: Account,
  now: Date,
  newId: () => string,
): Promise<TreeBrief> {
  const already = await Tree.findByPk(id);
  if (already) return briefOf(already);
  if (await Tree.findOne({ where: { tag: given.tag } })) {
    throw new HttpProblem(409, 'Tag taken', `Another tree carries the tag ${given.tag}; give this one another.`, 'tag');
  }
  return sequelize.transaction(async (transaction) => {
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
      },
      { transaction },
    );
    await FollowUp.create(
      {
        id: newId(),
        treeId: id,
        visitId: null,
        dueOn: addDays(now.toISOString().slice(0, 10), FIRST_VISIT_DAYS),
        because: 'new on the list, never visited',
        season: null,
        doneOn: null,
      },
      { transaction },
    );
    await record(sequelize, transaction, { userId: by.id, action: 'add', entity: 'tree', entityId: id, body: given }, now);
    return briefOf(await rebuildTree(tree, transaction));
  });
}
