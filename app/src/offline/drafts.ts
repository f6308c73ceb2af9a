import { database, NOBODY } from './database';
import type { KeptDraft, VisitDraft } from './draft';
import { tell } from './watch';
import { t } from '@/words/offline';

/** Another tab wrote to this visit, or sent it, since it was read here. */
export class DraftElsewhere extends Error {
  constructor(readonly what: 'changed' | 'sent') {
    super(what === 'changed' ? t('thisVisitIsOpenInAnother') : t('thisVisitWasSentFromAnother'));
    this.name = 'DraftElsewhere';
  }
}

/** The draft of a person at a tree. One that an older version kept for nobody becomes theirs. */
export async function loadDraft(owner: string, treeId: string): Promise<KeptDraft | undefined> {
  const db = await database();
  const own = await db.get('drafts', [owner, treeId]);
  if (own) return own;
  const tx = db.transaction('drafts', 'readwrite');
  const nobodys = await tx.store.get([NOBODY, treeId]);
  if (nobodys) {
    await tx.store.delete([NOBODY, treeId]);
    await tx.store.put({ ...nobodys, owner });
  }
  await tx.done;
  return nobodys ? { ...nobodys, owner } : undefined;
}

/**
 * Writes a draft over the one that was read.
 * @param rev the revision that was read; 0 for a draft that was never written
 * @returns the new revision
 * @throws DraftElsewhere where another tab wrote or sent it meanwhile
 */
export async function saveDraft(owner: string, draft: VisitDraft, rev: number): Promise<number> {
  const db = await database();
  const tx = db.transaction('drafts', 'readwrite');
  const kept = await tx.store.get([owner, draft.treeId]);
  const sent = rev > 0 && kept?.draft.id !== draft.id;
  if (sent || (kept && kept.rev !== rev)) {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw new DraftElsewhere(sent ? 'sent' : 'changed');
  }
  await tx.store.put({ owner, draft, rev: rev + 1 });
  await tx.done;
  return rev + 1;
}

/** Every draft of a person, for the list of visits begun. */
export async function draftsOf(owner: string): Promise<VisitDraft[]> {
  const db = await database();
  return (await db.getAll('drafts')).filter((kept) => kept.owner === owner).map((kept) => kept.draft);
}

/** Throws a draft away, with its pictures. */
export async function dropDraft(owner: string, treeId: string): Promise<void> {
  const db = await database();
  const tx = db.transaction(['drafts', 'pictures'], 'readwrite');
  const kept = await tx.objectStore('drafts').get([owner, treeId]);
  for (const photo of kept?.draft.photos ?? []) void tx.objectStore('pictures').delete(photo.id);
  void tx.objectStore('drafts').delete([owner, treeId]);
  await tx.done;
  tell();
}
