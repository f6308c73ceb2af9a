import { QueryTypes, type Transaction } from 'sequelize';
import type { Account, NoticesAnswer, Notice } from '@dendrix/core/contracts';
import type { MessageSubmission, PutOffSubmission } from '@dendrix/core/record';
import { daysBetween, dayAt } from '@dendrix/core/time';
import { districtAt } from '@dendrix/core/geo';
import { chain } from '../chain/service';
import { people } from '../accounts/service';
import { User } from '../models/accounts';
import { canonical } from '../chain/canonical';
import { inTransaction } from '../db/transaction';
import { HttpProblem, notFound } from '../http/problem';
import { lockTree } from '../trees/rows';
import { Visit } from '../models/visits';
import { CLOCK_SLACK_MS, type World } from '../world';
import { Message, PutOff } from '../models/talk';

// What people say to one another about a tree, who is told of it, and who had what before them.

/** A tree is put off for at most so long: what is due is not pushed out of sight. */
const LONGEST_PUT_OFF_DAYS = 90;
/** Notices that are shown; older ones stand at their trees. */
const NOTICES = 60;

export type Told = 'mention' | 'answer' | 'question' | 'overturn';

/** Notes that people are told of something; the first word to each holds. */
export async function tell(
  { sequelize }: Pick<World, 'sequelize'>,
  transaction: Transaction,
  what: { id: string; treeId: string; at: Date },
  told: ReadonlyMap<string, Told>,
): Promise<void> {
  if (told.size === 0) return;
  await sequelize.query(
    `INSERT IGNORE INTO told (user_id, what_id, kind, tree_id, at) VALUES ${[...told].map(() => '(?, ?, ?, ?, ?)').join()}`,
    { transaction, replacements: [...told].flatMap(([user, kind]) => [user, what.id, kind, what.treeId, what.at]) },
  );
}

function checkClock(world: World, at: Date): void {
  if (at.getTime() > world.now().getTime() + CLOCK_SLACK_MS)
    throw new HttpProblem(422, 'Times do not fit', 'This is dated in the future. Check the device clock.', 'at');
}

/** Who is told of a word: those it names, those who spoke to that point before, and whose visit it is about. */
async function toldOf(given: MessageSubmission, by: string, transaction: Transaction): Promise<Map<string, Told>> {
  const told = new Map<string, Told>(given.mentions.map((id) => [id, 'mention']));
  const before = await Message.findAll({
    where: { treeId: given.treeId, visitId: given.visitId, point: given.point },
    attributes: ['userId'],
    transaction,
  });
  const visit = given.visitId === null ? null : await Visit.findByPk(given.visitId, { attributes: ['userId'], transaction });
  for (const id of [...before.map((one) => one.userId), ...(visit ? [visit.userId] : [])]) if (!told.has(id)) told.set(id, 'answer');
  told.delete(by);
  return told;
}

/**
 * Keeps a word under the id its device made; sending the same again changes nothing.
 * @throws HttpProblem 404 for a tree or visit that is not there, 409 for an id that another word has, 422 for nobody known
 */
export async function submitMessage(world: World, id: string, given: MessageSubmission, by: Account): Promise<boolean> {
  return inTransaction(world, async (transaction) => {
    const tree = await lockTree(given.treeId, transaction, 'That tree');
    const { treeId, visitId, point, text, mentions } = given;
    const at = new Date(given.at);
    const already = await Message.findByPk(id, { transaction });
    if (already) {
      const same =
        already.userId === by.id &&
        canonical({ treeId, visitId, point, text, mentions }) ===
          canonical({
            treeId: already.treeId,
            visitId: already.visitId,
            point: already.point,
            text: already.text,
            mentions: already.mentions,
          });
      if (!same) throw new HttpProblem(409, 'Already there', 'A comment with this ID is already saved and cannot be changed.');
      return false;
    }
    checkClock(world, at);
    if (visitId !== null && !(await Visit.findOne({ where: { id: visitId, treeId }, attributes: ['id'], transaction })))
      throw notFound('That visit of this tree');
    const known = await people(mentions);
    const nobody = mentions.findIndex((one) => !known.has(one));
    if (nobody >= 0) throw new HttpProblem(422, 'Not understood', 'One of the people notified has no account here.', `mentions[${nobody}]`);
    await Message.create({ id, treeId, visitId, point, userId: by.id, at, receivedAt: world.now(), text, mentions }, { transaction });
    const told = await toldOf(given, by.id, transaction);
    await tell(world, transaction, { id, treeId, at }, told);
    await chain(world, transaction, {
      userId: by.id,
      action: 'say',
      entity: 'message',
      entityId: id,
      body: { treeId, point },
      wrote: { messages: [id] },
      trees: [tree.id],
      told: [...told.keys()],
    });
    return true;
  });
}

