import { z } from 'zod';
import { BUILDS } from './build';
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

/** What can be done about a tree; of two that weigh the same the one named first goes first. */
export const OPTIONS = [
  'close off now',
  'exclude target',
  'stop the works',
  'sample and report',
  'undo tie or stake',
  'take out dead wood',
  'formative prune',
  'protect from mower and car',
  'improve the ground',
  'treat',
  'support',
  'prune or reduce',
  'investigate further',
  'free it from competitors',
  'keep',
  'watch',
  'keep as seed source',
  'bring on a successor',
  'keep as habitat',
  'remove',
] as const;
export type OptionKind = (typeof OPTIONS)[number];

/** What a single sign, or a likely cause, may call for; the rest follows from the tree as a whole. */
export const CALLABLE = [
  'sample and report',
  'undo tie or stake',
  'take out dead wood',
  'formative prune',
  'protect from mower and car',
  'improve the ground',
  'treat',
  'support',
  'prune or reduce',
  'free it from competitors',
  'bring on a successor',
] as const satisfies readonly OptionKind[];
export type Callable = (typeof CALLABLE)[number];

/** How often a sign is met with nothing of the library behind it; `never` for one that is itself the trace of its cause. */
export const BACKGROUNDS = ['common', 'occasional', 'rare', 'never'] as const;

/** What it takes to find a sign: a look from the ground, a look from near or by hand lens, a mallet, a probe, digging. */
export const WAYS_TO_FIND = ['look', 'close', 'sound', 'probe', 'dig'] as const;

/** Kinds of drawn reference cards for shares in steps of five percent. */
export const CARD_KINDS = ['see-through', 'dieback', 'foliage', 'cover'] as const;
export type CardKind = (typeof CARD_KINDS)[number];

/**
 * What a rule may ask of a sign beside its fields, worked out from them and from the tree: its share of the girth in percent, from
 * its width or opening where no share was written down; the leaf the crown has lost against what is usual on its kind, percent;
 * its distance from the stem in stem diameters.
 */
export const WORKED_OUT = ['girthShare', 'crownLoss', 'stemDiameters'] as const;
export type WorkedOut = (typeof WORKED_OUT)[number];
export const ASKED = [...SIGN_FIELDS, ...WORKED_OUT] as const;
export type Asked = (typeof ASKED)[number];

/** What a crown lost to the saw, not to decline. */
export const EXPLAINED = ['short crown', 'lost height'] as const;

/** A condition on one field of the sign: a number above or below, or one of some words. */
const fieldTest = z.strictObject({
  over: z.number().optional(),
  under: z.number().optional(),
  is: z.array(z.string()).optional(),
});

const conditions = z.partialRecord(z.enum(ASKED), fieldTest);
export type Conditions = z.infer<typeof conditions>;

/**
 * What can end a sign, from the quickest to the hardest. `passes`: what is of its season, by a later look that would show it.
 * `falls`: wood that is seen to be gone, or was taken out. `worked`: what only a recorded work undoes. `closed`: what is in the wood,
 * the forks, the roots or the ground, and never ends by the eye: by a qualified investigation with its finding, or a reviewer's word.
 */
export const ENDINGS = ['passes', 'falls', 'worked', 'closed'] as const;
export type Ending = (typeof ENDINGS)[number];

const ending = z
  .strictObject({
    by: z.enum(ENDINGS),
    /** Only for a sign like this; the last of a list holds for all the rest. */
    when: conditions.optional(),
    /** Northern months in which a look would show what passes; any month when absent. */
    months: z.array(z.int().min(1).max(12)).min(1).optional(),
    /** Years after which what is closed runs out by itself, counted from the last time it was seen. */
    years: z.number().positive().optional(),
  })
  .refine(({ by, months }) => months === undefined || by === 'passes', { path: ['months'], message: 'only what passes has months' })
  .refine(({ by, years }) => years === undefined || by === 'closed', { path: ['years'], message: 'only what is closed runs out' });
export type EndRule = z.output<typeof ending>;

/** Where a sign stands that makes another worse. */
export const BESIDE_AT = ['the same part', 'the opposite side', 'the tree'] as const;

/**
 * How a fault brings a tree down. Faults of different mechanisms add up, and felling asks for two of them. `none` for what weakens
 * nothing by itself.
 */
export const MECHANISMS = ['decay', 'anchorage', 'splitting', 'bark loss', 'load', 'strangling', 'none'] as const;
export type Mechanism = (typeof MECHANISMS)[number];

