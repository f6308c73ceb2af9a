import { Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { day, id, json, ref, table, text, time, word } from './columns';

/** A word on a tree. */
export class Message extends Model<InferAttributes<Message>, InferCreationAttributes<Message>> {
  declare id: string;
  declare treeId: string;
  declare visitId: string | null;
  declare point: string;
  declare userId: string;
  declare at: Date;
  declare receivedAt: Date;
  declare text: string;
  declare mentions: string[];
}

/** That a tree is not gone to before a day. */
export class PutOff extends Model<InferAttributes<PutOff>, InferCreationAttributes<PutOff>> {
  declare id: string;
  declare treeId: string;
  declare userId: string;
  declare at: Date;
  declare receivedAt: Date;
  declare until: string;
  declare reason: string;
}

/** Who had what before them, since when. It is no part of the record: nothing follows from it. */
export class Seen extends Model<InferAttributes<Seen>, InferCreationAttributes<Seen>> {
  declare whatId: string;
  declare userId: string;
  declare treeId: string;
  declare at: Date;
}

export function defineTalk(sequelize: Sequelize): void {
  Message.init(
    {
      id: id(),
      treeId: ref(),
      visitId: ref(true),
      point: word(160),
      userId: ref(),
      at: time(),
      receivedAt: time(),
      text: text(),
      mentions: json('mentions'),
    },
    table(sequelize, 'messages'),
  );
  PutOff.init(
    { id: id(), treeId: ref(), userId: ref(), at: time(), receivedAt: time(), until: { ...day(), allowNull: false }, reason: word(500) },
    table(sequelize, 'put_offs'),
  );
  Seen.init({ whatId: id(), userId: { ...ref(), primaryKey: true }, treeId: ref(), at: time() }, table(sequelize, 'seen'));
}
