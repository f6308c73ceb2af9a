import { z } from 'zod';

/** What was taken in from the tree, or picked up under it, to be looked at indoors. */
export const SPECIMEN_PARTS = ['twig', 'leaf', 'flower', 'fruit', 'bark'] as const;

export const specimen = z.strictObject({
  /** As written on the paper label, such as "Q 0417 / 2026-02-10 / A". */
  label: z.string().min(3).max(60),
  part: z.enum(SPECIMEN_PARTS),
  from: z.enum(['tree', 'ground']),
  /** Traits it is to settle. */
  settles: z.array(z.string()).max(20),
  note: z.string().max(500).default(''),
});
export type Specimen = z.output<typeof specimen>;

/** The label of the n-th specimen of a visit: tag, date, letter. @param n from 0 */
export const specimenLabel = (tag: string, date: string, n: number): string => `${tag} / ${date} / ${String.fromCharCode(65 + (n % 26))}`;
