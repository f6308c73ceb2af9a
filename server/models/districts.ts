import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { DataTypes } from 'sequelize';
import type { DistrictSubmission } from '@dendrix/core/contracts';
import { id, json, ref, table, time, word } from './columns';

/** A district of the town. */
export class DistrictRow extends Model<InferAttributes<DistrictRow>, InferCreationAttributes<DistrictRow>> {
  declare id: string;
  declare name: string;
  declare body: DistrictSubmission;
  declare at: Date;
  /** Taken away, and kept so that the record can be read. */
  declare goneAt: CreationOptional<Date | null>;
}

/** What lies behind the map, without its bytes. */
export class Background extends Model<InferAttributes<Background>, InferCreationAttributes<Background>> {
  declare id: string;
  declare name: string;
  declare kind: 'plan' | 'tiles';
  declare attribution: string;
  declare size: number;
  declare sha256: string;
  /** Whether all of it has come. */
  declare whole: boolean;
  declare at: Date;
  /** Null: of the whole town. */
  declare districtId: CreationOptional<string | null>;
}

export function defineDistricts(sequelize: Sequelize): void {
  DistrictRow.init(
    { id: id(), name: word(120), body: json('body'), at: time(), goneAt: { ...time(), allowNull: true } },
    table(sequelize, 'districts'),
  );
  Background.init(
    {
      id: id(),
      name: word(120),
      kind: word(20),
      attribution: word(500),
      size: {
        type: DataTypes.BIGINT,
        get() {
          return Number(this.getDataValue('size'));
        },
      },
      sha256: word(64),
      whole: { type: DataTypes.BOOLEAN },
      at: time(),
      districtId: ref(true),
    },
    table(sequelize, 'backgrounds'),
  );
}
