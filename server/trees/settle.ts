import { Op, QueryTypes, type Transaction } from 'sequelize';
import { v5 as namedId } from 'uuid';
import type { Judgement, Organisation } from '@dendrix/core/record';
import { districtAt } from '@dendrix/core/geo';
import { addMonths, dayAt } from '@dendrix/core/time';
import {
  derive,
  judgeVisits,
  reviewersDiffer,
  reviewWeight,
  standingVisits,
  type Derived,
  type FollowUp as Due,
  type Judgeable,
  type TreeRecord,
} from '@dendrix/core/review';
import { RULES } from '@dendrix/core/judging';
import { canonical, sha256 } from '../audit/canonical';
import { noteChange } from '../audit/changes';
import { Determination, FollowUp, Tree } from './model';
import { Review } from '../reviews/model';
import { Visit, type JudgedWith } from '../visits/model';
import { inTransaction } from '../db/transaction';
import { notFound } from '../http/problem';
import { readOrganisation } from '../organisation/service';
import type { World } from '../world';
import { briefOf, determinationViewOf, reviewViewOf, sentOf, visitViewOf } from './view';

// Everything about a tree that follows from its record: the judgement of each visit from the whole of it, what is to be done, and the
// columns that lists and map read. It is made by the same core that runs on the phone, in the transaction that wrote the record.

const nobody = new Map();
/** Names of follow-ups are made from what they come from, so that they are the same however often they are derived. */
const FOLLOW_UPS = '8f0f5a44-2f0b-5f0e-9b1c-4d0f7b8a6a10';
const BECAUSE = 'new on the list, never visited';

/** Takes a tree for writing: whoever writes to its record waits for the others. @throws HttpProblem 404 */
export async function lockTree(id: string, transaction: Transaction, what = 'The tree of this visit'): Promise<Tree> {
  const tree = await Tree.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!tree) throw notFound(what);
  return tree;
}

interface Rows {
  visits: Visit[];
  determinations: Determination[];
  reviews: Review[];
}

export async function rowsOf(tree: Tree, transaction: Transaction): Promise<Rows> {
  const where = { treeId: tree.id };
  return {
    visits: await Visit.findAll({ where, transaction }),
    determinations: await Determination.findAll({ where, transaction }),
    reviews: await Review.findAll({ where, transaction }),
  };
}

const judgeable = (visit: Visit): Judgeable => ({
  id: visit.id,
  finishedAt: visit.finishedAt.toISOString(),
  amends: visit.amends,
  look: sentOf(visit).look,
  name: visit.name,
  units: visit.units,
});

const namesOf = ({ determinations, reviews }: Rows) => ({
  given: determinations.map((d) => determinationViewOf(d, nobody)),
  reviews: reviews.map((r) => reviewViewOf(r, nobody)),
});

/** When somebody is to come for the first time: as it was added, else as soon as its district sees any tree again; null for no day. */
export function firstVisitOf(
  { districts }: Pick<World['library'], 'districts'>,
  tree: Pick<Tree, 'latitude' | 'longitude' | 'createdAt'> & { firstDueOn?: string | null },
): TreeRecord['firstVisit'] {
  const { longestGap, timeZone } = districtAt(districts, tree);
  const dueOn = tree.firstDueOn ?? (longestGap === undefined ? null : addMonths(dayAt(tree.createdAt, timeZone), longestGap));
  return dueOn === null ? null : { dueOn, because: BECAUSE };
}

function derivedOf({ library }: Pick<World, 'library'>, tree: Tree, rows: Rows): Derived & { followUps: Due[] } {
  const { given, reviews } = namesOf(rows);
  return derive({
    longestGap: districtAt(library.districts, tree).longestGap,
    listed: { dbh: tree.listedDbh, height: tree.listedHeight },
    firstVisit: firstVisitOf(library, tree),
    visits: rows.visits.map((visit) => visitViewOf(visit, nobody)),
    determinations: given,
    reviews,
  });
}

const followUpRow = (treeId: string, { key, ...due }: Due) => ({
  id: namedId(`${treeId}/${key}`, FOLLOW_UPS),
  treeId,
  becauseOf: key,
  ...due,
});

