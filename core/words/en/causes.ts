import type { Frequency } from '../../knowledge';

/** What may be behind the signs, and why. */
export const causes = {
  unknown: 'Cause unknown',
  normal: 'Normal for this tree',
  noSign: 'no sign seen',
  noAgentNeeded: 'No agent of the library need be behind it.',
  shown: (sign: string, howOften: Frequency) => `${sign}: ${howOften}.`,
  anotherKind: (sign: string) => `${sign}, but of another kind.`,
  notThere: (sign: string) => `${sign} was looked for and is not there.`,
  heldByObserver: (why: string) => `Held for right by the observer: ${why}`,
};
