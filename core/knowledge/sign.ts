import { z } from 'zod';
import { sentenceText, STAGES } from './taxon';

/** The zones of a tree that are looked at, or not, in a visit. */
export const ZONES = [
  'crown-top',
  'crown-mid',
  'crown-low',
  'branches',
  'unions',
  'stem-n',
  'stem-ne',
  'stem-e',
  'stem-se',
  'stem-s',
  'stem-sw',
  'stem-w',
  'stem-nw',
  'collar',
  'roots',
  'soil',
  'foliage',
  'surroundings',
] as const;
export type Zone = (typeof ZONES)[number];

/** The eight stem sides, clockwise from north. */
export const STEM_SIDES = ZONES.filter((zone) => zone.startsWith('stem-'));
export const CROWN_ZONES = ZONES.filter((zone) => zone.startsWith('crown-'));

export const VIGOUR = ['thriving', 'fair', 'strained', 'failing', 'dead'] as const;
export const SOUNDNESS = ['no weakness seen', 'weakness', 'serious weakness', 'act first'] as const;
export const HIDDEN_DECAY = ['none suspected', 'possible', 'likely'] as const;
export type VigourBand = (typeof VIGOUR)[number];
export type SoundnessBand = (typeof SOUNDNESS)[number];
export type HiddenDecayBand = (typeof HIDDEN_DECAY)[number];

/** What may be recorded with a sign, and how. */
export const SIGN_FIELDS = [
  'percent',
  'cover',
  'part',
  'size',
  'where',
  'kind',
  'height',
  'width',
  'length',
  'depth',
  'opening',
  'count',
  'angle',
  'trend',
  'note',
] as const;
export type SignField = (typeof SIGN_FIELDS)[number];

/** A condition on one field of the sign: a number above or below, or one of some words. */
const fieldTest = z.strictObject({
  over: z.number().optional(),
  under: z.number().optional(),
  is: z.array(z.string()).optional(),
});

const signRule = z
  .strictObject({
    scale: z.enum(['vigour', 'soundness', 'hiddenDecay']),
    /** The band is at least this bad when the rule holds. */
    atLeast: z.string(),
    when: z.partialRecord(z.enum(SIGN_FIELDS), fieldTest).optional(),
    because: z.string().min(5),
  })
  .superRefine((rule, context) => {
    const bands: readonly string[] = rule.scale === 'vigour' ? VIGOUR : rule.scale === 'soundness' ? SOUNDNESS : HIDDEN_DECAY;
    if (!bands.includes(rule.atLeast)) {
      context.addIssue({
        code: 'custom',
        path: ['atLeast'],
        message: `"${rule.atLeast}" is no band of ${rule.scale}; valid: ${bands.join(', ')}`,
      });
    }
  });
export type SignRule = z.infer<typeof signRule>;

/** One sign as written in `library/signs/*.yaml`. */
export const signSchema = z.strictObject({
  id: z.string().regex(/^[a-z][a-z-]*$/),
  group: z.enum(['crown', 'stem', 'unions', 'collar', 'roots', 'foliage']),
  label: z.string(),
  hint: z.string(),
  zones: z.array(z.enum(ZONES)).min(1),
  fields: z.partialRecord(
    z.enum(SIGN_FIELDS),
    z.strictObject({
      label: z.string().optional(),
      /** Unit in which a quantity is stored: m, or deg for an angle. */
      unit: z.enum(['m', 'deg', '%', '']).optional(),
      words: z.array(z.string()).optional(),
    }),
  ),
  means: z.string().min(10),
  lookAlikes: z.array(z.string()),
  rules: z.array(signRule),
  normal: z.array(
    z.strictObject({
      when: z.partialRecord(z.enum(SIGN_FIELDS), fieldTest).optional(),
      stages: z.array(z.enum(STAGES)).optional(),
      months: z.array(z.int().min(1).max(12)).optional(),
      why: z.string().min(10),
    }),
  ),
  checkNext: z.array(sentenceText),
  cautions: z.array(sentenceText),
  source: z.string(),
});
export type Sign = z.output<typeof signSchema>;
export type FieldTest = z.infer<typeof fieldTest>;