async function writeDerived(
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

/** Whether newer rules found a danger of a visit that was forgotten before, and nobody has reviewed it since. */
export const forgottenIn = ({ visits, reviews }: Pick<Rows, 'visits' | 'reviews'>, id: string): boolean => {
  const at = visits.find((visit) => visit.id === id)?.forgottenAt ?? null;
  return at !== null && !reviews.some((review) => review.visitId === id && review.at >= at);
};

/** Names that a tree had before a visit gave its own, newest first. */
export const earlierNames = (
  determinations: readonly Pick<Determination, 'id' | 'visitId' | 'at' | 'taxon'>[],
  visit: { id: string; finishedAt: string },
): (string | null)[] =>
  determinations
    .filter((d) => d.visitId !== visit.id && d.at < new Date(visit.finishedAt))
    .sort((a, b) => b.at.getTime() - a.at.getTime() || b.id.localeCompare(a.id))
    .map((d) => d.taxon);

/** Writes down which visit waits for a second look. @returns whether that moved */
async function writeWaiting(world: World, tree: Tree, rows: Rows, transaction: Transaction): Promise<boolean> {
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

/** Something derived that is not what the record says. */
export interface Moved {
  tag: string;
  /** Columns of the tree, "follow-ups", or "judgement of …". */
  what: string[];
}

const same = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= 1e-12 * Math.max(1, Math.abs(a)) : (a ?? null) === (b ?? null);

/** The judgements of a tree's visits made again with what each was made with; those of another library cannot be. */
function judgedAgain(world: World, tree: Tree, rows: Rows): Map<string, Judgement> {
  const visits = rows.visits.map(judgeable);
  const byId = new Map(rows.visits.map((visit) => [visit.id, visit]));
  const again = new Map<string, Judgement>();
  const settings = new Map<string, Pick<Organisation, 'profile' | 'rootStandard'>>();
  for (const { judgedWith } of rows.visits)
    if (judgedWith?.library === world.library.version) settings.set(`${judgedWith.profile}/${judgedWith.rootStandard}`, judgedWith);
  for (const setting of settings.values()) {
    const made = judgeVisits(world.library, tree, visits, namesOf(rows), setting, (visit) => {
      const held = byId.get(visit.id)?.judgedWith;
      return held?.library === world.library.version && held.profile === setting.profile && held.rootStandard === setting.rootStandard;
    });
    for (const [id, judgement] of made) again.set(id, judgement);
  }
  return again;
}

/** The follow-ups of a tree as they are kept, without order. */
async function keptFollowUps(tree: Tree, transaction: Transaction): Promise<string> {
  const kept = await FollowUp.findAll({ where: { treeId: tree.id }, transaction });
  return unordered(
    kept.map(({ id, treeId, becauseOf, visitId, dueOn, because, season, trait, doneOn }) => ({
      id,
      treeId,
      becauseOf,
      visitId,
      dueOn,
      because,
      season,
      trait: trait ?? null,
      doneOn,
    })),
  );
}

const unordered = (rows: readonly object[]): string => rows.map(canonical).sort().join();

/** Thrown to leave everything as it was. */
class OnlyLooked extends Error {
  constructor(readonly what: string[]) {
    super('only looked');
  }
}

/** Tells what of one tree is not as the record says, and leaves it so. */
const lookAtTree = (world: World, id: string): Promise<string[]> =>
  rebuildTree(world, id, (what) => {
    throw new OnlyLooked(what);
  }).catch((error: unknown) => {
    if (error instanceof OnlyLooked) return error.what;
    throw error;
  });

/**
 * Makes everything derived of one tree anew, while nobody else writes to it, and tells what was not as the record says.
 * @param end what is done with what was found before it is kept
 */
const rebuildTree = (world: World, id: string, end: (what: string[]) => void = () => {}): Promise<string[]> =>
  inTransaction(world, async (transaction) => {
    const tree = await lockTree(id, transaction);
    const rows = await rowsOf(tree, transaction);
    const what: string[] = [];
    const again = judgedAgain(world, tree, rows);
    for (const visit of rows.visits) {
      const judgement = again.get(visit.id);
      if (!judgement || !visit.judged || canonical(visit.judged) === canonical(judgement)) continue;
      what.push(`judgement of ${visit.day ?? visit.finishedAt.toISOString().slice(0, 10)}`);
      await visit.update({ judged: judgement }, { transaction });
    }
    // Judged for the first time, such as visits of before the server judged: no news, but to be done.
    if (rows.visits.some((visit) => !visit.judged)) {
      await settleTree(world, tree, transaction, null);
      end(what);
      return what;
    }
    const derived = derivedOf(world, tree, rows);
    const { followUps, ...columns } = derived;
    what.push(...(Object.keys(columns) as (keyof Derived)[]).filter((key) => !same(tree[key], columns[key])));
    if ((await keptFollowUps(tree, transaction)) !== unordered(followUps.map((one) => followUpRow(tree.id, one)))) what.push('follow-ups');
    if (what.length > 0) await writeDerived(world, tree, derived, transaction);
    if (await writeWaiting(world, tree, rows, transaction)) what.push('waiting for review');
    if (what.length > 0) await noteChange(world, transaction, [tree.id]);
    end(what);
    return what;
  });

/** Trees taken from the list at a time, and how many of them are rebuilt at once: as many as keep a connection and a core busy. */
const PAGE = 1000;
const AT_ONCE = 4;

/** Does something with each of a list, several at a time, in their order. */
async function each<T>(items: readonly T[], work: (item: T) => Promise<void>): Promise<void> {
  let next = 0;
  const worker = async () => {
    for (let item = items[next++]; item !== undefined; item = items[next++]) await work(item);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}

/**
 * Rebuilds every tree, some at a time, and tells which moved, by tag; a record that is in order moves none.
 * @param tell called with trees done after every page of the list
 * @param keep false to look only, and leave everything as it is
 */
export async function rebuildAll(
  world: World,
  tell: (done: number) => void = () => {},
  keep = true,
): Promise<{ trees: number; moved: Moved[] }> {
  const moved: Moved[] = [];
  let trees = 0;
  for (let after: string | null = null; ;) {
    const page: Pick<Tree, 'id' | 'tag'>[] = await Tree.findAll({
      attributes: ['id', 'tag'],
      order: [['tag', 'ASC']],
      limit: PAGE,
      ...(after === null ? {} : { where: { tag: { [Op.gt]: after } } }),
    });
    await each(page, async ({ id, tag }) => {
      const what = await (keep ? rebuildTree(world, id) : lookAtTree(world, id));
      if (what.length > 0) moved.push({ tag, what });
    });
    trees += page.length;
    tell(trees);
    if (page.length < PAGE) break;
    after = page.at(-1)?.tag ?? null;
  }
  return { trees, moved: moved.sort((a, b) => a.tag.localeCompare(b.tag)) };
}

/** Settles trees anew, some at a time. */
const settleAll = (world: World, ids: readonly string[]): Promise<void> =>
  each(ids, (id) =>
    inTransaction(world, async (transaction) => {
      await settleTree(world, await lockTree(id, transaction), transaction, null);
      await noteChange(world, transaction, [id]);
    }),
  );

/** Judges the visits that the server has not judged yet, such as those of before it did. @returns how many trees were settled */
export async function judgeUnjudged(world: World): Promise<number> {
  const visits = await world.sequelize.query<{ treeId: string }>('SELECT DISTINCT tree_id AS treeId FROM visits WHERE unjudged = TRUE', {
    type: QueryTypes.SELECT,
  });
  await settleAll(
    world,
    visits.map(({ treeId }) => treeId),
  );
  return visits.length;
}

/** The rules of districts that what is derived follows from. */
const rulesOf = ({ library }: World): string =>
  sha256(
    canonical(
      library.districts.map(({ id, latitude, longitude, outline = null, longestGap = null }) => [
        id,
        latitude,
        longitude,
        outline,
        longestGap,
      ]),
    ),
  ).slice(0, 16);

const following = new WeakMap<World['sequelize'], Promise<void>>();

/**
 * Makes what is derived anew once the rules of a district, or what lies in it, have changed: in the background, one run after the
 * other, and again after a stop that cut it short.
 */
export function followDistricts(world: World): Promise<void> {
  const before = following.get(world.sequelize) ?? Promise.resolve();
  const run = before
    .catch(() => undefined)
    .then(async () => {
      const version = rulesOf(world);
      const [held] = await world.sequelize.query<{ version: string }>('SELECT version FROM derived_with WHERE what = ?', {
        type: QueryTypes.SELECT,
        replacements: ['districts'],
      });
      if (held?.version === version) return;
      // Districts without a rule are what there was before there were any.
      const isPlain = world.library.districts.every(({ outline, longestGap }) => outline === undefined && longestGap === undefined);
      if (held || !isPlain) await rebuildAll(world);
      await world.sequelize.query('REPLACE INTO derived_with VALUES (?, ?)', { replacements: ['districts', version] });
    });
  following.set(world.sequelize, run);
  return run;
}

/** What is derived besides the columns of trees, and the version of how. */
const QUEUE = { what: 'queue', version: '1' } as const;

/** Weighs the visits that wait, once, where a database is of before their weights were kept. @returns how many trees were settled */
export async function weighUnweighed({ sequelize, ...world }: World): Promise<number> {
  const [held] = await sequelize.query('SELECT 1 FROM derived_with WHERE what = ? AND version = ?', {
    type: QueryTypes.SELECT,
    replacements: [QUEUE.what, QUEUE.version],
  });
  if (held) return 0;
  let settled = 0;
  for (let after = ''; ;) {
    const page = await sequelize.query<{ id: string }>('SELECT DISTINCT tree_id AS id FROM visits WHERE tree_id > ? ORDER BY 1 LIMIT ?', {
      type: QueryTypes.SELECT,
      replacements: [after, PAGE],
    });
    const ids = page.map(({ id }) => id);
    await settleAll({ sequelize, ...world }, ids);
    settled += ids.length;
    if (ids.length < PAGE) break;
    after = ids.at(-1) ?? '';
  }
  await sequelize.query('REPLACE INTO derived_with VALUES (?, ?)', { replacements: [QUEUE.what, QUEUE.version] });
  return settled;
}
