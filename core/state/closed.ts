import type { ReviewView, VisitView } from '../contracts/api';
import type { Look, Overrule } from '../record/look';
import { saidGone } from '../record/sign';
import { rootOf } from './standing';

/** A review as far as it closes defects. */
export type Closing = Pick<ReviewView, 'verdict' | 'reason' | 'visitId'> & Partial<Pick<ReviewView, 'closes'>>;

/** What a review names to agree to a milder word that a visit set. */
export const wordKey = ({ what, to }: Pick<Overrule, 'what' | 'to'>): string => `word/${what}/${to}`.slice(0, 90);

/**
 * A look with what reviewers closed of it: a defect that the visit says is gone has ended once a reviewer says so too, with the
 * reason. Until then it still counts.
 * @param isThis whether a review spoke of a version of this visit: a word is agreed to where it was said
 * @param reviews of the tree, in any order; a sign's key is its own, so it does not matter which version of a visit a review spoke of
 */
function lookAsReviewed(look: Look, reviews: readonly Closing[], isThis: (visitId: string) => boolean): Look {
  const closed = new Map<string, string>();
  for (const { verdict, reason, closes } of reviews)
    for (const key of verdict === 'question' ? [] : (closes ?? [])) if (!closed.has(key)) closed.set(key, reason);
  if (closed.size === 0) return look;
  const spokeOfThis = reviews.filter(({ visitId }) => isThis(visitId));
  return {
    ...look,
    overrules: look.overrules.map((one) => {
      const review = spokeOfThis.find(({ verdict, closes }) => verdict !== 'question' && closes?.includes(wordKey(one)));
      return review === undefined ? one : { ...one, agreed: review.reason };
    }),
    signs: look.signs.map((sign) => {
      const note = saidGone(sign) ? closed.get(sign.key) : undefined;
      return note === undefined ? sign : { ...sign, ended: { how: 'review', note } };
    }),
  };
}

/** Visits as far as a review speaks of them. */
type Reviewable = Pick<VisitView, 'id' | 'amends' | 'look'>;

/**
 * How each visit reads with what reviewers closed of it and agreed to.
 * @param visits every version of every visit of the tree
 * @param reviews of the tree, in any order
 */
export function readAsReviewed(visits: readonly Reviewable[], reviews: readonly Closing[]): (visit: Reviewable) => Look {
  const all = new Map(visits.map((visit) => [visit.id, visit]));
  return (visit) =>
    lookAsReviewed(visit.look, reviews, (id) => {
      const spokenOf = all.get(id);
      return spokenOf !== undefined && rootOf(spokenOf, all) === rootOf(visit, all);
    });
}
