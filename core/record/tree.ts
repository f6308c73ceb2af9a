import { z } from 'zod';

export const SITE_KINDS = ['street', 'park', 'garden', 'other'] as const;

/** Letters that nobody sees, or that turn the line round: a tag or a place is read off by people. */
export const hasUnseen = (text: string): boolean => /[\p{Cc}\p{Cf}]/u.test(text);
export const readable = (text: string) => !hasUnseen(text);
export const UNSEEN = { message: 'holds letters that cannot be seen; write it again' };

export const treeSubmission = z.strictObject({
  tag: z.string().trim().min(1, { message: 'Enter a tag number' }).max(30).refine(readable, UNSEEN),
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  place: z.string().max(120).refine(readable, UNSEEN),
  siteKind: z.enum(SITE_KINDS),
  plantedYear: z.number().int().min(1500).max(2200).nullable(),
  planted: z.boolean().nullable(),
  note: z.string().max(2000).default(''),
});
export type TreeSubmission = z.output<typeof treeSubmission>;
