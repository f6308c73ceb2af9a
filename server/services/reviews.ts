import { Op } from 'sequelize';
import { addDays } from '@dendrix/core/schedule';
import { reviewWeight } from '@dendrix/core/review';
import { Refusal, type Account, type QueueItem, type ReviewSubmission } from '@dendrix/core/contracts';
import { nearest } from '@dendrix/core/knowledge';
import { HttpProblem, notFound } from '../http/problem';
import { Determination, FollowUp, Review, Tree, Visit } from '../models';
import { record } from './audit';
import { rebuildTree } from './rebuild';
import { people } from './trees';
import { briefOf, visitViewOf } from './views';
import type { World } from './visits';

/** A question to the crew is to be answered within this many days. */
const ANSWER_DAYS = 30;

/** Visits nobody has reviewed, newest per tree, the ones that matter most first. */
export async function reviewQueue(world: World, forUser: string): Promise<QueueItem[]> {
  const visits = await Visit.findAll({
    where: { id: { [Op.notIn]: (await Review.findAll({ attributes: ['visitId'] })).map((r) => r.visitId) }, userId: { [Op.ne]: forUser } },
    order: [['finishedAt', 'DESC']],
    limit: 1000,
  });
  const newest = new Map<string, Visit>();
  for (const visit of visits) if (!newest.has(visit.treeId)) newest.set(visit.treeId, visit);
  const treeIds = [...newest.keys()];
  const [trees, names, lastVisits, determinations] = await Promise.all([
    Tree.findAll({ where: { id: treeIds } }),
    people(),
    Visit.findAll({ where: { treeId: treeIds }, attributes: ['id', 'treeId', 'finishedAt'], order: [['finishedAt', 'DESC']] }),
    Determination.findAll({ where: { treeId: treeIds }, order: [['at', 'DESC']] }),
  ]);
  return trees
    .flatMap((tree): QueueItem[] => {
      const visit = newest.get(tree.id) as Visit;
      // A later visit that was reviewed has settled this one.
      if (lastVisits.find((v) => v.treeId === tree.id)?.id !== visit.id) return [];
      const view = visitViewOf(visit, names);
      const brief = briefOf(tree);
      const earlier = determinations
        .filter((d) => d.treeId === tree.id && d.visitId !== visit.id && d.at < visit.finishedAt)
        .map((d) => d.taxon);
      return [{ visit: view, tree: brief, ...reviewWeight(view, brief, earlier, world.library.districts[0]) }];
    })
    .sort((a, b) => b.weight - a.weight || b.visit.finishedAt.localeCompare(a.visit.finishedAt));
}

/** Keeps a review under the id its device made: confirm, question or overturn. */
export async function submitReview(world: World, id: string, given: ReviewSubmission, by: Account): Promise<boolean> {
  if (await Review.findByPk(id)) return false;
  const visit = await Visit.findByPk(given.visitId);
  if (!visit) throw notFound('That visit');
  if (visit.userId === by.id)
    throw new HttpProblem(409, 'Own visit', 'A second opinion needs a second person: you made this visit yourself.');
  const known = world.library.taxa.map((taxon) => taxon.name);
  for (const field of ['taxon', 'secondLook'] as const) {
    const name = given[field];
    if (name !== null && !known.includes(name) && !known.some((n) => n.startsWith(`${name} `))) {
      throw new Refusal('unknown-taxon', field, { word: name, nearest: nearest(name, known) ?? 'none' });
    }
  }
  if (given.verdict === 'overturn' && given.taxon === visit.name?.taxon) {
    throw new HttpProblem(422, 'Nothing overturned', `The visit says ${given.taxon} already; confirm it, or give another name.`, 'taxon');
  }
  const tree = await Tree.findByPk(visit.treeId);
  if (!tree) throw notFound('The tree of that visit');
  const now = world.now();
  await world.sequelize.transaction(async (transaction) => {
    await keepReview(world, transaction, id, visit, given, by.id, now);
    await rebuildTree(tree, transaction);
  });
  return true;
}

/** Writes a review and what follows from it, inside a transaction. */
export async function keepReview(
  world: World,
  transaction: Parameters<typeof record>[1],
  id: string,
  visit: Visit,
  given: ReviewSubmission,
  userId: string,
  at: Date,
): Promise<void> {
  const { verdict, secondLook, taxon, reason } = given;
  await Review.create({ id, visitId: visit.id, treeId: visit.treeId, userId, at, verdict, secondLook, taxon, reason }, { transaction });
  if (verdict === 'overturn') {
    await Determination.create(
      {
        id: world.newId(),
        treeId: visit.treeId,
        visitId: visit.id,
        reviewId: id,
        userId,
        at,
        taxon,
        level: taxon?.includes(' ') ? 'species' : 'genus',
        source: 'review',
        why: reason,
        infraspecific: null,
      },
      { transaction },
    );
  }
  if (verdict === 'question') {
    await FollowUp.create(
      {
        id: world.newId(),
        treeId: visit.treeId,
        visitId: visit.id,
        dueOn: addDays(at.toISOString().slice(0, 10), ANSWER_DAYS),
        because: `question from review: ${reason}`.slice(0, 1000),
        season: null,
        doneOn: null,
      },
      { transaction },
    );
  }
  await record(world.sequelize, transaction, { userId, action: verdict, entity: 'visit', entityId: visit.id, body: given }, at);
}
