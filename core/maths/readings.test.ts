import fc from 'fast-check';
import { linearRegression, mean, median as referenceMedian, medianAbsoluteDeviation, sampleStandardDeviation } from 'simple-statistics';
import { ageGuess } from '../measuring/age';
import { combineReadings, meanReading, median, medianDeviation, outliers } from './readings';
import { growth } from '../measuring/growth';
import { heightLeaning, heightTangent } from '../measuring/height';
import { trend } from './trend';
import { testLibrary } from '../testing/library';
import { utcDay } from '../time/day';

// Means, medians and slopes are compared with the reference library simple-statistics.

const numbers = fc.array(fc.double({ min: -1000, max: 1000, noNaN: true }), { minLength: 1, maxLength: 30 });

describe('several readings', () => {
  it('mean, spread, median and median deviation agree with the reference library', () => {
    fc.assert(
      fc.property(numbers, (values) => {
        expect(meanReading(values).mean).toBeCloseTo(mean(values), 6);
        if (values.length > 1) expect(meanReading(values).spread).toBeCloseTo(sampleStandardDeviation(values), 6);
        expect(median(values)).toBeCloseTo(referenceMedian(values), 9);
        expect(medianDeviation(values)).toBeCloseTo(medianAbsoluteDeviation(values), 9);
      }),
    );
  });
  it('leaves out the one that the modified z-score calls an outlier (Iglewicz and Hoaglin 1993, from memory)', () => {
    // Median 2.05, median deviation 0.15: 0.6745 · |x − 2.05| / 0.15 > 3.5 from 2.83 up and 1.27 down.
    expect(outliers([2.0, 2.1, 1.9, 2.2, 2.8])).toEqual([false, false, false, false, true]);
    expect(outliers([2.0, 2.1, 1.9, 2.2, 2.3])).toEqual([false, false, false, false, false]);
  });
  it('three readings cannot tell which is the odd one', () => expect(outliers([17, 17.1, 30])).toEqual([false, false, false]));
  it('readings that agree to the last digit still differ by the least that is real', () =>
    expect(outliers([60, 60, 60, 60.1], 0.1)).toEqual([false, false, false, false]));
  it('more readings narrow the ±, and scatter beyond the errors widens it', () => {
    expect(combineReadings([10, 10, 10, 10], 0.4).plusMinus).toBeCloseTo(0.2, 9);
    expect(combineReadings([9, 11], 0.4).plusMinus).toBeCloseTo(Math.SQRT2 / Math.SQRT2, 9);
    expect(combineReadings([10], 0.4)).toMatchObject({ plusMinus: 0.4, spread: null, kept: 1 });
  });
  it('a slip of a decimal point does not move the mean', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 19.8, max: 20.2, noNaN: true }), { minLength: 4, maxLength: 10 }), (values) => {
        const { mean: with_, leftOut } = combineReadings([...values, 200], 0.1);
        expect(leftOut).toContain(values.length);
        expect(with_).toBeGreaterThan(19.7);
        expect(with_).toBeLessThan(20.3);
      }),
    );
  });
});

