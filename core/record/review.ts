import { z } from 'zod';
import { id, isoTime } from './ids';
import { SCALES } from './judgement';
import { LEAST_REASON } from './reason';
import { plannedLook } from './visit';

export const VERDICTS = ['confirm', 'question', 'overturn'] as const;
export type Verdict = (typeof VERDICTS)[number];

/**
 * A point of a visit that can be spoken about: the name, a band, a mark of identification by its trait, a sign by its key, the tree as a
 * whole. Talk, and what a reviewer agrees to, hang on it.
 */
export const point = z
  .string()
  .max(160)
  .regex(/^(name|tree|scale\/(vigour|soundness|hiddenDecay)|trait\/[a-z0-9-]+|sign\/.{1,120})$/, 'is no point of a visit');

export const AGREEMENTS = ['agrees', 'differs', 'cannot tell'] as const;
export type AgreementWord = (typeof AGREEMENTS)[number];

/** Whether the reviewer reads a point as the visit does; where not, what they read instead. */
export const pointRead = z.strictObject({ point, reads: z.enum(AGREEMENTS), says: z.string().max(120).nullable() });
export type PointRead = z.infer<typeof pointRead>;

/** Bands as the reviewer set them before the visit's were shown; null for one that cannot be told from the evidence. */
export const ownBands = z.partialRecord(z.enum(SCALES), z.string().max(60).nullable());
export type OwnBands = z.infer<typeof ownBands>;

export const reviewSubmission = z
  .strictObject({
    visitId: id,
    /** When it was said, by the clock of the device; the server's time of arrival where an older app gives none. */
    at: isoTime.optional(),
    verdict: z.enum(VERDICTS),
    /** The reviewer's own first answer, given before the visit's name was shown. */
    secondLook: z.string().max(120).nullable(),
    /** The reviewer's own bands, given before the visit's were shown; null where they were not asked for. */
    bands: ownBands.nullish(),
    /** What the reviewer reads as the visit does, and what not; points nobody marked are left out. */
    points: z.array(pointRead).max(200).nullish(),
    /** To question: the mark that would settle it and the months in which it shows, for the crew. */
    wanted: plannedLook.nullish(),
    /** Reviews of this tree the reviewer had before them: of two that did not know each other neither outdoes the other. */
    knew: z.array(id).max(500).nullish(),
    /** Keys of signs that the visit says are gone and this review closes, by its reason: the second pair of eyes that takes. */
    closes: z.array(z.string().min(1).max(90)).max(200).nullish(),
    /** The name given instead, a species or as wide as a genus or family; needed to overturn. */
    taxon: z.string().max(120).nullable(),
    reason: z.string().max(2000),
  })
  .superRefine((review, context) => {
    if (review.verdict !== 'confirm' && review.reason.trim().length < LEAST_REASON) {
      context.addIssue({ code: 'custom', path: ['reason'], message: 'Enter a reason for your question or name change' });
    }
    if (review.verdict === 'overturn' && !review.taxon) {
      context.addIssue({ code: 'custom', path: ['taxon'], message: 'Enter the correct species name' });
    }
    if (review.closes && review.closes.length > 0 && review.reason.trim().length < LEAST_REASON)
      context.addIssue({ code: 'custom', path: ['reason'], message: 'To close a defect, say why in a few words' });
    if (review.closes && review.closes.length > 0 && review.verdict === 'question')
      context.addIssue({ code: 'custom', path: ['closes'], message: 'A question closes nothing' });
    if (review.wanted && review.verdict !== 'question') {
      context.addIssue({ code: 'custom', path: ['wanted'], message: 'A mark is asked for by a question' });
    }
  });
export type ReviewSubmission = z.output<typeof reviewSubmission>;
