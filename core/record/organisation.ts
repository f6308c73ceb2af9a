import { z } from 'zod';
import { RULES } from './observation';

export const PROFILES = ['amenity', 'stewardship', 'habitat'] as const;
export type Profile = (typeof PROFILES)[number];

/** Whose root zone works are held against. */
export const ROOT_STANDARDS = ['bs5837', 'as4970', 'feet-per-inch'] as const;
export type RootStandard = (typeof ROOT_STANDARDS)[number];

/** What an organisation picks where practice differs. */
export const organisation = z.strictObject({
  confirmationRule: z.enum(RULES).default('three-lines'),
  /** How options are ranked: amenity and safety, stewardship of the stand, or habitat first. */
  profile: z.enum(PROFILES).default('amenity'),
  rootStandard: z.enum(ROOT_STANDARDS).default('bs5837'),
  /**
   * A place that is there for practice: simulated devices are offered there, and their readings are kept, marked as what they
   * are. Everywhere else the server refuses them.
   */
  practicePlace: z.boolean().default(false),
  /**
   * Of a hundred visits under review, how many the reviewer answers first by an own name and bands, drawn at random; those in doubt are
   * always asked, unless it is none.
   */
  secondLookShare: z.number().int().min(0).max(100).default(100),
  /** What a device reads in before somebody chooses otherwise on it. */
  units: z.enum(['metric', 'feet']).default('metric'),
  /** Height at which stems are measured here, m: 1.3 in most of the world, 1.37 (4.5 feet) in North America, 1.4 and 1.5 in places. */
  breastHeight: z.number().min(1).max(1.6).default(1.3),
});
export type Organisation = z.output<typeof organisation>;

const { confirmationRule, profile, rootStandard, practicePlace, secondLookShare, units, breastHeight } = organisation.shape;
/** What is picked anew: what is not named stays as it is, so that two who pick at once do not undo each other. */
export const organisationChange = z.strictObject({
  confirmationRule: confirmationRule.unwrap().optional(),
  profile: profile.unwrap().optional(),
  rootStandard: rootStandard.unwrap().optional(),
  practicePlace: practicePlace.unwrap().optional(),
  secondLookShare: secondLookShare.unwrap().optional(),
  units: units.unwrap().optional(),
  breastHeight: breastHeight.unwrap().optional(),
});
export type OrganisationChange = z.output<typeof organisationChange>;
