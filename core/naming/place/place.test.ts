// Where a tree stands weighs, and never decides: held over the whole library and any place.
import fc from 'fast-check';
import { zoneNumber, type Taxon } from '../../knowledge';
import { testLibrary } from '../../testing/library';
import { REGION_NAMES } from '../../words';
import { see } from '../../testing/see';
import { beyondLibrary } from '../model/beyond';
import { identify } from '../identify';
import { modelOf } from '../model/model';
import { climateWeight, placeWeight, PLANTED, WILD } from './place';
import { rank } from '../model/rank';
import { identifyRequest } from '../request';
import { runs } from '../../testing/sample';

const { taxa } = testLibrary;
const model = modelOf(testLibrary);
const CODES = Object.keys(REGION_NAMES).map(Number);
const regions = fc.uniqueArray(fc.constantFrom(...CODES), { minLength: 1, maxLength: 4 });
const hardiness = fc.option(fc.double({ min: 1, max: 13.5, noNaN: true }));
const certainties = (request: object) => {
  const { candidates } = rank(model, identifyRequest.parse({ observations: MARKS, ...request }));
  return new Map(candidates.map(({ taxon, probability }) => [taxon.name, probability]));
};
const MARKS = [see('bark-texture', 'smooth'), see('leaf-margin', 'single-toothed')];
const named = (name: string) => taxa.find((taxon) => taxon.name === name) as Taxon;

describe('the weight of a place', () => {
  it('never lowers a tree to nothing, and never raises it above one that is at home', () => {
    fc.assert(
      fc.property(fc.constantFrom(...taxa), regions, hardiness, fc.boolean(), (taxon, codes, zone, planted) => {
        const weight = placeWeight(taxon, { regions: codes, hardiness: zone }, planted);
        expect(weight).toBeGreaterThan(0.0005);
        expect(weight).toBeLessThanOrEqual(1);
      }),
      { numRuns: runs(500) },
    );
  });
  it('grows, if anything, with every region the place may lie in', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...taxa),
        regions,
        fc.constantFrom(...CODES),
        hardiness,
        fc.boolean(),
        (taxon, codes, more, zone, planted) => {
          const known = placeWeight(taxon, { regions: codes, hardiness: zone }, planted);
          expect(placeWeight(taxon, { regions: [...codes, more], hardiness: zone }, planted)).toBeGreaterThanOrEqual(known);
        },
      ),
      { numRuns: runs(500) },
    );
  });
  it('so more regions never make a name more certain than the surest of them alone', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CODES), fc.constantFrom(...CODES), fc.boolean(), (a, b, planted) => {
        const [one, other, both] = [[a], [b], [a, b]].map((codes) => certainties({ regions: codes, planted }));
        for (const [name, probability] of both as Map<string, number>)
          expect(probability).toBeLessThanOrEqual(Math.max(one?.get(name) ?? 0, other?.get(name) ?? 0) + 1e-12);
      }),
      { numRuns: runs(25) },
    );
  });
  it('is 1 at home, half where it has run wild, little elsewhere, and for a planted tree what planting carries there', () => {
    const beech = named('Fagus sylvatica');
    const locust = named('Robinia pseudoacacia');
    const at = (taxon: Taxon, code: number, planted: boolean) => placeWeight(taxon, { regions: [code], hardiness: null }, planted);
    expect([at(beech, 11, false), at(locust, 11, false), at(beech, 75, false)]).toEqual([WILD.native, WILD.naturalised, WILD.neither]);
    expect([at(beech, 75, true), at(named('Quercus laurifolia'), 11, true)]).toEqual([PLANTED.everywhere, PLANTED.home]);
    expect(placeWeight(beech, { regions: [], hardiness: null }, false)).toBe(1);
  });
  it('falls with every zone too cold, and with every zone too warm, and not in between', () => {
    const { where } = named('Jacaranda mimosifolia');
    expect(climateWeight(where, 10)).toBe(1);
    expect(climateWeight(where, null)).toBe(1);
    expect(climateWeight(where, 8)).toBeCloseTo(0.3, 9);
    expect(climateWeight(where, 7)).toBeLessThan(climateWeight(where, 8));
    expect(climateWeight(named('Betula pendula').where, 10.5)).toBeLessThan(climateWeight(named('Betula pendula').where, 8));
    expect([zoneNumber('7'), zoneNumber('7a'), zoneNumber('7b')]).toEqual([7, 7, 7.5]);
    expect(() => zoneNumber('14')).toThrow(RangeError);
  });
});

describe('what a request says of the place', () => {
  const of = (request: object, name: string) => certainties(request).get(name) ?? 0;
  it('longitude beside latitude is as good as the region', () =>
    expect(of({ latitude: 40.1, longitude: -82.9, planted: false }, 'Fagus grandifolia')).toBeCloseTo(
      of({ latitude: 40.1, regions: [75], planted: false }, 'Fagus grandifolia'),
      12,
    ));
  it('a latitude alone says nothing of the region', () =>
    expect(of({ latitude: 40.1, planted: false }, 'Fagus grandifolia')).toBeCloseTo(of({ planted: false }, 'Fagus grandifolia'), 12));
  it.each([
    [{ longitude: 181 }, /longitude/],
    [{ regions: [] }, /regions/],
    [{ regions: [5] }, /regions/],
    [{ hardiness: '7c' }, /hardiness/],
  ])('%o is refused', (wrong, field) => {
    const { error } = identifyRequest.safeParse({ observations: [], ...wrong });
    expect(error?.issues[0]?.path.join('.')).toMatch(field);
  });
});

describe('what the library does not hold', () => {
  it('is a small share before anything was seen, and the genera of it sum to less than the whole', () => {
    const { beyond } = identify(testLibrary, identifyRequest.parse({ observations: [] })).ranking;
    expect(beyond.probability).toBeGreaterThan(0.02);
    expect(beyond.probability).toBeLessThan(0.2);
    expect(beyond.genera.reduce((sum, { probability }) => sum + probability, 0)).toBeLessThanOrEqual(beyond.probability);
  });
  it('grows as marks suit every held kind worse', () => {
    const odd = [
      see('leaf-type', 'bipinnate'),
      see('arrangement', 'whorled'),
      see('bark-texture', 'papery-peel'),
      see('fruit-type', 'aril'),
    ];
    const share = (n: number) => rank(model, identifyRequest.parse({ observations: odd.slice(0, n) })).beyond.probability;
    expect(share(4)).toBeGreaterThan(share(1));
    expect(share(4)).toBeGreaterThan(0.3);
  });
  it('a genus said to be whole leaves less room beside its kinds than one of which many are missing', () => {
    const priors = new Float64Array(taxa.length).fill(1);
    const of = (word: 'none' | 'many', genus: string) => {
      const other = modelOf({ ...testLibrary, genera: { ...testLibrary.genera, [genus]: word } });
      return beyondLibrary(other, [], priors, priors.map(Math.log)).genera.find(({ name }) => name === genus)?.probability ?? 0;
    };
    expect(of('many', 'Quercus')).toBeGreaterThan(10 * of('none', 'Quercus'));
  });
});
