import { createHash } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import { AuditEntry } from '../models';

/** Values in one fixed order of keys, so that the same content always has the same hash. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value instanceof Date) return JSON.stringify(value.toISOString());
  if (value !== null && typeof value === 'object') {
    const entries = Object.entries(value).filter(([, v]) => v !== undefined);
    return `{${entries
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(',')}}`;
  }
  return JSON.stringify(value ?? null);
}

export interface Deed {
  userId: string | null;
  action: string;
  entity: string;
  entityId: string;
  body: unknown;
}

const hashOf = (entry: Pick<AuditEntry, 'seq' | 'at' | 'userId' | 'action' | 'entity' | 'entityId' | 'body' | 'previousHash'>) =>
  createHash('sha256')
    .update(
      [entry.previousHash, String(entry.seq), entry.at, entry.userId ?? '', entry.action, entry.entity, entry.entityId, entry.body].join(
        '\n',
      ),
    )
    .digest('hex');

/** Adds an entry to the chain; each holds the hash of the one before. The head row is locked, so the chain has no forks. */
export async function record(sequelize: Sequelize, transaction: Transaction, deed: Deed, now: Date): Promise<void> {
  const [head] = await sequelize.query<{ seq: number; hash: string }>('SELECT seq, hash FROM audit_head WHERE one = 1 FOR UPDATE', {
    transaction,
    type: QueryTypes.SELECT,
  });
  if (!head) throw new Error('the audit chain has no head');
  const { body, ...rest } = deed;
  const entry = { ...rest, seq: Number(head.seq) + 1, at: now.toISOString(), body: canonical(body), previousHash: head.hash };
  const hash = hashOf(entry);
  await AuditEntry.create({ ...entry, hash }, { transaction });
  await sequelize.query('UPDATE audit_head SET seq = ?, hash = ? WHERE one = 1', { transaction, replacements: [entry.seq, hash] });
}

/** Walks the whole chain. @returns the number of entries, and the first that does not hold, if any */
export async function verify(): Promise<{ entries: number; brokenAt: number | null }> {
  let previous = '0'.repeat(64);
  let entries = 0;
  for (;;) {
    const batch = await AuditEntry.findAll({ order: [['seq', 'ASC']], offset: entries, limit: 1000 });
    for (const entry of batch) {
      entries++;
      const plain = entry.get({ plain: true });
      if (Number(plain.seq) !== entries || plain.previousHash !== previous || hashOf({ ...plain, seq: Number(plain.seq) }) !== plain.hash) {
        return { entries, brokenAt: entries };
      }
      previous = plain.hash;
    }
    if (batch.length < 1000) return { entries, brokenAt: null };
  }
}
