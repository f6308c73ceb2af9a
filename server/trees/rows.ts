import type { Transaction } from 'sequelize';
import type { Judgeable } from '@dendrix/core/state';
import { notFound } from '../http/problem';
import { Review } from '../models/reviews';
import { Visit } from '../models/visits';
import { Determination, Tree } from '../models/trees';
import { determinationViewOf, reviewViewOf, sentOf } from './view';

// The record of one tree, taken for writing, as core reads it.

/** What is derived names no people. */
export const nobody = new Map();

/** Takes a tree for writing: whoever writes to its record waits for the others. @throws HttpProblem 404 */
export async function lockTree(id: string, transaction: Transaction, what = 'The tree of this visit'): Promise<Tree> {
  const tree = await Tree.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!tree) throw notFound(what);
  return tree;
}

export interface Rows {
  visits: Visit[];
  determinations: Determination[];
  reviews: Review[];
}

/** The record of a tree that what is derived follows from. */
export async function rowsOf(tree: Tree, transaction: Transaction): Promise<Rows> {
  const where = { treeId: tree.id };
  return {
    visits: await Visit.findAll({ where, transaction }),
    determinations: await Determination.findAll({ where, transaction }),
    reviews: await Review.findAll({ where, transaction }),
  };
}

export const judgeable = (visit: Visit): Judgeable => ({
  id: visit.id,
  finishedAt: visit.finishedAt.toISOString(),
  amends: visit.amends,
  look: sentOf(visit).look,
  name: visit.name,
  units: visit.units,
});

export const namesOf = ({ determinations, reviews }: Rows) => ({
  given: determinations.map((d) => determinationViewOf(d, nobody)),
  reviews: reviews.map((r) => reviewViewOf(r, nobody)),
});

/** Whether newer rules found a danger of a visit that was forgotten before, and nobody has reviewed it since. */
export const forgottenIn = ({ visits, reviews }: Pick<Rows, 'visits' | 'reviews'>, id: string): boolean => {
  const at = visits.find((visit) => visit.id === id)?.forgottenAt ?? null;
  return at !== null && !reviews.some((review) => review.visitId === id && review.at >= at);
};

/** Names that a tree had before a visit gave its own, newest first. */
export const earlierNames = (
  determinations: readonly Pick<Determination, 'id' | 'visitId' | 'at' | 'taxon'>[],
  visit: { id: string; finishedAt: string },
): (string | null)[] =>
  determinations
    .filter((d) => d.visitId !== visit.id && d.at < new Date(visit.finishedAt))
    .sort((a, b) => b.at.getTime() - a.at.getTime() || b.id.localeCompare(a.id))
    .map((d) => d.taxon);
