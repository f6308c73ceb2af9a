import { LEAF_TRAITS, plateLeaf } from '../figures';
import { settles } from '../planning';
import { testLibrary } from '../testing/library';
import { packLeading, unpackLeading } from './leading';

const library = testLibrary;
const leading = unpackLeading(JSON.parse(JSON.stringify(packLeading(library, LEAF_TRAITS))) as ReturnType<typeof packLeading>);

describe('the leading part of the library', () => {
  it('shows every kind in lists as the whole library does: its name, its leaf, what a season settles', () => {
    expect(leading.taxa.map(({ name }) => name)).toEqual(library.taxa.map(({ name }) => name));
    for (const [i, taxon] of library.taxa.entries()) {
      const part = leading.taxa[i];
      if (!part) throw new Error(`${taxon.name} is missing.`);
      expect(part.commonNames[0]).toEqual(taxon.commonNames[0]);
      expect(plateLeaf(part)).toEqual(plateLeaf(taxon));
      for (const date of ['2026-01-15', '2026-04-15', '2026-07-15', '2026-10-15'])
        for (const latitude of [52, 4, -36]) expect(settles(part, date, latitude)).toEqual(settles(taxon, date, latitude));
    }
  });
  it('knows the districts and which library it is of', () => {
    expect(leading.version).toBe(library.version);
    expect(leading.districts.map(({ id }) => id)).toEqual(library.districts.map(({ id }) => id));
  });
  it('is a small part of the whole', () => {
    expect(JSON.stringify(packLeading(library, LEAF_TRAITS)).length).toBeLessThan(JSON.stringify(library).length / 8);
  });
  it('draws no leaf from a trait it leaves out', () => {
    const without = unpackLeading(packLeading(library, []));
    const changed = without.taxa.filter(
      (taxon, i) => JSON.stringify(plateLeaf(taxon)) !== JSON.stringify(plateLeaf(library.taxa[i] ?? taxon)),
    );
    expect(changed.length).toBeGreaterThan(library.taxa.length / 2);
  });
});
