import { z } from 'zod';
import { STAGES } from './stage';

const months = z.array(z.int().min(1).max(12)).min(1);
const because = z.string().min(10);

/**
 * A finding that is usual on this taxon although it looks like trouble. It quiets vigour and what may be behind it, and nothing
 * else: how a tree holds together is never settled by what is usual on its kind.
 */
export const normalFinding = z.strictObject({
  sign: z.string(),
  /** Only these kinds of the sign (all kinds when absent). */
  kinds: z.array(z.string()).optional(),
  stages: z.array(z.enum(STAGES)).optional(),
  /** Northern hemisphere months; all year when absent. */
  months: months.optional(),
  /** Up to this share of crown or foliage, in percent. A share nobody wrote down counts as the sign's file says. */
  maximumPercent: z.number().min(0).max(100).optional(),
  /** Up to this cover of the bark, in percent. */
  maximumCover: z.number().min(0).max(100).optional(),
  /** Up to so many of them. A number nobody wrote down counts as the sign's file says. */
  maximumCount: z.int().min(1).max(100).optional(),
  why: because,
});
export type NormalFinding = z.infer<typeof normalFinding>;

/** Where on the stem a habit of the bark may stand; never the collar, a fork or the roots, where the same sight is a fault. */
const on = z.enum(['stem', 'branches', 'stem and branches']);
const shape = { stages: z.array(z.enum(STAGES)).optional(), months: months.optional(), on, why: because };

/**
 * How the stem of a kind is made: the only findings that a record may set aside for soundness and hidden decay too. The list is
 * closed, so that no record can express that a hole, a lean, a fruit body, soft wood, a crack or bark in a fork is harmless; each
 * names the place and the ceiling up to which it is, and a growing one is never set aside, whatever is written here.
 */
export const habit = z.discriminatedUnion('sign', [
  /** Bark that is shed. */
  z.strictObject({ sign: z.literal('loose-bark'), maximumCover: z.number().min(1).max(60), ...shape }),
  /** Blisters, scribbles and dimples of the bark. */
  z.strictObject({ sign: z.literal('pockmarks'), maximumCover: z.number().min(1).max(60), ...shape }),
  /** Fluting, which has round edges; a sharp rib stands over a crack that moves. */
  z.strictObject({ sign: z.literal('rib'), kind: z.literal('round'), maximumLength: z.number().min(1).max(12), ...shape }),
  /** A step at the graft, warts, cords and burrs. */
  z.strictObject({ sign: z.literal('bulge'), maximumHeight: z.number().min(0.1).max(12), ...shape }),
  /** Furrows that run round the stem. */
  z.strictObject({ sign: z.literal('seam'), maximumLength: z.number().min(1).max(12), ...shape }),
]);
export type Habit = z.infer<typeof habit>;
/** The signs that can be a habit. */
export const HABIT_SIGNS: readonly Habit['sign'][] = habit.options.map(({ shape }) => shape.sign.value);
