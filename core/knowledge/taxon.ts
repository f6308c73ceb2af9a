import { z } from 'zod';
import { FORM_FREQUENCIES, FORMS, withForms } from './forms';
import { FREQUENCIES, type Frequencies, type TraitRecord } from './frequency';
import { habit, normalFinding } from './normal';
import { regionCode, whereSchema } from './where';

/** How common something is, before anything is seen; an epidemic is on nearly every tree of its kind where it has come. */
export const PRIORS = ['epidemic', 'common', 'occasional', 'rare'] as const;

export * from './frequency';
export { STAGES, type Stage } from './stage';

export const LONGEVITIES = ['short', 'medium', 'long'] as const;

/** A sentence shown to people; the full stop catches a list that was split at a comma. */
export const sentenceText = z.string().regex(/^[A-Z].*\.$/s, { message: 'write a sentence: a capital first, a full stop last' });

const frequencies = z.record(z.string(), z.enum(FREQUENCIES));

const range = z.strictObject({ from: z.number(), to: z.number() }).refine((r) => r.from <= r.to, { message: 'from must not be above to' });

const byStage = z.strictObject({ young: frequencies, mature: frequencies, old: frequencies });

const traitRecord = z
  .union([z.string(), range, byStage, frequencies], {
    error: 'write a state, states with a frequency (always, usually, sometimes, rarely), stages, or from and to',
  })
  .transform((written): TraitRecord => {
    if (typeof written === 'string') {
      const only: Frequencies = { [written]: 'always' };
      return { kind: 'states', young: only, mature: only, old: only };
    }
    if ('from' in written && typeof written.from === 'number') {
      return { kind: 'range', from: written.from, to: written.to as number };
    }
    if ('young' in written && typeof written.young === 'object') {
      return { kind: 'states', ...(written as z.infer<typeof byStage>) };
    }
    const same = written as Frequencies;
    return { kind: 'states', young: same, mature: same, old: same };
  });

/** First and last month (1 to 12) of a window in the northern hemisphere; it may run over the new year. Empty means never. */
const monthWindow = z.union([z.tuple([z.int().min(1).max(12), z.int().min(1).max(12)]), z.tuple([])]);
export type MonthWindow = [number, number] | [];

/** Ways in which a kind is known to come down, beyond what any tree does. */
export const FAILS_BY = ['brittle-when-dead', 'brittle-limbs', 'summer-limb-drop', 'weak-forks', 'shallow-roots'] as const;
export type FailsBy = (typeof FAILS_BY)[number];

const scientificName = z.string().regex(/^[A-Z][a-z]+ (× )?[a-z-]+$/, { message: 'write Genus species or Genus × species' });

/** Languages in which the records give common names beside English. */
const NAME_LANGUAGES = ['de', 'es', 'fr', 'it', 'pt', 'sv'] as const;

/** One taxon as written in `library/taxa/*.yaml`. */
const writtenTaxon = z.strictObject({
  name: scientificName,
  author: z.string().min(1),
  family: z.string().regex(/aceae$/, { message: 'a family ends in -aceae' }),
  /** The family older books give; a few of the oldest names end in -ae only (Palmae, Leguminosae). */
  formerFamily: z.string().regex(/ae$/).optional(),
  rank: z.enum(['species', 'hybrid', 'cultivar-group']),
  synonyms: z.array(z.string()),
  commonNames: z
    .array(
      z.strictObject({
        name: z.string(),
        where: z.string(),
        /** Language of the name where it is not English, ISO 639-1. */
        language: z.enum(NAME_LANGUAGES).optional(),
        note: z.string().optional(),
      }),
    )
    .min(1),
  origin: z.string().min(5),
  where: whereSchema,
  evergreen: z.boolean(),
  matureHeight: z.strictObject({ from: z.number(), to: z.number(), unit: z.literal('m') }),
  longevity: z.enum(LONGEVITIES),
  /** Largest diameter at breast height commonly met, m; larger readings are asked about. */
  maxDbh: z.number().positive(),
  /** Months in the northern hemisphere, at a mild temperate latitude. */
  months: z.strictObject({ leaf: monthWindow, flower: monthWindow, fruit: monthWindow, autumn: monthWindow }),
  traits: z.record(z.string(), traitRecord),
  /** Forms that gardens have made of it, and how common each is in towns; the traits hold what they show. */
  forms: z.partialRecord(z.enum(FORMS), z.enum(FORM_FREQUENCIES)).default({}),
  lookAlikes: z.array(
    z.strictObject({
      taxon: z.string(),
      marks: z.array(z.strictObject({ by: z.string(), words: z.string().min(5) })).min(1),
    }),
  ),
  /**
   * Look-alikes that the library does not hold, each with the marks that speak for this one: the states, or the numbers, that the
   * other does not show. A name is confirmed only once one of them was seen.
   */
  notHeld: z
    .array(
      z.strictObject({
        taxon: scientificName,
        /** Regions in which it grows wild, and whether towns elsewhere plant it too. */
        regions: z.array(regionCode).default([]),
        planted: z.boolean().default(false),
        marks: z
          .array(z.strictObject({ by: z.string(), here: z.union([range, z.array(z.string()).min(1)]), words: z.string().min(5) }))
          .min(1),
      }),
    )
    .default([]),
  /** What a healthy crown of the kind is like, where it is not like most: how much sky shows through it in leaf, percent, and the least live crown ratio of a grown tree in the open, 0 to 1. */
  crown: z
    .strictObject({ seeThrough: z.number().min(0).max(70).optional(), liveCrown: z.number().min(0.1).max(0.9).optional() })
    .default({}),
  failsBy: z.array(z.enum(FAILS_BY)).default([]),
  normal: z.array(normalFinding),
  habit: z.array(habit).default([]),
  behaviour: z.string().min(5),
  cautions: z.array(sentenceText),
  source: z.string().min(3),
  /** Month in which a second reader went through the whole record, "2026-11"; absent where nobody did. */
  readAgain: z
    .string()
    .regex(/^\d{4}-\d{2}$/)
    .optional(),
});
/** A taxon with what its garden forms show among its traits. */
export const taxonSchema = writtenTaxon.transform((taxon) => ({ ...taxon, traits: withForms(taxon.traits, taxon.forms) }));
export type Taxon = z.output<typeof taxonSchema>;

/** Genus part of an accepted name. */
export const genusOf = (name: string): string => {
  const end = name.indexOf(' ');
  return end < 0 ? name : name.slice(0, end);
};

/** The name as it stands in an address: "Tilia × europaea" is "tilia-x-europaea". */
export const slugOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/×/g, 'x')
    .replace(/[^a-z]+/g, '-');
