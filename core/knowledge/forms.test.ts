import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import { FORM_FREQUENCIES, FORMS, SHOWN_BY, withForms, type Forms } from './forms';
import { FREQUENCIES } from './frequency';
import { STAGES, type Taxon } from './taxon';
import { runs } from '../testing/sample';

const { taxa, traits } = testLibrary;
const named = (name: string) => taxa.find((taxon) => taxon.name === name) as Taxon;
const forms = fc.dictionary(fc.constantFrom(...FORMS), fc.constantFrom(...FORM_FREQUENCIES)) as fc.Arbitrary<Forms>;

describe('garden forms', () => {
  it('are told by states of the vocabulary', () => {
    const known = new Set(traits.flatMap((trait) => trait.states.map((state) => `${trait.id}/${state.id}`)));
    expect(
      Object.values(SHOWN_BY)
        .flat()
        .map((shown) => shown.join('/'))
        .filter((shown) => !known.has(shown)),
    ).toEqual([]);
  });
  it('add to what a record says and take nothing away, at any age', () => {
    fc.assert(
      fc.property(fc.constantFrom(...taxa), forms, (taxon, made) => {
        const after = withForms(taxon.traits, made);
        expect(Object.keys(after)).toEqual(Object.keys(taxon.traits));
        for (const [id, before] of Object.entries(taxon.traits)) {
          const then = after[id];
          if (before.kind !== 'states' || then?.kind !== 'states') {
            expect(then).toEqual(before);
            continue;
          }
          for (const stage of STAGES)
            for (const [state, often] of Object.entries(before[stage]))
              expect(FREQUENCIES.indexOf(then[stage][state] as typeof often)).toBeLessThanOrEqual(FREQUENCIES.indexOf(often));
        }
      }),
      { numRuns: runs(200) },
    );
  });
  it('the purple beech is a beech, and the green one stays the usual', () => {
    const colour = named('Fagus sylvatica').traits['leaf-colour'];
    expect(colour).toMatchObject({ kind: 'states', mature: { green: 'always', purple: 'usually' } });
  });
});
