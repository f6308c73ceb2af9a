import { z } from 'zod';
import { STAGES, TRENDS, ZONES } from '../knowledge';
import { observationSchema, RULES } from '../identify/request';
import { ROOT_STANDARDS } from '../measure/roots';

// The record of a tree as it travels and is kept. Lengths and diameters in metres, angles in degrees, times in UTC.

export const id = z.uuid();
export const isoDate = z.iso.date();
export const isoTime = z.iso.datetime();

/** A length kept in metres beside what was typed. */
export const measured = z.strictObject({
  m: z.number().nonnegative(),
  /** As entered, with its unit. */
  entered: z.string().max(40).optional(),
  plusMinus: z.number().nonnegative().optional(),
  method: z.string().max(40).optional(),
  /** Single readings when several were taken, m, and how many were left out as mistakes. */
  readings: z.array(z.number().nonnegative()).max(40).optional(),
  leftOut: z.number().int().nonnegative().max(40).optional(),
});
export type Measured = z.infer<typeof measured>;

/** Where the tree was found to stand, from averaged fixes. */
export const measuredPosition = z.strictObject({
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  /** m */
  plusMinus: z.number().nonnegative(),
  spread: z.number().nonnegative(),
  fixes: z.number().int().positive().max(100_000),
  leftOut: z.number().int().nonnegative().max(100_000),
  from: z.enum(['phone', 'receiver', 'simulated receiver']),
});
export type MeasuredPosition = z.infer<typeof measuredPosition>;

