import { z } from 'zod';
import { id, isoDate } from '../record/ids';
import { LEVELS, visitName } from '../record/name';
import { SITE_KINDS } from '../record/tree';
import { ownBands, pointRead, VERDICTS } from '../record/review';
import { judgement, RISKS } from '../record/judgement';
import { look } from '../record/look';
import { plannedLook } from '../record/visit';
import { stock } from '../record/stock';
import { STOP_KINDS } from '../planning/stop-times';

export const ROLES = ['viewer', 'crew', 'reviewer', 'coordinator'] as const;
export type Role = (typeof ROLES)[number];

/** An error as the server sends it (RFC 9457), with a sentence a crew member understands in `detail`. */
export const problemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  /** Which part of the input, where there is one. */
  path: z.string().optional(),
});
export type ProblemDetails = z.infer<typeof problemDetails>;

export const account = z.object({ id, name: z.string(), login: z.string(), role: z.enum(ROLES) });
export type Account = z.infer<typeof account>;

export const signIn = z.strictObject({ login: z.string().trim().min(1).max(60), password: z.string().min(1).max(200) });

/**
 * How a name stands: nobody gave one, only a list did, a visit proposed it, a review confirmed it, questioned it or put another in
 * its place; contested: a later visit says otherwise, and only a review can settle it.
 */
export const STANDINGS = ['unnamed', 'imported', 'proposed', 'confirmed', 'questioned', 'overturned', 'contested'] as const;
export type NameStanding = (typeof STANDINGS)[number];

/** A tree as lists and the map need it; the derived columns are rebuilt from the record. */
export const treeBrief = z.object({
  id,
  tag: z.string(),
  place: z.string(),
  siteKind: z.enum(SITE_KINDS),
  latitude: z.number(),
  longitude: z.number(),
  plantedYear: z.number().nullable(),
  planted: z.boolean().nullable(),
  /** The name as written in an imported list. */
  writtenName: z.string().nullable(),
  taxon: z.string().nullable(),
  level: z.enum(LEVELS).nullable(),
  standing: z.enum(STANDINGS),
  dbh: z.number().nullable(),
  height: z.number().nullable(),
  vigour: z.string().nullable(),
  soundness: z.string().nullable(),
  hiddenDecay: z.string().nullable(),
  seenPercent: z.number().nullable(),
  /** Risk of the newest field screening, as the rules have it; null while nobody said what is beneath. */
  risk: z.enum(RISKS).nullable(),
  dueOn: isoDate.nullable(),
  dueBecause: z.string().nullable(),
  lastVisitOn: isoDate.nullable(),
});
export type TreeBrief = z.infer<typeof treeBrief>;

const person = z.object({ id, name: z.string() });

/** A point on which the device, which may not have known the last visit, judged otherwise than the whole record does. */
export const difference = z.object({
  what: z.enum(['vigour', 'soundness', 'hiddenDecay', 'outlook', 'risk', 'comeBack', 'option']),
  device: z.string(),
  record: z.string(),
});
export type Difference = z.infer<typeof difference>;

export const visitView = z.object({
  id,
  treeId: id,
  by: person,
  startedAt: z.string(),
  finishedAt: z.string(),
  timeZone: z.string(),
  libraryVersion: z.string(),
  look,
  name: visitName.nullable(),
  /** The judgement the server made from the whole record. */
  judgement,
  /** Version of the library it was made with. */
  judgedWith: z.string(),
  /** Where the device said otherwise. */
  differs: z.array(difference),
  amends: id.nullable(),
  /** Looks it planned for another season, so that a device can derive what is to be done. */
  laterLooks: z.array(plannedLook),
});
export type VisitView = z.infer<typeof visitView>;

export const determinationView = z.object({
  id,
  visitId: id.nullable(),
  by: person.nullable(),
  at: z.string(),
  taxon: z.string().nullable(),
  level: z.enum(LEVELS),
  source: z.enum(['import', 'visit', 'review']),
  why: z.string(),
  infraspecific: z.string().nullable(),
});
export type DeterminationView = z.infer<typeof determinationView>;

