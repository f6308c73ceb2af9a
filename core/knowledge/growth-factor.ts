import { z } from 'zod';

/** How many years a taxon takes to add an inch of diameter, in `library/growth-factors.yaml`. */
export const growthFactor = z.strictObject({ taxon: z.string(), yearsPerInch: z.number().positive().max(20) });
export type GrowthFactor = z.output<typeof growthFactor>;
