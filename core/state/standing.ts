import type { NameStanding, VisitView } from '../contracts/api';
import { NOT_JUDGED, type Scale } from '../record/judgement';
import { wordsIn, type Speech } from '../words/catalogue';

/** How a name stands, in words. */
export const standingWords = (standing: NameStanding, speech: Speech = {}): string => wordsIn(speech).review.standing[standing];

type Dated = Pick<VisitView, 'id' | 'finishedAt' | 'amends'> & { look: Pick<VisitView['look'], 'day'> };

/** Visits in the order in which they were made: by their day, then the moment they ended, then their id. */
export const byDay = <V extends Dated>(visits: readonly V[]): V[] =>
  [...visits].sort((a, b) => a.look.day.localeCompare(b.look.day) || a.finishedAt.localeCompare(b.finishedAt) || a.id.localeCompare(b.id));

/** The visit that a chain of amendments goes back to. */
export function rootOf(visit: Pick<VisitView, 'id' | 'amends'>, all: ReadonlyMap<string, Pick<VisitView, 'id' | 'amends'>>): string {
  const passed = new Set([visit.id]);
  let at = visit;
  while (at.amends !== null && !passed.has(at.amends)) {
    const next = all.get(at.amends);
    if (!next) return at.amends;
    passed.add(next.id);
    at = next;
  }
  return at.id;
}

/**
 * Visits that stand, in the order in which they were made: of a visit and its amendments, also of amendments of amendments, and of
 * two that amend the same, the one that was written last.
 */
export function standingVisits<V extends Dated>(visits: readonly V[]): V[] {
  const all = new Map(visits.map((visit) => [visit.id, visit]));
  const amended = new Set(visits.flatMap((visit) => visit.amends ?? []));
  const standing = new Map<string, V>();
  for (const visit of visits) {
    if (amended.has(visit.id)) continue;
    const root = rootOf(visit, all);
    const held = standing.get(root);
    const later = !held || visit.finishedAt > held.finishedAt || (visit.finishedAt === held.finishedAt && visit.id > held.id);
    if (later) standing.set(root, visit);
  }
  return byDay([...standing.values()]);
}

/**
 * The newest visit that judged a scale; the newest of all where none did. One that did not look says nothing of it, so what was
 * judged before still stands.
 * @param visits that stand, oldest first
 */
export const newestJudging = <V extends { judgement: Record<Scale, { band: string }> }>(
  visits: readonly V[],
  scale: Scale,
): V | undefined => visits.findLast(({ judgement }) => judgement[scale].band !== NOT_JUDGED) ?? visits.at(-1);