const signRule = z
  .strictObject({
    scale: z.enum(['vigour', 'soundness', 'hiddenDecay']),
    /** The band is at least this bad when the rule holds. */
    atLeast: z.string(),
    when: conditions.optional(),
    /** Not where the person compared and said so: an old opening that stayed the same is no new danger. As recorded, never as assumed. */
    unless: conditions.optional(),
    /** Only where the sign stands in one of these zones. */
    zones: z.array(z.enum(ZONES)).min(1).optional(),
    /** Only beside one of these signs: bark in a fork is worse above a seam, a fungus at the base beside a new lean. */
    with: z.array(z.string()).min(1).optional(),
    /** Only where the sign beside it is of one of these kinds; one whose kind was not recorded counts as its file says. */
    withKinds: z.array(z.string()).min(1).optional(),
    /** Where that sign has to be; at the same part where nothing is written. */
    at: z.enum(BESIDE_AT).default('the same part'),
    /** Bad, but nothing shows that it moves: it is not called imminent. */
    still: z.boolean().default(false),
    /** Only on trees built so; a tree whose kind is not known counts as a broadleaf. */
    builds: z.array(z.enum(BUILDS)).optional(),
    because: z.string().min(5),
    /** Where a rule of its own comes from; of the sign's file when not given. A rule on two signs together needs one. */
    source: z.string().min(5).optional(),
  })
  .superRefine((rule, context) => {
    if (rule.with && rule.source === undefined)
      context.addIssue({ code: 'custom', path: ['source'], message: 'a rule on signs together says where it comes from' });
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
      /** Words that people use for several of the others: they tell no cause apart. */
      loose: z.array(z.string()).optional(),
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
        do: z.enum(CALLABLE),
        when: conditions.optional(),
        stages: z.array(z.enum(STAGES)).optional(),
        /** Days within which, where the option's own usual time is too long. */
        days: z.number().positive().optional(),
        because: sentenceText,
      }),
    )
    .default([]),
  /**
   * What a field that nobody filled in counts as, for every field a rule asks for: never the mildest answer, and the judgement says
   * so. `trend` needs none: a sign nobody compared has not grown.
   */
  unsaid: z.partialRecord(z.enum(ASKED), z.union([z.string(), z.number()])).default({}),
  /** Parts it covers, so that they were not seen although somebody looked there. */
  hides: z.array(z.strictObject({ zones: z.array(z.enum(ZONES)).min(1), when: conditions.optional() })).default([]),
  /** What comes down with it: the part it stands on, or the whole tree wherever it stands. */
  brings: z.enum(['its part', 'the tree']).default('its part'),
  /** The side it stands on is the one to which the tree goes over. */
  leans: z.boolean().default(false),
  /** What it explains that would otherwise be read as decline. */
  explains: z.array(z.strictObject({ what: z.enum(EXPLAINED), when: conditions.optional() })).default([]),
  /** What speaks for the tree in it; it softens outlook and date, never a band. */
  speaksFor: z.array(z.strictObject({ when: conditions, because: z.string().min(5) })).default([]),
  /** It may be gone, or have gone on, by then: the next look at the latest, months. */
  lookAgain: z.array(z.strictObject({ months: z.number().positive(), when: conditions.optional() })).default([]),
  /** What grows with the tree, or through every season, is no news when it reads larger. */
  grows: z.enum(['with the tree', 'through the season']).optional(),
  /** How it brings a tree down. */
  mechanism: z.enum(MECHANISMS).default('none'),
  /** It was built, grew or was put there so: nobody asks for a cause. */
  ownCause: z.boolean().default(false),
  /** What can end it, the first that holds; there is no default, so that nobody forgets to say. */
  ends: z
    .array(ending)
    .min(1)
    .refine((list) => list.every(({ when }, i) => (when === undefined) === (i === list.length - 1)), {
      message: 'the last holds for all the rest and has no condition, each before it has one',
    }),
  means: z.string().min(10),
  lookAlikes: z.array(z.string()),
  rules: z.array(signRule),
  normal: z.array(
    z.strictObject({
      when: conditions.optional(),
      stages: z.array(z.enum(STAGES)).optional(),
      months: z.array(z.int().min(1).max(12)).optional(),
      /** Accepted names or genera; any tree when absent. */
      taxa: z.array(z.string()).optional(),
      /** The vigour it still leaves: a settled old crown is no thriving one. */
      leaves: z.enum(VIGOUR).optional(),
      why: z.string().min(10),
    }),
  ),
  /** What somebody who reads it on these kinds has to know; any kind of a genus that is named. */
  onKinds: z.array(z.strictObject({ taxa: z.array(z.string()).min(1), says: sentenceText })).default([]),
  checkNext: z.array(sentenceText),
  cautions: z.array(sentenceText),
  source: z.string(),
});
export type Sign = z.output<typeof signSchema>;
export type FieldTest = z.infer<typeof fieldTest>;

/** The sign of an id, if the library holds it. */
export const signNamed = <S extends Pick<Sign, 'id'>>(library: { signs: readonly S[] }, id: string): S | undefined =>
  library.signs.find((sign) => sign.id === id);

/** Label of a sign of the library; its id when it is not held. */
export const signLabel = (library: { signs: readonly Pick<Sign, 'id' | 'label'>[] }, id: string): string =>
  signNamed(library, id)?.label ?? id;

/** Whether a sign at a zone stands on a limb, which can be taken off, and not on what bears the tree. */
export const standsOnLimb = (sign: Pick<Sign, 'brings'> | undefined, { zone }: { zone: Zone }): boolean =>
  sign?.brings !== 'the tree' && (zone === 'branches' || CROWN_ZONES.includes(zone));
