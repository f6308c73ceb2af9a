import type { Observation } from '../../record/observation';

/** A mark as an observer ticks it: sure, on the tree itself, unless told otherwise. */
export const see = (trait: string, state: string, more: Partial<Observation> = {}): Observation => ({
  trait,
  state,
  certainty: 'sure',
  source: 'tree',
  ...more,
});
