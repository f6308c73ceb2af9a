import { z } from 'zod';
import { id, isoTime } from './ids';

export const VERDICTS = ['confirm', 'question', 'overturn'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Letters a reason needs, so that the next person learns something. */
export const LEAST_REASON = 5;

export const reviewSubmission = z
  .strictObject({
    visitId: id,
    /** When it was said, by the clock of the device; the server's time of arrival where an older app gives none. */
    at: isoTime.optional(),
    verdict: z.enum(VERDICTS),
    /** The reviewer's own first answer, given before the visit's name was shown. */
    secondLook: z.string().max(120).nullable(),
    /** The name given instead, a species or as wide as a genus or family; needed to overturn. */
    taxon: z.string().max(120).nullable(),
    reason: z.string().max(2000),
  })
  .superRefine((review, context) => {
    if (review.verdict !== 'confirm' && review.reason.trim().length < LEAST_REASON) {
      context.addIssue({ code: 'custom', path: ['reason'], message: 'To question or overturn, say why in a few words' });
    }
    if (review.verdict === 'overturn' && !review.taxon) {
      context.addIssue({ code: 'custom', path: ['taxon'], message: 'To overturn, give the name you hold for right' });
    }
  });
export type ReviewSubmission = z.output<typeof reviewSubmission>;
