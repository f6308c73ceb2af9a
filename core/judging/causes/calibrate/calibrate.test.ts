import { brierScore, calibrationError, reliabilityTable } from '../../../naming/calibrate/scores';
import { randomFrom } from '../../../maths/random';
import { testLibrary } from '../../../testing/library';
import { lookedAt } from '../../looked/looked';
import { setAside } from '../../looked/normal';
import { weighCauses } from '../differential';
import { causeStatements, placeOfTruth, simulatedCase, type SimulatedCase } from './cases';

// Simulated people on simulated trees: the differential's probabilities should mean what they say. Real trees are harder than
// these, which are drawn from the same records.

const district = testLibrary.districts.find((d) => d.id === 'quillhaven');
if (!district) throw new Error('no district');
const random = randomFrom(11);
const cases: SimulatedCase[] = [];
while (cases.length < 900) {
  const one = simulatedCase(testLibrary, district, random);
  if (one) cases.push(one);
}
const statements = causeStatements(testLibrary, district, cases);

describe('the differential keeps its word', () => {
  it('stated and came true lie close, over all and in each well-filled tenth', () => {
    expect(calibrationError(statements)).toBeLessThan(0.015);
    for (const row of reliabilityTable(statements).filter((r) => r.count >= 60))
      expect(Math.abs(row.stated - row.cameTrue)).toBeLessThan(0.17);
  });
  it('scores better than always stating how common each cause is among those named', () => {
    const share = statements.filter((s) => s.right).length / statements.length;
    expect(brierScore(statements)).toBeLessThan(0.9 * share * (1 - share));
  });
  it('has the true cause among the first three in two cases of three, of over a hundred and fifty', () => {
    const places = cases.map((one) => placeOfTruth(testLibrary, district, one));
    expect(places.filter((p) => p !== null && p <= 3).length / places.length).toBeGreaterThan(0.66);
  });
  it('more signs make the first thought right more often', () => {
    const right = (some: SimulatedCase[]) => some.filter((one) => placeOfTruth(testLibrary, district, one) === 1).length / some.length;
    // The same cases with two of their signs: other cases have other agents, some of which one sign gives away.
    const many = cases.filter((one) => one.truth !== 'cause unknown' && one.input.signs.length >= 5);
    const few = many.map((one) => ({ ...one, input: { ...one.input, signs: one.input.signs.slice(0, 2) } }));
    expect(right(many)).toBeGreaterThan(right(few));
  });
  it('probabilities of one case add up to one, "cause unknown" and "normal for this tree" among them', () => {
    for (const { input } of cases.slice(0, 60)) {
      const aside = setAside(testLibrary, input);
      const weighed = weighCauses(testLibrary, input, aside, lookedAt(testLibrary, input), district);
      expect(weighed.reduce((total, cause) => total + cause.probability, 0)).toBeCloseTo(input.signs.length === 0 ? 0 : 1, 9);
    }
  });
});
