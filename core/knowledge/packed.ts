import type { Library } from './library';
import type { Frequencies, TraitRecord } from './frequency';

// The library as it travels: what is alike at all ages is written once. Types only are imported here, so that a page can unpack it
// before anything else of the application has arrived.

type PackedRecord = Extract<TraitRecord, { kind: 'range' }> | { kind: 'alike'; at: Frequencies } | Extract<TraitRecord, { kind: 'states' }>;

/** The library with every trait that is alike at all ages told once. */
export interface PackedLibrary extends Omit<Library, 'taxa'> {
  taxa: (Omit<Library['taxa'][number], 'traits'> & { traits: PackedTraits })[];
}

const packRecord = (record: TraitRecord): PackedRecord => {
  if (record.kind === 'range') return record;
  const [young, mature, old] = [record.young, record.mature, record.old].map((at) => JSON.stringify(at));
  return young === mature && mature === old ? { kind: 'alike', at: record.mature } : record;
};

const unpackRecord = (record: PackedRecord): TraitRecord =>
  record.kind === 'alike' ? { kind: 'states', young: record.at, mature: record.at, old: record.at } : record;

const mapValues = <A, B>(values: Record<string, A>, change: (value: A) => B): Record<string, B> =>
  Object.fromEntries(Object.entries(values).map(([key, value]) => [key, change(value)]));

export type PackedTraits = Record<string, PackedRecord>;
export const packTraits = (traits: Record<string, TraitRecord>): PackedTraits => mapValues(traits, packRecord);
/** The ages of a trait that is alike share one value. */
export const unpackTraits = (traits: PackedTraits): Record<string, TraitRecord> => mapValues(traits, unpackRecord);

/** For writing. */
export const packLibrary = (library: Library): PackedLibrary => ({
  ...library,
  taxa: library.taxa.map((taxon) => ({ ...taxon, traits: packTraits(taxon.traits) })),
});

/** For reading. */
export const unpackLibrary = (packed: PackedLibrary): Library => ({
  ...packed,
  taxa: packed.taxa.map((taxon) => ({ ...taxon, traits: unpackTraits(taxon.traits) })),
});
