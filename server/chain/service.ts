import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { AuditEntry } from '../models/audit';
import type { World } from '../world';
import { canonical, sha256 } from './canonical';
import { noteChange } from './changes';
import { keepHeadOf, type ChainHead } from './head';
import { BATCH, hashRows, RECORD, type HashedRow, type RecordTableName } from './rows';

// Who did what, each entry chained to the one before by its hash, and every row of the record hashed into the entry of the deed that
// wrote it. So a row that was altered, slipped in or taken out shows, and so does a chain that was cut or written anew, by its head,
// which is kept apart.

/** Something somebody did, and the rows of the record it wrote. */
export interface Deed {
  userId: string | null;
  action: string;
  entity: string;
  entityId: string;
  /** A few words of what it was; what it wrote stands in the rows. */
  body: unknown;
  wrote?: Partial<Record<RecordTableName, readonly string[]>>;
  /** Trees that are another for it: what lists and the map say of them. */
  trees?: readonly string[];
  /** People who are told of it. */
  told?: readonly string[];
}

type Link = Pick<AuditEntry, 'seq' | 'at' | 'userId' | 'action' | 'entity' | 'entityId' | 'body' | 'hashed' | 'previousHash'>;

/** The hash of an entry over all it holds. Entries of before rows were hashed lack that line. */
export const linkHash = (entry: Link): string =>
  sha256(
    [
      entry.previousHash,
      String(entry.seq),
      entry.at,
      entry.userId ?? '',
      entry.action,
      entry.entity,
      entry.entityId,
      entry.body,
      ...(entry.hashed === null ? [] : [entry.hashed]),
    ].join('\n'),
  );

const heads = new WeakMap<Transaction, ChainHead>();

/** The head that a transaction left, once it has written to the chain. */
export const headLeftBy = (transaction: Transaction): ChainHead | undefined => heads.get(transaction);

async function append(
  sequelize: Sequelize,
  transaction: Transaction,
  deed: Omit<Deed, 'wrote' | 'trees' | 'told'>,
  rows: readonly HashedRow[],
  now: Date,
) {
  // The head row is locked, so the chain has no forks; every writer takes it last, so none waits for another in a ring.
  const [head] = await sequelize.query<{ seq: number; hash: string }>('SELECT seq, hash FROM audit_head WHERE one = 1 FOR UPDATE', {
    transaction,
    type: QueryTypes.SELECT,
  });
  if (!head) throw new Error('the audit chain has no head');
  const { body, ...rest } = deed;
  const entry = {
    ...rest,
    seq: Number(head.seq) + 1,
    at: now.toISOString(),
    body: canonical(body),
    hashed: JSON.stringify(rows),
    previousHash: head.hash,
  };
  const hash = linkHash(entry);
  await AuditEntry.create({ ...entry, hash }, { transaction });
  await sequelize.query('UPDATE audit_head SET seq = ?, hash = ? WHERE one = 1', { transaction, replacements: [entry.seq, hash] });
  heads.set(transaction, { seq: entry.seq, hash, at: entry.at });
}

/** Adds a deed to the chain with the hashes of the rows it wrote. It is the last thing a transaction does. */
export async function chain(world: Pick<World, 'sequelize' | 'now'>, transaction: Transaction, deed: Deed): Promise<void> {
  const { wrote = {}, trees = [], told = [], ...rest } = deed;
  const rows: HashedRow[] = [];
  for (const [table, ids] of Object.entries(wrote)) rows.push(...(await hashRows(table, ids ?? [], transaction)));
  const now = world.now();
  // Many rows, as of a list, go into several entries of one deed.
  for (let start = 0; start === 0 || start < rows.length; start += BATCH)
    await append(world.sequelize, transaction, rest, rows.slice(start, start + BATCH), now);
  await noteChange(world, transaction, trees, { what: rest.action, userId: rest.userId, told });
}

/**
 * Takes rows that were written before rows were hashed into the chain, once. From then on every row of the record stands in it.
 * @returns how many rows were taken in
 */
export async function anchor(world: Pick<World, 'sequelize' | 'now' | 'keepHead'>): Promise<number> {
  const taken = await world.sequelize.transaction(async (transaction) => {
    const [head] = await world.sequelize.query<{ anchored: number }>('SELECT anchored FROM audit_head WHERE one = 1 FOR UPDATE', {
      transaction,
      type: QueryTypes.SELECT,
    });
    if (head?.anchored) return 0;
    const wrote: Partial<Record<RecordTableName, string[]>> = {};
    let rows = 0;
    for (const [table, { model, key }] of Object.entries(RECORD)) {
      const ids = (await model.findAll({ attributes: [key], transaction })).map((row) => String(row.get(key)));
      rows += ids.length;
      if (ids.length > 0) wrote[table] = ids;
    }
    if (rows > 0)
      await chain(world, transaction, {
        userId: null,
        action: 'anchor',
        entity: 'record',
        entityId: '00000000-0000-7000-8000-000000000000',
        body: { rows },
        wrote,
      });
    await world.sequelize.query('UPDATE audit_head SET anchored = TRUE WHERE one = 1', { transaction });
    const left = headLeftBy(transaction);
    if (left) transaction.afterCommit(() => keepHeadOf(world, left));
    return rows;
  });
  return taken;
}

/** The head of the chain as the database has it; null of a chain without entries. */
export async function chainHead(): Promise<ChainHead | null> {
  const last = await AuditEntry.findOne({ order: [['seq', 'DESC']], attributes: ['seq', 'hash', 'at'] });
  return last ? { seq: Number(last.seq), hash: last.hash, at: last.at } : null;
}
