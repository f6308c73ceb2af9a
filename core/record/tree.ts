import { z } from 'zod';

export const SITE_KINDS = ['street', 'park', 'garden', 'other'] as const;

export const treeSubmission = z.strictObject({
  tag: z.string().trim().min(1, { message: 'Give the tree a tag' }).max(30),
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  place: z.string().max(120),
  siteKind: z.enum(SITE_KINDS),
  plantedYear: z.number().int().min(1500).max(2200).nullable(),
  planted: z.boolean().nullable(),
  note: z.string().max(2000).default(''),
});
export type TreeSubmission = z.output<typeof treeSubmission>;
