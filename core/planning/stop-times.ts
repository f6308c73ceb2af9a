/** A visit as its length is learnt from: minutes it took, and what it was. */
export interface TimedVisit {
  minutes: number;
  kind: StopKind;
}

/** What is done at a stop: a first visit to a tree, a return to a known one, a look that settles one open mark, or one that presses. */
export const STOP_KINDS = ['first', 'return', 'look', 'pressing'] as const;
export type StopKind = (typeof STOP_KINDS)[number];

/** Minutes while nothing was learnt. Common practice, no source; those of a place are learnt from its own visits. */
export const STATED: Record<StopKind, number> = { first: 14, return: 8, look: 4, pressing: 20 };

/** Stated minutes count as so many visits. */
const STATED_COUNTS = 6;
/** A visit of less was recorded afterwards, one of more was left open over lunch: neither tells how long a stop takes, minutes. */
const TELLS = { from: 0.5, to: 120 } as const;

/** What a stop takes, minutes, with how many visits it was learnt from. */
export type StopTimes = Record<StopKind, { minutes: number; visits: number }>;

/**
 * How long a stop takes by what is done there, learnt from past visits and drawn to what is stated where they are few: the mean of the
 * logarithms, since the length of visits is lopsided, so that one long one does not count for ten (shrinkage of a log-normal mean).
 */
export function stopTimes(visits: readonly TimedVisit[]): StopTimes {
  const of = (kind: StopKind) => {
    const told = visits.filter((visit) => visit.kind === kind && visit.minutes >= TELLS.from && visit.minutes <= TELLS.to);
    const logs = told.reduce((sum, { minutes }) => sum + Math.log(minutes), STATED_COUNTS * Math.log(STATED[kind]));
    return { minutes: Math.exp(logs / (told.length + STATED_COUNTS)), visits: told.length };
  };
  return { first: of('first'), return: of('return'), look: of('look'), pressing: of('pressing') };
}
