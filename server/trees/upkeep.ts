import { QueryTypes } from 'sequelize';
import { canonical, sha256 } from '../chain/canonical';
import { noteChange } from '../chain/changes';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';
import { each, PAGE } from './each';
import { rebuildAll } from './rebuild';
import { lockTree } from './rows';
import { settleTree } from './settle';

// What is derived, kept up with what it follows from besides the record: an older version, the rules of districts, weights of the queue.

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