export const reviewView = z.object({
  id,
  visitId: id,
  by: person,
  at: z.string(),
  verdict: z.enum(VERDICTS),
  secondLook: z.string().nullable(),
  taxon: z.string().nullable(),
  reason: z.string(),
  bands: ownBands.nullable().default(null),
  points: z.array(pointRead).nullable().default(null),
  wanted: plannedLook.nullable().default(null),
  /** Reviews it knew of; null where an older app did not say. */
  knew: z.array(id).nullable().default(null),
});
export type ReviewView = z.infer<typeof reviewView>;

export const followUpView = z.object({
  id,
  visitId: id.nullable(),
  dueOn: isoDate,
  because: z.string(),
  season: z.string().nullable(),
  /** The trait to be looked at, when the follow-up is a look that settles the name. */
  trait: z.string().nullable(),
  doneOn: isoDate.nullable(),
});
export type FollowUpView = z.infer<typeof followUpView>;

/** A word on a tree. */
export const messageView = z.object({
  id,
  visitId: id.nullable(),
  point: z.string(),
  by: person,
  at: z.string(),
  text: z.string(),
  mentions: z.array(person),
});
export type MessageView = z.infer<typeof messageView>;

/** That a tree is not gone to before a day. */
export const putOffView = z.object({ id, by: person, at: z.string(), until: isoDate, reason: z.string() });
export type PutOffView = z.infer<typeof putOffView>;

/** Who had a visit, a review or a word before them, and since when. */
export const seenView = z.object({ what: id, by: person, at: z.string() });
export type SeenView = z.infer<typeof seenView>;

export const treeDetail = treeBrief.extend({
  note: z.string(),
  /** The newest visits, newest first. */
  visits: z.array(visitView),
  /** How many older ones there are, and where to go on for them; none where all are here. */
  earlier: z.object({ visits: z.number().int().nonnegative(), next: z.string().nullable() }),
  determinations: z.array(determinationView),
  reviews: z.array(reviewView),
  followUps: z.array(followUpView),
  messages: z.array(messageView).default([]),
  putOffs: z.array(putOffView).default([]),
  seen: z.array(seenView).default([]),
  /** Photographs whose pictures have arrived. */
  arrivedPhotos: z.array(id),
});
export type TreeDetail = z.infer<typeof treeDetail>;

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
  from: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'is no time; write one such as 08:00'),
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

export const roundSubmission = z.strictObject({ day: isoDate, crew: id, plan: roundPlan });
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

export const page = <T extends z.ZodType>(item: T) => z.object({ items: z.array(item), next: z.string().nullable() });

/** Trees that could be stops of a round, how many are due in all, counted up to a limit, and whether there are more than that. */
export const roundAnswer = z.object({
  items: z.array(treeBrief),
  due: z.number().int().nonnegative(),
  more: z.boolean(),
  /** Trees that are due and were put off to a later day; those that press are among the items all the same. */
  putOff: z.number().int().nonnegative().default(0),
});
export type RoundAnswer = z.infer<typeof roundAnswer>;

/** What was found for some words: trees, and the streets they may mean. */
export const findAnswer = z.object({
  items: z.array(treeBrief),
  streets: z.array(z.object({ street: z.string(), trees: z.number().int().nonnegative() })),
});
export type FindAnswer = z.infer<typeof findAnswer>;

/** The trees of a kind by street, most first, and some of them by name. */
export const kindAnswer = z.object({
  trees: z.number().int().nonnegative(),
  streets: z.array(z.object({ street: z.string(), trees: z.number().int().nonnegative() })),
  some: z.array(treeBrief.pick({ id: true, tag: true, place: true })),
});
export type KindAnswer = z.infer<typeof kindAnswer>;

