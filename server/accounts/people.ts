import { createHash, randomBytes } from 'node:crypto';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import type { Account, Invitation, LinkView, OneTimeLink, PersonChange, PersonView } from '@dendrix/core/contracts';
import { chain, type Deed } from '../chain/service';
import { HttpProblem, notFound } from '../http/problem';
import { inTransaction } from '../db/transaction';
import { Link, RecoveryCode, User } from '../models/accounts';
import { checkPassword, hashPassword } from './password';
import { endSessions } from './sessions';
import { forgetTries } from './tries';
import type { World } from '../world';

/** A link is good for so long, ms: over a weekend and a day of leave. */
const LINK_MS = 4 * 24 * 3600 * 1000;
const TOKEN_BYTES = 24;

type By = Pick<Account, 'id'> | null;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A deed done to a person, with the row as it is after it. */
const ofPerson = (by: By, action: string, id: string, body: unknown = {}): Deed => ({
  userId: by?.id ?? null,
  action,
  entity: 'account',
  entityId: id,
  body,
  wrote: { users: [id] },
});

/** @throws HttpProblem 404 */
async function personOf(id: string, transaction?: Transaction): Promise<User> {
  const user = await User.findByPk(id, { transaction, ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}) });
  if (!user) throw notFound('This person');
  return user;
}

/** Everybody, as an administrator sees them; those who were erased last. */
export async function listPeople({ sequelize }: Pick<World, 'sequelize'>): Promise<PersonView[]> {
  const [users, devices] = await Promise.all([
    User.findAll({ order: [['name', 'ASC']] }),
    sequelize.query<{ user_id: string; devices: number; expires: Date | string }>(
      'SELECT user_id, COUNT(*) AS devices, MAX(expires) AS expires FROM sessions WHERE user_id IS NOT NULL AND ended IS NULL AND expires > NOW() GROUP BY user_id',
      { type: QueryTypes.SELECT },
    ),
  ]);
  const by = new Map(devices.map((row) => [row.user_id, row]));
  return users
    .map((user) => {
      const row = by.get(user.id);
      return {
        id: user.id,
        name: user.name,
        login: user.state === 'erased' ? '' : user.login,
        role: user.role,
        state: user.state ?? ('active' as const),
        districts: user.districts ?? [],
        secondFactor: user.factor !== null,
        signsInElsewhere: user.identity !== null,
        devices: Number(row?.devices ?? 0),
        lastSeen: row ? lastSeenOf(new Date(row.expires)) : null,
      };
    })
    .sort((a, b) => Number(a.state === 'erased') - Number(b.state === 'erased'));
}

const viewOf = async (world: World, id: string): Promise<PersonView> => {
  const found = (await listPeople(world)).find((one) => one.id === id);
  if (!found) throw notFound('This person');
  return found;
};

/** A session lives two weeks from its last contact: a crew may be out of signal for days. ms */
export const SESSION_MS = 14 * 24 * 3600 * 1000;
export const lastSeenOf = (expires: Date): string => new Date(expires.getTime() - SESSION_MS).toISOString();

/** Makes a link by which a person sets a password, once; those of before are void. */
async function newLink(user: string, kind: 'invite' | 'reset', by: By, clock: Date, transaction: Transaction): Promise<OneTimeLink> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const expiresAt = new Date(clock.getTime() + LINK_MS);
  await Link.destroy({ where: { userId: user, usedAt: null }, transaction });
  await Link.create(
    { hash: hashOf(token), userId: user, kind, madeBy: by?.id ?? null, madeAt: clock, expiresAt, usedAt: null },
    { transaction },
  );
  return { path: `/join/${token}`, expiresAt: expiresAt.toISOString() };
}

/**
 * Takes somebody in, who sets a password by the link.
 * @param by null while the town is founded
 * @throws HttpProblem 409 where the sign-in name is taken
 */