describe('trend', () => {
  const day = (years: number) => utcDay(new Date(Date.UTC(2010, 0, 1) + years * 365.25 * 86_400_000));
  it('is the least-squares slope of the reference library when all tolerances are one', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 3, maxLength: 12 }), (values) => {
        const readings = values.map((value, i) => ({ date: day(i), value, tolerance: 5 }));
        const t0 = Date.parse(readings[0]?.date ?? '');
        const points = readings.map((r): [number, number] => [(Date.parse(r.date) - t0) / (365.25 * 86_400_000), r.value]);
        expect(trend(readings).perYear).toBeCloseTo(linearRegression(points).m, 6);
      }),
    );
  });
  it('of two readings is their difference against the root of the summed squared tolerances', () => {
    const found = trend([
      { date: '2020-01-01', value: 10, tolerance: 3 },
      { date: '2022-01-01', value: 16, tolerance: 4 },
    ]);
    expect(found.perYear).toBeCloseTo(3, 2);
    expect((found.high - found.low) / 2).toBeCloseTo(5 / 2, 2);
    expect(found.real).toBe(true);
  });
  it('readings that scatter more than their tolerance widen the range (Birge ratio)', () => {
    const at = (values: number[]) => trend(values.map((value, i) => ({ date: day(i), value, tolerance: 1 })));
    expect(at([0, 9, 1, 10]).high - at([0, 9, 1, 10]).low).toBeGreaterThan(at([0, 3, 6, 9]).high - at([0, 3, 6, 9]).low);
  });
  it('of a thing that did not change is called real about as often as the tolerance says: one in twenty', () => {
    let state = 7;
    const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647;
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const runs = 4000;
    let real = 0;
    for (let i = 0; i < runs; i++) {
      const reading = (year: number) => ({ date: day(year), value: 50 + (10 / 1.96) * normal(), tolerance: 10 });
      if (trend([reading(0), reading(3)]).real) real++;
    }
    expect(real / runs).toBeGreaterThan(0.04);
    expect(real / runs).toBeLessThan(0.06);
  });
  it('needs two days', () => {
    expect(() => trend([{ date: '2020-01-01', value: 1, tolerance: 1 }])).toThrow(RangeError);
    expect(() => trend([0, 1].map((value) => ({ date: '2020-01-01', value, tolerance: 1 })))).toThrow(RangeError);
  });
  it('readings at different heights are allowed their taper', () => {
    const at = (breastHeight: number) =>
      growth([
        { date: '2016-01-01', dbh: 0.3, breastHeight: 1.3 },
        { date: '2026-01-01', dbh: 0.306, breastHeight },
      ]);
    expect(at(1.3).real).toBe(true);
    expect(at(1.5).real).toBe(false);
  });
});

describe('leaning trees', () => {
  const deg = (d: number) => (d * Math.PI) / 180;
  // Built from the tree itself: a stem of length 18 m leaning 15°, foot 25 m off, eye 1.6 m high.
  const length = 18;
  const lean = deg(15);
  const [high, off] = [length * Math.cos(lean), length * Math.sin(lean)];
  const base = Math.atan2(-1.6, 25);
  it.each([
    ['toward', 25 - off],
    ['away', 25 + off],
  ] as const)('%s: gives back the height of the top', (to, distanceToTop) => {
    const top = Math.atan2(high - 1.6, distanceToTop);
    expect(heightLeaning(25, top, base, { angle: lean, to }).height).toBeCloseTo(high, 6);
    // Unmended the reading is wrong by a metre or more.
    expect(Math.abs(heightTangent(25, top, base).height - high)).toBeGreaterThan(1);
  });
  it('across the line of sight nothing is changed', () =>
    expect(heightLeaning(25, deg(30), base, { angle: lean, to: 'across' })).toEqual(heightTangent(25, deg(30), base)));
});

describe('a rough age', () => {
  it('is years an inch times inches, with its spread', () => {
    // Published growth factor (from memory): red oak 4.0.
    expect(ageGuess(testLibrary.growthFactors, 'Quercus rubra', 20 * 0.0254)).toMatchObject({ from: 'species', factor: 4 });
    expect(ageGuess(testLibrary.growthFactors, 'Quercus rubra', 20 * 0.0254)?.years).toBeCloseTo(80, 9);
  });
  it('of a kind without one is the mean of its genus, with a wider spread; of a genus without one it is none', () => {
    const own = ageGuess(testLibrary.growthFactors, 'Quercus alba', 0.5);
    const kin = ageGuess(testLibrary.growthFactors, 'Quercus robur', 0.5);
    expect(kin?.from).toBe('genus');
    expect((kin?.high ?? 0) / (kin?.low ?? 1)).toBeGreaterThan((own?.high ?? 0) / (own?.low ?? 1));
    expect(ageGuess(testLibrary.growthFactors, 'Ginkgo biloba', 0.5)).toBeNull();
  });
  it('is never said without its range holding it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.taxa.map((t) => t.name)), fc.double({ min: 0.05, max: 2, noNaN: true }), (name, dbh) => {
        const guess = ageGuess(testLibrary.growthFactors, name, dbh);
        if (guess) {
          expect(guess.low).toBeLessThan(guess.years);
          expect(guess.high).toBeGreaterThan(guess.years);
        }
      }),
    );
  });
});
