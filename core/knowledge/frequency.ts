/** How often a state holds on a tree of the taxon, most often first. */
export const FREQUENCIES = ['always', 'usually', 'sometimes', 'rarely'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

/** States of a trait with how often each holds. */
export type Frequencies = Record<string, Frequency>;

/** A trait as one taxon shows it: states with frequencies at each stage, or a numeric range (about nine trees in ten). */
export type TraitRecord =
  { kind: 'states'; young: Frequencies; mature: Frequencies; old: Frequencies } | { kind: 'range'; from: number; to: number };
