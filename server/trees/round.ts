import { QueryTypes } from 'sequelize';
import type { Place } from '@dendrix/core/geo';
import { isPressing } from '@dendrix/core/planning';
import type { RoundAnswer, TreeBrief } from '@dendrix/core/contracts';
import { selectBriefs } from './briefs';
import { BY_PLACE, boxAround, inBox } from './within';
import type { World } from '../world';

/** The longest overdue that are given, and the due ones about where the round begins. */
const OLDEST = 40;
const PRESSING = 20;
const NEAR = 60;
/** Boxes about the beginning, widened until enough that is due is found, m; and trees read of one. */
const REACH = [250, 700, 2000] as const;
const READ = 1500;
/** Due trees are counted up to here: a city has more than anybody walks to. */
const COUNTED = 1000;

/**
 * Trees that could be stops of a round: the longest overdue, those that press wherever they stand, and those due about where it begins.
 * Core picks among them. Each is read from an index, so the answer costs the same in a village and in a city.
 * @param dueBy the last day that counts, ISO
 * @param from where somebody stands; else the round begins at the most urgent of them
 * @param today what was put off past this day is left out and counted; nothing is where it is not given
 */
export async function roundCandidates(
  { sequelize }: Pick<World, 'sequelize'>,
  dueBy: string,
  from?: Place,
  today?: string,
): Promise<RoundAnswer> {
  const [pressing, oldest, counted] = await Promise.all([
    pressingTrees(sequelize, dueBy),
    selectBriefs(sequelize, 'WHERE due_on <= ? ORDER BY due_on, id LIMIT ?', [dueBy, OLDEST], 'due_on'),
    sequelize.query<{ due: number }>('SELECT COUNT(*) AS due FROM (SELECT 1 FROM trees WHERE due_on <= ? LIMIT ?) AS first', {
      type: QueryTypes.SELECT,
      replacements: [dueBy, COUNTED + 1],
    }),
  ]);
  const begin = from ?? pressing[0] ?? oldest[0];
  const near = begin && oldest.length === OLDEST ? await dueNear(sequelize, dueBy, begin) : [];
  const items = new Map([...pressing, ...oldest, ...near].map((tree) => [tree.id, tree]));
  const due = Number(counted[0]?.due ?? 0);
  const all = [...items.values()];
  const off = today === undefined ? new Set<string>() : await putOffNow(sequelize, today, all);
  const kept = all.filter((tree) => !off.has(tree.id));
  return { items: kept, due: Math.min(due, COUNTED) - off.size, more: due > COUNTED, putOff: off.size };
}

/** Which of some trees are put off past a day. What presses is never among them. */
async function putOffNow(sequelize: Db, today: string, trees: readonly TreeBrief[]): Promise<Set<string>> {
  const ids = trees.filter((tree) => !isPressing(tree, today)).map(({ id }) => id);
  if (ids.length === 0) return new Set();
  const rows = await sequelize.query<{ id: string; until: string }>(
    'SELECT tree_id AS id, until FROM put_offs FORCE INDEX (by_tree) WHERE tree_id IN (?) ORDER BY at',
    { type: QueryTypes.SELECT, replacements: [ids] },
  );
  // The newest word holds.
  const until = new Map(rows.map((row) => [row.id, row.until]));
  return new Set([...until].filter(([, day]) => day > today).map(([id]) => id));
}

type Db = World['sequelize'];

async function pressingTrees(sequelize: Db, dueBy: string): Promise<TreeBrief[]> {
  // One index each: a condition with OR would be answered by none.
  const of = (column: 'risk' | 'soundness', word: string, index: string) =>
    selectBriefs(sequelize, `WHERE ${column} = ? AND due_on <= ? ORDER BY due_on LIMIT ?`, [word, dueBy, PRESSING], index);
  const found = await Promise.all([
    of('risk', 'extreme', 'by_risk'),
    of('soundness', 'act first', 'by_soundness'),
    of('risk', 'high', 'by_risk'),
  ]);
  return found.flat();
}

async function dueNear(sequelize: Db, dueBy: string, begin: Place): Promise<TreeBrief[]> {
  let found: TreeBrief[] = [];
  for (const reach of REACH) {
    found = await selectBriefs(sequelize, `WHERE ${inBox(boxAround(begin, reach))} AND due_on <= ? LIMIT ?`, [dueBy, READ], BY_PLACE);
    if (found.length >= NEAR) break;
  }
  return found.sort((a, b) => (a.dueOn ?? '').localeCompare(b.dueOn ?? '')).slice(0, NEAR);
}
