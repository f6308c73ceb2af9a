import { QueryTypes } from 'sequelize';
import { RULES } from '@dendrix/core/judging';
import { SOUNDNESS } from '@dendrix/core/knowledge';
import { standingVisits } from '@dendrix/core/state';
import { noteChange } from '../chain/changes';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';
import { lockTree, rowsOf } from './rows';
import { settleTree } from './settle';
import { Visit } from '../models/visits';

// After an upgrade every tree is assessed again by the new rules, beside the service: those whose earlier visits found the worst first.
// How far it got is kept with each tree, so that a stop loses nothing.

/** Trees taken from the list at a time. */
const PAGE = 200;
/** Days lie after this one. */
const BEFORE_ALL = '0000-01-01';
/** What an earlier visit found, the worst first; then all the rest. */
const DANGERS = ['act first', 'serious weakness', null] as const;

/**
 * After each tree it rests so many times as long as the tree took: people are served meanwhile. Without a rest it took most of the
 * service for as long as it ran (profile of 200 crews). Dangers go faster than the rest.
 */
const RESTS = { danger: 1, none: 3 } as const;
const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** How far it is. */
export interface Progress {
  done: number;
  total: number;
  /** Trees whose danger had been forgotten. */
  forgotten: number;
}

/** How many trees with visits are still assessed by older rules. */
export async function treesByOlderRules({ sequelize }: Pick<World, 'sequelize'>): Promise<number> {
  const [row] = await sequelize.query<{ n: number }>(
    `SELECT COUNT(*) AS n FROM trees t WHERE (t.rules IS NULL OR t.rules < :rules) AND t.last_visit_on IS NOT NULL`,
    { type: QueryTypes.SELECT, replacements: { rules: RULES } },
  );
  return Number(row?.n ?? 0);
}

/** The next trees to assess, of those whose earlier visits found a danger. */
async function nextOf({ sequelize }: World, danger: string | null, after: string): Promise<string[]> {
  const found =
    danger === null
      ? ''
      : `AND EXISTS (SELECT 1 FROM visits v WHERE v.tree_id = t.id AND JSON_VALUE(v.judged, '$.ruled.soundness') = :danger)`;
  const rows = await sequelize.query<{ id: string }>(
    `SELECT t.id FROM trees t WHERE (t.rules IS NULL OR t.rules < :rules) AND t.last_visit_on IS NOT NULL AND t.id > :after ${found} ORDER BY t.id LIMIT :page`,
    { type: QueryTypes.SELECT, replacements: { rules: RULES, after, page: PAGE, danger } },
  );
  return rows.map(({ id }) => id);
}

const rankOf = (band: string | null | undefined) => Math.max(0, (SOUNDNESS as readonly (string | null | undefined)[]).indexOf(band));
const SERIOUS = SOUNDNESS.indexOf('serious weakness');

/**
 * Assesses one tree again. Where the new rules find a danger that the assessment of before did not have, its newest visit waits at the
 * head of the queue until somebody has reviewed it.
 * @returns whether a danger had been forgotten
 */
const assessAgain = (world: World, id: string): Promise<boolean> =>
  inTransaction(world, async (transaction) => {
    const tree = await lockTree(id, transaction);
    if (tree.rules !== null && tree.rules >= RULES) return false;
    const rows = await rowsOf(tree, transaction);
    const last = standingVisits(
      rows.visits.map((visit) => ({
        id: visit.id,
        finishedAt: visit.finishedAt.toISOString(),
        amends: visit.amends,
        look: { day: visit.day ?? '' },
      })),
    ).at(-1);
    const before = rows.visits.find((visit) => visit.id === last?.id)?.judged?.ruled;
    let settled = await settleTree(world, tree, transaction, BEFORE_ALL);
    const now = last && (await Visit.findByPk(last.id, { transaction }));
    const after = now?.judged?.ruled;
    const forgotten = before !== undefined && rankOf(after?.soundness) >= SERIOUS && rankOf(after?.soundness) > rankOf(before.soundness);
    if (forgotten && now) {
      await now.update({ forgottenAt: world.now() }, { transaction });
      // Once more, now that it waits for that reason.
      settled = await settleTree(world, settled, transaction, null);
    }
    if (settled.rules !== RULES) await settled.update({ rules: RULES }, { transaction });
    await noteChange(world, transaction, [id]);
    return forgotten;
  });

/**
 * Assesses every tree again that older rules assessed, the most dangerous earlier findings first. Stopped and started again it goes on
 * where it was.
 * @param tell called after every page
 * @param stop whether to end early
 */
export async function assessByNewRules(
  world: World,
  tell: (progress: Progress) => void = () => {},
  stop: () => boolean = () => false,
): Promise<Progress> {
  const progress: Progress = { done: 0, total: await treesByOlderRules(world), forgotten: 0 };
  for (const danger of DANGERS)
    for (let after = ''; ;) {
      const ids = await nextOf(world, danger, after);
      for (const id of ids) {
        if (stop()) return progress;
        const began = performance.now();
        if (await assessAgain(world, id)) progress.forgotten += 1;
        progress.done += 1;
        await rest((performance.now() - began) * RESTS[danger === null ? 'none' : 'danger']);
      }
      tell(progress);
      if (ids.length < PAGE) break;
      after = ids.at(-1) ?? '';
    }
  return progress;
}
