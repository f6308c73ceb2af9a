/** A review as a reviewer would send it: it confirms, and says nothing else. */
export const aReview = (visitId: string, more: object = {}) => ({
  visitId,
  verdict: 'confirm',
  secondLook: null,
  taxon: null,
  reason: '',
  knew: [],
  ...more,
});
