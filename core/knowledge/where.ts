import { z } from 'zod';

/** A code of level 2 of the World Geographical Scheme for Recording Plant Distributions (Brummitt 2001): 10 to 91. */
export const regionCode = z.int().min(10).max(91);

/**
 * How far planting carries a kind: hardly beyond where it grows wild, to towns of other parts of the world as well, or to nearly
 * every town whose climate it stands.
 */
export const CARRIED = ['home', 'abroad', 'everywhere'] as const;

/** A hardiness zone by its mean annual minimum (the thirteen zones of the USDA map, 1 the coldest), with a half: "7", "7a", "7b". */
export const zone = z
  .string()
  .regex(/^(1[0-3]|[1-9])[ab]?$/, { message: 'write a zone from 1 to 13, with a or b for its colder or warmer half' });

/** A zone as a number: "7a" and "7" are 7, "7b" is 7.5. @throws RangeError for what is no zone */
export function zoneNumber(text: string): number {
  if (!zone.safeParse(text).success) throw new RangeError(`${text} is no hardiness zone`);
  return Number.parseInt(text, 10) + (text.endsWith('b') ? 0.5 : 0);
}

/** Where a kind grows: wild, run wild, and planted. From memory unless the record names a source. */
export const whereSchema = z.strictObject({
  /** Regions in which it is native; empty for what arose in gardens. */
  native: z.array(regionCode),
  /** Regions in which it has run wild. */
  naturalised: z.array(regionCode).default([]),
  carried: z.enum(CARRIED),
  /** Coldest zone it stands, and the warmest in which it still thrives. */
  hardiness: z.strictObject({ coldest: zone, warmest: zone }),
});
export type Where = z.output<typeof whereSchema>;
