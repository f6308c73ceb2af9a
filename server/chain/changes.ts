import { QueryTypes, type Transaction } from 'sequelize';
import type { World } from '../world';

// Which trees changed, in the order in which their writers were done: a number is given while the head of the chain is held, so whoever
// has read up to one number misses none below it, however many servers write. What a server keeps in memory follows by this.

/** Rows of one statement; a list of a hundred thousand trees goes in by parts. */
const AT_ONCE = 5000;
/** Numbers that are kept: whoever is further behind reads everything anew. */
const KEPT = 100_000;
/** How often what is older is swept out: with every so many-th number. */
const SWEEP_EVERY = 1000;

type Db = Pick<World, 'sequelize'>;

/** What changed them, for those who listen. */
export interface ChangeSaid {
  what: string;
  userId: string | null;
  /** People who are told of it. */
  told?: readonly string[];
}

/** Notes trees that a transaction changed. It is among the last things one does, since all writers wait for one another here. */
export async function noteChange({ sequelize }: Db, transaction: Transaction, trees: readonly string[], said?: ChangeSaid): Promise<void> {
  if (trees.length === 0) return;
  const [head] = await sequelize.query<{ changes: number }>('SELECT changes FROM audit_head WHERE one = 1 FOR UPDATE', {
    transaction,
    type: QueryTypes.SELECT,
  });
  if (!head) throw new Error('the audit chain has no head');
  const n = Number(head.changes) + 1;
  await sequelize.query('UPDATE audit_head SET changes = ? WHERE one = 1', { transaction, replacements: [n] });
  for (let start = 0; start < trees.length; start += AT_ONCE) {
    const part = trees.slice(start, start + AT_ONCE);
    const more = [said?.what ?? null, said?.userId ?? null, said?.told && said.told.length > 0 ? said.told.join() : null];
    await sequelize.query(`INSERT INTO changes (n, tree_id, what, user_id, told) VALUES ${part.map(() => '(?, ?, ?, ?, ?)').join()}`, {
      transaction,
      replacements: part.flatMap((id) => [n, id, ...more]),
    });
  }
  if (n % SWEEP_EVERY === 0) await sequelize.query('DELETE FROM changes WHERE n < ?', { transaction, replacements: [n - KEPT] });
}

/** The number of the newest change. */
export async function newestChange({ sequelize }: Db): Promise<number> {
  const [head] = await sequelize.query<{ changes: number }>('SELECT changes FROM audit_head WHERE one = 1', { type: QueryTypes.SELECT });
  return Number(head?.changes ?? 0);
}

/** A tree that changed, and where it stands. */
export interface ChangedTree {
  id: string;
  latitude: number;
  longitude: number;
}

/** Trees that changed after a number, up to another; null where the log does not reach back so far. */
export async function changedTrees({ sequelize }: Db, after: number, upTo: number): Promise<ChangedTree[] | null> {
  if (upTo - after > KEPT) return null;
  return sequelize.query<ChangedTree>(
    'SELECT DISTINCT t.id, t.latitude, t.longitude FROM changes c JOIN trees t ON t.id = c.tree_id WHERE c.n > ? AND c.n <= ?',
    { type: QueryTypes.SELECT, replacements: [after, upTo] },
  );
}
