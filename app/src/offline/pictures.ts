import { createStore, del, get, set } from 'idb-keyval';

/** Pictures that have not reached the server yet, under the ids of their photographs. */
const store = createStore('dendrix-pictures', 'pictures');

export const keepPicture = (id: string, picture: Blob): Promise<void> => set(id, picture, store);
export const keptPicture = (id: string): Promise<Blob | undefined> => get<Blob>(id, store);
export const dropPicture = (id: string): Promise<void> => del(id, store);
