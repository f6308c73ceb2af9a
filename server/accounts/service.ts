import { hash, verify } from '@node-rs/argon2';
import type { Account, Role } from '@dendrix/core/contracts';
import { chain } from '../audit/service';
import { User } from './model';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';

/** argon2id with the memory and time OWASP's password page asks for (19 MiB, 2 passes). */
const ARGON = { algorithm: 2 as const, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const accountOf = (user: User): Account => ({ id: user.id, name: user.name, login: user.login, role: user.role });

/** A hash to check against when there is no such person, so that both answers take the same time. */
let decoy: Promise<string> | undefined;

/** The person of a login and password, or null. */
export async function authenticate(login: string, password: string): Promise<Account | null> {
  const user = await User.findOne({ where: { login } });
  decoy ??= hash('no such person', ARGON);
  const right = await verify(user?.passwordHash ?? (await decoy), password);
  return user && right ? accountOf(user) : null;
}

/** The names of some people, by id. */
export async function people(ids: readonly (string | null)[]): Promise<Map<string, Pick<User, 'id' | 'name'>>> {
  const wanted = [...new Set(ids.filter((id) => id !== null))];
  const users = wanted.length === 0 ? [] : await User.findAll({ where: { id: wanted }, attributes: ['id', 'name'] });
  return new Map(users.map((user) => [user.id, user]));
}

/** Adds a person; the chain tells who came and when. */
export async function addAccount(
  world: World,
  given: { id: string; name: string; login: string; password: string; role: Role },
): Promise<Account> {
  const { password, ...rest } = given;
  const passwordHash = await hash(password, ARGON);
  return inTransaction(world, async (transaction) => {
    const user = await User.create({ ...rest, passwordHash, createdAt: world.now() }, { transaction });
    await chain(world, transaction, {
      userId: null,
      action: 'add',
      entity: 'account',
      entityId: user.id,
      body: { login: rest.login, role: rest.role },
      wrote: { users: [user.id] },
    });
    return accountOf(user);
  });
}
