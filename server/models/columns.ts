import { DataTypes, type InitOptions, type Model, type ModelAttributeColumnOptions, type Sequelize } from 'sequelize';

// Columns as the migrations made them.

export const id = (): ModelAttributeColumnOptions => ({ type: DataTypes.CHAR(36), primaryKey: true });
export const ref = (allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.CHAR(36), allowNull });
export const time = (): ModelAttributeColumnOptions => ({ type: DataTypes.DATE(3), allowNull: false });
export const text = (allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.TEXT, allowNull });
export const word = (length: number, allowNull = false): ModelAttributeColumnOptions => ({ type: DataTypes.STRING(length), allowNull });
export const number = (): ModelAttributeColumnOptions => ({ type: DataTypes.DOUBLE, allowNull: true });
export const day = (): ModelAttributeColumnOptions => ({ type: DataTypes.DATEONLY, allowNull: true });

/** MariaDB keeps JSON as text; the connector may hand it over either way. */
export function json(name: string, allowNull = false): ModelAttributeColumnOptions {
  return {
    type: DataTypes.JSON,
    allowNull,
    get(this: Model) {
      const value: unknown = this.getDataValue(name);
      return typeof value === 'string' ? JSON.parse(value) : value;
    },
  };
}
export const integer = (allowNull = true): ModelAttributeColumnOptions => ({ type: DataTypes.INTEGER, allowNull });

/** A table of a database, its columns written with underscores. */
export const table = <M extends Model>(sequelize: Sequelize, tableName: string): InitOptions<M> => ({
  sequelize,
  tableName,
  underscored: true,
  timestamps: false,
});
