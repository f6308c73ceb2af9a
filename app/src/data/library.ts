import type { District, Library } from '@dendrix/core/knowledge';
import { unpackLeading, type LeadingLibrary, type PackedLeading } from '@dendrix/core/knowledge/leading';
import { unpackLibrary, type PackedLibrary } from '@dendrix/core/knowledge/packed';
import { t } from '@/words/data';

// The field's knowledge comes as data and not as script: it is read in one go and runs nothing. The service worker keeps it on the device.

/** What a first screen needs of it. */
const LEADING = '/leading.json';
const WHOLE = '/library.json';

let leading: LeadingLibrary | undefined;
let held: Library | undefined;

async function fetched<T>(address: string): Promise<T> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(t('theLibraryAnswered', { status: answer.status }));
  return (await answer.json()) as T;
}

const waitingForLeading = new Set<() => void>();

/** The districts of this town; the library's own are those of the invented ones. */
let own: District[] | undefined;

/** Keeps the leading part for everything that asks for it. */
export function holdLeading(part: LeadingLibrary): void {
  leading = own ? { ...part, districts: own } : part;
  for (const tell of waitingForLeading) tell();
}

/** Takes the districts of this town for those of the library: what is normal, named and asked for is said of them. */
export function holdDistricts(districts: District[]): void {
  own = districts;
  if (leading) holdLeading(leading);
  // In place: whoever holds the library holds this one.
  if (held) held.districts = districts;
}

/** The leading part of the library; null until it is here. */
export const heldLeading = (): LeadingLibrary | null => leading ?? null;

/** Tells when the leading part is here. @returns stops it */
export function watchLeading(tell: () => void): () => void {
  waitingForLeading.add(tell);
  return () => void waitingForLeading.delete(tell);
}

/** Fetches what a first screen needs. @throws Error where it cannot be reached */
export const bringLeading = async (): Promise<void> => holdLeading(unpackLeading(await fetched<PackedLeading>(LEADING)));

/** Keeps the library for everything that asks for it. */
export function holdLibrary(library: Library): Library {
  held = library;
  if (own) held.districts = own;
  return library;
}

/** The library that was brought. @throws Error where a screen was loaded before it */
export function heldLibrary(): Library {
  if (!held) throw new Error('The library is brought before any screen that asks for it.');
  return held;
}

let coming: Promise<Library> | undefined;

/** Fetches the whole library, once. @throws Error where it cannot be reached; then it is tried anew at the next call */
export function bringLibrary(): Promise<Library> {
  coming ??= fetched<PackedLibrary>(WHOLE).then((packed) => holdLibrary(unpackLibrary(packed)));
  coming.catch(() => (coming = undefined));
  return coming;
}
