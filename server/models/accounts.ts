import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { Role } from '@dendrix/core/contracts';
import { id, integer, json, ref, time, text, word, table } from './columns';

/** Somebody who signs in, or did. */
export class User extends Model<InferAttributes<User>, InferCreationAttributes<User>> {
  declare id: string;
  declare name: string;
  declare login: string;
  /** Null of somebody who was invited and has set none, or signs in elsewhere. */
  declare passwordHash: string | null;
  declare role: Role;
  declare createdAt: Date;
  /** Null: works here. */
  declare state: CreationOptional<'invited' | 'disabled' | 'erased' | null>;
  /** Null or empty: all of them. */
  declare districts: CreationOptional<string[] | null>;
  /** Secret of the second factor, sealed; null where there is none. */
  declare factor: CreationOptional<string | null>;
  /** The last step of time whose code was used: none is taken twice. */
  declare factorStep: CreationOptional<number | null>;
  /** Who they are where the organisation signs in: a hash of issuer and subject; null where they do not sign in there. */
  declare identity: CreationOptional<string | null>;
  /** When they were shut out. */
  declare leftAt: CreationOptional<Date | null>;
}

/** A signed-in device. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare sid: string;
  declare expires: Date | null;
  declare data: string | null;
  declare userId: string | null;
  /** What others call it: the sid is a secret. */
  declare id: CreationOptional<string | null>;
  declare beganAt: CreationOptional<Date | null>;
  declare device: CreationOptional<string | null>;
  /** Ended from elsewhere, and to be told so at the next contact: the device is to forget what it holds. */
  declare ended: CreationOptional<'forget' | null>;
}

/** A link that lets somebody set a password, by the hash of what stands in it. */
export class Link extends Model<InferAttributes<Link>, InferCreationAttributes<Link>> {
  declare hash: string;
  declare userId: string;
  declare kind: 'invite' | 'reset';
  declare madeBy: string | null;
  declare madeAt: Date;
  declare expiresAt: Date;
  declare usedAt: Date | null;
}

/** A code that stands in for a lost second factor, once. */
export class RecoveryCode extends Model<InferAttributes<RecoveryCode>, InferCreationAttributes<RecoveryCode>> {
  declare hash: string;
  declare userId: string;
  declare usedAt: Date | null;
}

const hash = () => ({ ...word(64), primaryKey: true });
const timeOrNull = () => ({ ...time(), allowNull: true });

export function defineAccounts(sequelize: Sequelize): void {
  User.init(
    {
      id: id(),
      name: word(120),
      login: word(60),
      passwordHash: word(200, true),
      role: word(20),
      createdAt: time(),
      state: word(20, true),
      districts: json('districts', true),
      factor: word(400, true),
      factorStep: integer(),
      identity: word(64, true),
      leftAt: timeOrNull(),
    },
    table(sequelize, 'users'),
  );
  Session.init(
    {
      sid: { ...word(64), primaryKey: true },
      expires: timeOrNull(),
      data: text(true),
      userId: ref(true),
      id: ref(true),
      beganAt: timeOrNull(),
      device: word(200, true),
      ended: word(10, true),
    },
    table(sequelize, 'sessions'),
  );
  Link.init(
    { hash: hash(), userId: ref(), kind: word(20), madeBy: ref(true), madeAt: time(), expiresAt: time(), usedAt: timeOrNull() },
    table(sequelize, 'links'),
  );
  RecoveryCode.init({ hash: hash(), userId: ref(), usedAt: timeOrNull() }, table(sequelize, 'recovery_codes'));
}
