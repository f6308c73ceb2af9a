import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelAttributeColumnOptions,
  type Sequelize,
} from 'sequelize';
import type { Role } from '@dendrix/core/contracts';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { Judgement, PlannedLook, Profile, RootStandard, Verdict, VisitName } from '@dendrix/core/record';
import type { UnitSystem } from '@dendrix/core/units';

const id = (): ModelAttributeColumnOptions => ({ type: DataTypes.CHAR(36), primaryKey: true });
const ref = (allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.CHAR(36), allowNull });
const time = (): ModelAttributeColumnOptions => ({ type: DataTypes.DATE(3), allowNull: false });
const text = (allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.TEXT, allowNull });
const word = (length: number, allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.STRING(length), allowNull });
const number = (): ModelAttributeColumnOptions => ({ type: DataTypes.DOUBLE, allowNull: true });
const day = (): ModelAttributeColumnOptions => ({ type: DataTypes.DATEONLY, allowNull: true });

/** MariaDB keeps JSON as text; the connector may hand it over either way. */
function json(name: string, allowNull = false): ModelAttributeColumnOptions {
  return {
    type: DataTypes.JSON,
    allowNull,
    get(this: Model) {
      const value: unknown = this.getDataValue(name);
      return typeof value === 'string' ? JSON.parse(value) : value;
    },
  };
}

export class User extends Model<InferAttributes<User>, InferCreationAttributes<User>> {
  declare id: string;
  declare name: string;
  declare login: string;
  declare passwordHash: string;
  declare role: Role;
  declare createdAt: Date;
}

export class Tree extends Model<InferAttributes<Tree>, InferCreationAttributes<Tree>> {
  declare id: string;
  declare tag: string;
  declare place: string;
  declare siteKind: TreeBrief['siteKind'];
  declare latitude: number;
  declare longitude: number;
  declare point: { type: 'Point'; coordinates: [number, number] };
  declare plantedYear: number | null;
  declare planted: boolean | null;
  declare writtenName: string | null;
  declare listedDbh: number | null;
  declare listedDbhEntered: string | null;
  declare listedHeight: number | null;
  declare note: string;
  declare createdAt: Date;
  declare createdBy: string | null;
  declare importId: string | null;
  /** Day by which somebody should come for the first time, for a tree that was added by hand. */
  declare firstDueOn: CreationOptional<string | null>;
  declare taxon: CreationOptional<string | null>;
  declare level: CreationOptional<TreeBrief['level']>;
  declare standing: CreationOptional<TreeBrief['standing']>;
  declare dbh: CreationOptional<number | null>;
  declare height: CreationOptional<number | null>;
  declare vigour: CreationOptional<string | null>;
  declare soundness: CreationOptional<string | null>;
  declare hiddenDecay: CreationOptional<string | null>;
  declare seenPercent: CreationOptional<number | null>;
  declare risk: CreationOptional<TreeBrief['risk']>;
  declare dueOn: CreationOptional<string | null>;
  declare dueBecause: CreationOptional<string | null>;
  declare lastVisitOn: CreationOptional<string | null>;
}

/** With what a judgement was made, so that it can be made again. */
export interface JudgedWith {
  library: string;
  profile: Profile;
  rootStandard: RootStandard;
}

/** A visit as it was sent, and beside it the judgement that the server made from the whole record of the tree. */
export class Visit extends Model<InferAttributes<Visit>, InferCreationAttributes<Visit>> {
  declare id: string;
  declare treeId: string;
  declare userId: string;
  declare startedAt: Date;
  declare finishedAt: Date;
  declare timeZone: string;
  /** Version of what was sent. */
  declare schema: number;
  /** By the zone of the place; null for visits of before there was one, until they are lifted. */
  declare day: string | null;
  declare libraryVersion: string;
  declare units: UnitSystem;
  /** As it was sent, in its version. */
  declare look: unknown;
  declare name: VisitName | null;
  declare deviceJudgement: unknown;
  declare comeBack: CreationOptional<unknown>;
  declare laterLooks: PlannedLook[] | null;
  declare amends: string | null;
  declare receivedAt: Date;
  declare judged: CreationOptional<Judgement | null>;
  declare judgedWith: CreationOptional<JudgedWith | null>;
}

export class Review extends Model<InferAttributes<Review>, InferCreationAttributes<Review>> {
  declare id: string;
  declare visitId: string;
  declare treeId: string;
  declare userId: string;
  declare at: Date;
  declare verdict: Verdict;
  declare secondLook: string | null;
  declare taxon: string | null;
  declare reason: string;
}

export class Determination extends Model<InferAttributes<Determination>, InferCreationAttributes<Determination>> {
  declare id: string;
  declare treeId: string;
  declare visitId: string | null;
  declare reviewId: string | null;
  declare userId: string | null;
  declare at: Date;
  declare taxon: string | null;
  declare level: VisitName['level'];
  declare source: 'import' | 'visit' | 'review';
  declare why: string;
  declare infraspecific: string | null;
}

