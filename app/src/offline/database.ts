import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Parcel } from './parcel';
import type { KeptDraft } from './draft';
import type { Area, HeldTree } from './area';

// Everything the device keeps stands in one database, so that a visit leaves the drafts and enters the outbox in one step, whole or
// not at all. A change of its shape is a new version with a step in `upgrade`.

export interface DendrixDB extends DBSchema {
  /** Visits being made, one a person and tree. */
  drafts: { key: [owner: string, treeId: string]; value: KeptDraft };
  /** What has still to reach the server. */
  parcels: { key: string; value: Parcel; indexes: { byOwner: string } };
  /** Pictures that have not reached the server, under the ids of their photographs. */
  pictures: { key: string; value: Blob };
  /** Answers of the server, and who was signed in. */
  cache: { key: string; value: string };
  /** Trees that lists, search and the map go on with where there is no signal, and the areas they are of. */
  trees: { key: string; value: HeldTree; indexes: { byArea: string } };
  areas: { key: string; value: Area };
}

const NAME = 'dendrix';
const VERSION = 2;

/** Set for good once all of it is to be forgotten. */
let forgotten = false;
let opened: Promise<IDBPDatabase<DendrixDB>> | null = null;

function open(): Promise<IDBPDatabase<DendrixDB>> {
  return openDB<DendrixDB>(NAME, VERSION, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('drafts', { keyPath: ['owner', 'draft.treeId'] });
        db.createObjectStore('parcels', { keyPath: 'id' }).createIndex('byOwner', 'owner');
        db.createObjectStore('pictures');
        db.createObjectStore('cache');
      }
      if (from < 2) {
        db.createObjectStore('trees', { keyPath: 'id' }).createIndex('byArea', 'areas', { multiEntry: true });
        db.createObjectStore('areas', { keyPath: 'id' });
      }
    },
    // Another tab wants a newer shape: this one lets go, and opens again at its next use.
    blocking: () => void close(),
    terminated: () => void (opened = null),
  });
}

/** The device's database, opened once. What an older version kept in databases of its own is taken over first. */
export function database(): Promise<IDBPDatabase<DendrixDB>> {
  // Whoever asks while all of it is being forgotten waits until the page is gone: what they would write would be there again.
  if (forgotten) return new Promise(() => undefined);
  opened ??= open().then(async (db) => {
    await adoptOlder(db);
    return db;
  });
  // A try that failed, such as on a full disk, is made again at the next use.
  opened.catch(() => (opened = null));
  return opened;
}

/** Forgets all that is kept, for good: nothing is read or written here any more. Another tab that holds it open finds it empty. */
export async function destroy(): Promise<void> {
  const db = await database();
  forgotten = true;
  const stores = [...db.objectStoreNames];
  const tx = db.transaction(stores, 'readwrite');
  for (const store of stores) void tx.objectStore(store).clear();
  await tx.done;
  db.close();
  await deleteDB(NAME, { blocked: () => undefined });
}

/** Closes the database, for tests and for a newer tab. */
export async function close(): Promise<void> {
  const db = await opened?.catch(() => null);
  opened = null;
  db?.close();
}

/** Names under which an older version kept drafts, parcels and pictures. */
const OLDER = {
  drafts: ['dendrix-drafts', 'visits'],
  parcels: ['dendrix-outbox', 'parcels'],
  pictures: ['dendrix-pictures', 'pictures'],
} as const;
/** Older answers of the server are fetched anew. */
const OLDER_CACHE = 'dendrix-cache';
/** Nobody was named beside what an older version kept: it belongs to who is signed in when it is sent. */
export const NOBODY = '';

/** Keys and values of a store of a database; null where there is none. */
async function entriesOf(name: string, store: string): Promise<[IDBValidKey, unknown][] | null> {
  let created = false;
  const db = await openDB(name, undefined, { upgrade: () => void (created = true) });
  try {
    if (created || !db.objectStoreNames.contains(store)) return null;
    const tx = db.transaction(store);
    const [keys, values] = await Promise.all([tx.store.getAllKeys(), tx.store.getAll()]);
    return keys.map((key, i) => [key, values[i]]);
  } finally {
    db.close();
    if (created) await deleteDB(name);
  }
}

/** A parcel of an older version: waiting, or refused with the sentence that was kept with it. */
function adopted(parcel: Omit<Parcel, 'problem'> & { problem?: unknown }): Parcel {
  const refused = typeof parcel.problem === 'string' ? { status: 422, detail: parcel.problem } : null;
  return {
    ...parcel,
    owner: NOBODY,
    state: refused ? 'refused' : 'waiting',
    problem: refused,
    attempts: 0,
    nextTryAt: 0,
    after: parcel.kind === 'photo' ? [(parcel as { body: { visitId: string } }).body.visitId] : [],
  } as Parcel;
}

/** Says, among what is kept, that nothing of an older version is left to take over: looking for it at each start takes a third of a second. */
const ADOPTED = 'older-adopted';

/** Takes over what an older version kept, in one step, and lets its databases go once that is done. */
async function adoptOlder(db: IDBPDatabase<DendrixDB>): Promise<void> {
  if (await db.get('cache', ADOPTED)) return;
  await adoptAll(db);
  await db.put('cache', new Date().toISOString(), ADOPTED);
}

async function adoptAll(db: IDBPDatabase<DendrixDB>): Promise<void> {
  const [drafts, parcels, pictures] = await Promise.all([
    entriesOf(...OLDER.drafts),
    entriesOf(...OLDER.parcels),
    entriesOf(...OLDER.pictures),
  ]);
  if (!drafts && !parcels && !pictures) return;
  const tx = db.transaction(['drafts', 'parcels', 'pictures'], 'readwrite');
  for (const [, draft] of drafts ?? []) void tx.objectStore('drafts').put({ owner: NOBODY, rev: 0, draft } as KeptDraft);
  for (const [, parcel] of parcels ?? []) void tx.objectStore('parcels').put(adopted(parcel as Parcel & { problem?: unknown }));
  for (const [id, picture] of pictures ?? []) void tx.objectStore('pictures').put(picture as Blob, String(id));
  await tx.done;
  for (const [name] of Object.values(OLDER)) await deleteDB(name);
  await deleteDB(OLDER_CACHE);
}

/** Asks the browser not to clear what is kept when space runs low. It may say no; then it is told. */
export async function askToPersist(): Promise<boolean> {
  return (await navigator.storage?.persist?.()) ?? false;
}
