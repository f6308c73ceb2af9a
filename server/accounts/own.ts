import { QueryTypes } from 'sequelize';
import type { Account } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { HttpProblem } from '../http/problem';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';
import { newRecoveryCodes, seal, stepOf, useCode } from './factor';
import { RecoveryCode, User } from '../models/accounts';
import { checkPassword, hashPassword, isPassword } from './password';
import { dropFactor, lastSeenOf } from './people';
import type { Access } from './access';
import { devicesOf, endSessions } from './sessions';
import { tryOnce } from './tries';

/** Where a change comes from. */
interface From {
  address: string;
  /** The session that asks, which goes on. */
  session: string;
  clock: () => Date;
  town: string;
}

/**
 * Whether somebody is who is signed in, before they open a way in that outlives this moment.
 * @param refused said where they are not
 * @param mayLack whether who only ever signed in elsewhere, and has no password, passes without one
 * @throws HttpProblem 422 where the password is wrong, 429 after too many wrong tries
 */
export async function confirmPassword(
  world: World,
  user: Account,
  password: string,
  { address, clock }: Pick<From, 'address' | 'clock'>,
  {
    refused = new HttpProblem(422, 'Wrong password', 'Wrong password.', 'password'),
    mayLack = false,
  }: { refused?: HttpProblem; mayLack?: boolean } = {},
): Promise<void> {
  const row = await User.findByPk(user.id);
  if (mayLack && row !== null && row.passwordHash === null) return;
  const right = await tryOnce(world, { address, name: user.login.toLowerCase(), isIn: true }, clock, async () =>
    (await isPassword(row?.passwordHash, password)) ? true : null,
  );
  if (!right) throw refused;
}

/**
 * Changes somebody's own password; they are signed out on all other devices.
 * @throws HttpProblem 422 where the old one is wrong or the new one is not safe enough, 429 after too many wrong tries
 */
export async function changePassword(
  world: World,
  user: Account,
  { old, password }: { old: string; password: string },
  { address, session, clock, town }: From,
): Promise<void> {
  const refused = new HttpProblem(422, 'Not the old one', 'The current password is wrong.', 'old');
  await confirmPassword(world, user, old, { address, clock }, { refused });
  checkPassword(password, [user.name, user.login, town]);
  const passwordHash = await hashPassword(password);
  await inTransaction(world, async (transaction) => {
    await User.update({ passwordHash }, { where: { id: user.id }, transaction });
    await chain(world, transaction, {
      userId: user.id,
      action: 'new password',
      entity: 'account',
      entityId: user.id,
      body: {},
      wrote: { users: [user.id] },
    });
  });
  await endSessions(user.id, session);
}

/** An offer of a second factor holds for so long, ms. */
const OFFER_MS = 10 * 60_000;

/**
 * Switches a second factor on, once its first code shows that the phone has it.
 * @returns recovery codes, to be shown once
 */
export async function confirmFactor(
  world: World,
  user: Account,
  { offered, offeredAt, session }: { offered: string | undefined; offeredAt: string | undefined; session: string },
  code: string,
  { clock, secret }: Access,
): Promise<string[]> {
  const age = clock().getTime() - Date.parse(offeredAt ?? '');
  if (offered === undefined || !(age <= OFFER_MS)) throw new HttpProblem(409, 'Start again', 'This setup has expired. Start again.');
  const step = stepOf(offered, code, clock().getTime());
  if (step === null)
    throw new HttpProblem(422, 'Not the code', 'Wrong code. Wait for the next code. Check that the phone clock is right.', 'code');
  const codes = await inTransaction(world, async (transaction) => {
    const row = await User.findByPk(user.id, { transaction, lock: true });
    // Another session may have put one on meanwhile: an offer never takes its place.
    if (row?.factor) throw new HttpProblem(409, 'There is one', 'You have a second factor; take it off first.');
    await User.update({ factor: seal(offered, secret), factorStep: step }, { where: { id: user.id }, transaction });
    const made = await newRecoveryCodes(user.id, transaction);
    await chain(world, transaction, {
      userId: user.id,
      action: 'second factor',
      entity: 'account',
      entityId: user.id,
      body: {},
      wrote: { users: [user.id] },
    });
    return made;
  });
  // Whoever else is signed in as them did not show the phone.
  await endSessions(user.id, session);
  return codes;
}

/** Takes somebody's own second factor off. @throws HttpProblem 422 where the code is wrong, 429 after too many wrong tries */
export async function dropOwnFactor(world: World, user: Account, code: string, address: string, { clock, secret }: Access): Promise<void> {
  const row = await User.findByPk(user.id);
  const right = await tryOnce(world, { address, name: user.login.toLowerCase(), isIn: true }, clock, async () =>
    row && (await useCode(row, code, secret, clock().getTime())) ? true : null,
  );
  if (!right) throw new HttpProblem(422, 'Not the code', 'Wrong code. A used code does not work again.', 'code');
  await dropFactor(world, user.id, user);
}

/** Tables that name a person, and by which column: what is kept about them. */
const ABOUT: readonly [table: string, column: string, what: string][] = [
  ['visits', 'user_id', 'id, tree_id, started_at, finished_at, time_zone, received_at, amends'],
  ['reviews', 'user_id', 'id, visit_id, tree_id, at, verdict, second_look, taxon, reason'],
  ['messages', 'user_id', 'id, tree_id, visit_id, at, text'],
  ['put_offs', 'user_id', 'id, tree_id, at, until, reason'],
  ['photos', 'user_id', 'id, visit_id, tree_id, received_at'],
  ['rounds', 'user_id', 'id, day'],
  ['trees', 'created_by', 'id, tag, created_at'],
  ['imports', 'user_id', 'id, state, created_at'],
  ['seen', 'user_id', 'what_id, tree_id, at'],
  ['presence', 'user_id', 'tree_id, at'],
  ['told', 'user_id', 'what_id, kind, tree_id, at'],
  ['audit_entries', 'user_id', 'seq, at, action, entity, entity_id'],
];

/** Everything that is kept about a person, for them. */
export async function ownData({ sequelize }: Pick<World, 'sequelize'>, user: Account): Promise<Record<string, unknown>> {
  const row = (await User.findByPk(user.id)) as User;
  const recovery = await RecoveryCode.count({ where: { userId: user.id, usedAt: null } });
  const kept: Record<string, unknown> = {
    person: {
      id: row.id,
      name: row.name,
      login: row.login,
      role: row.role,
      districts: row.districts ?? [],
      since: row.createdAt.toISOString(),
      secondFactor: row.factor !== null,
      recoveryCodesLeft: recovery,
    },
    devices: await devicesOf(user.id, lastSeenOf),
  };
  for (const [table, column, what] of ABOUT)
    kept[table] = await sequelize.query(`SELECT ${what} FROM ${table} WHERE ${column} = ?`, {
      type: QueryTypes.SELECT,
      replacements: [user.id],
    });
  return kept;
}
