import type { DeterminationView, FollowUpView, TreeBrief, TreeDetail, VisitView } from '../contracts/api';
import { HIDDEN_DECAY, SOUNDNESS } from '../knowledge';
import { NOT_JUDGED, RISKS, type Band, type Judgement, type Scale } from '../record/judgement';
import type { TreeSubmission } from '../record/tree';
import type { VisitSubmission } from '../record/visit';
import { countedMeasurements } from '../record/measurement';
import { type OfPlace } from './follow-ups';
import { derive, type Derived } from './derive';
import { byDay } from './standing';

/** A visit that is on the device and not yet at the server, with who made it. */
export interface Unsent {
  id: string;
  by: { id: string; name: string };
  body: VisitSubmission;
}

/** A judged visit, as it will stand once it has arrived; until then the device's own judgement is all there is. */
function viewOf({ id, by, body }: Unsent, judgement: Judgement): VisitView {
  const { treeId, startedAt, finishedAt, timeZone, libraryVersion, look, name, laterLooks, amends } = body;
  return {
    id,
    treeId,
    by,
    startedAt,
    finishedAt,
    timeZone,
    libraryVersion,
    look,
    name,
    judgement,
    judgedWith: libraryVersion,
    differs: [],
    amends: amends ?? null,
    laterLooks,
  };
}

const judgedOnes = (unsent: readonly Unsent[]) =>
  unsent.flatMap((one) => (one.body.judgement === null ? [] : [viewOf(one, one.body.judgement)]));

const nameOf = (visit: VisitView): DeterminationView[] =>
  visit.name === null
    ? []
    : [
        {
          id: `${visit.id}/name`,
          visitId: visit.id,
          by: visit.by,
          at: visit.finishedAt,
          taxon: visit.name.taxon,
          level: visit.name.level,
          source: 'visit',
          why: visit.name.why,
          infraspecific: visit.name.infraspecific ?? null,
        },
      ];

/**
 * A tree with its record as it will be once everything on the device has arrived: the unsent visits stand among the others, and what
 * is derived follows from all of them. One that has arrived meanwhile is not counted twice.
 * @param place the tree's district
 */
export function withUnsent(tree: TreeDetail, unsent: readonly Unsent[], { timeZone, longestGap }: OfPlace): TreeDetail {
  const kept = new Set(tree.visits.map((visit) => visit.id));
  const waiting = judgedOnes(unsent.filter((one) => !kept.has(one.id)));
  if (waiting.length === 0) return tree;
  const visits = byDay([...waiting, ...tree.visits]).reverse();
  const determinations = [...waiting.flatMap(nameOf), ...tree.determinations].sort((a, b) => b.at.localeCompare(a.at));
  const { followUps: made, dbh, height, ...derived } = derive({ visits, determinations, reviews: tree.reviews, timeZone, longestGap });
  const followUps = made.map(({ key, ...one }): FollowUpView => ({ id: key, ...one }));
  // Of visits that are not here, what the server derived from them still stands.
  const older = tree.earlier.visits > 0 ? tree.followUps.filter((one) => one.visitId === null || !kept.has(one.visitId)) : [];
  const first = older.filter((one) => one.doneOn === null).sort((a, b) => a.dueOn.localeCompare(b.dueOn))[0];
  const sooner = first && (derived.dueOn === null || first.dueOn < derived.dueOn) ? { dueOn: first.dueOn, dueBecause: first.because } : {};
  return {
    ...tree,
    ...derived,
    ...(tree.earlier.visits > 0 ? olderBands(tree, derived) : {}),
    ...sooner,
    // What a list said is no part of a record that travels; a size it gave stands until one was measured.
    dbh: dbh ?? tree.dbh,
    height: height ?? tree.height,
    visits,
    determinations,
    followUps: [...followUps, ...older].sort((a, b) => a.dueOn.localeCompare(b.dueOn)),
  };
}

const BANDS = ['vigour', 'soundness', 'hiddenDecay'] as const satisfies readonly (keyof Derived)[];

/** Where none of the visits at hand judged a scale, one that is not here may have: its word stands. */
const olderBands = (tree: TreeBrief, derived: Pick<Derived, (typeof BANDS)[number]>): Partial<Derived> =>
  Object.fromEntries(BANDS.flatMap((band) => (derived[band] === null || derived[band] === NOT_JUDGED ? [[band, tree[band]]] : [])));

/** A tree of a list as it will be, from its brief alone: the newest unsent visit's word where it has one. */
export function briefWithUnsent(tree: TreeBrief, unsent: readonly Unsent[]): TreeBrief {
  const newest = byDay(judgedOnes(unsent)).at(-1);
  if (!newest || (tree.lastVisitOn !== null && newest.look.day < tree.lastVisitOn)) return tree;
  const { judgement, look, name } = newest;
  const sizes = countedMeasurements(look.measurements);
  const band = <S extends Scale>(scale: S, held: string | null): string | null => {
    const word: Band<S> = judgement[scale].band as Band<S>;
    return word === NOT_JUDGED && held !== null ? held : word;
  };
  // The device may not hold what earlier visits saw: until the service has assessed it, a danger in the record stays one.
  const worse = <W extends string>(order: readonly string[], own: W | null, held: W | null): W | null =>
    held !== null && order.indexOf(held) > order.indexOf(own ?? '') ? held : own;
  const settled = tree.standing === 'confirmed' || tree.standing === 'overturned' || tree.standing === 'contested';
  return {
    ...tree,
    ...(name?.taxon && !settled ? { taxon: name.taxon, level: name.level, standing: 'proposed' } : {}),
    dbh: sizes.dbh?.m ?? tree.dbh,
    height: sizes.height?.m ?? tree.height,
    vigour: band('vigour', tree.vigour),
    soundness: worse(SOUNDNESS.slice(1), band('soundness', tree.soundness), tree.soundness),
    hiddenDecay: worse(HIDDEN_DECAY.slice(1), band('hiddenDecay', tree.hiddenDecay), tree.hiddenDecay),
    seenPercent: judgement.lookedAt.percent,
    risk: worse(RISKS, judgement.screening ? judgement.ruled.risk : tree.risk, tree.risk),
    dueOn: judgement.comeBack.by,
    dueBecause: judgement.comeBack.because,
    lastVisitOn: look.day,
  };
}

/** A tree that was added on the device, as lists will show it. */
export const briefOfNew = (id: string, { note: _note, ...given }: TreeSubmission): TreeBrief => ({
  ...given,
  id,
  writtenName: null,
  taxon: null,
  level: null,
  standing: 'unnamed',
  dbh: null,
  height: null,
  vigour: null,
  soundness: null,
  hiddenDecay: null,
  seenPercent: null,
  risk: null,
  dueOn: null,
  dueBecause: null,
  lastVisitOn: null,
});

/** The same with its record, which is empty but for what was seen at it since. */
export const detailOfNew = (id: string, given: TreeSubmission): TreeDetail => ({
  ...briefOfNew(id, given),
  note: given.note,
  visits: [],
  earlier: { visits: 0, next: null },
  determinations: [],
  reviews: [],
  followUps: [],
  messages: [],
  putOffs: [],
  seen: [],
  olderRules: false,
  arrivedPhotos: [],
});