/** What the map is of: its trees counted by their answers, where they stand, and from which level on each is drawn by itself. */
export const mapAnswer = z.object({
  trees: z.number().int().nonnegative(),
  /** Trees by question and answer. */
  counts: z.record(z.string(), z.record(z.string(), z.number().int().nonnegative())),
  box: z.tuple([z.number(), z.number(), z.number(), z.number()]).nullable(),
  /** Where they stand closest: a map opens there. */
  middle: z.object({ latitude: z.number(), longitude: z.number() }).nullable(),
  singlesFrom: z.number().int().nonnegative(),
  /** Changes with every write. */
  version: z.string(),
});
export type MapAnswer = z.infer<typeof mapAnswer>;

/** Of a part of a list that is to come in: tags that are taken, and trees that stand where one of it would. */
export const knownAnswer = z.object({
  tags: z.array(z.string()),
  near: z.array(z.object({ at: z.number().int().nonnegative(), tag: z.string(), metres: z.number().nonnegative() })),
});
export type KnownAnswer = z.infer<typeof knownAnswer>;

/** A visit that waits for a second pair of eyes, and why it matters. */
export const queueItem = z.object({
  visit: z.object({ id, treeId: id, day: isoDate, finishedAt: z.string(), by: person }),
  tree: treeBrief.pick({ id: true, tag: true, place: true }),
  weight: z.number(),
  /** Why it matters; what would give the answer away is shown only after the reviewer's own. */
  why: z.array(z.object({ says: z.string(), reveals: z.boolean() })),
});
export type QueueItem = z.infer<typeof queueItem>;

/** A person, as they are told from others and spoken to. */
export const colleague = z.object({ id, name: z.string(), role: z.enum(ROLES) });
export type Colleague = z.infer<typeof colleague>;

/** Something a person is told: they were spoken to, somebody answered, or their visit was questioned or overturned. */
export const notice = z.object({
  /** The message or review. */
  id,
  kind: z.enum(['mention', 'answer', 'question', 'overturn']),
  tree: treeBrief.pick({ id: true, tag: true, place: true }),
  by: person,
  at: z.string(),
  text: z.string(),
  isSeen: z.boolean(),
});
export type Notice = z.infer<typeof notice>;
export const noticesAnswer = z.object({ items: z.array(notice), unseen: z.number().int().nonnegative() });
export type NoticesAnswer = z.infer<typeof noticesAnswer>;

/**
 * What goes out to those who listen: trees that changed and how, of which trees somebody had something before them, or where somebody
 * stands.
 */
export const liveEvent = z.union([
  z.object({
    kind: z.literal('change'),
    n: z.number(),
    what: z.string().nullable(),
    by: id.nullable(),
    trees: z.array(id),
    /** People who are told of it. */
    told: z.array(id),
    /** More trees changed than are named: whoever holds lists asks anew. */
    more: z.boolean(),
  }),
  z.object({ kind: z.literal('seen'), by: id, trees: z.array(id) }),
  z.object({ kind: z.literal('presence'), by: person, tree: id.nullable(), at: z.string() }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;
/** The same for those who ask now and then: what happened after a number. */
export const liveAnswer = z.object({ n: z.number(), events: z.array(liveEvent), missed: z.boolean() });
export type LiveAnswer = z.infer<typeof liveAnswer>;

/** A page of the queue of review, what matters most first, and how many wait in all, counted up to a limit. */
export const queueAnswer = z.object({
  items: z.array(queueItem),
  next: z.string().nullable(),
  total: z.number().int().nonnegative(),
  more: z.boolean(),
});
export type QueueAnswer = z.infer<typeof queueAnswer>;

/** The trees of each district, counted by kind; districts without a named tree are left out. */
export const stockAnswer = z.record(z.string(), stock);
export type StockAnswer = z.infer<typeof stockAnswer>;

export const importView = z.object({
  id,
  state: z.enum(['running', 'done', 'failed', 'stopped']),
  done: z.number(),
  total: z.number(),
  report: z.record(z.string(), z.unknown()).nullable(),
  detail: z.string().nullable(),
});
export type ImportView = z.infer<typeof importView>;
