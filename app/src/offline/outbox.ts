import type { TreeSubmission } from '@dendrix/core/record';
import { answers, ApiProblem, NoSignal, putMade, putPicture } from '../data/api';
import { database, NOBODY } from './database';
import { DraftElsewhere } from './drafts';
import { asNew, heldBy, inSendingOrder, pauseAfter, UNTRIED, type NewParcel, type Parcel, type ParcelOf } from './parcel';
import { keptPicture } from './pictures';
import { tell } from './watch';
import { t } from '@/words/offline';

const PATHS = { tree: '/trees/', visit: '/visits/', review: '/reviews/', message: '/messages/', 'put-off': '/put-offs/' } as const;

/** Answers that mean: not now. Anything else from 400 on is a no that somebody has to mend. */
const NOT_NOW: readonly number[] = [408, 425, 429, 500, 502, 503, 504];

/** Makes rows good or sets them aside. Where the script for it cannot be fetched, as before an upgrade, they are taken as they stand. */
const bringSound = async (): Promise<(row: Parcel) => Parcel> =>
  import('./sound').then(
    ({ soundParcel }) => soundParcel,
    () => (row) => row,
  );

/** What waits on this device, in the order in which it goes out. */
export async function waiting(): Promise<Parcel[]> {
  const rows = await (await database()).getAll('parcels');
  return rows.length === 0 ? [] : inSendingOrder(rows.map(await bringSound()));
}

/** Puts something in the outbox; it is on the device once this resolves. */
export async function enqueue(owner: string, parcel: NewParcel): Promise<void> {
  await (await database()).put('parcels', asNew(parcel, owner));
  tell();
}

/**
 * A visit leaves the drafts and enters the outbox with its pictures, in one step.
 * @param rev the revision of the draft that is sent
 * @throws DraftElsewhere where another tab wrote to it or sent it meanwhile: then nothing is queued
 */
export async function enqueueVisit(owner: string, visit: Extract<NewParcel, { kind: 'visit' }>, rev: number): Promise<void> {
  const db = await database();
  const { treeId, look } = visit.body;
  const tx = db.transaction(['drafts', 'parcels'], 'readwrite');
  const [kept, unsentTree] = await Promise.all([tx.objectStore('drafts').get([owner, treeId]), tx.objectStore('parcels').get(treeId)]);
  if (kept?.draft.id !== visit.id || kept.rev !== rev) {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw new DraftElsewhere(kept?.draft.id === visit.id ? 'changed' : 'sent');
  }
  void tx.objectStore('parcels').put(asNew({ ...visit, after: unsentTree ? [treeId] : [] }, owner));
  for (const photo of look.photos)
    void tx.objectStore('parcels').put(
      asNew(
        {
          id: photo.id,
          kind: 'photo',
          queuedAt: visit.queuedAt,
          words: t('picture', { words: visit.words }),
          body: { visitId: visit.id },
          treeId: visit.body.treeId,
          after: [visit.id],
        },
        owner,
      ),
    );
  void tx.objectStore('drafts').delete([owner, treeId]);
  await tx.done;
  tell();
}

/** What hangs on a parcel: the pictures of a visit, the visits of a tree and their pictures. */
function hangingOn(id: string, all: readonly Parcel[], met: ReadonlySet<string> = new Set([id])): Parcel[] {
  // Two that wait for one another, as only damage makes them, are met once.
  const direct = all.filter((parcel) => parcel.after.includes(id) && !met.has(parcel.id));
  const known = new Set([...met, ...direct.map((parcel) => parcel.id)]);
  return direct.flatMap((parcel) => [parcel, ...hangingOn(parcel.id, all, known)]);
}

/** Throws a parcel away, with all that hangs on it and its pictures. @returns how many parcels went */
export async function discard(id: string): Promise<number> {
  const [db, sound] = await Promise.all([database(), bringSound()]);
  const tx = db.transaction(['parcels', 'pictures'], 'readwrite');
  const all = (await tx.objectStore('parcels').getAll()).map(sound);
  const gone = [...all.filter((parcel) => parcel.id === id), ...hangingOn(id, all)];
  for (const parcel of gone) {
    void tx.objectStore('parcels').delete(parcel.id);
    if (parcel.kind === 'photo' || parcel.kind === 'damaged') void tx.objectStore('pictures').delete(parcel.id);
  }
  await tx.done;
  tell();
  return gone.length;
}

