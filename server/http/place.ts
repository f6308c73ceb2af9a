import { z } from 'zod';
import { id } from '@dendrix/core/record';
import type { Place } from '@dendrix/core/geo';

/** Where somebody stands, as a query gives it. */
export const place = {
  latitude: z.coerce.number().min(-90).max(90).optional(),
  longitude: z.coerce.number().min(-180).max(180).optional(),
};

/** Where somebody stands, if both numbers were given. */
export const placeOf = ({ latitude, longitude }: Partial<Place>): Place | undefined =>
  latitude === undefined || longitude === undefined ? undefined : { latitude, longitude };

/** Districts somebody looks after, as a query gives them: their ids, with commas between. */
export const districtIds = z
  .string()
  .transform((text) => text.split(','))
  .pipe(z.array(id).max(200))
  .optional();
