import type { ReviewView } from '../contracts/api';
import type { Look } from '../record/look';
import { saidGone } from '../record/sign';

/** A review as far as it closes defects. */
export type Closing = Pick<ReviewView, 'verdict' | 'reason'> & Partial<Pick<ReviewView, 'closes'>>;

/**
 * A look with what reviewers closed of it: a defect that the visit says is gone has ended once a reviewer says so too, with the
 * reason. Until then it counts as it was.
 * @param reviews of the tree, in any order; a sign's key is its own, so it does not matter which version of a visit a review spoke of
 */
export function lookAsReviewed(look: Look, reviews: readonly Closing[]): Look {
  const closed = new Map<string, string>();
  for (const { verdict, reason, closes } of reviews)
    for (const key of verdict === 'question' ? [] : (closes ?? [])) if (!closed.has(key)) closed.set(key, reason);
  if (closed.size === 0) return look;
  return {
    ...look,
    signs: look.signs.map((sign) => {
      const note = saidGone(sign) ? closed.get(sign.key) : undefined;
      return note === undefined ? sign : { ...sign, ended: { how: 'review', note } };
    }),
  };
}
