import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { OwnBands, PlannedLook, PointRead, Verdict } from '@dendrix/core/record';
import { id, json, ref, time, text, word, table } from './columns';

/** A second opinion on a visit. */
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
  declare bands: CreationOptional<OwnBands | null>;
  declare points: CreationOptional<PointRead[] | null>;
  declare wanted: CreationOptional<PlannedLook | null>;
  declare knew: CreationOptional<string[] | null>;
  /** Keys of signs said to be gone that this review closes. */
  declare closes: CreationOptional<string[] | null>;
}

export function defineReviews(sequelize: Sequelize): void {
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
      bands: json('bands', true),
      points: json('points', true),
      wanted: json('wanted', true),
      knew: json('knew', true),
      closes: json('closes', true),
    },
    table(sequelize, 'reviews'),
  );
}
