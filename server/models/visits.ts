import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { Judgement, PlannedLook, Profile, RootStandard, VisitName } from '@dendrix/core/record';
import type { UnitSystem } from '@dendrix/core/units';
import { id, ref, time, word, day, json, integer, table } from './columns';

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
  /** How much it needs a second look; null for one that does not wait for any. */
  declare reviewWeight: CreationOptional<number | null>;
  /** When newer rules found a danger that the assessment of before had forgotten. */
  declare forgottenAt: CreationOptional<Date | null>;
}

export function defineVisits(sequelize: Sequelize): void {
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
      reviewWeight: integer(),
      forgottenAt: { ...time(), allowNull: true },
    },
    table(sequelize, 'visits'),
  );
}
