import { DatabaseError, QueryTypes, type Sequelize } from 'sequelize';
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
 * @throws Error where another server holds the lock for too long, a step fails, or the account may not change the schema
 */
export async function migrate(sequelize: Sequelize, steps: readonly Step[] = STEPS): Promise<string[]> {
  // The account of a running service may change no table, and need not where there is nothing to do.
  if (await isNewest(sequelize, steps)) return [];
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
    try {
      return (await umzug.up()).map((step) => step.name);
    } catch (error) {
      if (!isRefused(error)) throw error;
      throw new Error(
        'the schema is older than this version, and this account may not change it; run npm run upgrade by the one that owns it',
      );
    }
  });
}

/** Whether every step has run. */
export async function isNewest(sequelize: Sequelize, steps: readonly Step[] = STEPS): Promise<boolean> {
  const rows = await sequelize
    .query<{ name: string }>('SELECT name FROM migrations', { type: QueryTypes.SELECT })
    .catch((error: unknown) => {
      if (error instanceof DatabaseError) return [];
      throw error;
    });
  const ran = new Set(rows.map(({ name }) => name));
  return steps.every(({ name }) => ran.has(name));
}

/** What MariaDB says where an account lacks a right to a database or a table. */
const REFUSED = [1044, 1142];
/** umzug wraps what a step throws. */
const isRefused = (error: unknown): boolean => {
  const cause = error instanceof Error && error.cause instanceof DatabaseError ? error.cause : error;
  return cause instanceof DatabaseError && REFUSED.includes((cause.parent as { errno?: number }).errno ?? 0);
};
