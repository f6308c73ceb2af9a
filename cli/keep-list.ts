// The list import without the service, for the command line: the same code the service runs, on the same database.
import { v7 as newId } from 'uuid';
import type { ReadListOptions } from '@dendrix/core/exchange';
import { loadLibrary } from '@dendrix/library';
import { openDatabase } from '../ops/database.mjs';
import { chainFile } from '../ops/chain-file.mjs';
import { headKeeper } from '../server/audit/head';
import { anchor } from '../server/audit/service';
import { connect } from '../server/db/connect';
import { migrate } from '../server/db/migrate';
import { defineModels } from '../server/db/models';
import { User } from '../server/accounts/model';
import { keepDistricts } from '../server/districts/service';
import type { World } from '../server/world';
import { keepTreeList } from '../server/imports/service';
import { closeThreads } from '../server/threads/pool';

/** Keeps a list in the database of `DATABASE_URL`, or in the one `npm start` uses. */
export async function keepList(
  text: string,
  options: Omit<ReadListOptions, 'names' | 'progress'>,
  tell: (done: number, total: number) => void,
) {
  const database = await openDatabase({ log: (line) => process.stderr.write(`${line}\n`) });
  const sequelize = connect(database.url);
  try {
    defineModels(sequelize);
    await migrate(sequelize);
    const now = () => new Date();
    await anchor({ sequelize, now });
    const keeper = await User.findOne({ where: { role: ['coordinator', 'administrator'], state: null } });
    if (!keeper) throw new Error('no coordinator is known yet to keep the list under; run npm start once');
    const world: World = { sequelize, library: loadLibrary(), now, newId, keepHead: headKeeper(chainFile()) };
    await keepDistricts(world);
    return await keepTreeList(world, newId(), keeper.id, text, options, async (done, total) => tell(done, total));
  } finally {
    await closeThreads();
    await sequelize.close();
    await database.close();
  }
}
