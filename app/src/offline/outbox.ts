import { createStore, del, entries, set, update } from 'idb-keyval';
import type { TreeSubmission, VisitSubmission, ReviewSubmission } from '@dendrix/core/contracts';
import { ApiProblem, put, putPicture } from './api';
import { dropPicture, keptPicture } from './pictures';

/** Something that has still to reach the server. Its id was made here, so sending it twice is the same as once. */
export type Parcel = { id: string; queuedAt: string; words: string; problem?: string } & (
  | { kind: 'tree'; body: TreeSubmission }
  | { kind: 'visit'; body: VisitSubmission }
  | { kind: 'review'; body: ReviewSubmission }
  | { kind: 'photo'; body: { visitId: string } }
);

const store = createStore('dendrix-outbox', 'parcels');
const PATHS = { tree: '/trees/', visit: '/visits/', review: '/reviews/' } as const;

type Listener = () => void;
const listeners = new Set<Listener>();
const tell = () => listeners.forEach((listener) => listener());

/** Calls back whenever the outbox changes. */
export function watchOutbox(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** What waits, oldest first. */
export async function waiting(): Promise<Parcel[]> {
  const all = await entries<string, Parcel>(store);
  return all.map(([, parcel]) => parcel).sort((a, b) => a.queuedAt.localeCompare(b.queuedAt) || a.id.localeCompare(b.id));
}

/** Puts something in the outbox; it is on the device once this resolves. */
export async function enqueue(parcel: Parcel): Promise<void> {
  await set(parcel.id, parcel, store);
  tell();
}

/** Takes something out without sending it. */
export async function discard(id: string): Promise<void> {
  await del(id, store);
  tell();
}

/** Brings one parcel to the server. A picture that is no longer on the device has nothing left to send. */
async function deliver(parcel: Parcel): Promise<void> {
  if (parcel.kind !== 'photo') return void (await put(`${PATHS[parcel.kind]}${parcel.id}`, parcel.body));
  const picture = await keptPicture(parcel.id);
  if (!picture) return;
  await putPicture(`/visits/${parcel.body.visitId}/photos/${parcel.id}`, picture);
  await dropPicture(parcel.id);
}

let sending: Promise<number> | null = null;

/**
 * Sends what waits, in order. Stops at the first that finds no signal; one the server refuses stays, with its sentence, and the
 * rest go on.
 * @returns how many arrived
 */
export function flush(): Promise<number> {
  sending ??= (async () => {
    let sent = 0;
    try {
      for (const parcel of await waiting()) {
        try {
          await deliver(parcel);
          await del(parcel.id, store);
          sent++;
        } catch (error) {
          if (!(error instanceof ApiProblem) || error.status === 401 || error.status === 429) break;
          await update<Parcel>(parcel.id, (kept) => ({ ...(kept ?? parcel), problem: error.message }), store);
        }
      }
    } finally {
      sending = null;
    }
    tell();
    return sent;
  })();
  return sending;
}
