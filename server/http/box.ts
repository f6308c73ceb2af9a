import { z } from 'zod';

/** A box of degrees in an address: west,south,east,north. */
export const box = z
  .string()
  .transform((text) => text.split(',').map(Number))
  .pipe(z.tuple([z.number(), z.number(), z.number(), z.number()], { error: 'give west,south,east,north in degrees' }));
