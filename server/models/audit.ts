import { DataTypes, Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { ref, text, word, table } from './columns';

/** A link of the chain. */
export class AuditEntry extends Model<InferAttributes<AuditEntry>, InferCreationAttributes<AuditEntry>> {
  declare seq: number;
  declare at: string;
  declare userId: string | null;
  declare action: string;
  declare entity: string;
  declare entityId: string;
  declare body: string;
  /** Rows of the record this deed wrote, as a JSON list of table, id and hash; null in entries of before. */
  declare hashed: string | null;
  declare previousHash: string;
  declare hash: string;
}

export function defineAudit(sequelize: Sequelize): void {
  AuditEntry.init(
    {
      seq: { type: DataTypes.BIGINT, primaryKey: true },
      at: word(30),
      userId: ref(true),
      action: word(40),
      entity: word(40),
      entityId: ref(),
      body: text(),
      hashed: text(true),
      previousHash: word(64),
      hash: word(64),
    },
    table(sequelize, 'audit_entries'),
  );
}
