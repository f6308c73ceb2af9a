import { Op, QueryTypes } from 'sequelize';
import { AuditEntry } from '../models/audit';
import { Photo } from '../models/photos';
import { pictureOf } from '../photos/service';
import type { World } from '../world';
import { sha256 } from '../chain/canonical';
import type { ChainHead } from '../chain/head';
import { BATCH, hashedColumns, RECORD, rowHash, type HashedRow } from '../chain/rows';
import { linkHash } from '../chain/service';

/** Something that is not as it was written. */
export interface Finding {
  what:
    | 'chain broken'
    | 'chain cut'
    | 'chain rewritten'
    | 'row altered'
    | 'row missing'
    | 'row slipped in'
    | 'picture swapped'
    | 'picture missing';
  /** Number of the entry, or table and id of the row. */
  where: string;
}

export interface Verified {
  entries: number;
  rows: number;
  findings: Finding[];
}

/** Walks the entries from the first; a link that does not hold is found, and so are those after the end. */
async function walk(kept: readonly ChainHead[]): Promise<{ entries: number; findings: Finding[]; written: Map<string, HashedRow> }> {
  const findings: Finding[] = [];
  const written = new Map<string, HashedRow>();
  const expected = new Map(kept.map((head) => [head.seq, head.hash]));
  let previous = '0'.repeat(64);
  let entries = 0;
  for (let last = 0; ;) {
    const batch = await AuditEntry.findAll({ order: [['seq', 'ASC']], where: { seq: { [Op.gt]: last } }, limit: BATCH });
    for (const row of batch) {
      const entry = row.get({ plain: true });
      const seq = Number(entry.seq);
      entries++;
      last = seq;
      if (seq !== entries || entry.previousHash !== previous || linkHash({ ...entry, seq }) !== entry.hash) {
        findings.push({ what: 'chain broken', where: `entry ${seq}` });
        // What follows hangs on it: told once.
        entries = seq;
      }
      const apart = expected.get(seq);
      if (apart !== undefined && apart !== entry.hash) findings.push({ what: 'chain rewritten', where: `entry ${seq}` });
      previous = entry.hash;
      for (const one of JSON.parse(entry.hashed ?? '[]') as HashedRow[]) written.set(`${one[0]}/${one[1]}`, one);
    }
    if (batch.length < BATCH) break;
  }
  const furthest = Math.max(0, ...expected.keys());
  if (furthest > entries) findings.push({ what: 'chain cut', where: `entries ${entries + 1} to ${furthest}` });
  return { entries, findings, written };
}

/** Whether the head in the database is that of its entries. */
async function headHolds(world: Pick<World, 'sequelize'>, entries: number): Promise<Finding[]> {
  const [head] = await world.sequelize.query<{ seq: number; hash: string }>('SELECT seq, hash FROM audit_head WHERE one = 1', {
    type: QueryTypes.SELECT,
  });
  const last = entries === 0 ? null : await AuditEntry.findOne({ order: [['seq', 'DESC']], attributes: ['seq', 'hash'] });
  const holds = head !== undefined && Number(head.seq) === Number(last?.seq ?? 0) && head.hash === (last?.hash ?? '0'.repeat(64));
  return holds ? [] : [{ what: 'chain cut', where: `the head says entry ${head?.seq ?? 'none'}, the last is ${last?.seq ?? 'none'}` }];
}

/** Every row of the record against the entry that wrote it last. */
async function rowsHold(written: Map<string, HashedRow>): Promise<{ rows: number; findings: Finding[] }> {
  const findings: Finding[] = [];
  const unseen = new Map(written);
  let rows = 0;
  for (const [table, spec] of Object.entries(RECORD)) {
    for (let last = ''; ;) {
      const batch = await spec.model.findAll({
        where: { [spec.key]: { [Op.gt]: last } },
        order: [[spec.key, 'ASC']],
        attributes: hashedColumns(spec),
        limit: BATCH,
      });
      for (const row of batch) {
        rows++;
        const id = String(row.get(spec.key));
        last = id;
        const place = `${table}/${id}`;
        const kept = written.get(place);
        unseen.delete(place);
        if (!kept) findings.push({ what: 'row slipped in', where: place });
        else if (kept[2] !== rowHash(spec, row)) findings.push({ what: 'row altered', where: place });
      }
      if (batch.length < BATCH) break;
    }
  }
  for (const place of unseen.keys()) findings.push({ what: 'row missing', where: place });
  return { rows, findings };
}

/** Every picture against the hash its row holds; one at a time, since they are large. */
async function picturesHold(world: Pick<World, 'pictures'>): Promise<Finding[]> {
  const findings: Finding[] = [];
  for (const { id } of await Photo.findAll({ attributes: ['id'], order: [['id', 'ASC']] })) {
    const photo = await Photo.findByPk(id, { attributes: ['id', 'sha256', 'picture'] });
    if (!photo) continue;
    const where = `photos/${id}`;
    const bytes = await pictureOf(world, photo).catch(() => null);
    if (!bytes) findings.push({ what: 'picture missing', where });
    else if (sha256(bytes) !== photo.sha256) findings.push({ what: 'picture swapped', where });
  }
  return findings;
}

/**
 * Holds the whole record against the chain, and the chain against heads that were kept apart from the database.
 * @param kept heads from the file beside the database, or from a printed sheet
 */
export async function verify(world: Pick<World, 'sequelize' | 'pictures'>, kept: readonly ChainHead[] = []): Promise<Verified> {
  const chain = await walk(kept);
  const head = await headHolds(world, chain.entries);
  const record = await rowsHold(chain.written);
  return {
    entries: chain.entries,
    rows: record.rows,
    findings: [...chain.findings, ...head, ...record.findings, ...(await picturesHold(world))],
  };
}
