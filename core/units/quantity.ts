import { z } from 'zod';

/** A quantity as it is sent: a value and its unit. Apart from the arithmetic, which a first screen needs without any schema. */
export const quantity = z.strictObject({ value: z.number(), unit: z.string() });
