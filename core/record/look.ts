import { z } from 'zod';
import { STAGES, ZONES } from '../knowledge';
import { isoDate } from './ids';
import { measurements } from './measurement';
import { observationSchema } from './observation';
import { PROFILES } from './organisation';
import { photo } from './photo';
import { LEAST_REASON } from './reason';
import { signSeen } from './sign';
import { specimen } from './specimen';

/** How a stem side rang under the mallet. */
export const SOUNDS = ['clear', 'dull', 'drum'] as const;
export const sounding = z.strictObject({ zone: z.enum(ZONES), sound: z.enum(SOUNDS), height: z.number().min(0).max(20).optional() });
export type Sounding = z.infer<typeof sounding>;

/** What is beneath a tree, and how often. */
export const TARGETS = ['people-staying', 'people-passing', 'road', 'building', 'parked-cars', 'wires', 'path-or-lawn', 'nothing'] as const;
export const OCCUPANCIES = ['constant', 'frequent', 'occasional', 'rare'] as const;
/** The side of the tree on which something stands. */
export const DIRECTIONS = ['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw'] as const;
export const beneath = z.strictObject({
  what: z.enum(TARGETS),
  howOften: z.enum(OCCUPANCIES),
  /** Of its near edge from the stem, m; beneath the crown where nobody says. */
  distance: z.number().nonnegative().max(200).optional(),
  direction: z.enum(DIRECTIONS).optional(),
  /** A roof or a lower crown catches what falls. */
  sheltered: z.boolean().optional(),
});
export type Beneath = z.infer<typeof beneath>;

/** What does not come and go: it is always there, whatever the form says. */
const FIXED: readonly Beneath['what'][] = ['building', 'wires'];
/** How often something is beneath: as it was said, and always where it stands fast. */
export const occupancyOf = ({ what, howOften }: Pick<Beneath, 'what' | 'howOften'>): Beneath['howOften'] =>
  FIXED.includes(what) ? 'constant' : howOften;
/** What is below, for what can come to harm: a lawn that is used all the time is used by people. */
export const targetOf = ({ what, howOften }: Pick<Beneath, 'what' | 'howOften'>): Beneath['what'] =>
  what === 'path-or-lawn' && (howOften === 'constant' || howOften === 'frequent') ? 'people-passing' : what;
/** Whether anybody or anything beneath can come to harm. */
export const canBeHarmed = (one: Pick<Beneath, 'what' | 'howOften'>): boolean =>
  targetOf(one) !== 'nothing' && targetOf(one) !== 'path-or-lawn';

/** How the wind meets a tree: one whose neighbours went lately stands in wind it did not grow up in. */
export const EXPOSURES = ['usual', 'exposed', 'newly exposed'] as const;

/** Works planned or done near the tree, m from the stem. */
export const WORKS = ['trench', 'building', 'paving', 'soil-raised', 'soil-lowered', 'storage-or-traffic'] as const;
export const works = z
  .strictObject({
    kind: z.enum(WORKS),
    distance: z.number().nonnegative().max(200),
    /** First and last day on site; not given: nobody said. */
    begins: isoDate.optional(),
    ends: isoDate.optional(),
    /** They will not be done, and why. */
    calledOff: z.string().trim().min(LEAST_REASON, { message: 'say in a few words why they will not be done' }).max(500).optional(),
  })
  .refine(({ begins, ends }) => begins === undefined || ends === undefined || begins <= ends, {
    path: ['ends'],
    message: 'is before the day the works begin',
  });
export type Works = z.infer<typeof works>;

/** A statement of the judgement that the person overruled, with the reason. */
export const OVERRULED = ['vigour', 'soundness', 'hiddenDecay', 'outlook', 'cause', 'failure', 'comeBack', 'option'] as const;
export const overrule = z
  .strictObject({
    what: z.enum(OVERRULED),
    to: z.string().min(1).max(120),
    why: z.string().trim().min(3, { message: 'say why in a few words' }).max(500),
    /** A reviewer agreed, with this reason: a worse word of an earlier visit is over. */
    agreed: z.string().trim().min(LEAST_REASON).max(2000).optional(),
  })
  .refine(({ what, to }) => what !== 'comeBack' || isoDate.safeParse(to).success, {
    path: ['to'],
    message: 'is not a date; use one such as 2027-05-15',
  });
export type Overrule = z.infer<typeof overrule>;

/** A zone that could not be reached, and why. */
export const blocked = z.strictObject({ zone: z.enum(ZONES), why: z.string().max(200) });

/**
 * What one person saw at one tree on one day. Everything that is judged, compared over the years, printed or put in a queue
 * starts from it, and it never changes once it was submitted.
 */
export const look = z.strictObject({
  /** The day by the clock of the place. */
  day: isoDate,
  observations: z.array(observationSchema).max(200).default([]),
  cannotSee: z.array(z.string().max(60)).max(100).default([]),
  lifeStage: z.enum(STAGES).optional(),
  planted: z.boolean().optional(),
  looked: z.array(z.enum(ZONES)).max(ZONES.length).default([]),
  blocked: z.array(blocked).max(ZONES.length).default([]),
  signs: z.array(signSeen).max(200).default([]),
  /** Signs looked for and not found, beyond what the zones looked at already say. */
  absent: z.array(z.string().max(60)).max(100).default([]),
  /** Keys of defects of earlier visits that could not be seen this time; each still counts. */
  unseenSigns: z.array(z.string().min(1).max(90)).max(200).optional(),
  sounding: z.array(sounding).max(40).default([]),
  beneath: z.array(beneath).max(8).default([]),
  /** How the wind meets it; usual when nobody says. */
  exposure: z.enum(EXPOSURES).optional(),
  works: z.array(works).max(8).default([]),
  overrules: z.array(overrule).max(20).default([]),
  photos: z.array(photo).max(60).default([]),
  /** How this person ranked the options; the organisation's way when not given. */
  profile: z.enum(PROFILES).optional(),
  measurements: measurements.default({}),
  safety: z.array(z.string().max(100)).max(20).default([]),
  specimens: z.array(specimen).max(20).default([]),
  note: z.string().max(5000).default(''),
});
export type Look = z.output<typeof look>;

/** A look at which nobody saw anything. @param day ISO date */
export const emptyLook = (day: string): Look => look.parse({ day });

/** Nothing was seen, heard, measured, pictured or asked for: not a visit. */
export function isEmptyLook(seen: Omit<Look, 'day'>): boolean {
  const { breastHeight: _height, ...sizes } = seen.measurements;
  return (
    [seen.observations, seen.looked, seen.blocked, seen.signs, seen.absent, seen.sounding].every((list) => list.length === 0) &&
    [seen.beneath, seen.works, seen.photos, seen.specimens].every((list) => list.length === 0) &&
    Object.values(sizes).every((size) => size === undefined || (Array.isArray(size) && size.length === 0)) &&
    seen.note.trim() === ''
  );
}