export async function invite(world: World, given: Invitation, by: By, clock: Date): Promise<{ person: PersonView; link: OneTimeLink }> {
  const id = world.newId();
  const link = await inTransaction(world, async (transaction) => {
    if (await User.findOne({ where: { login: given.login }, transaction }))
      throw new HttpProblem(409, 'Taken', `The sign-in name ${given.login} is already in use.`, 'login');
    await User.create({ ...given, id, passwordHash: null, state: 'invited', createdAt: world.now() }, { transaction });
    const made = await newLink(id, 'invite', by, clock, transaction);
    await chain(world, transaction, ofPerson(by, 'invite', id, { role: given.role }));
    return made;
  });
  return { person: await viewOf(world, id), link };
}

/** Makes a new link for somebody who lost theirs or forgot the password. The old password is good until it is used. */
export async function renewLink(world: World, id: string, by: By, clock: Date): Promise<OneTimeLink> {
  return inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    if (user.state === 'erased' || user.state === 'disabled')
      throw new HttpProblem(409, 'Not here any more', 'This person cannot sign in. Restore their access before you make a link.');
    const link = await newLink(id, user.state === 'invited' ? 'invite' : 'reset', by, clock, transaction);
    await chain(world, transaction, ofPerson(by, 'link', id));
    return link;
  });
}

/** @throws HttpProblem 404 where it is none, was used, or is too old: which of them is nobody's business */
async function openLink(token: string, clock: Date, transaction?: Transaction): Promise<Link> {
  const link = await Link.findByPk(hashOf(token), { transaction, ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}) });
  if (!link || link.usedAt !== null || link.expiresAt <= clock)
    throw new HttpProblem(404, 'Link expired', 'This link has been used or has expired. Ask an administrator for a new one.');
  return link;
}

/** What whoever opens a link is shown. */
export async function readLink(token: string, town: string, clock: Date): Promise<LinkView> {
  const link = await openLink(token, clock);
  const user = await personOf(link.userId);
  return { name: user.name, login: user.login, kind: link.kind, town };
}

/**
 * Sets the password by a link and lets the person in; whoever was signed in as them is not any more.
 * @throws HttpProblem 404 for a link that is good no more, 422 for a password that is not safe enough
 */
export async function followLink(world: World, token: string, password: string, town: string, clock: Date): Promise<User> {
  const before = await openLink(token, clock);
  const person = await personOf(before.userId);
  checkPassword(password, [person.name, person.login, town]);
  return useLink(world, token, { passwordHash: await hashPassword(password) }, clock);
}

/**
 * Ties the account of a link to an identity where the organisation signs in, and lets the person in. The password of before is void.
 * @throws HttpProblem 404 for a link that is good no more, 409 where a second factor stands in the way of whoever found the link
 */
export const followLinkThere = (world: World, token: string, identity: string, clock: Date): Promise<User> =>
  useLink(world, token, { identity, passwordHash: null }, clock);

async function useLink(world: World, token: string, given: Partial<Pick<User, 'passwordHash' | 'identity'>>, clock: Date): Promise<User> {
  const user = await inTransaction(world, async (transaction) => {
    const link = await openLink(token, clock, transaction);
    const found = await personOf(link.userId, transaction);
    if (found.state === 'disabled' || found.state === 'erased') throw new HttpProblem(404, 'Link expired', 'This link has expired.');
    if (given.identity && found.factor !== null)
      throw new HttpProblem(409, 'A second factor', 'Sign in with your password and code first. Then link the account.');
    await link.update({ usedAt: clock }, { transaction });
    await found.update({ ...given, state: null }, { transaction });
    await chain(world, transaction, ofPerson(found, link.kind === 'invite' ? 'join' : 'reset', found.id));
    return found;
  });
  await endSessions(user.id);
  await forgetTries(world, user.login.toLowerCase());
  return user;
}

