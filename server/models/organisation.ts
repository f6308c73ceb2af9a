import { Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import { text, word, table } from './columns';

/** A choice of the organisation. */
export class Setting extends Model<InferAttributes<Setting>, InferCreationAttributes<Setting>> {
  declare name: string;
  declare value: string;
}

export function defineOrganisation(sequelize: Sequelize): void {
  Setting.init({ name: { ...word(60), primaryKey: true }, value: text() }, table(sequelize, 'settings'));
}
