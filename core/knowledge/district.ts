import { z } from 'zod';
import { genusOf, PRIORS } from './taxon';
import { regionCode, zone } from './where';

const longitude = z.number().min(-180).max(180);
const latitude = z.number().min(-90).max(90);
/** Corners of a ring at most: an outline drawn from a register has some thousands. */
const MOST_CORNERS = 20_000;
const ring = z
  .array(z.tuple([longitude, latitude]))
  .min(4, { message: 'a ring has three corners at least, and ends where it began' })
  .max(MOST_CORNERS);
/** The parts a district is of, each with what is left out of it. */
export const outlineSchema = z.array(z.array(ring).min(1)).min(1).max(500);

/** A district: where it lies and how common each taxon is in its plantings. */
export const districtSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** Its middle. */
  latitude,
  longitude,
  /** What lies in it; where none is given it is known by its middle alone. */
  outline: outlineSchema.optional(),
  utmZone: z.string().regex(/^\d{1,2}[NS]$/),
  timeZone: z.string(),
  /** Regions of the World Geographical Scheme it lies in, where its place on the map does not tell; and its hardiness zone. */
  regions: z.array(regionCode).default([]),
  hardiness: zone.optional(),
  /** Share weight of each taxon among planted trees; taxa not listed get the weight of a rarity. */
  planted: z.record(z.string(), z.number().positive()),
  /** Taxa that grow wild here. */
  wild: z.array(z.string()),
  /** Agents that are more or less common here than their records say, or not here at all so far. */
  agents: z.record(z.string(), z.enum([...PRIORS, 'absent'])).default({}),
  lists: z.strictObject({
    approved: z.array(z.string()),
    watched: z.array(z.string()),
    invasive: z.array(z.string()),
    rare: z.array(z.string()),
    /** What a law or by-law protects: works on it need leave first. */
    protected: z.array(z.string()).default([]),
  }),
  /** No tree goes longer without a visit than so many months; none where nobody said. */
  longestGap: z.int().min(1).max(120).optional(),
});
export type District = z.output<typeof districtSchema>;

/** Whether a list of a district names a kind: itself, or its genus with all its kinds. @param name accepted name or genus */
export const isListed = (list: readonly string[], name: string): boolean => list.includes(name) || list.includes(genusOf(name));

/** Meanings of a common name that no taxon record carries, in `library/names.yaml`. */
export const nameMeaning = z.strictObject({
  name: z.string(),
  means: z
    .array(
      z.strictObject({
        taxon: z.string(),
        where: z.string(),
        /** Whether people say it today; a name of older books is found, and stays out of lists that it would only lengthen. */
        inUse: z.boolean().default(true),
      }),
    )
    .min(1),
});
export type NameMeaning = z.output<typeof nameMeaning>;
