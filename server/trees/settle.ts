import type { Transaction } from 'sequelize';
import { v5 as namedId } from 'uuid';
import { districtAt } from '@dendrix/core/geo';
import { RULES } from '@dendrix/core/judging';
import { reviewWeight } from '@dendrix/core/review';
import {
  derive,
  judgeVisits,
  reviewersDiffer,
  standingVisits,
  type Derived,
  type FollowUp as Due,
  type Judgeable,
  type TreeRecord,
} from '@dendrix/core/state';
import { addMonths, dayAt } from '@dendrix/core/time';
import { canonical } from '../chain/canonical';
import { readOrganisation } from '../organisation/service';
import type { JudgedWith } from '../models/visits';
import type { World } from '../world';
import { FollowUp, type Tree } from '../models/trees';
import { earlierNames, forgottenIn, judgeable, namesOf, nobody, rowsOf, type Rows } from './rows';
import { briefOf, visitViewOf } from './view';

// Everything about a tree that follows from its record: the judgement of each visit from the whole of it, what is to be done, and the
// columns that lists and map read. It is made by the same core that runs on the phone, in the transaction that wrote the record.

/** Names of follow-ups are made from what they come from, so that they are the same however often they are derived. */
const FOLLOW_UPS = '8f0f5a44-2f0b-5f0e-9b1c-4d0f7b8a6a10';
const BECAUSE = 'new on the list, never visited';

/** When somebody is to come for the first time: as it was added, else as soon as its district sees any tree again; null for no day. */
export function firstVisitOf(
  { districts }: Pick<World['library'], 'districts'>,
  tree: Pick<Tree, 'latitude' | 'longitude' | 'createdAt'> & { firstDueOn?: string | null },
): TreeRecord['firstVisit'] {
  const { longestGap, timeZone } = districtAt(districts, tree);
  const dueOn = tree.firstDueOn ?? (longestGap === undefined ? null : addMonths(dayAt(tree.createdAt, timeZone), longestGap));
  return dueOn === null ? null : { dueOn, because: BECAUSE };
}

export function derivedOf({ library }: Pick<World, 'library'>, tree: Tree, rows: Rows): Derived & { followUps: Due[] } {
  const { given, reviews } = namesOf(rows);
  const { timeZone, longestGap } = districtAt(library.districts, tree);
  return derive({
    timeZone,
    longestGap,
    listed: { dbh: tree.listedDbh, height: tree.listedHeight },
    firstVisit: firstVisitOf(library, tree),
    visits: rows.visits.map((visit) => visitViewOf(visit, nobody)),
    determinations: given,
    reviews,
  });
}

export const followUpRow = (treeId: string, { key, ...due }: Due) => ({
  id: namedId(`${treeId}/${key}`, FOLLOW_UPS),
  treeId,
  becauseOf: key,
  ...due,
});

export async function writeDerived(
  { library }: Pick<World, 'library'>,
  tree: Tree,
  { followUps, ...columns }: ReturnType<typeof derivedOf>,
  transaction: Transaction,
): Promise<Tree> {
  await FollowUp.destroy({ where: { treeId: tree.id }, transaction });
  await FollowUp.bulkCreate(
    followUps.map((one) => followUpRow(tree.id, one)),
    { transaction },
  );
  return tree.update({ ...columns, districtId: districtAt(library.districts, tree).id }, { transaction });
}

/**
 * The one visit of a tree that waits for a second look, and how much it needs one: the last that stands, where nobody has reviewed it.
 * @param tree as its derived columns are now
 */
function waitingOf({ library }: World, tree: Tree, rows: Rows): { id: string; weight: number } | null {
  const last = standingVisits(rows.visits.map((visit) => visitViewOf(visit, nobody))).at(-1);
  if (!last) return null;
  const differ = reviewersDiffer(namesOf(rows).reviews, last.id);
  const forgotten = forgottenIn(rows, last.id);
  if (!differ && !forgotten && rows.reviews.some((review) => review.visitId === last.id)) return null;
  const brief = briefOf(tree);
  const earlier = earlierNames(rows.determinations, last);
  const { weight } = reviewWeight(
    library,
    last,
    { ...brief, reviewersDiffer: differ, forgotten },
    earlier,
    districtAt(library.districts, brief),
  );
  return { id: last.id, weight };
}

/** Writes down which visit waits for a second look. @returns whether that moved */
export async function writeWaiting(world: World, tree: Tree, rows: Rows, transaction: Transaction): Promise<boolean> {
  const waits = waitingOf(world, tree, rows);
  let moved = false;
  for (const visit of rows.visits) {
    const reviewWeight = visit.id === waits?.id ? waits.weight : null;
    if ((visit.reviewWeight ?? null) === reviewWeight) continue;
    moved = true;
    await visit.update({ reviewWeight }, { transaction });
  }
  return moved;
}

/**
 * Makes anew what follows from the record of a tree.
 * @param since day of what was written: visits of that day and after it are judged again; null where nothing was, so that only those
 *   which were never judged are
 */
export async function settleTree(world: World, tree: Tree, transaction: Transaction, since: string | null): Promise<Tree> {
  const rows = await rowsOf(tree, transaction);
  const organisation = await readOrganisation(transaction);
  const judgedBefore = new Set(rows.visits.filter((visit) => visit.judged).map((visit) => visit.id));
  const wanted = (visit: Judgeable) => !judgedBefore.has(visit.id) || (since !== null && visit.look.day >= since);
  const judged = judgeVisits(world.library, tree, rows.visits.map(judgeable), namesOf(rows), organisation, wanted);
  const judgedWith: JudgedWith = {
    library: world.library.version,
    profile: organisation.profile,
    rootStandard: organisation.rootStandard,
  };
  for (const visit of rows.visits) {
    const judgement = judged.get(visit.id);
    if (!judgement || (visit.judged && canonical(visit.judged) === canonical(judgement))) continue;
    await visit.update({ judged: judgement, judgedWith }, { transaction });
  }
  const settled = await writeDerived(world, tree, derivedOf(world, tree, rows), transaction);
  // What stands is by these rules once the newest visit is.
  const last = standingVisits(rows.visits.map(judgeable)).at(-1);
  if (last && judged.has(last.id)) await settled.update({ rules: RULES }, { transaction });
  await writeWaiting(world, settled, rows, transaction);
  return settled;
}