/** One line drilled through the stem, m. */
export const drilling = z.strictObject({
  zone: z.enum(ZONES),
  height: z.number().min(0).max(20),
  bark: z.number().nonnegative().max(0.5),
  shell: z.number().nonnegative().max(5),
  plusMinus: z.number().nonnegative().max(1),
  decayMet: z.boolean(),
  from: z.enum(['drill', 'simulated drill', 'typed']),
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

/** A sign as recorded; lengths in metres, angle in degrees. Which fields apply depends on the sign. */
export const signSeen = z.strictObject({
  id: z.string().min(1),
  zone: z.enum(ZONES),
  percent: z.number().min(0).max(100).optional(),
  cover: z.number().min(0).max(100).optional(),
  part: z.string().max(40).optional(),
  size: z.string().max(40).optional(),
  where: z.string().max(40).optional(),
  kind: z.string().max(40).optional(),
  height: z.number().min(0).max(120).optional(),
  width: z.number().min(0).max(20).optional(),
  length: z.number().min(0).max(120).optional(),
  depth: z.number().min(0).max(20).optional(),
  opening: z.number().min(0).max(20).optional(),
  count: z.number().int().min(0).max(10_000).optional(),
  angle: z.number().min(-180).max(180).optional(),
  trend: z.enum(TRENDS).optional(),
  note: z.string().max(2000).optional(),
  /** Ids of photographs of it. */
  photos: z.array(id).max(12).optional(),
  /** A sign set aside as normal was put back, and why. */
  putBack: z.string().max(500).optional(),
  /** A sign that counted was set aside by the person, and why. */
  leftAside: z.string().max(500).optional(),
});
export type SignSeen = z.infer<typeof signSeen>;

export const PROFILES = ['amenity', 'stewardship', 'habitat'] as const;
export type Profile = (typeof PROFILES)[number];

export const SITE_KINDS = ['street', 'park', 'garden', 'other'] as const;
export const LEVELS = ['species', 'cf. species', 'genus', 'family', 'none'] as const;

/** How a stem side rang under the mallet. */
export const SOUNDS = ['clear', 'dull', 'drum'] as const;
export const sounding = z.strictObject({ zone: z.enum(ZONES), sound: z.enum(SOUNDS), height: z.number().min(0).max(20).optional() });
export type Sounding = z.infer<typeof sounding>;

/** What is beneath a tree, and how often. */
export const TARGETS = ['people-staying', 'people-passing', 'road', 'building', 'parked-cars', 'wires', 'path-or-lawn', 'nothing'] as const;
export const OCCUPANCIES = ['constant', 'frequent', 'occasional', 'rare'] as const;
export const beneath = z.strictObject({ what: z.enum(TARGETS), howOften: z.enum(OCCUPANCIES) });
export type Beneath = z.infer<typeof beneath>;

/** Works planned near the tree, m from the stem. */
export const WORKS = ['trench', 'building', 'paving', 'soil-raised', 'soil-lowered', 'storage-or-traffic'] as const;
export const works = z.strictObject({ kind: z.enum(WORKS), distance: z.number().nonnegative().max(200) });
export type Works = z.infer<typeof works>;

/** A statement of the judgement that the person overruled, with the reason. */
export const OVERRULED = ['vigour', 'soundness', 'hiddenDecay', 'outlook', 'cause', 'failure', 'comeBack', 'option'] as const;
export const overrule = z.strictObject({
  what: z.enum(OVERRULED),
  to: z.string().min(1).max(120),
  why: z.string().trim().min(3, { message: 'say why in a few words' }).max(500),
});
export type Overrule = z.infer<typeof overrule>;

/** A photograph as the record holds it; the picture itself is sent beside the visit under the same id. */
export const photo = z.strictObject({
  id,
  zone: z.enum(ZONES),
  /** Sign it shows; none for a look at the whole side. */
  sign: z.string().max(60).nullable(),
  takenAt: isoTime,
  /** Whether the time was written in the picture, or is the device's at the moment it was chosen. */
  timeFrom: z.enum(['picture', 'device']),
  latitude: z.number().min(-90).max(90).nullable(),
  longitude: z.number().min(-180).max(180).nullable(),
  width: z.number().int().positive().max(20_000),
  height: z.number().int().positive().max(20_000),
  bytes: z.number().int().positive().max(16_000_000),
});
export type Photo = z.infer<typeof photo>;

/** A zone that could not be reached, and why. */
export const blocked = z.strictObject({ zone: z.enum(ZONES), why: z.string().max(200) });

/** What was taken in from the tree, or picked up under it, to be looked at indoors. */
export const SPECIMEN_PARTS = ['twig', 'leaf', 'flower', 'fruit', 'bark'] as const;
export const specimen = z.strictObject({
  /** As written on the paper label, such as "Q 0417 / 2026-02-10 / A". */
  label: z.string().min(3).max(60),
  part: z.enum(SPECIMEN_PARTS),
  from: z.enum(['tree', 'ground']),
  /** Traits it is to settle. */
  settles: z.array(z.string()).max(20),
  note: z.string().max(500).default(''),
});
export type Specimen = z.output<typeof specimen>;

/** The label of the n-th specimen of a visit: tag, date, letter. @param n from 0 */
export const specimenLabel = (tag: string, date: string, n: number): string => `${tag} / ${date} / ${String.fromCharCode(65 + (n % 26))}`;

/** A mark that does not show now and will settle the name later. */
export const plannedLook = z.strictObject({
  trait: z.string(),
  /** Calendar months at the place, in the order they come. */
  months: z.array(z.number().int().min(1).max(12)).min(1).max(12),
  by: isoDate,
  because: z.string().max(1000),
});
export type PlannedLook = z.infer<typeof plannedLook>;

/** What a person recorded at one tree on one day; never changed once submitted. */
export const visitRecord = z.strictObject({
  observations: z.array(observationSchema).max(200),
  cannotSee: z.array(z.string()).max(100),
  lifeStage: z.enum(STAGES).optional(),
  planted: z.boolean().optional(),
  looked: z.array(z.enum(ZONES)),
  blocked: z.array(blocked).default([]),
  signs: z.array(signSeen).max(200),
  /** Signs looked for and not found, beyond what the zones looked at already say. */
  absent: z.array(z.string().max(60)).max(100).default([]),
  sounding: z.array(sounding).max(40).default([]),
  beneath: z.array(beneath).max(8).default([]),
  works: z.array(works).max(8).default([]),
  overrules: z.array(overrule).max(20).default([]),
  photos: z.array(photo).max(60).default([]),
  profile: z.enum(PROFILES).optional(),
  measurements,
  safety: z.array(z.string().max(100)).max(20),
  specimens: z.array(specimen).max(20).default([]),
  note: z.string().max(5000).default(''),
});
export type VisitRecord = z.output<typeof visitRecord>;

/** A record in which nobody looked at anything; visits kept before a field came in are read over it. */
export const EMPTY_RECORD: VisitRecord = visitRecord.parse({
  observations: [],
  cannotSee: [],
  looked: [],
  signs: [],
  measurements: {},
  safety: [],
});

/** The name a visit gives. */
export const visitName = z.strictObject({
  taxon: z.string().max(120).nullable(),
  level: z.enum(LEVELS),
  rule: z.enum(RULES),
  confirmed: z.boolean(),
  probability: z.number().min(0).max(1),
  /** In words: what it rests on. */
  why: z.string().max(2000),
  infraspecific: z.string().max(200).optional(),
  infraspecificEvidence: z.string().max(500).optional(),
});
export type VisitName = z.infer<typeof visitName>;

/** A visit as the phone sends it. The id is made on the device, so sending twice is the same as sending once. */
export const visitSubmission = z.strictObject({
  treeId: id,
  startedAt: isoTime,
  finishedAt: isoTime,
  /** Zone of the place, such as Atlantic/Azores. */
  timeZone: z.string().max(60),
  libraryVersion: z.string().max(40),
  record: visitRecord,
  name: visitName.nullable(),
  /** The judgement as computed on the device then. */
  judgement: z.record(z.string(), z.unknown()),
  comeBack: z.strictObject({ by: isoDate, because: z.string().max(1000), season: z.string().max(40).optional() }).nullable(),
  /** Looks that will settle the name in another season; each becomes a follow-up of its own. */
  laterLooks: z.array(plannedLook).max(8).default([]),
  /** The visit this one corrects, if any. */
  amends: id.optional(),
});
export type VisitSubmission = z.output<typeof visitSubmission>;

/** What an organisation picks where practice differs. */
export const organisation = z.strictObject({
  confirmationRule: z.enum(RULES).default('three-lines'),
  /** How options are ranked: amenity and safety, stewardship of the stand, or habitat first. */
  profile: z.enum(PROFILES).default('amenity'),
  rootStandard: z.enum(ROOT_STANDARDS).default('bs5837'),
});
export type Organisation = z.output<typeof organisation>;

export const VERDICTS = ['confirm', 'question', 'overturn'] as const;
export type Verdict = (typeof VERDICTS)[number];

export const reviewSubmission = z
  .strictObject({
    visitId: id,
    verdict: z.enum(VERDICTS),
    /** The reviewer's own first answer, given before the visit's name was shown. */
    secondLook: z.string().max(120).nullable(),
    /** The name given instead; needed to overturn. */
    taxon: z.string().max(120).nullable(),
    reason: z.string().max(2000),
  })
  .superRefine((review, context) => {
    if (review.verdict !== 'confirm' && review.reason.trim().length < 5) {
      context.addIssue({ code: 'custom', path: ['reason'], message: 'To question or overturn, say why in a few words' });
    }
    if (review.verdict === 'overturn' && !review.taxon) {
      context.addIssue({ code: 'custom', path: ['taxon'], message: 'To overturn, give the name you hold for right' });
    }
  });
export type ReviewSubmission = z.output<typeof reviewSubmission>;

export const treeSubmission = z.strictObject({
  tag: z.string().trim().min(1, { message: 'Give the tree a tag' }).max(30),
  latitude: z.number().min(-90).max(90),
  longitude: z.number().min(-180).max(180),
  place: z.string().max(120),
  siteKind: z.enum(SITE_KINDS),
  plantedYear: z.number().int().min(1500).max(2200).nullable(),
  planted: z.boolean().nullable(),
  note: z.string().max(2000).default(''),
});
export type TreeSubmission = z.output<typeof treeSubmission>;
