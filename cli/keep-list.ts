// The list import without the service, for the command line: the same code the service runs, on the same database.
import type { ReadListOptions } from '@dendrix/core/exchange';
import { openPlace } from '../ops/place';
import { anchor } from '../server/chain/service';
import { migrate } from '../server/db/migrate';
import { User } from '../server/models/accounts';
import { keepDistricts } from '../server/districts/service';
import { keepTreeList } from '../server/imports/service';
import { closeThreads } from '../server/threads/pool';

/** Keeps a list in the database of `DATABASE_URL`, or in the one `npm start` uses. */
export async function keepList(
  text: string,
  options: Omit<ReadListOptions, 'names' | 'progress'>,
  tell: (done: number, total: number) => void,
) {
  const { world, close } = await openPlace(false);
  try {
    await migrate(world.sequelize);
    await anchor(world);
    const keeper = await User.findOne({ where: { role: ['coordinator', 'administrator'], state: null } });
    if (!keeper) throw new Error('no coordinator is known yet to keep the list under; run npm start once');
    await keepDistricts(world);
    return await keepTreeList(world, world.newId(), keeper.id, text, options, async (done, total) => tell(done, total));
  } finally {
    await closeThreads();
    await close();
  }
}
