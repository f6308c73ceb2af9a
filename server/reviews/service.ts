import { QueryTypes, type Transaction } from 'sequelize';
import { districtAt } from '@dendrix/core/geo';
import { levelOfName } from '@dendrix/core/naming';
import { taxonOf, type ReviewSubmission } from '@dendrix/core/record';
import { reviewWeight } from '@dendrix/core/review';
import type { Account, QueueAnswer, QueueItem } from '@dendrix/core/contracts';
import { chain } from '../audit/service';
import { Determination, Tree } from '../trees/model';
import { Review } from './model';
import { Visit } from '../visits/model';
import { inTransaction } from '../db/transaction';
import { cursorOf, readCursor } from '../http/cursor';
import { HttpProblem, notFound } from '../http/problem';
import { people } from '../accounts/service';
import { earlierNames, lockTree, settleTree } from '../trees/settle';
import { briefOf, sentOf, visitViewOf } from '../trees/view';
import { CLOCK_SLACK_MS, type World } from '../world';

/** Visits of one page of the queue, unless asked otherwise. */
const PAGE = 40;
/** Those that wait are counted up to here. */
const COUNTED = 1000;

/** Where a page of the queue goes on: below this weight, or as heavy and older. @throws HttpProblem 422 */
function placeInQueue(after: string) {
  const [weight, at, id] = readCursor(after, ['number', 'number', 'id']);
  return { weight: Number(weight), finishedAt: new Date(Number(at)), id };
}

/** Says of some visits why they wait. The order is theirs. */
async function queued(world: World, visits: readonly Visit[]): Promise<QueueItem[]> {
  const where = { treeId: visits.map((visit) => visit.treeId) };
  const [names, trees, determinations] = await Promise.all([
    people(visits.map((visit) => visit.userId)),
    Tree.findAll({ where: { id: where.treeId } }),
    Determination.findAll({ where, attributes: ['id', 'treeId', 'visitId', 'at', 'taxon'] }),
  ]);
  const treeOf = new Map(trees.map((tree) => [tree.id, tree]));
  return visits.flatMap((visit): QueueItem[] => {
    const tree = treeOf.get(visit.treeId);
    if (!tree) return [];
    const view = visitViewOf(visit, names);
    const brief = briefOf(tree);
    const earlier = earlierNames(
      determinations.filter((d) => d.treeId === tree.id),
      view,
    );
    const { id, treeId, by, finishedAt } = view;
    return [
      {
        visit: { id, treeId, by, finishedAt, day: view.look.day },
        tree: brief,
        ...reviewWeight(world.library, view, brief, earlier, districtAt(world.library.districts, brief)),
      },
    ];
  });
}

/**
 * Visits nobody has reviewed, one a tree, what matters most first, in pages. Each was weighed when its tree was settled, so an old
 * danger stands before a new routine however long the queue, and a page costs the same.
 */
export async function reviewQueue(world: World, forUser: string, after?: string, limit = PAGE): Promise<QueueAnswer> {
  const from = after === undefined ? null : placeInQueue(after);
  // Own visits wait for somebody else; they are passed over along the index.
  const rest = from
    ? `AND (review_weight < :weight OR (review_weight = :weight AND (finished_at < :finishedAt OR (finished_at = :finishedAt AND id < :id))))
       AND review_weight <= :weight`
    : '';
  const [rows, counted] = await Promise.all([
    world.sequelize.query<{ id: string }>(
      `SELECT id FROM visits FORCE INDEX (waiting) WHERE review_weight IS NOT NULL AND user_id <> :forUser ${rest}
       ORDER BY review_weight DESC, finished_at DESC, id DESC LIMIT :limit`,
      { type: QueryTypes.SELECT, replacements: { ...from, forUser, limit: limit + 1 } },
    ),
    world.sequelize.query<{ total: number }>(
      `SELECT COUNT(*) AS total FROM (SELECT 1 FROM visits FORCE INDEX (waiting)
       WHERE review_weight IS NOT NULL AND user_id <> :forUser LIMIT :most) AS first`,
      { type: QueryTypes.SELECT, replacements: { forUser, most: COUNTED + 1 } },
    ),
  ]);
  const ids = rows.slice(0, limit).map(({ id }) => id);
  const byId = new Map((await Visit.findAll({ where: { id: ids } })).map((visit) => [visit.id, visit]));
  const visits = ids.flatMap((id) => byId.get(id) ?? []);
  const last = visits.at(-1);
  const total = Number(counted[0]?.total ?? 0);
  return {
    items: await queued(world, visits),
    next: rows.length > limit && last ? cursorOf(last.reviewWeight ?? 0, last.finishedAt.getTime(), last.id) : null,
    total: Math.min(total, COUNTED),
    more: total > COUNTED,
  };
}

