import type { Transaction } from 'sequelize';
import { districtAt } from '@dendrix/core/geo';
import { levelOfName } from '@dendrix/core/naming';
import { taxonOf, type ReviewSubmission } from '@dendrix/core/record';
import { reviewWeight, standingVisits } from '@dendrix/core/review';
import type { Account, QueueAnswer, QueueItem } from '@dendrix/core/contracts';
import { chain } from '../audit/service';
import { Determination, Tree } from '../trees/model';
import { Review } from './model';
import { Visit } from '../visits/model';
import { inTransaction } from '../db/transaction';
import { HttpProblem, notFound } from '../http/problem';
import { people } from '../accounts/service';
import { lockTree, settleTree } from '../trees/settle';
import { briefOf, sentOf, visitViewOf } from '../trees/view';
import { CLOCK_SLACK_MS, type World } from '../world';

/** Visits that are sent with the queue; the rest is only counted. */
const SENT = 100;
/** Visits weighed at a time, so that a long queue never stands in memory whole. */
const BATCH = 200;

/** As much of a visit as tells which of a tree's stand. */
type Light = Parameters<typeof standingVisits>[0][number] & { userId: string };

/** The visit of each tree that stands as its last, where nobody has reviewed it and somebody else made it. */
async function waiting(forUser: string): Promise<string[]> {
  const reviewed = new Set((await Review.findAll({ attributes: ['visitId'] })).map((review) => review.visitId));
  const byTree = new Map<string, Light[]>();
  for (const { id, treeId, userId, amends, day, finishedAt } of await Visit.findAll({
    attributes: ['id', 'treeId', 'userId', 'amends', 'day', 'finishedAt'],
  })) {
    const visit = { id, userId, amends, finishedAt: finishedAt.toISOString(), look: { day: day ?? '' } };
    byTree.set(treeId, [...(byTree.get(treeId) ?? []), visit]);
  }
  const last = [...byTree.values()].flatMap((visits) => standingVisits(visits).at(-1) ?? []);
  return last.filter((visit) => !reviewed.has(visit.id) && visit.userId !== forUser).map((visit) => visit.id);
}

/** Weighs some of the visits that wait. */
async function weighed(world: World, ids: readonly string[], names: Awaited<ReturnType<typeof people>>): Promise<QueueItem[]> {
  const visits = await Visit.findAll({ where: { id: [...ids] } });
  const treeIds = visits.map((visit) => visit.treeId);
  const [trees, determinations] = await Promise.all([
    Tree.findAll({ where: { id: treeIds } }),
    Determination.findAll({ where: { treeId: treeIds }, order: [['at', 'DESC']] }),
  ]);
  const treeOf = new Map(trees.map((tree) => [tree.id, tree]));
  return visits.flatMap((visit): QueueItem[] => {
    const tree = treeOf.get(visit.treeId);
    if (!tree) return [];
    const view = visitViewOf(visit, names);
    const brief = briefOf(tree);
    const earlier = determinations
      .filter((d) => d.treeId === tree.id && d.visitId !== visit.id && d.at < visit.finishedAt)
      .map((d) => d.taxon);
    return [{ visit: view, tree: brief, ...reviewWeight(world.library, view, brief, earlier, districtAt(world.library.districts, brief)) }];
  });
}

/**
 * Visits nobody has reviewed, one a tree, what matters most first. Every one that waits is weighed, however long the queue: an old
 * danger stands before a new routine.
 * @param most so many are given, the heaviest; `total` counts all
 */
export async function reviewQueue(world: World, forUser: string, most = SENT): Promise<QueueAnswer> {
  const [ids, names] = await Promise.all([waiting(forUser), people()]);
  let items: QueueItem[] = [];
  for (let start = 0; start < ids.length; start += BATCH) {
    items.push(...(await weighed(world, ids.slice(start, start + BATCH), names)));
    items.sort((a, b) => b.weight - a.weight || b.visit.finishedAt.localeCompare(a.visit.finishedAt));
    items = items.slice(0, most);
  }
  return { items, total: ids.length };
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
