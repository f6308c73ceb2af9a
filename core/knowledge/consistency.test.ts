import { testLibrary } from '../testing/library';
import { contradictions } from './consistency';
import { crossCheck } from './library';
import { type Taxon } from './taxon';

const lime = testLibrary.taxa.find((taxon) => taxon.name === 'Tilia cordata') as Taxon;
const states = (...names: string[]) => {
  const held = Object.fromEntries(names.map((name) => [name, 'usually' as const]));
  return { kind: 'states' as const, young: held, mature: held, old: held };
};
const told = (changes: Partial<Taxon>, traits: Taxon['traits'] = {}) =>
  contradictions({ ...lime, ...changes, traits: { ...lime.traits, ...traits } }, testLibrary.traits).map(
    ({ field, message }) => `${field} ${message}`,
  );

describe('what contradicts itself in a record', () => {
  it('no record of the library does', () => {
    for (const taxon of testLibrary.taxa)
      expect({ taxon: taxon.name, told: contradictions(taxon, testLibrary.traits) }).toEqual({ taxon: taxon.name, told: [] });
  });
  it.each([
    ['evergreen', told({ evergreen: true }), /evergreen is true, but leaf-retention holds no green leaves/],
    [
      'lobes',
      told({}, { 'lobe-count': { kind: 'range', from: 3, to: 5 } }),
      /lobe-count is held, but leaf-lobes has none of pinnate, palmate/,
    ],
    ['leaflets', told({}, { 'leaflet-count': { kind: 'range', from: 3, to: 5 } }), /leaflet-count is held, but leaf-type has none of/],
    ['wings', told({}, { 'samara-angle': states('wide') }), /samara-angle is held, but fruit-type has none of/],
    ['needles', told({}, { 'needle-set': states('all-round') }), /needle-set is held, but leaf-type has none of needle, scale/],
    ['autumn', told({ months: { ...lime.months, autumn: [] } }), /months.autumn is empty/],
    [
      'a lone sometimes',
      told({}, { sap: { kind: 'states', young: {}, mature: { resin: 'sometimes' }, old: {} } }),
      /only sometimes: say what it is usually/,
    ],
    ['itself', told({ lookAlikes: [{ taxon: lime.name, marks: [{ by: 'pith', words: 'None at all.' }] }] }), /names the taxon itself/],
  ])('%s', (_what, sentences, pattern) => expect(sentences.join('\n')).toMatch(pattern));
  it('needles without blades are no contradiction', () =>
    expect(told({}, { 'leaf-type': states('simple', 'needle'), 'needle-set': states('all-round') })).toEqual([]));
  it('a wrong word names the nearest, and a long list of words is not recited', () => {
    const wrong = { ...lime, lookAlikes: [{ taxon: 'Tilia cordatta', marks: [{ by: 'pith', words: 'Solid here.' }] }] };
    const [problem] = crossCheck({ ...testLibrary, taxa: [wrong, ...testLibrary.taxa] }, () => 'tilia.yaml');
    expect(problem?.message).toBe('"Tilia cordatta" is not known; nearest: Tilia cordata');
  });
});
