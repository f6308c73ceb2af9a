import { QueryTypes, type Transaction } from 'sequelize';
import { districtAt } from '@dendrix/core/geo';
import { levelOfName } from '@dendrix/core/naming';
import { checkTrait, saidGone, taxonOf, type ReviewSubmission } from '@dendrix/core/record';
import { reviewWeight } from '@dendrix/core/review';
import { reviewersDiffer } from '@dendrix/core/state';
import type { Account, QueueAnswer, QueueItem } from '@dendrix/core/contracts';
import { canonical } from '../chain/canonical';
import { chain } from '../chain/service';
import { tell, type Told } from '../talk/service';
import { Determination, Tree } from '../models/trees';
import { Review } from '../models/reviews';
import { Visit } from '../models/visits';
import { inTransaction } from '../db/transaction';
import { cursorOf, readCursor } from '../http/cursor';
import { HttpProblem, notFound } from '../http/problem';
import { people } from '../accounts/service';
import { earlierNames, forgottenIn, lockTree } from '../trees/rows';
import { settleTree } from '../trees/settle';
import { briefOf, reviewViewOf, sentOf, visitViewOf } from '../trees/view';
import { CLOCK_SLACK_MS, type World } from '../world';

/** Visits of one page of the queue, unless asked otherwise. */
const PAGE = 40;
/** Those that wait are counted up to here. */
const COUNTED = 1000;

/** Which part of the queue: of one person's visits, along a street, of one kind of tree, and what it is about. */
export interface QueueFilter {
  by?: string | undefined;
  street?: string | undefined;
  taxon?: string | undefined;
  about?: QueueAbout | undefined;
}
/** What a visit of the queue may be about: danger, a name in doubt, reviewers who said otherwise apart, or a question that was answered. */
export const QUEUE_ABOUT = ['danger', 'name', 'disagreement', 'answered'] as const;
export type QueueAbout = (typeof QUEUE_ABOUT)[number];

const ABOUT: Record<QueueAbout, string> = {
  danger: `(t.risk IN ('high', 'extreme') OR t.soundness IN ('serious weakness', 'act first'))`,
  name: `t.standing IN ('unnamed', 'questioned', 'contested', 'proposed')`,
  disagreement: `(t.standing = 'contested' OR (SELECT COUNT(DISTINCT r.verdict, r.taxon) FROM reviews r WHERE r.visit_id = v.id) > 1)`,
  answered: `EXISTS (SELECT 1 FROM reviews r WHERE r.tree_id = v.tree_id AND r.verdict = 'question' AND r.visit_id <> v.id)`,
};

/** Where a page of the queue goes on: below this weight, or as heavy and newer. @throws HttpProblem 422 */
function placeInQueue(after: string) {
  const [weight, at, id] = readCursor(after, ['number', 'number', 'id']);
  return { weight: Number(weight), finishedAt: new Date(Number(at)), id };
}

/** Says of some visits why they wait. The order is theirs. */
async function queued(world: World, visits: readonly Visit[]): Promise<QueueItem[]> {
  const where = { treeId: visits.map((visit) => visit.treeId) };
  const [names, trees, determinations, reviews] = await Promise.all([
    people(visits.map((visit) => visit.userId)),
    Tree.findAll({ where: { id: where.treeId } }),
    Determination.findAll({ where, attributes: ['id', 'treeId', 'visitId', 'at', 'taxon'] }),
    Review.findAll({ where: { visitId: visits.map((visit) => visit.id) } }),
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
        ...reviewWeight(
          world.library,
          view,
          {
            ...brief,
            reviewersDiffer: reviewersDiffer(
              reviews.map((one) => reviewViewOf(one, names)),
              view.id,
            ),
            forgotten: forgottenIn({ visits: [visit], reviews: reviews.filter((one) => one.visitId === visit.id) }, visit.id),
          },
          earlier,
          districtAt(world.library.districts, brief),
        ),
      },
    ];
  });
}

/**
 * Visits nobody has reviewed, one a tree, what matters most first, in pages. Each was weighed when its tree was settled, so an old
 * danger stands before a new routine however long the queue, and a page costs the same.
 */
