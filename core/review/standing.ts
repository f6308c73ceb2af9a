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

/** Visits that stand: an amended one gives way to the one that amends it. The order is kept. */
export function standingVisits<V extends { id: string; amends: string | null }>(visits: readonly V[]): V[] {
  const amended = new Set(visits.flatMap((visit) => visit.amends ?? []));
  return visits.filter((visit) => !amended.has(visit.id));
}