/** Sends a refused parcel once more as it is. */
export async function tryAgain(id: string): Promise<void> {
  const db = await database();
  const tx = db.transaction('parcels', 'readwrite');
  const parcel = await tx.store.get(id);
  if (parcel) await tx.store.put({ ...parcel, ...UNTRIED });
  await tx.done;
  tell();
}

/** A refused tree with what was mended, such as another tag; it waits again, and with it what hangs on it. */
export async function mendTree(id: string, mended: Partial<TreeSubmission>): Promise<void> {
  const db = await database();
  const tx = db.transaction('parcels', 'readwrite');
  const parcel = await tx.store.get(id);
  if (parcel?.kind === 'tree')
    await tx.store.put({
      ...parcel,
      words: mended.tag ? t('newTree', { tag: mended.tag }) : parcel.words,
      body: { ...parcel.body, ...mended },
      ...UNTRIED,
    });
  await tx.done;
  tell();
}

/**
 * Opens a visit again that the server refused: it leaves the outbox and is a draft once more, with its pictures.
 * @param freshId the id it goes on under where its own is taken by another visit
 * @returns the tree it is of
 * @throws Error with a sentence where another visit to that tree is being made
 */
export async function reopenVisit(id: string, freshId: string): Promise<string> {
  const [db, sound] = await Promise.all([database(), bringSound()]);
  const tx = db.transaction(['drafts', 'parcels'], 'readwrite');
  const parcel = await tx.objectStore('parcels').get(id);
  const refuse = async (words: string) => {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw new Error(words);
  };
  if (parcel?.kind !== 'visit' || !parcel.draft) return refuse(t('thisVisitIsFromAnOlder'));
  const { draft, owner, problem } = parcel;
  if (await tx.objectStore('drafts').get([owner, draft.treeId])) return refuse(t('anotherVisitToThisTreeIs'));
  const all = (await tx.objectStore('parcels').getAll()).map(sound);
  for (const hanging of [parcel, ...hangingOn(id, all)]) void tx.objectStore('parcels').delete(hanging.id);
  void tx.objectStore('drafts').put({ owner, rev: 1, draft: problem?.status === 409 ? { ...draft, id: freshId } : draft });
  await tx.done;
  tell();
  return draft.treeId;
}

/** Brings one parcel to the server, as whose it is. A picture that is no longer on the device has nothing left to send. */
async function deliver(parcel: Exclude<Parcel, { kind: 'damaged' }>, owner: string): Promise<void> {
  if (parcel.kind === 'photo') {
    const picture = await keptPicture(parcel.id);
    if (picture) await putPicture(`/visits/${parcel.body.visitId}/photos/${parcel.id}`, picture, owner);
    return;
  }
  // What an older version queued is lifted here as the server would lift it.
  const { anyVisitSubmission, upcastVisit } = await answers();
  const body = parcel.kind === 'visit' && !anyVisitSubmission.safeParse(parcel.body).success ? upcastVisit(parcel.body) : parcel.body;
  await putMade(`${PATHS[parcel.kind]}${parcel.id}`, body, owner);
}

/** A parcel has arrived: it leaves, and so does its picture. One that was taken back meanwhile is not brought back. */
async function arrived(parcel: Parcel): Promise<void> {
  const db = await database();
  const tx = db.transaction(['parcels', 'pictures'], 'readwrite');
  void tx.objectStore('parcels').delete(parcel.id);
  if (parcel.kind === 'photo') void tx.objectStore('pictures').delete(parcel.id);
  await tx.done;
}

/** Writes how a try went, unless the parcel was taken back meanwhile. */
async function note(
  id: string,
  part: Partial<Pick<Parcel, 'state' | 'problem' | 'attempts' | 'nextTryAt' | 'failures' | 'owner'>>,
): Promise<void> {
  const db = await database();
  const tx = db.transaction('parcels', 'readwrite');
  const kept = await tx.store.get(id);
  if (kept) await tx.store.put({ ...kept, ...part });
  await tx.done;
}

