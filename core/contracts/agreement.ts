import { z } from 'zod';

// How far people of a town agree, and what it has learnt of its marks.

const alpha = z.object({ alpha: z.number().nullable(), low: z.number().nullable(), high: z.number().nullable() });
/** How far people of the town agree, and how often each mark is read wrong. Nobody is named. */
export const agreementAnswer = z.object({
  /** Visits that were looked at, and readings by more than one person among them. */
  visits: z.number().int().nonnegative(),
  readings: z.number().int().nonnegative(),
  items: z.array(
    z.object({
      item: z.string(),
      units: z.number(),
      readings: z.number(),
      percent: z.number().nullable(),
      cohen: z.object({ kappa: z.number().nullable(), weighted: z.number().nullable() }).nullable(),
      fleiss: z.number().nullable(),
      krippendorff: alpha,
      mixedUp: z.array(z.object({ a: z.string(), b: z.string(), times: z.number() })),
      apart: z.number(),
      commonest: z.number(),
    }),
  ),
  marks: z.array(
    z.object({
      trait: z.string(),
      error: z.number(),
      seen: z.number(),
      readings: z.number(),
      confusions: z.array(z.object({ truth: z.string(), said: z.string(), share: z.number() })),
    }),
  ),
});
export type AgreementAnswer = z.infer<typeof agreementAnswer>;

const score = z.object({ first: z.number(), logScore: z.number() });
/** What the town's own errors change in naming. */
export const errorBenchAnswer = z.object({
  cases: z.number(),
  stated: score,
  own: score,
  onlyStated: z.number(),
  onlyOwn: z.number(),
});
export type ErrorBenchAnswer = z.infer<typeof errorBenchAnswer>;

/** The town's own errors as naming takes them; off where nobody has switched them on. */
export const townErrors = z.object({ on: z.boolean(), at: z.string().nullable(), errors: z.record(z.string(), z.number()) });
export type TownErrors = z.infer<typeof townErrors>;
