import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { VisitName } from '@dendrix/core/record';
import { id, ref, time, text, word, number, day, integer, table } from './columns';

/** A tree: what was said when it was added, and its state as derived from its record. */
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
  /** The district it stands in; follows from its place and the outlines. */
  declare districtId: CreationOptional<string | null>;
  /** Day by which somebody should come for the first time, for a tree that was added by hand. */
  declare firstDueOn: CreationOptional<string | null>;
  /** Version of the rules it was last assessed by; null for a tree that nobody has visited. */
  declare rules: CreationOptional<number | null>;
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

/** A name given to a tree, by a list, a visit or a review. */
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

/** Something to be done at a tree, derived from its visits and reviews. */
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

export function defineTrees(sequelize: Sequelize): void {
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
      rules: integer(),
      createdAt: time(),
      createdBy: ref(true),
      importId: ref(true),
      districtId: ref(true),
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
    table(sequelize, 'trees'),
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
    table(sequelize, 'determinations'),
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
    table(sequelize, 'follow_ups'),
  );
}
