import { organisation, type Account, type Organisation } from '@dendrix/core/contracts';
import { Setting } from '../models';
import { record } from './audit';
import type { World } from './visits';

const RULE = 'confirmation-rule';
/** The audit chain wants an id; what belongs to the organisation as a whole has this one. */
const THE_ORGANISATION = '00000000-0000-7000-8000-000000000000';

/** What the organisation has picked; the defaults where it has picked nothing. */
export async function readOrganisation(): Promise<Organisation> {
  const kept = await Setting.findByPk(RULE);
  const read = organisation.safeParse(kept ? { confirmationRule: kept.value } : {});
  return read.success ? read.data : organisation.parse({});
}

/** Picks for the organisation, with an audit entry. Visits keep the rule they were made under. */
export async function writeOrganisation(world: World, picked: Organisation, by: Pick<Account, 'id'>): Promise<Organisation> {
  await world.sequelize.transaction(async (transaction) => {
    await Setting.upsert({ name: RULE, value: picked.confirmationRule }, { transaction });
    await record(
      world.sequelize,
      transaction,
      { userId: by.id, action: 'pick', entity: 'organisation', entityId: THE_ORGANISATION, body: picked },
      world.now(),
    );
  });
  return picked;
}