export class FollowUp extends Model<InferAttributes<FollowUp>, InferCreationAttributes<FollowUp>> {
  declare id: string;
  declare treeId: string;
  declare visitId: string | null;
  declare dueOn: string;
  declare because: string;
  declare season: string | null;
  /** A look at this trait, which stays open until somebody has seen it. */
  declare trait: CreationOptional<string | null>;
  declare doneOn: string | null;
  /** What it comes from and is for; unique on a tree. */
  declare becauseOf: string | null;
}

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

/** A signed-in device. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare sid: string;
  declare expires: Date | null;
  declare data: string | null;
  declare userId: string | null;
}

export class Photo extends Model<InferAttributes<Photo>, InferCreationAttributes<Photo>> {
  declare id: string;
  declare visitId: string;
  declare treeId: string;
  declare userId: string;
  /** Media type of the picture as sent. */
  declare type: string;
  declare width: number;
  declare height: number;
  declare sha256: string;
  declare picture: Buffer;
  /** JPEG, as long as a thumbnail needs. */
  declare thumbnail: Buffer;
  declare receivedAt: Date;
}

export class Setting extends Model<InferAttributes<Setting>, InferCreationAttributes<Setting>> {
  declare name: string;
  declare value: string;
}

/** Ties the models to a database. */
export function defineModels(sequelize: Sequelize): void {
  const options = (tableName: string) => ({ sequelize, tableName, underscored: true, timestamps: false });
  const integer = (allowNull = true): ModelAttributeColumnOptions => ({ type: DataTypes.INTEGER, allowNull });
  User.init({ id: id(), name: word(120), login: word(60), passwordHash: word(200), role: word(20), createdAt: time() }, options('users'));
  Tree.init(
    {
      id: id(),
      tag: word(30),
      place: word(120),
      siteKind: word(20),
      latitude: { ...number(), allowNull: false },
      longitude: { ...number(), allowNull: false },
      point: { type: DataTypes.GEOMETRY('POINT'), allowNull: false },
      plantedYear: integer(),
      planted: { type: DataTypes.BOOLEAN, allowNull: true },
      writtenName: word(200, true),
      listedDbh: number(),
      listedDbhEntered: word(40, true),
      listedHeight: number(),
      note: text(),
      createdAt: time(),
      createdBy: ref(true),
      importId: ref(true),
      firstDueOn: day(),
      taxon: word(120, true),
      level: word(20, true),
      standing: { ...word(20), defaultValue: 'unnamed' },
      dbh: number(),
      height: number(),
      vigour: word(20, true),
      soundness: word(60, true),
      hiddenDecay: word(60, true),
      seenPercent: integer(),
      risk: word(20, true),
      dueOn: day(),
      dueBecause: word(1000, true),
      lastVisitOn: day(),
    },
    options('trees'),
  );
  Visit.init(
    {
      id: id(),
      treeId: ref(),
      userId: ref(),
      startedAt: time(),
      finishedAt: time(),
      timeZone: word(60),
      schema: integer(false),
      day: day(),
      libraryVersion: word(40),
      units: word(10),
      look: json('look'),
      name: json('name', true),
      deviceJudgement: json('deviceJudgement', true),
      comeBack: json('comeBack', true),
      laterLooks: json('laterLooks', true),
      amends: ref(true),
      receivedAt: time(),
      judged: json('judged', true),
      judgedWith: json('judgedWith', true),
    },
    options('visits'),
  );
  Review.init(
    {
      id: id(),
      visitId: ref(),
      treeId: ref(),
      userId: ref(),
      at: time(),
      verdict: word(20),
      secondLook: word(120, true),
      taxon: word(120, true),
      reason: text(),
    },
    options('reviews'),
  );
  Determination.init(
    {
      id: id(),
      treeId: ref(),
      visitId: ref(true),
      reviewId: ref(true),
      userId: ref(true),
      at: time(),
      taxon: word(120, true),
      level: word(20),
      source: word(20),
      why: text(),
      infraspecific: word(200, true),
    },
    options('determinations'),
  );
  FollowUp.init(
    {
      id: id(),
      treeId: ref(),
      visitId: ref(true),
      dueOn: { ...day(), allowNull: false },
      because: word(1000),
      season: word(40, true),
      trait: word(60, true),
      doneOn: day(),
      becauseOf: word(120, true),
    },
    options('follow_ups'),
  );
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
    options('audit_entries'),
  );
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
    options('imports'),
  );
  Photo.init(
    {
      id: id(),
      visitId: ref(),
      treeId: ref(),
      userId: ref(),
      type: word(40),
      width: integer(false),
      height: integer(false),
      sha256: word(64),
      picture: { type: DataTypes.BLOB('medium'), allowNull: false },
      thumbnail: { type: DataTypes.BLOB('medium'), allowNull: false },
      receivedAt: time(),
    },
    options('photos'),
  );
  Session.init(
    { sid: { ...word(64), primaryKey: true }, expires: { ...time(), allowNull: true }, data: text(true), userId: ref(true) },
    options('sessions'),
  );
  Setting.init({ name: { ...word(60), primaryKey: true }, value: word(200) }, options('settings'));
}
