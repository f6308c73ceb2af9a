import type { Model, ModelStatic, Transaction } from 'sequelize';
import { Determination, Tree } from '../models/trees';
import { Photo } from '../models/photos';
import { Review } from '../models/reviews';
import { DistrictRow } from '../models/districts';
import { Setting } from '../models/organisation';
import { User } from '../models/accounts';
import { Message, PutOff } from '../models/talk';
import { Visit } from '../models/visits';
import { canonical, sha256 } from './canonical';

/** A table of the record: which columns of it are the record, and not what follows from it. */
interface RecordTable {
  model: ModelStatic<Model>;
  key: string;
  columns: readonly string[];
  /** Columns of a later version: hashed where they hold something, so that rows of before are as they were. */
  later?: readonly string[];
}

/**
 * What the record is. Everything else in the database follows from it (judgements of the server, follow-ups, the derived columns of
 * trees), comes and goes (sessions, jobs), or is the chain itself.
 */
export const RECORD: Record<string, RecordTable> = {
  users: {
    model: User,
    key: 'id',
    columns: ['id', 'name', 'login', 'passwordHash', 'role', 'createdAt'],
    later: ['state', 'districts', 'factor', 'identity', 'leftAt'],
  },
  trees: {
    model: Tree,
    key: 'id',
    columns: [
      'id',
      'tag',
      'place',
      'siteKind',
      'latitude',
      'longitude',
      'point',
      'plantedYear',
      'planted',
      'writtenName',
      'listedDbh',
      'listedDbhEntered',
      'listedHeight',
      'note',
      'createdAt',
      'createdBy',
      'importId',
      'firstDueOn',
    ],
  },
  visits: {
    model: Visit,
    key: 'id',
    columns: [
      'id',
      'treeId',
      'userId',
      'startedAt',
      'finishedAt',
      'timeZone',
      'schema',
      'day',
      'libraryVersion',
      'units',
      'look',
      'name',
      'deviceJudgement',
      'comeBack',
      'laterLooks',
      'amends',
      'receivedAt',
    ],
  },
  reviews: {
    model: Review,
    key: 'id',
    columns: ['id', 'visitId', 'treeId', 'userId', 'at', 'verdict', 'secondLook', 'taxon', 'reason'],
    later: ['bands', 'points', 'wanted', 'knew', 'closes'],
  },
  messages: {
    model: Message,
    key: 'id',
    columns: ['id', 'treeId', 'visitId', 'point', 'userId', 'at', 'receivedAt', 'text', 'mentions'],
  },
  putOffs: { model: PutOff, key: 'id', columns: ['id', 'treeId', 'userId', 'at', 'receivedAt', 'until', 'reason'] },
  determinations: {
    model: Determination,
    key: 'id',
    columns: ['id', 'treeId', 'visitId', 'reviewId', 'userId', 'at', 'taxon', 'level', 'source', 'why', 'infraspecific'],
  },
  // The picture itself is held against its own hash, which is among the columns.
  photos: { model: Photo, key: 'id', columns: ['id', 'visitId', 'treeId', 'userId', 'type', 'width', 'height', 'sha256', 'receivedAt'] },
  districts: { model: DistrictRow, key: 'id', columns: ['id', 'name', 'body', 'at'], later: ['goneAt'] },
  settings: { model: Setting, key: 'name', columns: ['name', 'value'] },
};
export type RecordTableName = keyof typeof RECORD & string;

/** A row of the record, and the hash of what it holds. */
export type HashedRow = readonly [table: string, id: string, hash: string];

/** Rows read at a time. */
export const BATCH = 500;

/** The hash of a row as the database holds it. */
export const rowHash = ({ columns, later = [] }: Pick<RecordTable, 'columns' | 'later'>, row: Model): string => {
  const held = later.filter((column) => (row.get(column) ?? null) !== null);
  return sha256(canonical(Object.fromEntries([...columns, ...held].map((column) => [column, row.get(column)]))));
};

/** Every column a hash may need. */
export const hashedColumns = ({ columns, later = [] }: Pick<RecordTable, 'columns' | 'later'>): string[] => [...columns, ...later];

/** Hashes rows as the database holds them now, so that what is written and what is read back cannot differ by a rounding. */
export async function hashRows(table: RecordTableName, ids: readonly string[], transaction: Transaction): Promise<HashedRow[]> {
  const spec = RECORD[table];
  if (!spec) throw new Error(`${table} is no table of the record`);
  const hashed: HashedRow[] = [];
  for (let start = 0; start < ids.length; start += BATCH) {
    const rows = await spec.model.findAll({
      where: { [spec.key]: ids.slice(start, start + BATCH) },
      attributes: hashedColumns(spec),
      transaction,
    });
    for (const row of rows) hashed.push([table, String(row.get(spec.key)), rowHash(spec, row)]);
  }
  return hashed;
}
