import type { Transaction } from 'sequelize';
import { derive, type Derived } from '@dendrix/core/review';
import { Determination, FollowUp, Review, Tree, Visit } from '../models';
import { determinationViewOf, followUpViewOf, reviewViewOf, visitViewOf } from './views';

const nobody = new Map();

/** The derived columns of one tree, from its record. */
export async function derivedOf(tree: Tree, transaction?: Transaction): Promise<Derived> {
  const where = { treeId: tree.id };
  const [visits, determinations, reviews, followUps] = await Promise.all([
    Visit.findAll({ where, transaction }),
    Determination.findAll({ where, transaction }),
    Review.findAll({ where, transaction }),
    FollowUp.findAll({ where, transaction }),
  ]);
  return derive({
    listed: { dbh: tree.listedDbh, height: tree.listedHeight },
    visits: visits.map((visit) => visitViewOf(visit, nobody)),
    determinations: determinations.map((d) => determinationViewOf(d, nobody)),
    reviews: reviews.map((r) => reviewViewOf(r, nobody)),
    followUps: followUps.map(followUpViewOf),
  });
}

/** Writes the derived columns of one tree anew. */
export async function rebuildTree(tree: Tree, transaction?: Transaction): Promise<Tree> {
  return tree.update(await derivedOf(tree, transaction), { transaction });
}

/** Rebuilds every tree and tells which moved; a record that is in order moves none. */
export async function rebuildAll(): Promise<{ trees: number; moved: { tag: string; columns: string[] }[] }> {
  const moved: { tag: string; columns: string[] }[] = [];
  const trees = await Tree.findAll({ order: [['tag', 'ASC']] });
  for (const tree of trees) {
    const fresh = await derivedOf(tree);
    const columns = (Object.keys(fresh) as (keyof Derived)[]).filter((key) => !same(tree[key], fresh[key]));
    if (columns.length > 0) {
      moved.push({ tag: tree.tag, columns });
      await tree.update(fresh);
    }
  }
  return { trees: trees.length, moved };
}

const same = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= 1e-12 * Math.max(1, Math.abs(a)) : (a ?? null) === (b ?? null);
