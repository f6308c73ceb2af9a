import type { Figure } from './shape';

/** Draws one state of a trait; null for a state it does not know. */
export type Draw = (state: string) => Figure | null;

/** The traits a file draws, by their ids. */
export type Answers = Readonly<Record<string, Draw>>;

/** A drawing for each of some states. */
export const oneOf =
  (states: Readonly<Record<string, () => Figure>>): Draw =>
  (state) =>
    states[state]?.() ?? null;
