import { z } from 'zod';
import { SIGN_FIELDS } from './sign-fields';
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

/** What can be done about a tree. */
export const OPTIONS = [
  'keep',
  'keep as seed source',
  'watch',
  'free it from competitors',
  'improve the ground',
  'prune or reduce',
  'support',
  'investigate further',
  'exclude target',
  'keep as habitat',
  'bring on a successor',
  'remove',
] as const;
export type OptionKind = (typeof OPTIONS)[number];

/** How often a sign is met with nothing of the library behind it; `never` for one that is itself the trace of its cause. */
export const BACKGROUNDS = ['common', 'occasional', 'rare', 'never'] as const;

/** What it takes to find a sign: a look from the ground, a look from near or by hand lens, a mallet, a probe, digging. */
export const WAYS_TO_FIND = ['look', 'close', 'sound', 'probe', 'dig'] as const;

/** Kinds of drawn reference cards for shares in steps of five percent. */
export const CARD_KINDS = ['see-through', 'dieback', 'foliage', 'cover'] as const;
export type CardKind = (typeof CARD_KINDS)[number];

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
      /** The reference cards this share is estimated against. */
      card: z.enum(CARD_KINDS).optional(),
    }),
  ),
  /** How often it is met on trees with nothing of the library behind it. */
  background: z.enum(BACKGROUNDS).default('occasional'),
  /** What it takes to find it; a sign that needs a mallet is not ruled out by looking. */
  found: z.enum(WAYS_TO_FIND).default('look'),
  /** How the year bears on it: only told in leaf, usual while leafing out, usual in autumn. */
  season: z.array(z.enum(['needs-leaf', 'leafing-out', 'autumn'])).default([]),
  /** What it calls for, beyond what the scales say. */
  calls: z
    .array(
      z.strictObject({
        do: z.enum(OPTIONS),
        when: z.partialRecord(z.enum(SIGN_FIELDS), fieldTest).optional(),
        because: sentenceText,
      }),
    )
    .default([]),
  means: z.string().min(10),
  lookAlikes: z.array(z.string()),
  rules: z.array(signRule),
  normal: z.array(
    z.strictObject({
      when: z.partialRecord(z.enum(SIGN_FIELDS), fieldTest).optional(),
      stages: z.array(z.enum(STAGES)).optional(),
      months: z.array(z.int().min(1).max(12)).optional(),
      /** Accepted names or genera; any tree when absent. */
      taxa: z.array(z.string()).optional(),
      why: z.string().min(10),
    }),
  ),
  checkNext: z.array(sentenceText),
  cautions: z.array(sentenceText),
  source: z.string(),
});
export type Sign = z.output<typeof signSchema>;
export type FieldTest = z.infer<typeof fieldTest>;

/** Label of a sign of the library; its id when it is not held. */
export const signLabel = (library: { signs: readonly Pick<Sign, 'id' | 'label'>[] }, id: string): string =>
  library.signs.find((sign) => sign.id === id)?.label ?? id;
