import { z } from 'zod';
import { id, isoDate, isoTime, timeZone } from './ids';
import { judgement } from './judgement';
import { look } from './look';
import { visitName } from './name';
import { SCHEMA, upcastVisit } from './upcast';
import { UNIT_SYSTEMS } from '../units/lengths';

/** A mark that does not show now and will settle the name later. */
export const plannedLook = z.strictObject({
  trait: z.string().max(60),
  /** Calendar months at the place, in the order they come. */
  months: z.array(z.number().int().min(1).max(12)).min(1).max(12),
  by: isoDate,
  because: z.string().max(1000),
});
export type PlannedLook = z.infer<typeof plannedLook>;

/** A visit as this version sends it. The id is made on the device, so sending twice is the same as sending once. */
export const visitSubmission = z.strictObject({
  schema: z.literal(SCHEMA),
  treeId: id,
  startedAt: isoTime,
  finishedAt: isoTime,
  /** Zone of the place, such as Atlantic/Azores. */
  timeZone,
  libraryVersion: z.string().max(40),
  /** In which the person reads lengths; the judgement is worded so. */
  units: z.enum(UNIT_SYSTEMS).default('metric'),
  look,
  name: visitName.nullable(),
  /** The judgement as computed on the device then; null where it computed none. The server judges by itself. */
  judgement: judgement.nullable(),
  /** Looks that will settle the name in another season; each becomes a follow-up of its own. */
  laterLooks: z.array(plannedLook).max(8).default([]),
  /** The visit this one corrects, if any. */
  amends: id.optional(),
});
export type VisitSubmission = z.output<typeof visitSubmission>;

/** A visit as any version of the app sent it, brought to this one: what an old phone kept is taken. */
export const anyVisitSubmission = z.preprocess(upcastVisit, visitSubmission);
