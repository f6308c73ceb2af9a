import { z } from 'zod';
import { ZONES } from '../knowledge';

/**
 * Set on a reading that came from a simulated device. It says so wherever it stands, counts in no judgement, and is refused
 * outside a place that is there for practice.
 */
const simulated = z.literal(true).optional();

/** A length kept in metres beside what was typed. */
export const measured = z.strictObject({
  m: z.number().nonnegative().max(200),
  /** As entered, with its unit. */
  entered: z.string().max(40).optional(),
  plusMinus: z.number().nonnegative().optional(),
  method: z.string().max(40).optional(),
  /** Single readings when several were taken, m, and how many were left out as mistakes. */
  readings: z.array(z.number().nonnegative()).max(40).optional(),
  leftOut: z.number().int().nonnegative().max(40).optional(),
  simulated,
});

/** Where the tree was found to stand, from averaged fixes. */
export const measuredPosition = z.strictObject({
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  /** m */
  plusMinus: z.number().nonnegative(),
  spread: z.number().nonnegative(),
  fixes: z.number().int().positive().max(100_000),
  leftOut: z.number().int().nonnegative().max(100_000),
  from: z.enum(['phone', 'receiver']),
  simulated,
});
export type MeasuredPosition = z.infer<typeof measuredPosition>;

/** One line drilled through the stem, m. */
export const drilling = z.strictObject({
  zone: z.enum(ZONES),
  height: z.number().min(0).max(20),
  bark: z.number().nonnegative().max(0.5),
  shell: z.number().nonnegative().max(5),
  plusMinus: z.number().nonnegative().max(1),
  /** Of the stem where it was drilled, m; at the foot a stem is wider than at breast height. */
  diameter: z.number().positive().max(15).optional(),
  decayMet: z.boolean(),
  from: z.enum(['drill', 'typed']),
  simulated,
});
export type Drilling = z.infer<typeof drilling>;

export const measurements = z.strictObject({
  dbh: measured.optional(),
  /** Diameters of the single stems, m, when there are several. */
  stems: z.array(z.number().positive()).max(40).optional(),
  breastHeight: z.number().positive().max(3).optional(),
  height: measured.optional(),
  crownBase: measured.optional(),
  crownSpread: measured.optional(),
  position: measuredPosition.optional(),
  drillings: z.array(drilling).max(24).optional(),
});
export type Measurements = z.infer<typeof measurements>;

/** The sizes of a tree that are measured as one length. */
export const SIZES = ['dbh', 'height', 'crownBase', 'crownSpread'] as const;
export type Size = (typeof SIZES)[number];

/** Which readings came from simulated devices: the sizes, "position", "drillings". */
export function simulatedIn(m: Measurements): (Size | 'position' | 'drillings')[] {
  return [
    ...SIZES.filter((size) => m[size]?.simulated),
    ...(m.position?.simulated ? ['position' as const] : []),
    ...(m.drillings?.some((line) => line.simulated) ? ['drillings' as const] : []),
  ];
}

/** The readings that count: those no simulator made up. */
export function countedMeasurements(m: Measurements): Measurements {
  if (simulatedIn(m).length === 0) return m;
  const { position, drillings, ...rest } = m;
  const counted: Measurements = { ...rest };
  for (const size of SIZES) if (counted[size]?.simulated) delete counted[size];
  if (m.dbh?.simulated) delete counted.stems;
  const real = drillings?.filter((line) => !line.simulated) ?? [];
  return {
    ...counted,
    ...(position && !position.simulated ? { position } : {}),
    ...(real.length > 0 ? { drillings: real } : {}),
  };
}
