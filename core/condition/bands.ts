import { HIDDEN_DECAY, SOUNDNESS, VIGOUR, type SignRule } from '../knowledge';

/** Said where nothing bad was seen but not all was looked at. */
export const PARTIAL = {
  soundness: 'no weakness seen on what was looked at',
  hiddenDecay: 'none suspected on what was looked at',
} as const;
export const NOT_JUDGED = 'not judged';

export type Scale = SignRule['scale'];
export const BANDS: Record<Scale, readonly string[]> = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY };
export const SCALE_WORDS: Record<Scale, string> = { vigour: 'vigour', soundness: 'soundness', hiddenDecay: 'hidden decay' };
