import { z } from 'zod';

/** The six lines of evidence, in the order a tree is looked at. */
export const LINES = ['form', 'bark', 'twig', 'leaf', 'flower-fruit', 'site'] as const;
export type Line = (typeof LINES)[number];

/** When a trait can be seen: all year, in leaf, leafless, or in months kept per taxon. */
export const SHOWS = ['all', 'on', 'off', 'month'] as const;
export type Shows = (typeof SHOWS)[number];

/** What it takes to see a trait: far (binoculars), near (at the stem), hand (a twig, leaf or fruit held). */
export const REACHES = ['far', 'near', 'hand'] as const;
export type Reach = (typeof REACHES)[number];

const stateLabel = z
  .string()
  .min(1)
  .transform((text) => {
    const [label, hint] = text.split('|').map((part) => part.trim());
    return { label: label ?? text, hint: hint ?? '' };
  });

const numberScale = z.strictObject({
  /** Unit of the stored value; empty for a plain count. */
  unit: z.enum(['m', 'cm', '']),
  min: z.number(),
  max: z.number(),
  /** One-sigma observer error as a share of the value. */
  relativeError: z.number().positive(),
  /** One-sigma observer error in the unit, whatever the value. */
  absoluteError: z.number().positive(),
});

/** One trait as written in `library/traits.yaml`. */
export const traitSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z][a-z-]*$/),
    line: z.enum(LINES),
    shows: z.enum(SHOWS),
    /** A leafless trait that can be judged in leaf too, less clearly. */
    showsFaintly: z.boolean().default(false),
    reach: z.enum(REACHES),
    label: z.string().min(1),
    question: z.string().min(1),
    /** How to look, or what is easily got wrong; shown under the question. */
    help: z.string().min(10).optional(),
    states: z.record(z.string().regex(/^[a-z][a-z-]*$/), stateLabel).optional(),
    number: numberScale.optional(),
    /** The trait exists only on trees whose other trait has one of these states: fronds have no buds, blades no bundles. */
    onlyWith: z.record(z.string(), z.array(z.string()).min(1)).default({}),
    /** States that people take for each other: of trees that show the one, this share is ticked as the other. */
    mixedUp: z
      .array(z.strictObject({ states: z.tuple([z.string(), z.string()]), share: z.number().min(0.02).max(0.3), why: z.string().min(10) }))
      .default([]),
  })
  .refine((trait) => (trait.states === undefined) !== (trait.number === undefined), {
    message: 'a trait has either states or a number',
  })
  .transform(({ states, number, ...rest }) => ({
    ...rest,
    states: Object.entries(states ?? {}).map(([id, words]) => ({ id, ...words })),
    number: number ?? null,
  }));

export type Trait = z.output<typeof traitSchema>;
export type TraitState = Trait['states'][number];
