import { z } from 'zod';
import { id, timeZone } from '../record/ids';
import { districtSchema, outlineSchema } from '../knowledge/district';

// The districts of a town, as they are set up and handed out, and what lies behind their maps.

const { hardiness, regions, lists, agents, longestGap, planted, wild } = districtSchema.shape;

/** What a coordinator says of a district. Kinds of lists are accepted names. */
export const districtSubmission = z.strictObject({
  name: z.string().trim().min(1, { message: 'is empty; give the district a name' }).max(120),
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  outline: outlineSchema.nullable().default(null),
  timeZone,
  hardiness: hardiness.unwrap().nullable().default(null),
  regions,
  lists: lists.default({ approved: [], watched: [], invasive: [], rare: [], protected: [] }),
  agents,
  planted: planted.default({}),
  wild: wild.default([]),
  longestGap: longestGap.unwrap().nullable().default(null),
});
export type DistrictSubmission = z.output<typeof districtSubmission>;

export const districtsAnswer = z.object({ items: z.array(districtSchema) });

/** Something that lies behind the map. A plan is streets, parks and water as shapes; tiles are a file of map tiles (PMTiles). */
export const backgroundView = z.object({
  id,
  name: z.string(),
  kind: z.enum(['plan', 'tiles']),
  attribution: z.string(),
  /** bytes */
  size: z.number().int().nonnegative(),
  at: z.string(),
  /** The district it is the map of; null: of the whole town. */
  districtId: id.nullable().default(null),
});
export type BackgroundView = z.infer<typeof backgroundView>;
export const backgroundsAnswer = z.object({ items: z.array(backgroundView) });

export const backgroundQuery = z.strictObject({
  name: z.string().trim().min(1).max(120),
  attribution: z.string().trim().max(500).default(''),
  kind: z.enum(['plan', 'tiles']),
  district: id.optional(),
});

/** How far setting up is, read from the record itself. */
export const setUpAnswer = z.object({
  /** Whether a coordinator has said that the first hour is over. */
  isDone: z.boolean(),
  districts: z.number().int().nonnegative(),
  outlined: z.number().int().nonnegative(),
  climate: z.number().int().nonnegative(),
  listed: z.number().int().nonnegative(),
  backgrounds: z.number().int().nonnegative(),
  trees: z.number().int().nonnegative(),
  people: z.number().int().nonnegative(),
});
export type SetUpAnswer = z.infer<typeof setUpAnswer>;
