import { z } from 'zod';

/** How sure the observer is of one mark. */
export const CERTAINTIES = ['sure', 'fairly', 'guess'] as const;
/** Where the mark was seen: on the tree, in the litter, on a specimen taken from it, or from a distance. */
export const SOURCES = ['tree', 'ground', 'specimen', 'distance'] as const;
/** What an organisation asks for before a name counts as confirmed. */
export const RULES = ['three-lines', 'decisive-mark'] as const;

/** One mark as it was seen. */
export const observationSchema = z.strictObject({
  trait: z.string(),
  state: z.string().optional(),
  value: z.number().optional(),
  unit: z.string().optional(),
  certainty: z.enum(CERTAINTIES).default('sure'),
  source: z.enum(SOURCES).default('tree'),
});
export type Observation = z.output<typeof observationSchema>;
