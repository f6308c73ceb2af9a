import { HIDDEN_DECAY, SOUNDNESS, VIGOUR } from '../../knowledge';
import type { Scale } from '../../record/judgement';

/** The bands a rule can reach on each scale, best first. */
export const BANDS = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY } as const satisfies Record<
  Scale,
  readonly string[]
>;

/** Place of a word on the soundness scale, 0 to 3; 0 too where nothing bad was seen or nothing judged. */
export const soundnessRank = (band: string): number => Math.max(0, (SOUNDNESS as readonly string[]).indexOf(band));
