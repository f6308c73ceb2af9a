import { v7 as newId } from 'uuid';
import type { VisitView } from '@dendrix/core/contracts';
import { database } from './database';
import { newDraft, type VisitDraft } from './draft';
import { tell } from './watch';
import { t } from '@/words/offline';

/** A visit as a draft that corrects it: everything that was seen is in it, to be changed where it was wrong. */
export function draftOf(visit: VisitView, now: Date): VisitDraft {
  const { look, name } = visit;
  return {
    ...newDraft(visit.treeId, now, { planted: look.planted ?? null, lifeStage: look.lifeStage ?? null }),
    id: newId(),
    // It is written now, of the day somebody stood there.
    startedAt: now.toISOString(),
    safety: look.safety,
    safetyDone: true,
    part: 'walk',
    observations: look.observations,
    cannotSee: look.cannotSee,
    looked: look.looked,
    blocked: look.blocked,
    signs: look.signs,
    absent: look.absent,
    sounding: look.sounding,
    drillings: look.measurements.drillings ?? [],
    position: look.measurements.position ?? null,
    photos: look.photos,
    beneath: look.beneath,
    ...(look.exposure === undefined ? {} : { exposure: look.exposure }),
    works: look.works,
    overrules: look.overrules,
    profile: look.profile ?? null,
    chosenName: name?.taxon ?? null,
    infraspecific: name?.infraspecific ?? '',
    infraspecificEvidence: name?.infraspecificEvidence ?? '',
    laterAdded: visit.laterLooks.map(({ trait }) => trait),
    specimens: look.specimens,
    note: look.note,
    amends: { visit: visit.id, day: look.day, measurements: look.measurements },
  };
}

/**
 * Opens a visit to be amended: a draft that corrects it, on the device.
 * @throws Error with a sentence where another visit to that tree is begun on this device
 */
export async function amendVisit(owner: string, visit: VisitView, now: Date): Promise<void> {
  const db = await database();
  const tx = db.transaction('drafts', 'readwrite');
  const held = await tx.store.get([owner, visit.treeId]);
  if (held && held.draft.amends?.visit !== visit.id) {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw new Error(t('aVisitToThisTreeIs'));
  }
  if (!held) await tx.store.put({ owner, rev: 1, draft: draftOf(visit, now) });
  await tx.done;
  tell();
}
