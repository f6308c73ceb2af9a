// Where the commands beside the service find what they work on: the database, pictures and heads, and what is known.
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { v7 as newId } from 'uuid';
import { loadLibrary } from '@dendrix/library';
import { headKeeper } from '../server/chain/head';
import { connect } from '../server/db/connect';
import { defineModels } from '../server/models';
import { s3Store } from '../server/photos/store';
import type { World } from '../server/world';
import { openDatabase } from './database.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

export interface OpenPlace {
  url: string;
  world: World;
  chainFile: string;
  close: () => Promise<void>;
}

/**
 * Opens the place that `npm start` or `npm run town` runs on: DATABASE_URL, or the folder of DENDRIX_DATA.
 * @param town whether the folder is that of a town where nothing is said
 */
export async function openPlace(town: boolean): Promise<OpenPlace> {
  const dir = resolve(root, process.env.DENDRIX_DATA ?? (town ? '.town' : '.data'));
  const database = await openDatabase({ dir, log: (line: string) => console.error(line) });
  const sequelize = connect(database.url);
  defineModels(sequelize);
  const chainFile = process.env.DENDRIX_CHAIN_FILE ?? resolve(dir, 'chain', 'heads.txt');
  const world: World = {
    sequelize,
    library: loadLibrary(),
    now: () => new Date(),
    newId,
    keepHead: headKeeper(chainFile),
    ...(process.env.DENDRIX_PICTURES ? { pictures: s3Store(process.env.DENDRIX_PICTURES) } : {}),
  };
  return {
    url: database.url,
    world,
    chainFile,
    async close() {
      await sequelize.close();
      await database.close();
    },
  };
}
