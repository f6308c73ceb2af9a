import { inTransaction } from '../db/transaction';
import type { World } from '../world';
import { chain } from '../chain/service';

/** Notes who took what out of the record, before it goes. @param what the file, such as trees.csv */
export const noteExport = (world: World, userId: string, what: string): Promise<void> =>
  inTransaction(world, (transaction) =>
    chain(world, transaction, { userId, action: 'export', entity: 'record', entityId: userId, body: { what } }),
  );
