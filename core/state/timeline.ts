import type { DeterminationView, MessageView, PutOffView, ReviewView, VisitView } from '../contracts';
import { dayAt } from '../time/day';
import { rootOf } from './standing';

/** Something that happened at a tree. */
export type TimelineEntry =
  | { kind: 'visit'; id: string; day: string; at: string; visit: VisitView; stands: boolean; amends: VisitView | null }
  | { kind: 'review'; id: string; day: string; at: string; review: ReviewView; of: VisitView | null }
  | { kind: 'listed'; id: string; day: string; at: string; name: DeterminationView }
  | { kind: 'word'; id: string; day: string; at: string; message: MessageView }
  | { kind: 'put off'; id: string; day: string; at: string; putOff: PutOffView };

/** What of a tree is told in its timeline. */
interface Told {
  visits: readonly VisitView[];
  determinations: readonly DeterminationView[];
  reviews: readonly ReviewView[];
  messages: readonly MessageView[];
  putOffs: readonly PutOffView[];
}

/**
 * Everything that happened at a tree, newest first: visits by the day somebody stood there, amendments where they were written, reviews,
 * names from lists, words and putting off. Nothing is left out, also not what was amended since.
 * @param timeZone of the tree's place (IANA): its days are the days of what happened
 */
export function timeline({ visits, determinations, reviews, messages, putOffs }: Told, timeZone: string): TimelineEntry[] {
  const byId = new Map(visits.map((visit) => [visit.id, visit]));
  const amended = new Set(visits.flatMap((visit) => visit.amends ?? []));
  const dayOf = (at: string) => dayAt(at, timeZone);
  const entries: TimelineEntry[] = [
    ...visits.map((visit): TimelineEntry => ({
      kind: 'visit',
      id: visit.id,
      // An amendment is of the day of its visit, and was written later.
      day: visit.amends ? dayOf(visit.finishedAt) : visit.look.day,
      at: visit.finishedAt,
      visit,
      stands: !amended.has(visit.id),
      amends: visit.amends ? (byId.get(visit.amends) ?? null) : null,
    })),
    ...reviews.map((review): TimelineEntry => ({
      kind: 'review',
      id: review.id,
      day: dayOf(review.at),
      at: review.at,
      review,
      of: byId.get(review.visitId) ?? null,
    })),
    ...determinations
      .filter(({ source }) => source === 'import')
      .map((name): TimelineEntry => ({ kind: 'listed', id: name.id, day: dayOf(name.at), at: name.at, name })),
    ...messages.map((message): TimelineEntry => ({ kind: 'word', id: message.id, day: dayOf(message.at), at: message.at, message })),
    ...putOffs.map((putOff): TimelineEntry => ({ kind: 'put off', id: putOff.id, day: dayOf(putOff.at), at: putOff.at, putOff })),
  ];
  return entries.sort((a, b) => b.day.localeCompare(a.day) || b.at.localeCompare(a.at) || b.id.localeCompare(a.id));
}

/** The versions of a visit, as first written and as amended since, oldest first; one where nobody amended it. */
export function versionsOf(visits: readonly VisitView[], id: string): VisitView[] {
  const byId = new Map(visits.map((visit) => [visit.id, visit]));
  const of = byId.get(id);
  if (!of) return [];
  const root = rootOf(of, byId);
  return visits
    .filter((visit) => rootOf(visit, byId) === root)
    .sort((a, b) => a.finishedAt.localeCompare(b.finishedAt) || a.id.localeCompare(b.id));
}