/** @throws HttpProblem 409 where nobody would be left who looks after people */
async function keepOneAdministrator(id: string, transaction: Transaction): Promise<void> {
  // Held until it is done: two who take the role off each other at once find one another in the way.
  const others = await User.findAll({
    where: { role: 'administrator', state: null, id: { [Op.ne]: id } },
    attributes: ['id'],
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  if (others.length === 0)
    throw new HttpProblem(409, 'The last administrator', 'There must be one administrator. Make someone else administrator first.');
}

/** Changes a person. Who may not come in any more is signed out everywhere. */
export async function changePerson(world: World, id: string, change: PersonChange, by: Account): Promise<PersonView> {
  const { state, ...rest } = change;
  await inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    if (user.state === 'erased') throw new HttpProblem(409, 'Erased', 'This person was erased. There is nothing left to change.');
    const leaves = state === 'disabled' || (rest.role !== undefined && rest.role !== 'administrator');
    if (leaves && user.role === 'administrator' && user.state === null) await keepOneAdministrator(id, transaction);
    if (id === by.id && state === 'disabled') throw new HttpProblem(409, 'That is you', 'Another administrator must do this.');
    const hasWayIn = user.passwordHash !== null || user.identity !== null;
    const next = state === undefined ? user.state : state === 'disabled' ? 'disabled' : hasWayIn ? null : 'invited';
    const leftAt = next !== 'disabled' ? null : (user.leftAt ?? world.now());
    await user.update({ ...rest, state: next, leftAt }, { transaction });
    await chain(world, transaction, ofPerson(by, 'change', id, change));
  });
  if (state === 'disabled') await endSessions(id);
  return viewOf(world, id);
}

/** Takes the second factor off, where the phone with it is gone. */
export async function dropFactor(world: World, id: string, by: By): Promise<void> {
  await inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    await user.update({ factor: null, factorStep: null }, { transaction });
    await RecoveryCode.destroy({ where: { userId: id }, transaction });
    await chain(world, transaction, ofPerson(by, 'drop factor', id));
  });
}

/**
 * Ties an account to an identity where the organisation signs in.
 * @throws HttpProblem 409 where the person may not come in any more, UniqueConstraintError where the identity is another's
 */
export const tieIdentity = (world: World, id: string, identity: string): Promise<void> =>
  inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    if (user.state !== null) throw new HttpProblem(409, 'Not here any more', 'This account is disabled and cannot be linked.');
    await user.update({ identity }, { transaction });
    await chain(world, transaction, ofPerson(user, 'tie identity', id));
  });

/**
 * Lets somebody sign in elsewhere no more. They are signed out, and need a password: a link for one where they have none.
 * @throws HttpProblem 409 where they would be left without a way in by their own doing
 */
export async function dropIdentity(world: World, id: string, by: Account): Promise<void> {
  await inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    if (id === by.id && user.passwordHash === null)
      throw new HttpProblem(409, 'No other way to sign in', 'You have no password yet. Ask an administrator for a link and set one first.');
    await user.update({ identity: null }, { transaction });
    await chain(world, transaction, ofPerson(by, 'drop identity', id));
  });
  if (id !== by.id) await endSessions(id);
}

/**
 * Erases a person: name, sign-in name, password and second factor are gone, and the words somebody who has left goes by stand in their
 * place. What they saw and judged is the record of trees and is kept.
 */
export async function erase(world: World, id: string, by: Account): Promise<PersonView> {
  if (id === by.id) throw new HttpProblem(409, 'That is you', 'Another administrator must do this.');
  await erasePerson(world, id, by);
  return viewOf(world, id);
}

/** Erases a person. @param by null where the time is up that the organisation set @returns whether there was anything to erase */
export async function erasePerson(world: World, id: string, by: By): Promise<boolean> {
  const done = await inTransaction(world, async (transaction) => {
    const user = await personOf(id, transaction);
    if (user.state === 'erased') return false;
    if (user.role === 'administrator' && user.state === null) await keepOneAdministrator(id, transaction);
    await user.update(
      {
        name: `Former user (${id.slice(-4)})`,
        login: `erased-${id}`,
        passwordHash: null,
        state: 'erased',
        districts: null,
        factor: null,
        factorStep: null,
        identity: null,
        leftAt: null,
      },
      { transaction },
    );
    await RecoveryCode.destroy({ where: { userId: id }, transaction });
    await Link.destroy({ where: { userId: id }, transaction });
    // Who did what stands in the chain by id alone.
    await chain(world, transaction, ofPerson(by, 'erase', id));
    return true;
  });
  await endSessions(id);
  return done;
}