export async function reviewQueue(
  world: World,
  forUser: string,
  after?: string,
  limit = PAGE,
  filter: QueueFilter = {},
): Promise<QueueAnswer> {
  const from = after === undefined ? null : placeInQueue(after);
  const joins = filter.street !== undefined || filter.taxon !== undefined || filter.about !== undefined;
  // Own visits wait for somebody else; they are passed over along the index.
  const where = [
    'v.review_weight IS NOT NULL',
    'v.user_id <> :forUser',
    ...(filter.by === undefined ? [] : ['v.user_id = :by']),
    ...(filter.street === undefined ? [] : ['t.street = :street']),
    ...(filter.taxon === undefined ? [] : ['t.taxon = :taxon']),
    ...(filter.about === undefined ? [] : [ABOUT[filter.about]]),
  ].join(' AND ');
  const rest = from
    ? `AND (v.review_weight < :weight OR (v.review_weight = :weight AND (v.finished_at > :finishedAt OR (v.finished_at = :finishedAt AND v.id > :id))))
       AND v.review_weight <= :weight`
    : '';
  const tables = `visits v FORCE INDEX (${filter.by === undefined ? 'queue' : 'queue_of'}) ${joins ? 'STRAIGHT_JOIN trees t ON t.id = v.tree_id' : ''}`;
  const replacements = { ...filter, forUser };
  const [rows, counted] = await Promise.all([
    world.sequelize.query<{ id: string }>(
      `SELECT v.id FROM ${tables} WHERE ${where} ${rest} ORDER BY v.review_weight DESC, v.finished_at, v.id LIMIT :limit`,
      { type: QueryTypes.SELECT, replacements: { ...replacements, ...from, limit: limit + 1 } },
    ),
    world.sequelize.query<{ total: number }>(
      `SELECT COUNT(*) AS total FROM (SELECT 1 FROM ${tables} WHERE ${where} LIMIT :most) AS first`,
      {
        type: QueryTypes.SELECT,
        replacements: { ...replacements, most: COUNTED + 1 },
      },
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

/** What a review holds besides its verdict; an older app sends none of it. */
const furtherOf = ({ bands, points, wanted, knew, closes }: Pick<ReviewSubmission, 'bands' | 'points' | 'wanted' | 'knew' | 'closes'>) => ({
  bands: bands ?? null,
  points: points ?? null,
  wanted: wanted ?? null,
  knew: knew ?? null,
  closes: closes && closes.length > 0 ? closes : null,
});

const isSame = (review: Review, given: ReviewSubmission) =>
  canonical(furtherOf(review)) === canonical(furtherOf(given)) &&
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
  if (given.wanted) checkTrait(world.library, given.wanted.trait, 'wanted.trait');
  // Read outside: inside, the first plain read fixes what is seen, and a review that is being written meanwhile would be missed.
  const found = await Visit.findByPk(given.visitId, { attributes: ['treeId'] });
  if (!found) throw notFound('That visit');
  return inTransaction(world, async (transaction) => {
    const tree = await lockTree(found.treeId, transaction, 'The tree of that visit');
    const already = await Review.findByPk(id, { transaction });
    if (already) {
      if (already.userId !== by.id || !isSame(already, given))
        throw new HttpProblem(409, 'Already there', 'A review with this ID is already saved and cannot be changed.');
      return false;
    }
    const visit = await Visit.findByPk(given.visitId, { transaction });
    if (!visit) throw notFound('That visit');
    if (visit.userId === by.id) throw new HttpProblem(409, 'Own visit', 'You made this visit. Another person must review it.');
    if (given.verdict === 'overturn' && given.taxon === visit.name?.taxon)
      throw new HttpProblem(422, 'Name not changed', `The visit already says ${given.taxon}. Confirm it, or choose another name.`, 'taxon');
    const claimed = new Set(
      sentOf(visit)
        .look.signs.filter(saidGone)
        .map(({ key }) => key),
    );
    const unknown = (given.closes ?? []).find((key) => !claimed.has(key));
    if (unknown !== undefined)
      throw new HttpProblem(
        422,
        'Nothing to close',
        'This visit does not say that this defect is gone, so there is nothing to close.',
        'closes',
      );
    const at = given.at ? new Date(given.at) : world.now();
    if (at.getTime() > world.now().getTime() + CLOCK_SLACK_MS)
      throw new HttpProblem(422, 'Wrong date or time', 'The review is dated in the future. Check the device clock.', 'at');
    // Said before the visit ended is a clock that runs behind: a review follows what it reviews.
    const said = at < visit.finishedAt ? new Date(visit.finishedAt.getTime() + 1) : at;
    const wrote = await keepReview(world, transaction, id, visit, given, by.id, said);
    const told = new Map<string, Told>(given.verdict === 'confirm' ? [] : [[visit.userId, given.verdict]]);
    await tell(world, transaction, { id, treeId: tree.id, at: said }, told);
    await settleTree(world, tree, transaction, sentOf(visit).look.day);
    await chain(world, transaction, {
      userId: by.id,
      action: given.verdict,
      entity: 'visit',
      entityId: visit.id,
      body: { review: id },
      wrote,
      trees: [tree.id],
      told: [...told.keys()],
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
  await Review.create(
    { id, visitId: visit.id, treeId: visit.treeId, userId, at, verdict, secondLook, taxon, reason, ...furtherOf(given) },
    { transaction },
  );
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
