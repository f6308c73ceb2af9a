import type { Scale } from '../condition';
import type { DeterminationView, FollowUpView, ReviewView, TreeBrief, VisitView } from '../contracts/api';
import { namesThatCount, standingName, standingOf } from './name';
import { bandOf, newestJudging } from './standing';

/** The columns of a tree that follow from its record. */
export type Derived = Pick<
  TreeBrief,
  | 'taxon'
  | 'level'
  | 'standing'
  | 'dbh'
  | 'height'
  | 'vigour'
  | 'soundness'
  | 'hiddenDecay'
  | 'seenPercent'
  | 'dueOn'
  | 'dueBecause'
  | 'lastVisitOn'
>;

/** The record of one tree, in any order. */
export interface TreeRecord {
  /** What a list said when the tree came in; it gives way to what a visit measured. m */
  listed?: { dbh: number | null; height: number | null };
  visits: readonly Pick<VisitView, 'id' | 'finishedAt' | 'record' | 'name' | 'judgement' | 'amends'>[];
  determinations: readonly Pick<DeterminationView, 'id' | 'visitId' | 'at' | 'taxon' | 'level' | 'source'>[];
  reviews: readonly Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict'>[];
  followUps: readonly Pick<FollowUpView, 'id' | 'dueOn' | 'because' | 'doneOn'>[];
}

const latestFirst = <T extends { id: string }>(items: readonly T[], when: (item: T) => string) =>
  [...items].sort((a, b) => when(b).localeCompare(when(a)) || b.id.localeCompare(a.id));

/**
 * The current name, condition and due date of a tree, from its record alone. The newest determination gives the name, unless it
 * says less than was known; each scale is the newest visit's that judged it. An amended visit gives way to the one that amends it.
 */
export function derive(record: TreeRecord): Derived {
  const amended = new Set(record.visits.flatMap((visit) => (visit.amends ? [visit.amends] : [])));
  const visits = latestFirst(
    record.visits.filter((visit) => !amended.has(visit.id)),
    (visit) => visit.finishedAt,
  );
  const last = visits[0];
  const given = namesThatCount(record.determinations, record.visits);
  const named = standingName(given);
  const judged = (scale: Scale) => {
    const visit = newestJudging(visits, scale);
    return visit ? bandOf(visit.judgement, scale) : null;
  };
  const measured = <K extends 'dbh' | 'height'>(key: K) =>
    visits.find((visit) => visit.record.measurements[key])?.record.measurements[key]?.m ?? record.listed?.[key] ?? null;
  const open = [...record.followUps].filter((f) => f.doneOn === null).sort((a, b) => a.dueOn.localeCompare(b.dueOn))[0];
  const seen = last ? (last.judgement.lookedAt as { percent?: number } | undefined)?.percent : undefined;
  return {
    taxon: named?.taxon ?? null,
    level: named?.level ?? null,
    standing: standingOf(named, given, record.reviews),
    dbh: measured('dbh'),
    height: measured('height'),
    vigour: judged('vigour'),
    soundness: judged('soundness'),
    hiddenDecay: judged('hiddenDecay'),
    seenPercent: seen ?? null,
    dueOn: open?.dueOn ?? null,
    dueBecause: open?.because ?? null,
    lastVisitOn: last ? last.finishedAt.slice(0, 10) : null,
  };
}
