import type { Account, Role } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { HttpProblem } from '../http/problem';
import type { Access } from './access';
import { useCode } from './factor';
import { User } from '../models/accounts';
import { hashPassword, isPassword } from './password';
import { tryOnce } from './tries';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';

export const accountOf = (user: User): Account => ({
  id: user.id,
  name: user.name,
  login: user.login,
  role: user.role,
  districts: user.districts ?? [],
  secondFactor: user.factor !== null,
  signsInElsewhere: user.identity !== null,
  owesFactor: false,
});

/** Whether somebody may come in at all. */
export const isActive = (user: User): boolean => user.state === null;

/** Somebody who signs in with a password. */
export interface Given {
  login: string;
  password: string;
  code?: string | undefined;
  /** Where it came from. */
  address: string;
}

/**
 * The person of a login and password, and of a one-time code where they have a second factor.
 * @throws HttpProblem 401 where they do not belong together or a code is wanted, 429 after too many wrong tries
 */
export async function authenticate(
  world: Pick<World, 'sequelize'>,
  { login, password, code, address }: Given,
  { clock, secret }: Pick<Access, 'clock' | 'secret'>,
): Promise<User> {
  const name = login.toLowerCase();
  const found = await tryOnce(world, { address, name }, clock, async () => {
    const user = await User.findOne({ where: { login } });
    const right = await isPassword(user?.passwordHash, password);
    // The collation takes ö for o: only the name as it is written is the name.
    if (!user || !right || !isActive(user) || user.login.toLowerCase() !== name) return null;
    // A code is asked for only of who knows the password; that alone is no wrong try.
    if (user.factor !== null && !code) return 'code wanted' as const;
    if (code && !(await useCode(user, code, secret, clock().getTime()))) return null;
    return user;
  });
  if (found === 'code wanted') throw new HttpProblem(401, 'Code required', 'Enter your one-time code too.', 'code');
  if (!found)
    throw code
      ? new HttpProblem(401, 'Not signed in', 'Wrong name, password or code. A code works once only.', 'code')
      : new HttpProblem(401, 'Not signed in', 'Wrong name or password.');
  return found;
}

/** The names of some people, by id. */
export async function people(ids: readonly (string | null)[]): Promise<Map<string, Pick<User, 'id' | 'name'>>> {
  const wanted = [...new Set(ids.filter((id) => id !== null))];
  const users = wanted.length === 0 ? [] : await User.findAll({ where: { id: wanted }, attributes: ['id', 'name'] });
  return new Map(users.map((user) => [user.id, user]));
}

/** Adds a person with a password; the chain tells who came and when. */
export async function addAccount(
  world: World,
  given: { id: string; name: string; login: string; password: string; role: Role },
): Promise<Account> {
  const { password, ...rest } = given;
  const passwordHash = await hashPassword(password);
  return inTransaction(world, async (transaction) => {
    const user = await User.create({ ...rest, passwordHash, createdAt: world.now() }, { transaction });
    await chain(world, transaction, {
      userId: null,
      action: 'add',
      entity: 'account',
      entityId: user.id,
      body: { role: rest.role },
      wrote: { users: [user.id] },
    });
    // A column that was left out comes back as its default.
    return accountOf(await user.reload({ transaction }));
  });
}
