import json from '@dendrix/library/generated';
import { nameFinder, type NameHit } from '@dendrix/core/naming';
import type { District, Library, Taxon } from '@dendrix/core/knowledge';

/** The field's knowledge, shipped with the app. */
export const library: Library = json;

export const district = library.districts[0] as District;

const byName = new Map(library.taxa.map((taxon) => [taxon.name, taxon]));

/** The record of an accepted name, if the library holds it. */
export const taxonNamed = (name: string | null | undefined): Taxon | null => (name ? (byName.get(name) ?? null) : null);

/** First common name of a taxon, for the line under the scientific one. */
export const commonName = (name: string | null | undefined): string => taxonNamed(name)?.commonNames[0]?.name ?? '';

/** The name that was found, and the places that use it in this sense: "sycamore (British Isles)". */
export const matchedWords = ({ matched, where }: NameHit): string => (where ? `${matched} (${where})` : matched);

export const names = nameFinder(library, new Map(Object.entries(district.planted)));
