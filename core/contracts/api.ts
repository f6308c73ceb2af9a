import { z } from 'zod';
import { id, isoDate } from '../record/ids';
import { LEVELS, visitName } from '../record/name';
import { SITE_KINDS } from '../record/tree';
import { ownBands, pointRead, VERDICTS } from '../record/review';
import { judgement, RISKS } from '../record/judgement';
import { look } from '../record/look';
import { plannedLook } from '../record/visit';
import { stock } from '../record/stock';
import { person, ROLES } from './people';
import { messageView, putOffView, seenView } from './talk';

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

export const account = z.object({
  id,
  name: z.string(),
  login: z.string(),
  role: z.enum(ROLES),
  /** The districts somebody works in; all of them where none is named. */
  districts: z.array(id).default([]),
  /** Whether signing in takes a one-time code besides the password. */
  secondFactor: z.boolean().default(false),
  /** Whether they sign in where the organisation does. */
  signsInElsewhere: z.boolean().default(false),
  /** Whether the organisation asks this person for a second factor they do not have yet. */
  owesFactor: z.boolean().default(false),
});
export type Account = z.infer<typeof account>;

/** The people of a demonstration and the password they share; nobody where it has none. */
export const demoPeople = z.object({ password: z.string().nullable(), accounts: z.array(account) });
export type DemoPeople = z.infer<typeof demoPeople>;

export const signIn = z.strictObject({
  login: z.string().trim().min(1).max(60),
  password: z.string().min(1).max(200),
  /** A one-time code, or one of the recovery codes, where the person has a second factor. */
  code: z.string().trim().max(40).optional(),
});

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
  /** Keys of signs said to be gone that it closes. */
  closes: z.array(z.string()).nullable().default(null),
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
  /** Its assessment is by older rules; it is being made again in the background. */
  olderRules: z.boolean().default(false),
  /** Photographs whose pictures have arrived. */
  arrivedPhotos: z.array(id),
});
export type TreeDetail = z.infer<typeof treeDetail>;

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
