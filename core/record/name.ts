import { z } from 'zod';
import { RULES } from './observation';

export const LEVELS = ['species', 'cf. species', 'genus', 'family', 'none'] as const;
export type NameLevel = (typeof LEVELS)[number];

/** The name a visit gives. */
export const visitName = z.strictObject({
  /** A species, hybrid, genus or family of the library; null where it is not known. */
  taxon: z.string().max(120).nullable(),
  level: z.enum(LEVELS),
  rule: z.enum(RULES),
  confirmed: z.boolean(),
  probability: z.number().min(0).max(1),
  /** In words: what it rests on. */
  why: z.string().max(2000),
  /** A name that the library does not hold, as the person wrote it; it is kept as text and nothing is judged by it. */
  written: z.string().trim().min(1).max(200).optional(),
  infraspecific: z.string().max(200).optional(),
  infraspecificEvidence: z.string().max(500).optional(),
});
export type VisitName = z.infer<typeof visitName>;
