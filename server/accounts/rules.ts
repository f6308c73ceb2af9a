import { accessRules, type AccessRules, type Account } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { inTransaction } from '../db/transaction';
import { Setting } from '../models/organisation';
import { THE_ORGANISATION } from '../organisation/service';
import type { User } from '../models/accounts';
import { accountOf } from './service';
import type { World } from '../world';

/** Under which they are kept. */
const NAME = 'access-rules';
/** What one server has read it takes for true so long, ms. */
const FRESH_MS = 5000;

const held = new WeakMap<World['sequelize'], { at: number; rules: AccessRules }>();

/** How access is kept; the defaults where nobody said. */
export async function readAccessRules({ sequelize }: Pick<World, 'sequelize'>): Promise<AccessRules> {
  const known = held.get(sequelize);
  if (known && Date.now() - known.at < FRESH_MS) return known.rules;
  const row = await Setting.findByPk(NAME);
  const read = accessRules.safeParse(row === null ? {} : JSON.parse(row.value));
  const rules = read.success ? read.data : accessRules.parse({});
  held.set(sequelize, { at: Date.now(), rules });
  return rules;
}

/** Changes how access is kept, with an entry in the chain. */
export async function writeAccessRules(world: World, rules: AccessRules, by: Pick<Account, 'id'>): Promise<AccessRules> {
  await inTransaction(world, async (transaction) => {
    await Setting.upsert({ name: NAME, value: JSON.stringify(rules) }, { transaction });
    await chain(world, transaction, {
      userId: by.id,
      action: 'pick',
      entity: 'access rules',
      entityId: THE_ORGANISATION,
      body: rules,
      wrote: { settings: [NAME] },
    });
  });
  held.delete(world.sequelize);
  return rules;
}

/** A person as their device is told of them: with whether the rules ask them for more than they have. */
export async function signedIn(world: Pick<World, 'sequelize'>, user: User): Promise<Account> {
  const account = accountOf(user);
  // Where nobody signs in here, the second factor is asked for there.
  return { ...account, owesFactor: user.passwordHash !== null && owesFactor(await readAccessRules(world), account) };
}

/** Whether the rules ask a person for a second factor they do not have. */
const owesFactor = ({ factorFor }: AccessRules, { role, secondFactor }: Pick<Account, 'role' | 'secondFactor'>): boolean =>
  !secondFactor && (factorFor === 'everybody' || (factorFor === 'administrators' && role === 'administrator'));
