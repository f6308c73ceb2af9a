import { DataTypes, Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { id, ref, time, word, integer, table } from './columns';

/** A picture of a visit, as it was sent. */
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
  /** null where it is kept in a store of its own. */
  declare picture: Buffer | null;
  /** JPEG, as long as a thumbnail needs. */
  declare thumbnail: Buffer;
  declare receivedAt: Date;
}

export function definePhotos(sequelize: Sequelize): void {
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
      picture: { type: DataTypes.BLOB('medium'), allowNull: true },
      thumbnail: { type: DataTypes.BLOB('medium'), allowNull: false },
      receivedAt: time(),
    },
    table(sequelize, 'photos'),
  );
}
