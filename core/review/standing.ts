import { NOT_JUDGED, type Scale } from '../condition';

const STANDING: Record<string, string> = {
  unnamed: 'No name yet',
  imported: 'From the town list, not checked',
  proposed: 'Proposed, waits for a second look',
  confirmed: 'Confirmed by a second look',
  questioned: 'Questioned in review',
  overturned: 'Corrected in review',
};

/** How a name stands, in words. */
export const standingWords = (standing: string): string => STANDING[standing] ?? standing;

/** The word a judgement gives on a scale, or null where it has none. */
export function bandOf(judgement: Record<string, unknown>, scale: Scale): string | null {
  const word = (judgement[scale] as { band?: unknown } | undefined)?.band;
  return typeof word === 'string' ? word : null;
}

/**
 * The newest visit that judged a scale; the newest of all where none did. One that did not look says nothing of it, so what was
 * judged before still stands.
 * @param visits that stand, newest first
 */
export const newestJudging = <V extends { judgement: Record<string, unknown> }>(visits: readonly V[], scale: Scale): V | undefined =>
  visits.find(({ judgement }) => ![null, NOT_JUDGED].includes(bandOf(judgement, scale))) ?? visits[0];

/** Visits that stand: an amended one gives way to the one that amends it. The order is kept. */
export function standingVisits<V extends { id: string; amends: string | null }>(visits: readonly V[]): V[] {
  const amended = new Set(visits.flatMap((visit) => visit.amends ?? []));
  return visits.filter((visit) => !amended.has(visit.id));
}
