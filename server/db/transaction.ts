import { DatabaseError, UniqueConstraintError, type Transaction } from 'sequelize';
import { keepHeadOf } from '../chain/head';
import { headLeftBy } from '../chain/service';
import { HttpProblem } from '../http/problem';
import { isLost } from './lost';
import type { World } from '../world';

/**
 * Errors of MariaDB that mean: somebody else was quicker, try again. Deadlock, which is also what a node of a cluster says to the later
 * of two writers, lock wait timeout, record changed since it was read.
 */
const AGAIN: readonly number[] = [1213, 1205, 1020];
const MOST_TRIES = 10;
/** First pause before the next try, ms; doubles each time, up to the longest. */
const FIRST_PAUSE = 15;
const LONGEST_PAUSE = 2000;

const isBusy = (error: unknown): boolean =>
  // The same id sent twice at once: the second try finds the first.
  error instanceof UniqueConstraintError ||
  // Whether it was kept before the node went is told by the second try, which finds it or keeps it.
  isLost(error) ||
  (error instanceof DatabaseError && AGAIN.includes((error.original as { errno?: number }).errno ?? 0));

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Does some work in one transaction, whole or not at all, and once more from the start where another writer was in the way. What the
 * work reads it has to read inside, since a second try begins anew. The head that the chain has after it is kept apart.
 * @throws HttpProblem 503 when others were in the way every time
 */
export async function inTransaction<T>(world: World, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      let head: ReturnType<typeof headLeftBy>;
      const result = await world.sequelize.transaction(async (transaction) => {
        const done = await work(transaction);
        head = headLeftBy(transaction);
        return done;
      });
      if (head) keepHeadOf(world, head);
      return result;
    } catch (error) {
      if (!isBusy(error)) throw error;
      if (attempt === MOST_TRIES)
        throw new HttpProblem(
          503,
          'Busy',
          'Several people are saving this tree at the same time. Your entry is saved on this device. The app will try again.',
        );
      // Two that were in each other's way must not meet again: the pause is drawn at random.
      await pause(Math.min(LONGEST_PAUSE, FIRST_PAUSE * 2 ** attempt) * (0.5 + Math.random()));
    }
  }
}
