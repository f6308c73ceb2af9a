import { Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { RoundPlan } from '@dendrix/core/contracts';
import { day, id, json, ref, table, time } from './columns';

/** A round of a crew for a day. It is a plan and no record: it is made anew as often as somebody likes. */
export class Round extends Model<InferAttributes<Round>, InferCreationAttributes<Round>> {
  declare id: string;
  declare day: string;
  declare userId: string;
  declare madeBy: string;
  declare madeAt: Date;
  declare plan: RoundPlan;
}

export function defineRounds(sequelize: Sequelize): void {
  Round.init(
    { id: id(), day: { ...day(), allowNull: false }, userId: ref(), madeBy: ref(), madeAt: time(), plan: json('plan') },
    table(sequelize, 'rounds'),
  );
}
