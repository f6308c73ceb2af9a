import { z } from 'zod';
import { ZONES } from '../knowledge';
import { id, isoTime } from './ids';

/** A photograph as the record holds it; the picture itself is sent beside the visit under the same id. */
export const photo = z.strictObject({
  id,
  zone: z.enum(ZONES),
  /** Sign it shows; none for a look at the whole side. */
  sign: z.string().max(60).nullable(),
  takenAt: isoTime,
  /** Whether the time was written in the picture, or is the device's at the moment it was chosen. */
  timeFrom: z.enum(['picture', 'device']),
  latitude: z.number().min(-90).max(90).nullable(),
  longitude: z.number().min(-180).max(180).nullable(),
  width: z.number().int().positive().max(20_000),
  height: z.number().int().positive().max(20_000),
  bytes: z.number().int().positive().max(16_000_000),
});
export type Photo = z.infer<typeof photo>;
