import type { DeterminationView, ReviewView, TreeBrief, VisitView } from '../contracts/api';
import type { Scale } from '../record/judgement';
import { countedMeasurements } from '../record/measurement';
import { followUpsOf, type FollowUp, type OfPlace, type Planning } from './follow-ups';
import { standingNameOf } from './name';
import { newestJudging, standingVisits } from './standing';

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
  | 'risk'
  | 'dueOn'
  | 'dueBecause'
  | 'lastVisitOn'
>;

/** The record of one tree, in any order. */
export interface TreeRecord extends OfPlace {
  /** What a list said when the tree came in; it gives way to what a visit measured. m */
  listed?: { dbh: number | null; height: number | null };
  /** What is to be done while nobody has visited it yet. */
  firstVisit?: { dueOn: string; because: string } | null;
  visits: readonly (Pick<VisitView, 'id' | 'finishedAt' | 'look' | 'name' | 'judgement' | 'amends'> & Planning)[];
  determinations: readonly Pick<DeterminationView, 'id' | 'visitId' | 'at' | 'taxon' | 'level' | 'source'>[];
  reviews: readonly (Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict' | 'reason'> &
    Partial<Pick<ReviewView, 'wanted' | 'knew' | 'taxon'>>)[];
}

/**
 * The current name, condition and due date of a tree, and all there is and was to do, from its record alone and in whatever order
 * that arrived. Each scale is the newest visit's that judged it; readings of simulated devices are none.
 */
export function derive(record: TreeRecord): Derived & { followUps: FollowUp[] } {
  const visits = standingVisits(record.visits);
  const last = visits.at(-1);
  const { named, standing } = standingNameOf(record.determinations, record.reviews, record.visits, record.timeZone);
  const judged = <S extends Scale>(scale: S) => newestJudging(visits, scale)?.judgement[scale].band ?? null;
  const measured = (key: 'dbh' | 'height') =>
    visits.map((visit) => countedMeasurements(visit.look.measurements)[key]?.m).findLast((m) => m !== undefined) ??
    record.listed?.[key] ??
    null;
  const followUps = followUpsOf(record.visits, record.reviews, { timeZone: record.timeZone, longestGap: record.longestGap });
  const open = followUps
    .filter((one) => one.doneOn === null)
    .sort((a, b) => a.dueOn.localeCompare(b.dueOn) || a.key.localeCompare(b.key))[0];
  const due = open ?? (last ? undefined : (record.firstVisit ?? undefined));
  return {
    taxon: named?.taxon ?? null,
    level: named?.level ?? null,
    standing,
    dbh: measured('dbh'),
    height: measured('height'),
    vigour: judged('vigour'),
    soundness: judged('soundness'),
    hiddenDecay: judged('hiddenDecay'),
    seenPercent: last?.judgement.lookedAt.percent ?? null,
    risk: visits.findLast((visit) => visit.judgement.screening !== null)?.judgement.ruled.risk ?? null,
    dueOn: due?.dueOn ?? null,
    dueBecause: due?.because ?? null,
    lastVisitOn: last?.look.day ?? null,
    followUps,
  };
}
