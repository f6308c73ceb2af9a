import { districtAt, type Place } from '@dendrix/core/geo';
import { nameFinder, type NameFinder, type NameHit } from '@dendrix/core/naming';
import type { District, Library, Taxon } from '@dendrix/core/knowledge';
import { heldLibrary } from '@/data/library';

/** The field's knowledge, brought before any screen. */
export const library: Library = heldLibrary();

const byName = new Map(library.taxa.map((taxon) => [taxon.name, taxon]));

/** The record of an accepted name, if the library holds it. */
export const taxonNamed = (name: string | null | undefined): Taxon | null => (name ? (byName.get(name) ?? null) : null);

/** First common name of a taxon, for the line under the scientific one. */
export const commonName = (name: string | null | undefined): string => taxonNamed(name)?.commonNames[0]?.name ?? '';

/** The name that was found, and the places that use it in this sense: "sycamore (British Isles)". */
export const matchedWords = ({ matched, where }: NameHit): string => (where ? `${matched} (${where})` : matched);

/** The district that a place lies in: what grows there, which names are meant, which agents are about. */
export const districtOf = (place: Place): District => districtAt(library.districts, place);

const finders = new WeakMap<District, NameFinder>();

/** Finds names as they are used in a district: what is planted there is meant first. */
export function namesIn(district: District): NameFinder {
  const held = finders.get(district) ?? nameFinder(library, new Map(Object.entries(district.planted)));
  finders.set(district, held);
  return held;
}