const isSame = (review: Review, given: ReviewSubmission) =>
  review.visitId === given.visitId &&
  review.verdict === given.verdict &&
  review.secondLook === given.secondLook &&
  review.taxon === given.taxon &&
  review.reason === given.reason;

/**
 * Keeps a review under the id its device made: confirm, question or overturn. Its word is taken also where it is wider than the
 * visit's. Sending the same again changes nothing.
 * @throws HttpProblem 409 for an own visit, or an id that another review has
 */
export async function submitReview(world: World, id: string, given: ReviewSubmission, by: Account): Promise<boolean> {
  taxonOf(world.library, given.taxon, 'taxon');
  taxonOf(world.library, given.secondLook, 'secondLook');
  return inTransaction(world, async (transaction) => {
    const found = await Visit.findByPk(given.visitId, { attributes: ['treeId'], transaction });
    if (!found) throw notFound('That visit');
    const tree = await lockTree(found.treeId, transaction, 'The tree of that visit');
    const already = await Review.findByPk(id, { transaction });
    if (already) {
      if (already.userId !== by.id || !isSame(already, given))
        throw new HttpProblem(409, 'Already there', 'Another review was sent under this id, and a kept review never changes.');
      return false;
    }
    const visit = await Visit.findByPk(given.visitId, { transaction });
    if (!visit) throw notFound('That visit');
    if (visit.userId === by.id)
      throw new HttpProblem(409, 'Own visit', 'A second opinion needs a second person: you made this visit yourself.');
    if (given.verdict === 'overturn' && given.taxon === visit.name?.taxon)
      throw new HttpProblem(422, 'Nothing overturned', `The visit says ${given.taxon} already; confirm it, or give another name.`, 'taxon');
    const at = given.at ? new Date(given.at) : world.now();
    if (at.getTime() > world.now().getTime() + CLOCK_SLACK_MS)
      throw new HttpProblem(422, 'Times do not fit', 'The review is of the future; check the clock of the device.', 'at');
    // Said before the visit ended is a clock that runs behind: a review follows what it reviews.
    const said = at < visit.finishedAt ? new Date(visit.finishedAt.getTime() + 1) : at;
    const wrote = await keepReview(world, transaction, id, visit, given, by.id, said);
    await settleTree(world, tree, transaction, sentOf(visit).look.day);
    await chain(world, transaction, {
      userId: by.id,
      action: given.verdict,
      entity: 'visit',
      entityId: visit.id,
      body: { review: id },
      wrote,
      trees: [tree.id],
    });
    return true;
  });
}

/** Writes a review and the name it gives, inside a transaction. @returns the rows it wrote, by table */
export async function keepReview(
  world: World,
  transaction: Transaction,
  id: string,
  visit: Pick<Visit, 'id' | 'treeId'>,
  given: ReviewSubmission,
  userId: string,
  at: Date,
) {
  const { verdict, secondLook, taxon, reason } = given;
  await Review.create({ id, visitId: visit.id, treeId: visit.treeId, userId, at, verdict, secondLook, taxon, reason }, { transaction });
  if (verdict !== 'overturn') return { reviews: [id] };
  const determinationId = world.newId();
  await Determination.create(
    {
      id: determinationId,
      treeId: visit.treeId,
      visitId: visit.id,
      reviewId: id,
      userId,
      at,
      taxon,
      level: levelOfName(world.library, taxon),
      source: 'review',
      why: reason,
      infraspecific: null,
    },
    { transaction },
  );
  return { reviews: [id], determinations: [determinationId] };
}
