import type { Connection } from 'mariadb';
import { canonical, sha256 } from '../server/chain/canonical';
import type { ChainHead } from '../server/chain/head';
import { RECORD, type HashedRow } from '../server/chain/rows';
import { linkHash } from '../server/chain/service';

// Many rows of the record at once, each hashed into the chain as the service would: for filling a database of one's own.

/** Rows of one statement, and of one entry of the chain. */
const BATCH = 2000;

/** The end of a chain that only this process writes to. */
export class Chain {
  private at: number;

  constructor(
    private readonly connection: Connection,
    private head: ChainHead,
  ) {
    this.at = Date.parse(head.at);
  }

  /** Adds an entry for rows that were written. */
  async link(rows: readonly HashedRow[]): Promise<void> {
    const entry = {
      seq: this.head.seq + 1,
      at: new Date((this.at += 1000)).toISOString(),
      userId: null,
      action: 'grow',
      entity: 'city',
      entityId: '00000000-0000-7000-8000-000000000000',
      body: canonical({ rows: rows.length }),
      hashed: JSON.stringify(rows),
      previousHash: this.head.hash,
    };
    const hash = linkHash(entry);
    this.head = { seq: entry.seq, hash, at: entry.at };
    await this.connection.query(
      'INSERT INTO audit_entries (seq, at, user_id, action, entity, entity_id, body, hashed, previous_hash, hash) VALUES (?,?,?,?,?,?,?,?,?,?)',
      [entry.seq, entry.at, null, entry.action, entry.entity, entry.entityId, entry.body, entry.hashed, entry.previousHash, hash],
    );
    await this.connection.query('UPDATE audit_head SET seq = ?, hash = ?, changes = ? WHERE one = 1', [entry.seq, hash, entry.seq]);
  }
}

/** Writes rows of a table and remembers their hashes for the chain. */
export class Writer {
  private rows: unknown[][] = [];
  private hashed: HashedRow[] = [];

  constructor(
    private readonly connection: Connection,
    private readonly chain: Chain,
    private readonly table: keyof typeof RECORD & string,
    private readonly columns: readonly string[],
    /** How a column is written, where it is not a plain value. */
    private readonly as: Readonly<Record<string, string>> = {},
  ) {}

  /** @param record what the row holds as the record counts it @param values in the order of the columns */
  async add(record: Record<string, unknown>, values: unknown[]): Promise<void> {
    const { columns } = RECORD[this.table] as (typeof RECORD)[string];
    this.hashed.push([this.table, String(record.id), sha256(canonical(Object.fromEntries(columns.map((c) => [c, record[c] ?? null]))))]);
    this.rows.push(values);
    if (this.rows.length >= BATCH) await this.flush();
  }

  async flush(): Promise<void> {
    if (this.rows.length === 0) return;
    const places = this.columns.map((column) => this.as[column] ?? '?').join();
    await this.connection.batch(`INSERT INTO ${this.table} (${this.columns.join()}) VALUES (${places})`, this.rows);
    this.rows = [];
    const hashed = this.hashed;
    this.hashed = [];
    await this.chain.link(hashed);
  }
}
