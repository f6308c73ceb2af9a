import type { Frequency } from '../../knowledge';

/** From so likely on a cause is told with each word; the numbers behind were chosen, so they are worded and not printed. */
const LIKELIHOOD_WORDS: readonly [number, string][] = [
  [0.85, 'very likely'],
  [0.5, 'likely'],
  [0.15, 'possible'],
];

/** What may be behind the signs, and why. */
export const causes = {
  /** @param probability 0 to 1 */
  likelihood: (probability: number): string => LIKELIHOOD_WORDS.find(([from]) => probability >= from)?.[1] ?? 'less likely',
  unknown: 'Cause unknown',
  normal: 'Normal for this tree',
  noSign: 'no sign seen',
  noAgentNeeded: 'No pest, disease or other cause is needed to explain it.',
  shown: (sign: string, howOften: Frequency) => `${sign}: ${howOften}.`,
  anotherKind: (sign: string) => `${sign}, but of a different type.`,
  notThere: (sign: string) => `${sign}: checked, not present.`,
  heldByObserver: (why: string) => `Chosen by the inspector: ${why}`,
};
