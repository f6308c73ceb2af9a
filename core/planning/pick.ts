import { distance, type Place } from '../geo/distance';
import { daysBetween } from '../time/dates';
import type { DueTree } from './round';

/** A tree that could be a stop of a round, with what makes it urgent. */
export interface Candidate extends DueTree {
  risk: string | null;
  soundness: string | null;
}

/** What a hazard weighs beside a day overdue. Our own opinion; only its order is tested. */
const BY_RISK: Record<string, number> = { extreme: 12, high: 8, moderate: 2 };
const BY_SOUNDNESS: Record<string, number> = { 'act first': 12, 'serious weakness': 4 };
/** Being overdue weighs up to so much, reached after so many days. */
const OVERDUE = { most: 4, days: 60 } as const;
/** A tree so far off counts half as much as one at hand, m: about the walk between two stops of another round. */
const HALF_AT = 1000;

/** What nobody may overlook, however far off it stands: due, and of high risk or to be acted on first. */
export const isPressing = (tree: Candidate, today: string): boolean =>
  tree.dueOn !== null &&
  daysBetween(today, tree.dueOn) <= 0 &&
  (tree.risk === 'extreme' || tree.risk === 'high' || tree.soundness === 'act first');

/** How urgent a tree is: 1 for one that is just due, more with hazard and with every day over; 0 without a date. */
export function urgency(tree: Candidate, today: string): number {
  if (tree.dueOn === null) return 0;
  const over = Math.max(0, -daysBetween(today, tree.dueOn));
  const hazard = Math.max(BY_RISK[tree.risk ?? ''] ?? 0, BY_SOUNDNESS[tree.soundness ?? ''] ?? 0);
  return 1 + hazard + OVERDUE.most * Math.min(1, over / OVERDUE.days);
}

/** The stops of a round, and what presses and stands too far off to be among them. */
export interface Picked<T> {
  stops: T[];
  elsewhere: T[];
}

/**
 * Chooses the stops of a round from trees that are due: by urgency, the less the further a tree stands from where the round begins.
 * That is where somebody stands, or the most urgent tree. What presses elsewhere is told, whoever looks after it.
 * @param most stops
 * @param isOwn whether a tree is of whoever walks; all are where it is not given
 */
export function pickRound<T extends Candidate>(
  trees: readonly T[],
  today: string,
  most: number,
  from?: Place,
  isOwn: (tree: T) => boolean = () => true,
): Picked<T> {
  const byUrgency = [...trees].sort(
    (a, b) => urgency(b, today) - urgency(a, today) || (a.dueOn ?? '').localeCompare(b.dueOn ?? '') || a.id.localeCompare(b.id),
  );
  const own = byUrgency.filter(isOwn);
  const begin: Place | undefined = from ?? own[0];
  const worth = new Map(own.map((tree) => [tree.id, urgency(tree, today) / (1 + distance(begin ?? tree, tree) / HALF_AT)]));
  const stops = [...own].sort((a, b) => (worth.get(b.id) ?? 0) - (worth.get(a.id) ?? 0)).slice(0, most);
  const taken = new Set(stops.map((tree) => tree.id));
  return { stops, elsewhere: byUrgency.filter((tree) => !taken.has(tree.id) && isPressing(tree, today)) };
}
