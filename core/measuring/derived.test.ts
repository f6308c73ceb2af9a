import { testLibrary } from '../testing/library';
import { derivedFrom } from './derived';

const taxon = (name: string) => testLibrary.taxa.find((t) => t.name === name) ?? null;
const known = { growthFactors: testLibrary.growthFactors, rootStandard: 'as4970' as const };
const m = (value: number) => ({ m: value });

describe('what follows from the readings', () => {
  it('all of it for a measured oak: area, root zone, points, a rough age, growth', () => {
    const derived = derivedFrom(
      { dbh: m(0.508), height: m(18), crownSpread: m(12), breastHeight: 1.3 },
      taxon('Quercus rubra'),
      known,
      [{ date: '2016-06-15', dbh: 0.45, breastHeight: 1.3 }],
      '2026-06-15',
    );
    expect(derived.crossSection?.area).toBeCloseTo(0.2027, 4);
    expect(derived.rootZone?.radius).toBeCloseTo(6.096, 6);
    expect(derived.rootZone?.structuralRadius).toBeCloseTo(0.64 * 25.4 ** 0.42, 6);
    // Girth 62.83 in, height 59.06 ft, a quarter of 39.37 ft: the American Forests formula.
    expect(derived.points).toBeCloseTo(62.832 + 59.055 + 9.843, 2);
    expect(derived.age?.years).toBeCloseTo(80, 6);
    expect(derived.growth).toMatchObject({ real: true });
    expect(derived.growthReadings).toBe(2);
  });
  it('nothing of what was not measured', () => {
    expect(derivedFrom({ height: m(18) }, taxon('Quercus rubra'), known, [], '2026-06-15')).toMatchObject({
      crossSection: null,
      rootZone: null,
      points: null,
      age: null,
      noFactor: false,
      growth: null,
    });
  });
  it('a palm has no root zone by diameter and no age by inches', () =>
    expect(derivedFrom({ dbh: m(0.6) }, taxon('Phoenix canariensis'), known, [], '2026-06-15')).toMatchObject({
      palm: true,
      rootZone: null,
      age: null,
      noFactor: false,
    }));
  it('a kind without a published factor says so', () =>
    expect(derivedFrom({ dbh: m(0.6) }, taxon('Ginkgo biloba'), known, [], '2026-06-15')).toMatchObject({ age: null, noFactor: true }));
  it('two readings of one day are no growth', () =>
    expect(derivedFrom({ dbh: m(0.6) }, null, known, [{ date: '2026-06-15', dbh: 0.59 }], '2026-06-15').growth).toBeNull());
});
