import { hash, verify } from '@node-rs/argon2';
import type { Account, Role } from '@dendrix/core/contracts';
import { User } from '../models';

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

/** Adds a person. */
export async function addAccount(
  given: { id: string; name: string; login: string; password: string; role: Role },
  now: Date,
): Promise<Account> {
  const { password, ...rest } = given;
  return accountOf(await User.create({ ...rest, passwordHash: await hash(password, ARGON), createdAt: now }));
}
