import { z } from 'zod';

/** How many trees of a kind the record of a district holds, by what their names rest on. */
export const kindCount = z.strictObject({
  /** A species, or a genus where the record says no more. */
  taxon: z.string().min(1),
  /** Whether they grew there by themselves; trees of which nobody said so count as planted. */
  wild: z.boolean(),
  /** Named to the species and settled by a second person. */
  confirmed: z.int().nonnegative(),
  /** Named by a visit that nobody has reviewed, or only by an imported list. */
  listed: z.int().nonnegative(),
});
export type KindCount = z.output<typeof kindCount>;

/** The trees of a district, counted by kind. */
export const stock = z.array(kindCount);
export type Stock = readonly KindCount[];
