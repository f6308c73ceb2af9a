import { HIDDEN_DECAY, SOUNDNESS, VIGOUR } from '../../knowledge';
import type { Scale } from '../../record/judgement';

/** The bands a rule can reach on each scale, best first. */
export const BANDS = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY } as const satisfies Record<
  Scale,
  readonly string[]
>;
