import { Op, QueryTypes, type WhereOptions } from 'sequelize';
import { RULES } from '@dendrix/core/judging';
import { districtAt, type Box } from '@dendrix/core/geo';
import { addDays, dayAt } from '@dendrix/core/time';
import type { Account, TreeBrief, TreeDetail, VisitView } from '@dendrix/core/contracts';
import type { TreeSubmission } from '@dendrix/core/record';
import { cursorOf, readCursor } from '../http/cursor';
import { HttpProblem, notFound } from '../http/problem';
import { Determination, FollowUp, Tree } from '../models/trees';
import { Review } from '../models/reviews';
import { Message, PutOff, Seen } from '../models/talk';
import { Visit } from '../models/visits';
import { people } from '../accounts/service';
import { chain } from '../chain/service';
import { Photo } from '../models/photos';
import { inTransaction } from '../db/transaction';
import { settleTree } from './settle';
import type { World } from '../world';
import { briefColumns, briefOfRow } from './briefs';
import { BY_PLACE, inBox } from './within';
import { briefOf, determinationViewOf, followUpViewOf, messageViewOf, putOffViewOf, reviewViewOf, seenViewOf, shownVisit } from './view';

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
    `SELECT ${briefColumns()} FROM trees ${box ? `FORCE INDEX (${BY_PLACE})` : ''} ${where.length === 0 ? '' : `WHERE ${where.join(' AND ')}`} ORDER BY tag LIMIT :limit`,
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

const visitCursor = ({ day, finishedAt, id }: Visit): string => cursorOf(day ?? '', finishedAt.getTime(), id);

/** Visits after one. @throws HttpProblem 422 for what is no cursor of a tree's visits */
function afterVisit(text: string): WhereOptions {
  const [day, at, id] = readCursor(text, ['day', 'number', 'id']);
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
  return { items: visits.map((visit) => shownVisit(visit, names)), next };
}

/** Rows by the tree they belong to, each in its order. */
function byTree<T extends { treeId: string }>(rows: readonly T[]): ReadonlyMap<string, T[]> {
  const map = new Map<string, T[]>();
  for (const row of rows) {
    const held = map.get(row.treeId);
    if (held) held.push(row);
    else map.set(row.treeId, [row]);
  }
  return map;
}

/** The newest visits of some trees, newest first, one more than are sent, and how many each has. */
async function newestVisits(
  { sequelize }: Pick<World, 'sequelize'>,
  ids: readonly string[],
  most: number,
): Promise<{ rows: Visit[]; counts: Map<string, number> }> {
  const light = await sequelize.query<{ id: string; treeId: string }>(
    'SELECT id, tree_id AS treeId FROM visits WHERE tree_id IN (?) ORDER BY tree_id, day DESC, finished_at DESC, id DESC',
    { type: QueryTypes.SELECT, replacements: [[...ids]] },
  );
  const all = byTree(light);
  const wanted = [...all.values()].flatMap((visits) => visits.slice(0, most).map(({ id }) => id));
  const found = wanted.length === 0 ? [] : await Visit.findAll({ where: { id: wanted } });
  const byId = new Map(found.map((visit) => [visit.id, visit]));
  return { rows: wanted.flatMap((id) => byId.get(id) ?? []), counts: new Map([...all].map(([id, visits]) => [id, visits.length])) };
}

/** Notes of who saw what that go out with a tree, the newest. */
const MOST_SEEN = 300;

/** Who saw what of some trees, the newest of each, oldest first. */
const newestSeen = ({ sequelize }: Pick<World, 'sequelize'>, ids: readonly string[]): Promise<Seen[]> =>
  sequelize.query(
    `SELECT what_id AS whatId, user_id AS userId, tree_id AS treeId, at FROM (
       SELECT s.*, ROW_NUMBER() OVER (PARTITION BY tree_id ORDER BY at DESC) AS nth FROM seen s WHERE tree_id IN (?)
     ) AS newest WHERE nth <= ? ORDER BY at`,
    { replacements: [[...ids], MOST_SEEN], model: Seen, mapToModel: true },
  );

