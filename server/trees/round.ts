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

/** What whoever walks a round says of it. */
export interface RoundWish {
  /** Where they stand; else the round begins at the most urgent tree. */
  from?: Place | undefined;
  /** What was put off past this day is left out and counted; nothing is where it is not given. */
  today?: string;
  /** The districts they look after; the whole town where none is named. */
  districts?: readonly string[] | undefined;
  /** Whether what presses is given wherever it stands, or of their own districts alone. */
  pressing?: 'anywhere' | 'own';
}

/**
 * Trees that could be stops of a round: the longest overdue, those that press wherever they stand, and those due about where it begins.
 * Core picks among them. Each is read from an index, so the answer costs the same in a village and in a city.
 * @param dueBy the last day that counts, ISO
 */
export async function roundCandidates({ sequelize }: Pick<World, 'sequelize'>, dueBy: string, wish: RoundWish = {}): Promise<RoundAnswer> {
  const { from, today, districts = [] } = wish;
  const [own, anywhere, oldest, due] = await Promise.all([
    pressingTrees(sequelize, dueBy, districts),
    districts.length === 0 || wish.pressing === 'own' ? [] : pressingTrees(sequelize, dueBy, []),
    oldestDue(sequelize, dueBy, districts),
    countDue(sequelize, dueBy, districts),
  ]);
  const begin = from ?? own[0] ?? oldest[0];
  const near = begin && oldest.length === OLDEST ? await dueNear(sequelize, dueBy, begin, districts) : [];
  const items = new Map([...own, ...anywhere, ...oldest, ...near].map((tree) => [tree.id, tree]));
  const found = [...items.values()];
  const off = today === undefined ? new Set<string>() : await putOffNow(sequelize, today, found);
  const kept = found.filter((tree) => !off.has(tree.id));
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

/** The condition that trees stand in some districts, and what goes in its places; none where the whole town is asked for. */
export const ofDistricts = (districts: readonly string[]): { and: string; values: readonly string[][] } =>
  districts.length === 0 ? { and: '', values: [] } : { and: ' AND district_id IN (?)', values: [[...districts]] };

/** The longest overdue. In some districts they are read district by district: one index each, and the longest overdue of all of them. */
async function oldestDue(sequelize: Db, dueBy: string, districts: readonly string[]): Promise<TreeBrief[]> {
  if (districts.length === 0) return selectBriefs(sequelize, 'WHERE due_on <= ? ORDER BY due_on, id LIMIT ?', [dueBy, OLDEST], 'due_on');
  const of = await Promise.all(
    districts.map((id) =>
      selectBriefs(sequelize, 'WHERE district_id = ? AND due_on <= ? ORDER BY due_on LIMIT ?', [id, dueBy, OLDEST], BY_DISTRICT),
    ),
  );
  return of
    .flat()
    .sort((a, b) => (a.dueOn ?? '').localeCompare(b.dueOn ?? '') || a.id.localeCompare(b.id))
    .slice(0, OLDEST);
}
const BY_DISTRICT = 'by_district';

/** How much is due, counted no further than anybody walks. */
async function countDue(sequelize: Db, dueBy: string, districts: readonly string[]): Promise<number> {
  const { and, values } = ofDistricts(districts);
  const hint = districts.length === 0 ? '' : ` FORCE INDEX (${BY_DISTRICT})`;
  const [row] = await sequelize.query<{ due: number }>(
    `SELECT COUNT(*) AS due FROM (SELECT 1 FROM trees${hint} WHERE due_on <= ?${and} LIMIT ?) AS first`,
    { type: QueryTypes.SELECT, replacements: [dueBy, ...values, COUNTED + 1] },
  );
  return Number(row?.due ?? 0);
}

async function pressingTrees(sequelize: Db, dueBy: string, districts: readonly string[]): Promise<TreeBrief[]> {
  const { and, values } = ofDistricts(districts);
  // One index each: a condition with OR would be answered by none.
  const of = (column: 'risk' | 'soundness', word: string, index: string) =>
    selectBriefs(sequelize, `WHERE ${column} = ? AND due_on <= ?${and} ORDER BY due_on LIMIT ?`, [word, dueBy, ...values, PRESSING], index);
  const found = await Promise.all([
    of('risk', 'extreme', 'by_risk'),
    of('soundness', 'act first', 'by_soundness'),
    of('risk', 'high', 'by_risk'),
  ]);
  return found.flat();
}

async function dueNear(sequelize: Db, dueBy: string, begin: Place, districts: readonly string[]): Promise<TreeBrief[]> {
  const { and, values } = ofDistricts(districts);
  let found: TreeBrief[] = [];
  for (const reach of REACH) {
    found = await selectBriefs(
      sequelize,
      `WHERE ${inBox(boxAround(begin, reach))} AND due_on <= ?${and} LIMIT ?`,
      [dueBy, ...values, READ],
      BY_PLACE,
    );
    if (found.length >= NEAR) break;
  }
  return found.sort((a, b) => (a.dueOn ?? '').localeCompare(b.dueOn ?? '')).slice(0, NEAR);
}