/**
 * Keeps that a tree is put off. The day on which it is due stays: it is only not proposed for rounds before.
 * @throws HttpProblem 422 for a day that is past or too far off
 */
export async function submitPutOff(world: World, id: string, given: PutOffSubmission, by: Account): Promise<boolean> {
  return inTransaction(world, async (transaction) => {
    const tree = await lockTree(given.treeId, transaction, 'That tree');
    const { treeId, until, reason } = given;
    const at = new Date(given.at);
    const already = await PutOff.findByPk(id, { transaction });
    if (already) {
      if (already.userId !== by.id || already.treeId !== treeId || already.until !== until || already.reason !== reason)
        throw new HttpProblem(409, 'Already there', 'An entry with this ID is already saved and cannot be changed.');
      return false;
    }
    checkClock(world, at);
    const days = daysBetween(dayAt(at, districtAt(world.library.districts, tree).timeZone), until);
    if (days < 1 || days > LONGEST_PUT_OFF_DAYS)
      throw new HttpProblem(
        422,
        'Not understood',
        `You can postpone a tree by 1 to ${LONGEST_PUT_OFF_DAYS} days. You entered ${days}.`,
        'until',
      );
    await PutOff.create({ id, treeId, userId: by.id, at, receivedAt: world.now(), until, reason }, { transaction });
    await chain(world, transaction, {
      userId: by.id,
      action: 'put off',
      entity: 'tree',
      entityId: treeId,
      body: { until },
      wrote: { putOffs: [id] },
      trees: [tree.id],
    });
    return true;
  });
}

/** What a person is told, newest first, and how much of it they have not had before them. */
export async function noticesOf({ sequelize }: Pick<World, 'sequelize'>, user: string): Promise<NoticesAnswer> {
  const rows = await sequelize.query<{
    id: string;
    kind: Told;
    at: Date;
    treeId: string;
    tag: string;
    place: string;
    said: string | null;
    byMessage: string | null;
    reason: string | null;
    byReview: string | null;
    seenAt: Date | null;
  }>(
    `SELECT n.what_id AS id, n.kind, n.at, t.id AS treeId, t.tag, t.place, m.text AS said, m.user_id AS byMessage, r.reason, r.user_id AS byReview,
       s.at AS seenAt
     FROM told n JOIN trees t ON t.id = n.tree_id LEFT JOIN messages m ON m.id = n.what_id LEFT JOIN reviews r ON r.id = n.what_id
       LEFT JOIN seen s ON s.what_id = n.what_id AND s.user_id = n.user_id
     WHERE n.user_id = ? ORDER BY n.at DESC, n.what_id LIMIT ?`,
    { type: QueryTypes.SELECT, replacements: [user, NOTICES] },
  );
  const names = await people(rows.map((row) => row.byMessage ?? row.byReview));
  const items = rows.map((row): Notice => {
    const by = row.byMessage ?? row.byReview ?? '';
    return {
      id: row.id,
      kind: row.kind,
      tree: { id: row.treeId, tag: row.tag, place: row.place },
      by: { id: by, name: names.get(by)?.name ?? 'somebody who left' },
      at: row.at.toISOString(),
      text: row.said ?? row.reason ?? '',
      isSeen: row.seenAt !== null,
    };
  });
  return { items, unseen: items.filter((one) => !one.isSeen).length };
}

/** Notes that somebody had some visits, reviews or words of a tree before them; the first time holds. What is none of that tree is left out. */
export async function noteSeen(
  { sequelize }: Pick<World, 'sequelize'>,
  user: string,
  treeId: string,
  what: readonly string[],
): Promise<void> {
  if (what.length === 0) return;
  await sequelize.query(
    `INSERT IGNORE INTO seen (what_id, user_id, tree_id, at)
     SELECT id, ?, ?, UTC_TIMESTAMP(3) FROM (
       SELECT id FROM visits WHERE tree_id = ? AND id IN (?)
       UNION SELECT id FROM reviews WHERE tree_id = ? AND id IN (?)
       UNION SELECT id FROM messages WHERE tree_id = ? AND id IN (?)
     ) AS there`,
    { replacements: [user, treeId, treeId, what, treeId, what, treeId, what] },
  );
}

/** Everybody of the town, by name. */
export async function colleagues() {
  const users = await User.findAll({ attributes: ['id', 'name', 'role'], order: [['name', 'ASC']] });
  return users.map(({ id, name, role }) => ({ id, name, role }));
}
