import type { Library } from '@dendrix/core/knowledge';
import { unpackLibrary, type PackedLibrary } from '@dendrix/core/knowledge/packed';

/** Where the server has the field's knowledge; the service worker keeps it on the device. */
const ADDRESS = '/library.json';

let held: Library | undefined;

/** Keeps the library for everything that asks for it. */
export function holdLibrary(library: Library): Library {
  held = library;
  return library;
}

/** The library that was brought. @throws Error where a screen was loaded before it */
export function heldLibrary(): Library {
  if (!held) throw new Error('The library is brought before any screen.');
  return held;
}

/** Fetches the library, as data and not as script: it is read in one go and runs nothing. @throws Error where it cannot be reached */
export async function bringLibrary(): Promise<Library> {
  const answer = await fetch(ADDRESS);
  if (!answer.ok) throw new Error(`The library answered ${answer.status}.`);
  return holdLibrary(unpackLibrary((await answer.json()) as PackedLibrary));
}
