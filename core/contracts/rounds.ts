import { z } from 'zod';
import { STOP_KINDS } from '../planning/stop-times';
import { id, isoDate } from '../record/ids';
import { readable, UNSEEN } from '../record/tree';
import { treeBrief } from './api';
import { person } from './people';
import { putOffView } from './talk';

// Rounds of crews, and the season ahead.

/** By which a crew goes from tree to tree. */
export const WAYS = ['foot', 'car'] as const;
export type Way = (typeof WAYS)[number];
/** What a crew has with it; what a stop needs and is not there is said. */
export const TOOLS = ['mallet', 'probe', 'binoculars', 'tape', 'height', 'ladder'] as const;
export type Tool = (typeof TOOLS)[number];

/** A tree that could be a stop of a planned round. */
export const candidate = z.object({
  tree: treeBrief,
  /** What is done there, as far as the record tells. */
  kind: z.enum(STOP_KINDS),
  /** The mark an open look is for, and the calendar months in which it shows. */
  look: z.object({ trait: z.string(), because: z.string(), dueOn: isoDate }).nullable(),
  putOff: putOffView.nullable(),
  /** Whose round of that day it is in. */
  takenBy: person.nullable(),
});
export type PlanCandidate = z.infer<typeof candidate>;

/** What a round is made from: trees, what a stop takes here, and how many are due in all. */
export const candidatesAnswer = z.object({
  items: z.array(candidate),
  due: z.number().int().nonnegative(),
  more: z.boolean(),
  times: z.record(z.enum(STOP_KINDS), z.object({ minutes: z.number(), visits: z.number().int().nonnegative() })),
});
export type CandidatesAnswer = z.infer<typeof candidatesAnswer>;

const spot = z.strictObject({
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  words: z.string().max(120),
});
export const roundStop = z.strictObject({
  treeId: id,
  tag: z.string().max(60),
  place: z.string().max(200),
  /** The name that stood when it was planned. */
  taxon: z.string().max(120).nullable().default(null),
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  /** Why it is gone to, in words. */
  why: z.string().max(1200),
  minutes: z.number().min(0).max(1000),
  /** Minutes after the start at which it is reached, and metres from the stop before. */
  arrive: z.number().min(0).max(100_000),
  metres: z.number().min(0).max(1e6),
  pinned: z.boolean(),
  /** Tools it needs that the crew has not. */
  lacks: z.array(z.enum(TOOLS)).max(TOOLS.length),
});
export type RoundStop = z.infer<typeof roundStop>;

/** A round of a crew for a day, as it was planned. */
export const roundPlan = z.strictObject({
  /** Clock of the place, HH:MM. */
  from: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'is not a time; use one such as 08:00'),
  /** Time there is; null for as long as it takes. */
  minutes: z.number().min(10).max(1440).nullable(),
  by: z.enum(WAYS),
  start: spot,
  end: spot.nullable(),
  tools: z.array(z.enum(TOOLS)).max(TOOLS.length),
  stops: z.array(roundStop).max(200),
  metres: z.number().min(0).max(1e7),
  takes: z.number().min(0).max(100_000),
  /** The way along the streets, longitude and latitude. */
  line: z.array(z.tuple([z.number(), z.number()])).max(5000),
});
export type RoundPlan = z.infer<typeof roundPlan>;

const spoken = spot.extend({ words: spot.shape.words.refine(readable, UNSEEN) });
/** A plan as it is sent: any map or calendar can read it. Kept ones are not held to it, since they may be older. */
const sentPlan = roundPlan.extend({
  start: spoken,
  end: spoken.nullable(),
  stops: z
    .array(
      roundStop.extend({
        tag: roundStop.shape.tag.refine(readable, UNSEEN),
        place: roundStop.shape.place.refine(readable, UNSEEN),
        // A reason may have several lines.
        why: roundStop.shape.why.refine((text) => readable(text.replace(/[\n\t]/g, ' ')), UNSEEN),
      }),
    )
    .max(200),
  line: z.array(z.tuple([spot.shape.longitude, spot.shape.latitude])).max(5000),
});

export const roundSubmission = z.strictObject({ day: isoDate, crew: id, plan: sentPlan });
export type RoundSubmission = z.infer<typeof roundSubmission>;

export const roundView = z.object({
  id,
  day: isoDate,
  crew: person,
  madeBy: person,
  madeAt: z.string(),
  plan: roundPlan,
  /** Trees that were visited on the day or since. */
  done: z.array(id),
});
export type RoundView = z.infer<typeof roundView>;
/** A round as it was kept, without the stops that are in another crew's round of that day. */
export const roundKept = z.object({ round: roundView, taken: z.array(z.object({ treeId: id, by: person })) });
export type RoundKept = z.infer<typeof roundKept>;

/** What the months ahead can settle, and what is due in each. */
export const seasonAnswer = z.object({
  overdue: z.number().int().nonnegative(),
  months: z.array(
    z.object({
      /** YYYY-MM */
      month: z.string(),
      due: z.number().int().nonnegative(),
      looks: z.array(z.object({ trait: z.string(), trees: z.number().int().nonnegative(), lastChance: z.number().int().nonnegative() })),
    }),
  ),
});
export type SeasonAnswer = z.infer<typeof seasonAnswer>;
