import { mayAct } from '@dendrix/core/contracts';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { roundPlan, type Account, type RoundKept, type RoundSubmission, type RoundView } from '@dendrix/core/contracts';
import { people } from '../accounts/service';
import { User } from '../models/accounts';
import { inTransaction } from '../db/transaction';
import { HttpProblem, notFound } from '../http/problem';
import { noteChange } from '../chain/changes';
import type { World } from '../world';
import { Round } from '../models/rounds';

const name = (names: ReadonlyMap<string, { name: string }>, id: string) => ({ id, name: names.get(id)?.name ?? 'somebody who left' });

async function viewsOf({ sequelize }: Pick<World, 'sequelize'>, rounds: readonly Round[]): Promise<RoundView[]> {
  const names = await people(rounds.flatMap((round) => [round.userId, round.madeBy]));
  const ids = [...new Set(rounds.flatMap(({ plan }) => plan.stops.map(({ treeId }) => treeId)))];
  const seen =
    ids.length === 0
      ? []
      : await sequelize.query<{ id: string; on: string | null }>('SELECT id, last_visit_on AS `on` FROM trees WHERE id IN (?)', {
          type: QueryTypes.SELECT,
          replacements: [ids],
        });
  const lastOf = new Map(seen.map(({ id, on }) => [id, on]));
  return rounds.map((round) => ({
    id: round.id,
    day: round.day,
    crew: name(names, round.userId),
    madeBy: name(names, round.madeBy),
    madeAt: round.madeAt.toISOString(),
    plan: roundPlan.parse(round.plan),
    done: round.plan.stops.map(({ treeId }) => treeId).filter((id) => (lastOf.get(id) ?? '') >= round.day),
  }));
}

/** The rounds of a day, by crew. */
export async function roundsOf(world: Pick<World, 'sequelize'>, day: string): Promise<RoundView[]> {
  const rounds = await viewsOf(world, await Round.findAll({ where: { day } }));
  return rounds.sort((a, b) => a.crew.name.localeCompare(b.crew.name));
}

/** One round. @throws HttpProblem 404 */
export async function roundOf(world: Pick<World, 'sequelize'>, id: string): Promise<RoundView> {
  const round = await Round.findByPk(id);
  if (!round) throw notFound('That round');
  return (await viewsOf(world, [round]))[0] as RoundView;
}

function mayPlanFor(crew: string, by: Account): void {
  if (crew !== by.id && !mayAct(by.role, 'coordinator'))
    throw new HttpProblem(403, 'Not allowed', 'Only the person who does the round, or a coordinator, can plan it.');
}

/** @throws HttpProblem 422 for the first stop at a tree that is not there */
async function checkStops({ sequelize }: Pick<World, 'sequelize'>, trees: readonly string[]): Promise<void> {
  if (trees.length === 0) return;
  const found = await sequelize.query<{ id: string }>('SELECT id FROM trees WHERE id IN (?)', {
    type: QueryTypes.SELECT,
    replacements: [trees],
  });
  const there = new Set(found.map(({ id }) => id));
  const missing = trees.findIndex((tree) => !there.has(tree));
  if (missing >= 0)
    throw new HttpProblem(422, 'Not understood', `Stop ${missing + 1} is at a tree that is not there.`, `plan.stops[${missing}].treeId`);
}

/** Takes trees for a round of a day; a tree is in one round of a day at most, whoever writes at once. @returns those that were free */
async function take(
  world: World,
  round: { id: string; day: string },
  trees: readonly string[],
  transaction: Transaction,
): Promise<Set<string>> {
  await world.sequelize.query('DELETE FROM round_stops WHERE round_id = ?', { replacements: [round.id], transaction });
  if (trees.length > 0)
    await world.sequelize.query(
      `INSERT IGNORE INTO round_stops (day, tree_id, round_id, place) VALUES ${trees.map(() => '(?, ?, ?, ?)').join()}`,
      { replacements: trees.flatMap((tree, i) => [round.day, tree, round.id, i]), transaction },
    );
  // A locking read: what another wrote since this began counts.
  const own = await world.sequelize.query<{ id: string }>('SELECT tree_id AS id FROM round_stops WHERE round_id = ? LOCK IN SHARE MODE', {
    type: QueryTypes.SELECT,
    replacements: [round.id],
    transaction,
  });
  return new Set(own.map(({ id }) => id));
}

