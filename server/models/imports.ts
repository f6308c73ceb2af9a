import { Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { id, ref, time, text, word, json, integer, table } from './columns';

/** A list coming in. */
export class ImportJob extends Model<InferAttributes<ImportJob>, InferCreationAttributes<ImportJob>> {
  declare id: string;
  declare userId: string;
  declare state: 'running' | 'done' | 'failed' | 'stopped';
  declare done: number;
  declare total: number;
  declare report: Record<string, unknown> | null;
  declare detail: string | null;
  declare createdAt: Date;
  /** What it was given, until it has ended: a restart goes on from it. */
  declare request: string | null;
  /** The server that works on it holds it until then. */
  declare heldUntil: Date | null;
}

export function defineImports(sequelize: Sequelize): void {
  ImportJob.init(
    {
      id: id(),
      userId: ref(),
      state: word(20),
      done: integer(false),
      total: integer(false),
      report: json('report', true),
      detail: text(true),
      createdAt: time(),
      request: text(true),
      heldUntil: { ...time(), allowNull: true },
    },
    table(sequelize, 'imports'),
  );
}
