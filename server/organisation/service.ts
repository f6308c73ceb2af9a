import type { Transaction } from 'sequelize';
import { organisation, type Organisation, type OrganisationChange } from '@dendrix/core/record';
import type { Account } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { Setting } from '../models/organisation';
import { inTransaction } from '../db/transaction';
import type { World } from '../world';

/** Names under which the picks are kept. */
const NAMES: Record<keyof Organisation, string> = {
  confirmationRule: 'confirmation-rule',
  profile: 'practice-profile',
  rootStandard: 'root-standard',
  practicePlace: 'practice-place',
  secondLookShare: 'second-look-share',
  units: 'units',
  breastHeight: 'breast-height',
};
const KEYS = Object.keys(NAMES) as (keyof Organisation)[];
/** The audit chain wants an id; what belongs to the organisation as a whole has this one. */
export const THE_ORGANISATION = '00000000-0000-7000-8000-000000000000';

const readBack = (key: keyof Organisation, value: string): unknown => {
  if (key === 'practicePlace') return value === 'true';
  return key === 'secondLookShare' || key === 'breastHeight' ? Number(value) : value;
};

/** What the organisation has picked; the default where it has picked nothing, or something no longer valid. */
export async function readOrganisation(transaction?: Transaction): Promise<Organisation> {
  const rows = await Setting.findAll({ where: { name: Object.values(NAMES) }, transaction });
  const kept = new Map(rows.map((row) => [row.name, row.value]));
  const picked = Object.fromEntries(
    KEYS.flatMap((key) => {
      const value = kept.get(NAMES[key]);
      if (value === undefined) return [];
      const read = readBack(key, value);
      return organisation.shape[key].safeParse(read).success ? [[key, read]] : [];
    }),
  );
  return organisation.parse(picked);
}

/** Picks for the organisation, with an entry in the chain; what is not named stays. Visits keep what they were made under. */
export async function writeOrganisation(world: World, picked: OrganisationChange, by: Pick<Account, 'id'> | null): Promise<Organisation> {
  const named = KEYS.filter((key) => picked[key] !== undefined);
  return inTransaction(world, async (transaction) => {
    for (const key of named) await Setting.upsert({ name: NAMES[key], value: String(picked[key]) }, { transaction });
    if (named.length > 0)
      await chain(world, transaction, {
        userId: by?.id ?? null,
        action: 'pick',
        entity: 'organisation',
        entityId: THE_ORGANISATION,
        body: picked,
        wrote: { settings: named.map((key) => NAMES[key]) },
      });
    return readOrganisation(transaction);
  });
}