/** What a round of sending came to. */
export interface Flushed {
  sent: Parcel[];
  /** Nobody is signed in any more. */
  needsSignIn: boolean;
}

interface FlushOptions {
  /** Who is signed in; only what is theirs goes out. */
  owner: string;
  /** ms */
  now: number;
  /** Also what is not yet worth trying again: somebody asked, or the signal is back. */
  force?: boolean;
  random?: () => number;
}

/** The round under way, and the one that follows it with what was asked of it meanwhile. */
let sending: Promise<Flushed> | null = null;
let following: Promise<Flushed> | null = null;
let asked: FlushOptions | null = null;

/**
 * Sends what waits, in order. Where nothing answers it stops; what the server has no time for is tried later, with a pause that
 * grows; what it refuses stays, with its sentence, until somebody mends it, and what hangs on that waits with it. Asked for while a
 * round is under way, one more follows: that one may have begun before what is asked about was there, or the signal.
 */
export function flush(options: FlushOptions): Promise<Flushed> {
  if (sending === null) return begin(options);
  asked = { ...options, force: options.force === true || asked?.force === true };
  following ??= sending
    .catch(() => undefined)
    .then(() => {
      const next = asked ?? options;
      asked = following = null;
      return begin(next);
    });
  return following;
}

function begin(options: FlushOptions): Promise<Flushed> {
  sending = locked(() => round(options)).finally(() => (sending = null));
  return sending;
}

/** One tab sends at a time; the others leave it to that one. */
const locked = async (work: () => Promise<Flushed>): Promise<Flushed> => {
  if (typeof navigator === 'undefined' || !navigator.locks) return work();
  const left: Flushed = { sent: [], needsSignIn: false };
  return navigator.locks.request('dendrix-outbox', { ifAvailable: true }, async (lock) => (lock ? work() : left));
};

async function round({ owner, now, force = false, random = Math.random }: FlushOptions): Promise<Flushed> {
  const sent: Parcel[] = [];
  let needsSignIn = false;
  for (const { id } of await waiting()) {
    // Read anew: what was mended, taken back or has arrived meanwhile is another.
    const all = await waiting();
    const parcel = all.find((one) => one.id === id);
    if (!parcel || parcel.kind === 'damaged' || parcel.state === 'refused' || (parcel.owner !== owner && parcel.owner !== NOBODY)) continue;
    if (heldBy(parcel, all).length > 0 || (!force && parcel.nextTryAt > now)) continue;
    if (parcel.owner === NOBODY) await note(id, { owner });
    try {
      await deliver(parcel, owner);
      await arrived(parcel);
      sent.push(parcel);
    } catch (error) {
      const attempts = parcel.attempts + 1;
      const nextTryAt = now + pauseAfter(attempts, random());
      if (error instanceof ApiProblem && error.status === 401) {
        needsSignIn = true;
        break;
      }
      if (error instanceof ApiProblem && !NOT_NOW.includes(error.status)) {
        await note(id, { state: 'refused', problem: { status: error.status, detail: error.message, path: error.path } });
        continue;
      }
      const failed = error instanceof ApiProblem && error.status === 500;
      await note(id, { attempts, nextTryAt, failures: (parcel.failures ?? 0) + Number(failed) });
      if (!(error instanceof ApiProblem) || error instanceof NoSignal) break;
    }
  }
  tell();
  return { sent, needsSignIn };
}

/** Unsent visits to a tree, or to any. */
export const visitsIn = (parcels: readonly Parcel[], treeId?: string): ParcelOf<'visit'>[] =>
  parcels.filter(
    (parcel): parcel is ParcelOf<'visit'> => parcel.kind === 'visit' && (treeId === undefined || parcel.body.treeId === treeId),
  );
/** Trees that were added on this device and are not at the server yet. */
export const treesIn = (parcels: readonly Parcel[]): ParcelOf<'tree'>[] =>
  parcels.filter((parcel): parcel is ParcelOf<'tree'> => parcel.kind === 'tree');
