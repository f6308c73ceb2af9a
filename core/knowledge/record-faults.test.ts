import { testLibrary } from '../testing/library';
import { coverageOf } from './coverage';
import { recordFaults } from './record-faults';
import type { Taxon, TraitRecord } from './taxon';

const { taxa } = testLibrary;
const named = (name: string) => taxa.find((taxon) => taxon.name === name) as Taxon;
const always = (state: string): TraitRecord => ({
  kind: 'states',
  young: { [state]: 'always' },
  mature: { [state]: 'always' },
  old: { [state]: 'always' },
});
const thorny: TraitRecord = {
  kind: 'states',
  ...{
    young: { thorny: 'usually', smooth: 'usually' },
    mature: { thorny: 'usually', smooth: 'usually' },
    old: { thorny: 'usually', smooth: 'usually' },
  },
};
/** A sound record with one thing changed. */
const spoilt = (name: string, change: (taxon: Taxon) => Partial<Taxon>): string[] => {
  const taxon = named(name);
  return recordFaults(testLibrary, { ...taxon, ...change(taxon) });
};

describe('faults that second readers found again and again', () => {
  it('are in no record of the library', () =>
    expect(taxa.flatMap((taxon) => recordFaults(testLibrary, taxon).map((fault) => `${taxon.name}: ${fault}`))).toEqual([]));
  it.each<[string, string, (taxon: Taxon) => Partial<Taxon>, RegExp]>([
    ['a month alone', 'Quercus robur', ({ months }) => ({ months: { ...months, flower: [5, 5] } }), /^Tells one month of flower/],
    [
      'fruit that is never green',
      'Quercus robur',
      ({ traits }) => ({ traits: { ...traits, 'fruit-colour': always('brown') } }),
      /never green/,
    ],
    [
      'soil in one word',
      'Tilia cordata',
      ({ traits }) => ({ traits: { ...traits, soil: always('neutral') } }),
      /^Tells one state only of soil/,
    ],
    [
      'a street tree that stands on slopes only',
      'Tilia cordata',
      ({ traits }) => ({ traits: { ...traits, position: always('slope') } }),
      /never stands on open ground/,
    ],
    [
      'thorns for life',
      'Malus sylvestris',
      ({ traits }) => ({ traits: { ...traits, 'twig-surface': thorny } }),
      /thorns are of young trees/,
    ],
    ['brittle in words', 'Tilia cordata', () => ({ behaviour: 'Brittle when old.', failsBy: [] }), /^Is called brittle in words only/],
    ['suckers in words', 'Tilia cordata', () => ({ behaviour: 'It suckers far out.', normal: [] }), /^Suckers in words only/],
    ['thorns without a caution', 'Crataegus monogyna', () => ({ cautions: [] }), /says no caution/],
    ['no look-alike in a genus of many', 'Salix alba', () => ({ lookAlikes: [], notHeld: [] }), /names no look-alike/],
  ])('%s is told', (_, name, change, sentence) => {
    expect(spoilt(name, () => ({}))).toEqual([]);
    expect(spoilt(name, change).join(' ')).toMatch(sentence);
  });
  it('stand in what the checker says of a record', () => {
    const taxon = { ...named('Crataegus monogyna'), cautions: [] };
    expect(coverageOf(testLibrary, taxon).weak).toContain('Is thorny and says no caution.');
  });
});
