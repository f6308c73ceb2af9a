import type { Sign } from '../../knowledge';

/** What somebody did to find a sign, and how it was met, by what it takes. */
export const FINDING_WORDS: Record<Sign['found'], { done: string; met: string }> = {
  look: { done: 'inspected', met: 'seen' },
  close: { done: 'inspected', met: 'seen' },
  sound: { done: 'sounded', met: 'heard' },
  probe: { done: 'probed', met: 'found' },
  dig: { done: 'uncovered', met: 'found' },
};
