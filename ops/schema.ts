import type { Sequelize } from 'sequelize';
import { connect } from '../server/db/connect';
import { migrate } from '../server/db/migrate';

/**
 * Brings a database to the newest schema: by the account that owns it, where DENDRIX_OWNER_URL names one, so that the one of the running
 * service need not be able to.
 * @returns names of the steps that ran
 */
export async function bringUp(sequelize: Sequelize): Promise<string[]> {
  const { DENDRIX_OWNER_URL } = process.env;
  if (!DENDRIX_OWNER_URL) return migrate(sequelize);
  const owner = connect(DENDRIX_OWNER_URL);
  try {
    return await migrate(owner);
  } finally {
    await owner.close();
  }
}
