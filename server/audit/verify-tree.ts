import { Op, QueryTypes } from 'sequelize';
import { notFound } from '../http/problem';
import { Tree } from '../models/trees';
import type { World } from '../world';
import { AuditEntry } from '../models/audit';
import { hashedColumns, RECORD, rowHash, type HashedRow } from '../chain/rows';
import { linkHash } from '../chain/service';
import type { Finding } from './verify';

// The record of one tree against the chain: every row of it as the entry that wrote it last says, and those entries whole and joined to
// their neighbours. The chain from its first entry on is walked by `verify`, for the whole record at once.

/** Tables whose rows belong to a tree. */
const OF_TREE = ['visits', 'determinations', 'reviews', 'photos', 'messages', 'putOffs'] as const;

export interface VerifiedTree {
  rows: number;
  entries: number;
  findings: Finding[];
  /** The newest entry that speaks of it. */
  last: { seq: number; at: string } | null;
}

interface Held {
  place: string;
  hash: string;
}

/** The rows of a tree as they are now. */
async function rowsNow(tree: Tree): Promise<Held[]> {
  const of = async (table: string, where: Record<string, unknown>): Promise<Held[]> => {
    const spec = RECORD[table];
    if (!spec) throw new Error(`${table} is no table of the record`);
    const rows = await spec.model.findAll({ where, attributes: hashedColumns(spec) });
    return rows.map((row) => ({ place: `${table}/${String(row.get(spec.key))}`, hash: rowHash(spec, row) }));
  };
  const parts = await Promise.all([of('trees', { id: tree.id }), ...OF_TREE.map((table) => of(table, { treeId: tree.id }))]);
  return parts.flat();
}

/** Entries that may have written rows of a tree: of itself, its visits, reviews and words, of the list it came in with, and of the anchor. */
async function entriesOf({ sequelize }: Pick<World, 'sequelize'>, tree: Tree, ids: readonly string[]): Promise<AuditEntry[]> {
  const direct = await sequelize.query<{ seq: number }>('SELECT seq FROM audit_entries FORCE INDEX (by_entity) WHERE entity_id IN (?)', {
    type: QueryTypes.SELECT,
    replacements: [[tree.id, ...ids]],
  });
  // What wrote many rows at once names each of them among its hashes.
  const many = await sequelize.query<{ seq: number }>(
    `SELECT seq FROM audit_entries FORCE INDEX (by_entity) WHERE entity_id IN (?) AND (hashed LIKE ? ${ids.map(() => 'OR hashed LIKE ?').join(' ')})`,
    {
      type: QueryTypes.SELECT,
      replacements: [[...(tree.importId ? [tree.importId] : []), ANCHOR], `%${tree.id}%`, ...ids.map((id) => `%${id}%`)],
    },
  );
  const seqs = [...new Set([...direct, ...many].map(({ seq }) => Number(seq)))];
  return seqs.length === 0 ? [] : AuditEntry.findAll({ where: { seq: { [Op.in]: seqs } }, order: [['seq', 'ASC']] });
}
const ANCHOR = '00000000-0000-7000-8000-000000000000';

/** Whether an entry is whole, and joined to the one before and the one after it. */
async function joined(entries: readonly AuditEntry[]): Promise<Finding[]> {
  const about = [...new Set(entries.flatMap(({ seq }) => [Number(seq) - 1, Number(seq), Number(seq) + 1]))];
  const near = await AuditEntry.findAll({ where: { seq: { [Op.in]: about } } });
  const bySeq = new Map(near.map((entry) => [Number(entry.seq), entry.get({ plain: true })]));
  return entries.flatMap(({ seq: given }): Finding[] => {
    const seq = Number(given);
    const entry = bySeq.get(seq);
    const [before, after] = [bySeq.get(seq - 1), bySeq.get(seq + 1)];
    const whole = entry && linkHash({ ...entry, seq }) === entry.hash;
    const holds = whole && (seq === 1 || before?.hash === entry.previousHash) && (!after || after.previousHash === entry.hash);
    return holds ? [] : [{ what: 'chain broken', where: `entry ${seq}` }];
  });
}

/** Holds the record of one tree against the chain. @throws HttpProblem 404 */
export async function verifyTree(world: Pick<World, 'sequelize'>, id: string): Promise<VerifiedTree> {
  const tree = await Tree.findByPk(id);
  if (!tree) throw notFound('That tree');
  const now = await rowsNow(tree);
  const ids = now.map(({ place }) => place.slice(place.indexOf('/') + 1)).filter((one) => one !== id);
  const entries = await entriesOf(world, tree, ids);
  const written = new Map<string, string>();
  const own = new Set<string>([id, ...ids]);
  const elsewhere = new Set([...(tree.importId ? [tree.importId] : []), ANCHOR]);
  for (const entry of entries)
    for (const [table, row, hash] of JSON.parse(entry.hashed ?? '[]') as HashedRow[])
      // A list holds the rows of other trees too; of an entry about this tree every row is its own.
      if (!elsewhere.has(entry.entityId) || own.has(row)) written.set(`${table}/${row}`, hash);
  const findings: Finding[] = now.flatMap(({ place, hash }): Finding[] => {
    const kept = written.get(place);
    if (kept === undefined) return [{ what: 'row slipped in', where: place }];
    return kept === hash ? [] : [{ what: 'row altered', where: place }];
  });
  const here = new Set(now.map(({ place }) => place));
  for (const place of written.keys()) if (!here.has(place)) findings.push({ what: 'row missing', where: place });
  findings.push(...(await joined(entries)));
  const last = entries.at(-1);
  return { rows: now.length, entries: entries.length, findings, last: last ? { seq: Number(last.seq), at: last.at } : null };
}