/**
 * Trees with their records, their newest visits first, as of a round: read together, so that twenty cost little more than one. Those
 * that are not there are left out.
 * @param most visits of each
 */
export async function recordsOf(world: Pick<World, 'sequelize'>, ids: readonly string[], most = NEWEST_VISITS): Promise<TreeDetail[]> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return [];
  const where = { treeId: wanted };
  const [trees, { rows, counts }, determinations, reviews, followUps, photos, messages, putOffs, seen] = await Promise.all([
    Tree.findAll({ where: { id: wanted } }),
    newestVisits(world, wanted, most),
    Determination.findAll({ where, order: [['at', 'DESC']] }),
    Review.findAll({ where, order: [['at', 'DESC']] }),
    FollowUp.findAll({ where, order: [['dueOn', 'ASC']] }),
    Photo.findAll({ where, attributes: ['id', 'treeId'] }),
    Message.findAll({ where, order: [['at', 'ASC']] }),
    PutOff.findAll({ where, order: [['at', 'DESC']] }),
    newestSeen(world, wanted),
  ]);
  const names = await people([
    ...[...rows, ...determinations, ...reviews, ...messages, ...putOffs, ...seen].map((row) => row.userId),
    ...messages.flatMap((message) => message.mentions),
  ]);
  const of = {
    visits: byTree(rows),
    determinations: byTree(determinations),
    reviews: byTree(reviews),
    followUps: byTree(followUps),
    photos: byTree(photos),
    messages: byTree(messages),
    putOffs: byTree(putOffs),
    seen: byTree(seen),
  };
  const treeOf = new Map(trees.map((tree) => [tree.id, tree]));
  return wanted.flatMap((id): TreeDetail[] => {
    const tree = treeOf.get(id);
    if (!tree) return [];
    const visits = of.visits.get(id) ?? [];
    const last = visits.at(-1);
    const left = (counts.get(id) ?? 0) - visits.length;
    return [
      {
        ...briefOf(tree),
        note: tree.note,
        visits: visits.map((visit) => shownVisit(visit, names)),
        earlier: { visits: left, next: left > 0 && last ? visitCursor(last) : null },
        determinations: (of.determinations.get(id) ?? []).map((d) => determinationViewOf(d, names)),
        reviews: (of.reviews.get(id) ?? []).map((r) => reviewViewOf(r, names)),
        followUps: (of.followUps.get(id) ?? []).map(followUpViewOf),
        messages: (of.messages.get(id) ?? []).map((m) => messageViewOf(m, names)),
        putOffs: (of.putOffs.get(id) ?? []).map((p) => putOffViewOf(p, names)),
        seen: (of.seen.get(id) ?? []).map((s) => seenViewOf(s, names)),
        olderRules: tree.lastVisitOn !== null && (tree.rules ?? 0) < RULES,
        arrivedPhotos: (of.photos.get(id) ?? []).map((photo) => photo.id),
      },
    ];
  });
}

/**
 * One tree with its record, its newest visits first; the rest is asked for.
 * @param most visits; all of them for what speaks of the whole record, such as its sheet
 * @throws HttpProblem 404
 */
export async function treeDetail(world: Pick<World, 'sequelize'>, id: string, most = NEWEST_VISITS): Promise<TreeDetail> {
  const [tree] = await recordsOf(world, [id], most);
  if (!tree) throw notFound('That tree');
  return tree;
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
        throw new HttpProblem(409, 'Already there', 'A tree with this ID is already saved and cannot be changed.');
      return briefOf(already);
    }
    if (await Tree.findOne({ where: { tag: given.tag }, transaction }))
      throw new HttpProblem(409, 'Tag taken', `Tag ${given.tag} is already in use. Enter a different tag.`, 'tag');
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
