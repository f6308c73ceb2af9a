import { Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { Role } from '@dendrix/core/contracts';
import { id, ref, time, text, word, table } from '../db/columns';

/** Somebody who signs in. */
export class User extends Model<InferAttributes<User>, InferCreationAttributes<User>> {
  declare id: string;
  declare name: string;
  declare login: string;
  declare passwordHash: string;
  declare role: Role;
  declare createdAt: Date;
}

/** A signed-in device. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare sid: string;
  declare expires: Date | null;
  declare data: string | null;
  declare userId: string | null;
}

export function defineAccounts(sequelize: Sequelize): void {
  User.init(
    { id: id(), name: word(120), login: word(60), passwordHash: word(200), role: word(20), createdAt: time() },
    table(sequelize, 'users'),
  );
  Session.init(
    { sid: { ...word(64), primaryKey: true }, expires: { ...time(), allowNull: true }, data: text(true), userId: ref(true) },
    table(sequelize, 'sessions'),
  );
}