/**
 * Keeps a round of a crew for a day, in the place of the one it had. Trees that another crew has in its round of that day are left out
 * and told.
 * @throws HttpProblem 403, 409 for an id that another crew's round has, 422 for a crew or tree that is not there
 */
export async function keepRound(world: World, id: string, given: RoundSubmission, by: Account): Promise<RoundKept> {
  mayPlanFor(given.crew, by);
  const crew = await User.findByPk(given.crew);
  if (!crew) throw new HttpProblem(422, 'Not understood', 'That crew has no account here.', 'crew');
  if (!mayAct(crew.role, 'crew')) throw new HttpProblem(422, 'Not understood', `${crew.name} reads only, and visits no trees.`, 'crew');
  const { day, plan } = given;
  const trees = plan.stops.map(({ treeId }) => treeId);
  if (new Set(trees).size < trees.length)
    throw new HttpProblem(422, 'Not understood', 'The same tree is in the round twice.', 'plan.stops');
  await checkStops(world, trees);
  const kept = await inTransaction(world, async (transaction) => {
    const before = await Round.findAll({
      where: { [Op.or]: [{ id }, { userId: given.crew, day }] },
      transaction,
      lock: transaction.LOCK.UPDATE,
    });
    const same = before.find((round) => round.id === id);
    if (same && same.userId !== given.crew) throw new HttpProblem(409, 'Already there', 'This ID belongs to another crew’s round.');
    for (const round of before) {
      await world.sequelize.query('DELETE FROM round_stops WHERE round_id = ?', { replacements: [round.id], transaction });
      await round.destroy({ transaction });
    }
    const own = await take(world, { id, day }, trees, transaction);
    const round = await Round.create(
      {
        id,
        day,
        userId: given.crew,
        madeBy: by.id,
        madeAt: world.now(),
        plan: { ...plan, stops: plan.stops.filter(({ treeId }) => own.has(treeId)) },
      },
      { transaction },
    );
    const others = trees.filter((tree) => !own.has(tree));
    const takers =
      others.length === 0
        ? []
        : await world.sequelize.query<{ treeId: string; userId: string }>(
            `SELECT s.tree_id AS treeId, r.user_id AS userId FROM round_stops s JOIN rounds r ON r.id = s.round_id
             WHERE s.day = ? AND s.tree_id IN (?) LOCK IN SHARE MODE`,
            { type: QueryTypes.SELECT, replacements: [day, others], transaction },
          );
    await noteChange(world, transaction, trees, { what: 'round', userId: by.id, told: given.crew === by.id ? [] : [given.crew] });
    return { round, takers };
  });
  const names = await people(kept.takers.map(({ userId }) => userId));
  return {
    round: (await viewsOf(world, [kept.round]))[0] as RoundView,
    taken: kept.takers.map(({ treeId, userId }) => ({ treeId, by: name(names, userId) })),
  };
}

/** Takes a round away; its trees are free again. Gone already is as good. */
export async function dropRound(world: World, id: string, by: Account): Promise<void> {
  await inTransaction(world, async (transaction) => {
    const round = await Round.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!round) return;
    mayPlanFor(round.userId, by);
    await world.sequelize.query('DELETE FROM round_stops WHERE round_id = ?', { replacements: [id], transaction });
    await round.destroy({ transaction });
    await noteChange(
      world,
      transaction,
      round.plan.stops.map(({ treeId }) => treeId),
      { what: 'round', userId: by.id },
    );
  });
}
