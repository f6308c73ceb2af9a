import { Op, type Transaction } from 'sequelize';
import type { Judgement, Organisation } from '@dendrix/core/record';
import { judgeVisits, type Derived } from '@dendrix/core/state';
import { canonical } from '../chain/canonical';
import { noteChange } from '../chain/changes';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';
import { each, PAGE } from './each';
import { FollowUp, Tree } from '../models/trees';
import { judgeable, lockTree, namesOf, rowsOf, type Rows } from './rows';
import { derivedOf, followUpRow, settleTree, writeDerived, writeWaiting } from './settle';
import { utcDay } from '@dendrix/core/time';

// Everything derived made again from the record, and what moved told: a record that is in order moves nothing.

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
      what.push(`judgement of ${visit.day ?? utcDay(visit.finishedAt)}`);
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
