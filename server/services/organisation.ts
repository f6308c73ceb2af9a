import { organisation, type Account, type Organisation } from '@dendrix/core/contracts';
import { Setting } from '../models';
import { record } from './audit';
import type { World } from './visits';

/** Names under which the picks are kept. */
const NAMES: Record<keyof Organisation, string> = {
  confirmationRule: 'confirmation-rule',
  profile: 'practice-profile',
  rootStandard: 'root-standard',
};
const KEYS = Object.keys(NAMES) as (keyof Organisation)[];
/** The audit chain wants an id; what belongs to the organisation as a whole has this one. */
const THE_ORGANISATION = '00000000-0000-7000-8000-000000000000';

/** What the organisation has picked; the default where it has picked nothing, or something no longer valid. */
export async function readOrganisation(): Promise<Organisation> {
  const kept = new Map((await Setting.findAll({ where: { name: Object.values(NAMES) } })).map((row) => [row.name, row.value]));
  const picked = Object.fromEntries(
    KEYS.flatMap((key) => {
      const value = kept.get(NAMES[key]);
      return organisation.shape[key].safeParse(value).success && value !== undefined ? [[key, value]] : [];
    }),
  );
  return organisation.parse(picked);
}

/** Picks for the organisation, with an audit entry. Visits keep what they were made under. */
export async function writeOrganisation(world: World, picked: Organisation, by: Pick<Account, 'id'>): Promise<Organisation> {
  await world.sequelize.transaction(async (transaction) => {
    for (const key of KEYS) await Setting.upsert({ name: NAMES[key], value: picked[key] }, { transaction });
    await record(
      world.sequelize,
      transaction,
      { userId: by.id, action: 'pick', entity: 'organisation', entityId: THE_ORGANISATION, body: picked },
      world.now(),
    );
  });
  return picked;
}
