import { QueryTypes } from 'sequelize';
import type { CandidatesAnswer, PlanCandidate, TreeBrief } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { stopKind } from '@dendrix/core/rounds';
import { stopTimes, type TimedVisit } from '@dendrix/core/planning/stop-times';
import { addDays, addMonths } from '@dendrix/core/time';
import { people } from '../accounts/service';
import { PutOff } from '../models/talk';
import { putOffViewOf } from '../trees/view';
import { selectBriefs } from '../trees/briefs';
import { ofDistricts, roundCandidates } from '../trees/round';
import { boxAround, BY_PLACE, inBox } from '../trees/within';
import type { World } from '../world';

// What a round of a day is made from: trees that are due and looks whose season it is, what puts each off or has it taken, and how long
// stops take here.

/** Looks of the season about the start: how many, and how far off, m. */
const LOOKS = 40;
const LOOKS_REACH = [700, 2000] as const;
const LOOKS_READ = 1500;
/** The newest visits tell how long a stop takes; what they tell is asked anew after so long, ms. */
const TIMED = 2000;
const TIMES_KEPT = 600_000;

const held = new WeakMap<World['sequelize'], { at: number; times: Promise<CandidatesAnswer['times']> }>();

/** What a stop takes here, from the newest visits. */
async function timesOf({ sequelize }: Pick<World, 'sequelize'>): Promise<CandidatesAnswer['times']> {
  const before = held.get(sequelize);
  if (before && Date.now() - before.at < TIMES_KEPT) return before.times;
  const times = sequelize
    .query<{ minutes: number; first: number }>(
      `SELECT TIMESTAMPDIFF(SECOND, v.started_at, v.finished_at) / 60 AS minutes,
         NOT EXISTS (SELECT 1 FROM visits b WHERE b.tree_id = v.tree_id AND b.finished_at < v.finished_at) AS first
       FROM (SELECT id, tree_id, started_at, finished_at FROM visits WHERE amends IS NULL ORDER BY id DESC LIMIT ?) v`,
      { type: QueryTypes.SELECT, replacements: [TIMED] },
    )
    .then((rows) =>
      stopTimes(rows.map(({ minutes, first }): TimedVisit => ({ minutes: Number(minutes), kind: first ? 'first' : 'return' }))),
    );
  held.set(sequelize, { at: Date.now(), times });
  times.catch(() => held.delete(sequelize));
  return times;
}

interface OpenLook {
  treeId: string;
  trait: string;
  because: string;
  dueOn: string;
}

/** Trees about a place with a look open whose months are these: it is due by the last day of them. */
async function looksNear(
  { sequelize }: Pick<World, 'sequelize'>,
  day: string,
  from: Place,
  districts: readonly string[],
): Promise<TreeBrief[]> {
  // The spatial index is asked by itself: MariaDB does not read it inside a semi-join.
  let ids: string[] = [];
  for (const reach of LOOKS_REACH) {
    const rows = await sequelize.query<{ id: string }>(
      `SELECT id FROM trees FORCE INDEX (${BY_PLACE}) WHERE ${inBox(boxAround(from, reach))} LIMIT ?`,
      { type: QueryTypes.SELECT, replacements: [LOOKS_READ] },
    );
    ids = rows.map(({ id }) => id);
    if (ids.length >= LOOKS_READ / 4) break;
  }
  if (ids.length === 0) return [];
  // A season is three months or so: what is to be seen by then may show by now, which the months of the mark tell exactly.
  const open = await sequelize.query<{ id: string }>(
    `SELECT DISTINCT tree_id AS id FROM follow_ups WHERE tree_id IN (?) AND done_on IS NULL AND trait IS NOT NULL AND due_on BETWEEN ? AND ? LIMIT ?`,
    { type: QueryTypes.SELECT, replacements: [ids, day, addDays(day, 100), LOOKS] },
  );
  if (open.length === 0) return [];
  const { and, values } = ofDistricts(districts);
  return selectBriefs(sequelize, `WHERE id IN (?)${and}`, [open.map(({ id }) => id), ...values]);
}

/**
 * Trees that could be stops of a round of a day.
 * @param wanted trees that are wanted whatever they are, such as pinned ones
 * @param districts those the crew looks after; the whole town where none is named
 */
