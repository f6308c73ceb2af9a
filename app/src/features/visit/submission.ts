import {
  SCHEMA,
  type Judgement,
  type Look,
  type Organisation,
  type PlannedLook,
  type VisitName,
  type VisitSubmission,
} from '@dendrix/core/record';
import type { VisitView } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { settlingLooks, visitNameOf } from '@dendrix/core/naming';
import { judgeLook, type JudgedName } from '@dendrix/core/state';
import { library } from '@/features/shell/library';
import type { VisitDraft } from '@/offline/draft';
import type { MeasuredEntry } from '@dendrix/core/measuring';
import type { UnitSystem } from '@dendrix/core/units';
import type { Naming } from './name/useNaming';

/** The name a visit gives, from what the draft says and the engine found. */
export const nameOf = (draft: VisitDraft, naming: Naming): VisitName =>
  visitNameOf(naming.result, {
    name: draft.chosenName,
    infraspecific: draft.infraspecific,
    infraspecificEvidence: draft.infraspecificEvidence,
  });

/** A look in another season, and whether it is planned. */
export interface Later {
  look: PlannedLook;
  label: string;
  planned: boolean;
}

/** What will settle the name in another season; the person may take off what is planned by itself, or add others. */
export const laterOf = (draft: VisitDraft, naming: Naming, today: string): Later[] =>
  settlingLooks(naming.result, today).map(({ look, label, byItself }) => ({
    look,
    label,
    planned: draft.laterAdded.includes(look.trait) || (byItself && !draft.laterDropped.includes(look.trait)),
  }));

/** The measurements of a draft: what was typed, what devices gave beside, and of an amendment what was measured then. */
export const measurementsOf = (draft: Pick<VisitDraft, 'drillings' | 'position' | 'amends'>, { values }: MeasuredEntry) => ({
  ...draft.amends?.measurements,
  ...values,
  ...(draft.drillings.length > 0 ? { drillings: draft.drillings } : {}),
  ...(draft.position ? { position: draft.position } : {}),
});

/**
 * The judgement of a look as it stands.
 * @param tree where it stands: seasons are its own
 * @param before earlier visits to the tree, so that change and known faults count
 * @param units in which it is worded: those of the one who looks
 */
export const judgementOf = (
  look: Look,
  name: JudgedName,
  tree: Place,
  organisation: Organisation,
  before: readonly VisitView[],
  units: UnitSystem,
): Judgement => judgeLook(library, tree, organisation, { look, name, before: before.map((visit) => visit.look), units });

/** What goes to the server. The time zone is that of the tree's place: the day of the visit is by it. */
export function submissionOf(
  draft: Pick<VisitDraft, 'treeId' | 'startedAt' | 'chosenName' | 'amends'>,
  look: Look,
  name: VisitName,
  judgement: Judgement,
  later: readonly Later[],
  { units, timeZone, finishedAt }: { units: UnitSystem; timeZone: string; finishedAt: Date },
): VisitSubmission {
  return {
    schema: SCHEMA,
    treeId: draft.treeId,
    startedAt: draft.startedAt,
    finishedAt: finishedAt.toISOString(),
    timeZone,
    libraryVersion: library.version,
    units,
    look,
    // A visit that only looked the tree over gives no name; what is known of it stays as it is.
    name: name.taxon === null && name.written === undefined && draft.chosenName === null && look.observations.length === 0 ? null : name,
    judgement,
    laterLooks: later.filter(({ planned }) => planned).map(({ look: planned }) => planned),
    ...(draft.amends ? { amends: draft.amends.visit } : {}),
  };
}
