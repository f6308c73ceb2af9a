import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { STEPS } from './migrations';
import type { Step } from './migrations/step';

/** Two servers that start at once take turns; one waits for the other's steps up to so many seconds. */
const WAIT_SECONDS = 120;
const LOCK = 'dendrix-migrate';

/**
 * Brings a database to the newest schema. One server at a time does so; a step that was cut short is run again.
 * @returns names of the steps that ran
 * @throws Error where another server holds the lock for too long, or a step fails
 */
export async function migrate(sequelize: Sequelize, steps: readonly Step[] = STEPS): Promise<string[]> {
  // A named lock belongs to its connection, so it is taken in a transaction, which keeps one; the steps run on others.
  return sequelize.transaction(async (transaction) => {
    const [held] = await sequelize.query<{ got: number | null }>('SELECT GET_LOCK(?, ?) AS got', {
      transaction,
      type: QueryTypes.SELECT,
      replacements: [LOCK, WAIT_SECONDS],
    });
    if (held?.got !== 1) throw new Error('another server is bringing the database up to date; try again when it is done');
    try {
      const umzug = new Umzug({
        migrations: steps.map(({ name, statements }) => ({
          name,
          async up() {
            for (const statement of statements) await sequelize.query(statement);
          },
        })),
        storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
        logger: undefined,
      });
      return (await umzug.up()).map((step) => step.name);
    } finally {
      await sequelize.query('SELECT RELEASE_LOCK(?)', { transaction, type: QueryTypes.SELECT, replacements: [LOCK] });
    }
  });
}