export async function planCandidates(
  world: Pick<World, 'sequelize'>,
  day: string,
  from: Place | undefined,
  wanted: readonly string[] = [],
  districts: readonly string[] = [],
): Promise<CandidatesAnswer> {
  const { sequelize } = world;
  const answer = await roundCandidates(world, day, { from, districts, pressing: 'own' });
  const begin = from ?? answer.items[0];
  const [near, named, times] = await Promise.all([
    begin ? looksNear(world, day, begin, districts) : [],
    wanted.length === 0 ? [] : selectBriefs(sequelize, 'WHERE id IN (?)', [[...wanted]]),
    timesOf(world),
  ]);
  const trees = [...new Map([...answer.items, ...near, ...named].map((tree) => [tree.id, tree])).values()];
  const ids = trees.map(({ id }) => id);
  const [looks, putOffs, taken] =
    ids.length === 0
      ? [[], [], []]
      : await Promise.all([
          sequelize.query<OpenLook>(
            `SELECT tree_id AS treeId, trait, because, due_on AS dueOn FROM follow_ups FORCE INDEX (tree_id)
             WHERE tree_id IN (?) AND done_on IS NULL AND trait IS NOT NULL ORDER BY due_on`,
            { type: QueryTypes.SELECT, replacements: [ids] },
          ),
          PutOff.findAll({ where: { treeId: ids }, order: [['at', 'DESC']] }),
          sequelize.query<{ treeId: string; userId: string }>(
            'SELECT s.tree_id AS treeId, r.user_id AS userId FROM round_stops s JOIN rounds r ON r.id = s.round_id WHERE s.day = ? AND s.tree_id IN (?)',
            { type: QueryTypes.SELECT, replacements: [day, ids] },
          ),
        ]);
  const names = await people([...putOffs, ...taken].map(({ userId }) => userId));
  const lookOf = new Map([...looks].reverse().map((look) => [look.treeId, look]));
  // The newest word on it holds, also where it puts off to a nearer day.
  const putOffOf = new Map([...putOffs].reverse().map((one) => [one.treeId, one]));
  const takenOf = new Map(taken.map(({ treeId, userId }) => [treeId, userId]));
  return {
    due: answer.due,
    more: answer.more,
    times,
    items: trees.map((tree): PlanCandidate => {
      const look = lookOf.get(tree.id);
      const putOff = putOffOf.get(tree.id);
      const by = takenOf.get(tree.id);
      return {
        tree,
        kind: stopKind(tree, look, day),
        look: look ? { trait: look.trait, because: look.because, dueOn: look.dueOn } : null,
        putOff: putOff && putOff.until > day ? putOffViewOf(putOff, names) : null,
        takenBy: by === undefined ? null : { id: by, name: names.get(by)?.name ?? 'somebody who left' },
      };
    }),
  };
}

/** Months shown of the season ahead. */
const MONTHS = 12;
/** Open looks that are counted. */
const MOST_LOOKS = 20_000;

/** What the months ahead can settle: open looks by the months in which their mark shows, and how much is due in each. */
export async function seasonAhead({ sequelize }: Pick<World, 'sequelize'>, day: string) {
  const first = day.slice(0, 7);
  const months = Array.from({ length: MONTHS }, (_, i) => addMonths(`${first}-01`, i).slice(0, 7));
  const [due, looks] = await Promise.all([
    sequelize.query<{ month: string; due: number }>(
      `SELECT IF(due_on < ?, 'over', LEFT(due_on, 7)) AS month, COUNT(*) AS due FROM trees WHERE due_on <= ? GROUP BY 1`,
      { type: QueryTypes.SELECT, replacements: [day, `${months.at(-1)}-31`] },
    ),
    sequelize.query<{ trait: string; dueOn: string; laterLooks: string | null; wanted: string | null }>(
      `SELECT f.trait, f.due_on AS dueOn, v.later_looks AS laterLooks,
         (SELECT r.wanted FROM reviews r WHERE f.because_of = CONCAT(r.id, '/question') AND r.visit_id = f.visit_id) AS wanted
       FROM follow_ups f LEFT JOIN visits v ON v.id = f.visit_id WHERE f.done_on IS NULL AND f.trait IS NOT NULL LIMIT ?`,
      { type: QueryTypes.SELECT, replacements: [MOST_LOOKS] },
    ),
  ]);
  const dueOf = new Map(due.map(({ month, due }) => [month, Number(due)]));
  const table = new Map(months.map((month) => [month, new Map<string, { trees: number; lastChance: number }>()]));
  for (const { trait, dueOn, laterLooks, wanted } of looks) {
    const shows = monthsOf(trait, laterLooks, wanted);
    for (const month of months) {
      if (!shows.includes(Number(month.slice(5)))) continue;
      const row = table.get(month) as Map<string, { trees: number; lastChance: number }>;
      const held = row.get(trait) ?? { trees: 0, lastChance: 0 };
      row.set(trait, { trees: held.trees + 1, lastChance: held.lastChance + (dueOn.slice(0, 7) === month ? 1 : 0) });
    }
  }
  return {
    overdue: dueOf.get('over') ?? 0,
    months: months.map((month) => ({
      month,
      due: dueOf.get(month) ?? 0,
      looks: [...(table.get(month) ?? [])]
        .map(([trait, counts]) => ({ trait, ...counts }))
        .sort((a, b) => b.trees - a.trees || a.trait.localeCompare(b.trait)),
    })),
  };
}

/** The months in which a planned look can be made, as its visit or question gave them. */
function monthsOf(trait: string, laterLooks: string | null, wanted: string | null): number[] {
  const read = (text: string | null): unknown => (typeof text === 'string' ? JSON.parse(text) : text);
  const asked = read(wanted) as { trait: string; months: number[] } | null;
  if (asked?.trait === trait) return asked.months;
  const planned = (read(laterLooks) ?? []) as { trait: string; months: number[] }[];
  return planned.find((look) => look.trait === trait)?.months ?? [];
}
