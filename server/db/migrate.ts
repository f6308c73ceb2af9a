import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { alone } from './alone';
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
  return alone(sequelize, LOCK, WAIT_SECONDS, async () => {
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
  });
}
