// The demonstration is planted once in a run of the tests and copied from there: planting judges a hundred visits, and every file wants a
// town of its own.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import { alone } from '../server/db/alone';
import { connect } from '../server/db/connect';
import { freePort } from './free-port';

/** Planting takes a slow machine so long, s; who comes meanwhile waits. */
const LONGEST_PLANTING_S = 600;

const tablesOf = async (db: Sequelize, name: string): Promise<string[]> =>
  (
    await db.query<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE'",
      { type: QueryTypes.SELECT, replacements: [name] },
    )
  ).map((row) => row.name);

/** Copies every row of one database into the same tables of another. */
async function copyRows(db: Sequelize, from: string, to: string): Promise<void> {
  await db.transaction(async (transaction) => {
    await db.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const table of await tablesOf(db, from)) {
      const rows = await db.query<{ name: string }>(
        "SELECT column_name AS name FROM information_schema.columns WHERE table_schema = ? AND table_name = ? AND extra NOT LIKE '%GENERATED%'",
        { type: QueryTypes.SELECT, replacements: [from, table], transaction },
      );
      const columns = rows.map(({ name }) => `\`${name}\``).join();
      await db.query(`DELETE FROM \`${to}\`.\`${table}\``, { transaction });
      await db.query(`INSERT INTO \`${to}\`.\`${table}\` (${columns}) SELECT ${columns} FROM \`${from}\`.\`${table}\``, { transaction });
    }
    await db.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
}

/**
 * Fills an empty database with the planted town, where the run of the tests names one to copy from; without one it is planted anew when
 * the service starts.
 * @param plant starts the service on a database until it runs, and ends it
 */
export async function copyPlanted(sequelize: Sequelize, plant: (url: string, port: number, chain: string) => Promise<void>): Promise<void> {
  const { DENDRIX_TEST_DATABASE: server = '', DENDRIX_TEST_PLANTED: planted } = process.env;
  if (!planted) return;
  const url = new URL(server);
  const admin = connect(server);
  try {
    await alone(admin, 'dendrix-planted', LONGEST_PLANTING_S, async () => {
      // It is there once it is whole: planted under another name first, and that name noted last.
      if ((await tablesOf(admin, `${planted}d`)).length > 0) return;
      url.pathname = `/${planted}`;
      await admin.query(`CREATE DATABASE ${planted} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
      await plant(url.href, await freePort(), mkdtempSync(join(tmpdir(), 'dendrix-chain-')));
      await admin.query(`CREATE DATABASE ${planted}d`);
      await admin.query(`CREATE TABLE ${planted}d.whole (one INT)`);
    });
    await copyRows(admin, planted, sequelize.getDatabaseName());
  } finally {
    await admin.close();
  }
}
