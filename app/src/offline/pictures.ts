import { database } from './database';

/** Keeps a picture until it has reached the server. Throws where the device has no room. */
export const keepPicture = async (id: string, picture: Blob): Promise<void> => void (await (await database()).put('pictures', picture, id));
export const keptPicture = async (id: string): Promise<Blob | undefined> => (await database()).get('pictures', id);
export const dropPicture = async (id: string): Promise<void> => (await database()).delete('pictures', id);

/** Pictures that neither a draft nor a parcel names any more, such as of a sign that was begun and left: they are let go. */
export async function dropOrphans(): Promise<number> {
  const sound = await import('./sound').catch(() => null);
  // Without it nobody can say what an entry names: none is let go of.
  if (!sound) return 0;
  const db = await database();
  const tx = db.transaction(['drafts', 'parcels', 'pictures'], 'readwrite');
  const [ids, drafts, rows] = await Promise.all([
    tx.objectStore('pictures').getAllKeys(),
    tx.objectStore('drafts').getAll(),
    tx.objectStore('parcels').getAll(),
  ]);
  const parcels = rows.map(sound.soundParcel);
  // Whose pictures a damaged entry has nobody can say: none is let go of.
  if (parcels.some(({ kind }) => kind === 'damaged')) return 0;
  const named = new Set([
    ...drafts.flatMap(({ draft }) => draft.photos.map((photo) => photo.id)),
    ...parcels.flatMap((parcel) =>
      parcel.kind === 'photo' ? [parcel.id] : parcel.kind === 'visit' ? parcel.body.look.photos.map((photo) => photo.id) : [],
    ),
  ]);
  const orphans = ids.filter((id) => !named.has(id));
  for (const id of orphans) void tx.objectStore('pictures').delete(id);
  await tx.done;
  return orphans.length;
}
