import {
  EMPTY_RECORD,
  type DeterminationView,
  type FollowUpView,
  type ReviewView,
  type TreeBrief,
  type VisitView,
} from '@dendrix/core/contracts';
import type { Determination, FollowUp, Review, Tree, User, Visit } from '../models';

/** People by id, for the names beside what they did. */
export type People = ReadonlyMap<string, Pick<User, 'id' | 'name'>>;

const who = (people: People, id: string) => ({ id, name: people.get(id)?.name ?? 'somebody who left' });

/** Columns of a brief, so that lists fetch no more. */
export const BRIEF = [
  'id',
  'tag',
  'place',
  'siteKind',
  'latitude',
  'longitude',
  'plantedYear',
  'planted',
  'writtenName',
  'taxon',
  'level',
  'standing',
  'dbh',
  'height',
  'vigour',
  'soundness',
  'hiddenDecay',
  'seenPercent',
  'dueOn',
  'dueBecause',
  'lastVisitOn',
] as const satisfies readonly (keyof TreeBrief)[];

export const briefOf = (tree: Tree): TreeBrief => Object.fromEntries(BRIEF.map((key) => [key, tree[key] ?? null])) as unknown as TreeBrief;

export const visitViewOf = (visit: Visit, people: People): VisitView => ({
  id: visit.id,
  treeId: visit.treeId,
  by: who(people, visit.userId),
  startedAt: visit.startedAt.toISOString(),
  finishedAt: visit.finishedAt.toISOString(),
  timeZone: visit.timeZone,
  libraryVersion: visit.libraryVersion,
  record: { ...EMPTY_RECORD, ...visit.record },
  name: visit.name,
  judgement: visit.judgement,
  amends: visit.amends,
});

export const determinationViewOf = (d: Determination, people: People): DeterminationView => ({
  id: d.id,
  visitId: d.visitId,
  by: d.userId ? who(people, d.userId) : null,
  at: d.at.toISOString(),
  taxon: d.taxon,
  level: d.level,
  source: d.source,
  why: d.why,
  infraspecific: d.infraspecific,
});

export const reviewViewOf = (r: Review, people: People): ReviewView => ({
  id: r.id,
  visitId: r.visitId,
  by: who(people, r.userId),
  at: r.at.toISOString(),
  verdict: r.verdict,
  secondLook: r.secondLook,
  taxon: r.taxon,
  reason: r.reason,
});

export const followUpViewOf = (f: FollowUp): FollowUpView => ({
  id: f.id,
  visitId: f.visitId,
  dueOn: f.dueOn,
  because: f.because,
  season: f.season,
  trait: f.trait ?? null,
  doneOn: f.doneOn,
});
