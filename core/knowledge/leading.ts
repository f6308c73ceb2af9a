import type { District } from './district';
import type { Library } from './library';
import { packTraits, unpackTraits, type PackedTraits } from './packed';
import type { Taxon } from './taxon';

// What a first screen needs of the library: names, the months of leaf, flower and fruit, and how the leaf is drawn. It is a small part
// of the whole and stands before it. Types only are imported here, and what unpacks.

/** A taxon as it stands in lists. Of its common names the first; of its traits those that were asked for. */
export type LeadingTaxon = Pick<Taxon, 'name' | 'commonNames' | 'evergreen' | 'months' | 'traits'>;
export type LeadingDistrict = Pick<District, 'id' | 'name' | 'latitude' | 'longitude' | 'outline' | 'longestGap' | 'timeZone'>;

/** The part of a library that stands before the whole of it. */
export interface LeadingLibrary {
  version: string;
  taxa: LeadingTaxon[];
  districts: LeadingDistrict[];
}

/** As it travels. */
export interface PackedLeading extends Omit<LeadingLibrary, 'taxa'> {
  taxa: (Omit<LeadingTaxon, 'traits'> & { traits: PackedTraits })[];
}

/**
 * Takes the leading part of a library, for writing.
 * @param traits ids of the traits it keeps; of the others it says nothing
 */
export const packLeading = ({ version, taxa, districts }: Library, traits: readonly string[]): PackedLeading => ({
  version,
  taxa: taxa.map(({ name, commonNames, evergreen, months, traits: all }) => ({
    name,
    commonNames: commonNames.slice(0, 1),
    evergreen,
    months,
    traits: packTraits(Object.fromEntries(Object.entries(all).filter(([id]) => traits.includes(id)))),
  })),
  districts: districts.map(({ id, name, latitude, longitude, timeZone }) => ({ id, name, latitude, longitude, timeZone })),
});

/** For reading. */
export const unpackLeading = ({ taxa, ...rest }: PackedLeading): LeadingLibrary => ({
  ...rest,
  taxa: taxa.map((taxon) => ({ ...taxon, traits: unpackTraits(taxon.traits) })),
});
