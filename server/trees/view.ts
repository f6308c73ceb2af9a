import { SCHEMA, upcastVisit, look, judgement as judgementSchema, type Judgement, type Look } from '@dendrix/core/record';
import { differsFrom } from '@dendrix/core/review';
import { type Planning } from '@dendrix/core/state';
import type {
  DeterminationView,
  FollowUpView,
  MessageView,
  PutOffView,
  ReviewView,
  SeenView,
  TreeBrief,
  VisitView,
} from '@dendrix/core/contracts';
import type { UnitSystem } from '@dendrix/core/units';
import type { Determination, FollowUp, Tree } from '../models/trees';
import type { Message, PutOff, Seen } from '../models/talk';
import type { Review } from '../models/reviews';
import type { User } from '../models/accounts';
import type { Visit } from '../models/visits';

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
  'risk',
  'dueOn',
  'dueBecause',
  'lastVisitOn',
] as const satisfies readonly (keyof TreeBrief)[];

export function briefOf(tree: Tree): TreeBrief {
  const {
    id,
    tag,
    place,
    siteKind,
    latitude,
    longitude,
    plantedYear,
    planted,
    writtenName,
    taxon,
    level,
    standing,
    dbh,
    height,
    vigour,
    soundness,
    hiddenDecay,
    seenPercent,
    risk,
    dueOn,
    dueBecause,
    lastVisitOn,
  } = tree;
  return {
    id,
    tag,
    place,
    siteKind,
    latitude,
    longitude,
    plantedYear: plantedYear ?? null,
    planted: planted ?? null,
    writtenName: writtenName ?? null,
    taxon: taxon ?? null,
    level: level ?? null,
    standing: standing ?? 'unnamed',
    dbh: dbh ?? null,
    height: height ?? null,
    vigour: vigour ?? null,
    soundness: soundness ?? null,
    hiddenDecay: hiddenDecay ?? null,
    seenPercent: seenPercent ?? null,
    risk: risk ?? null,
    dueOn: dueOn ?? null,
    dueBecause: dueBecause ?? null,
    lastVisitOn: lastVisitOn ?? null,
  };
}

/** A visit as it was sent, whichever version that was, in the shape of this one. */
export interface Sent {
  look: Look;
  device: Judgement | null;
}

/** Lifts what a visit's row holds to this version. */
export function sentOf(visit: Pick<Visit, 'schema' | 'look' | 'deviceJudgement' | 'finishedAt' | 'timeZone'>): Sent {
  // What was taken in this version was checked when it came, and a kept visit never changes.
  if (visit.schema === SCHEMA) return { look: visit.look as Look, device: visit.deviceJudgement as Judgement | null };
  const { timeZone } = visit;
  const lifted =
    visit.schema === 1
      ? (upcastVisit({ record: visit.look, judgement: visit.deviceJudgement, finishedAt: visit.finishedAt.toISOString(), timeZone }) as {
          look: unknown;
          judgement: unknown;
        })
      : { look: visit.look, judgement: visit.deviceJudgement };
  const said = judgementSchema.nullable().safeParse(lifted.judgement);
  return { look: look.parse(lifted.look), device: said.success ? said.data : null };
}

/** A visit as it is judged, derived from and shown. */
export type WholeVisit = VisitView & Planning & { units: UnitSystem };

/** @throws Error for a visit that the server has not judged yet; writing one judges it in the same transaction */
export function visitViewOf(visit: Visit, people: People): WholeVisit {
  const { look: seen, device } = sentOf(visit);
  if (!visit.judged) throw new Error(`visit ${visit.id} was not judged`);
  return {
    id: visit.id,
    treeId: visit.treeId,
    by: who(people, visit.userId),
    startedAt: visit.startedAt.toISOString(),
    finishedAt: visit.finishedAt.toISOString(),
    timeZone: visit.timeZone,
    libraryVersion: visit.libraryVersion,
    look: seen,
    name: visit.name,
    judgement: visit.judged,
    judgedWith: visit.judgedWith?.library ?? '',
    differs: differsFrom(device, visit.judged),
    amends: visit.amends,
    laterLooks: visit.laterLooks ?? [],
    units: visit.units,
  };
}

/** A visit as it is shown. */
export function shownVisit(visit: Visit, people: People): VisitView {
  const { units: _units, ...view } = visitViewOf(visit, people);
  return view;
}

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
  bands: r.bands ?? null,
  points: r.points ?? null,
  wanted: r.wanted ?? null,
  knew: r.knew ?? null,
  closes: r.closes ?? null,
});

export const messageViewOf = (m: Message, people: People): MessageView => ({
  id: m.id,
  visitId: m.visitId,
  point: m.point,
  by: who(people, m.userId),
  at: m.at.toISOString(),
  text: m.text,
  mentions: m.mentions.map((id) => who(people, id)),
});

export const putOffViewOf = (p: PutOff, people: People): PutOffView => ({
  id: p.id,
  by: who(people, p.userId),
  at: p.at.toISOString(),
  until: p.until,
  reason: p.reason,
});

export const seenViewOf = (s: Seen, people: People): SeenView => ({ what: s.whatId, by: who(people, s.userId), at: s.at.toISOString() });

export const followUpViewOf = (f: FollowUp): FollowUpView => ({
  id: f.id,
  visitId: f.visitId,
  dueOn: f.dueOn,
  because: f.because,
  season: f.season,
  trait: f.trait ?? null,
  doneOn: f.doneOn,
});
