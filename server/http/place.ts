import { z } from 'zod';
import type { Place } from '@dendrix/core/geo';

/** Where somebody stands, as a query gives it. */
export const place = {
  latitude: z.coerce.number().min(-90).max(90).optional(),
  longitude: z.coerce.number().min(-180).max(180).optional(),
};

/** Where somebody stands, if both numbers were given. */
export const placeOf = ({ latitude, longitude }: Partial<Place>): Place | undefined =>
  latitude === undefined || longitude === undefined ? undefined : { latitude, longitude };
