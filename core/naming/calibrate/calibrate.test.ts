import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { testLibrary } from '../../testing/library';
import { SWEEP } from '../../testing/sample';
import { modelOf } from '../model/model';
import { brierScore, calibrationError, reliabilityTable } from './scores';
import { simulatedTree } from './observer';
import { statements, looksUntil, leftOut, fitsOfHeld } from './trials';
import { type Random } from '../../maths/random';

const model = modelOf(testLibrary);
const seeded = (seed: number): Random => {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
};

describe('scores', () => {
  // Worked example of the two-class score (Brier 1950): rain stated at 0.7 and it rained, 0.3 and it stayed dry, 1 and it rained.
  it('Brier score of a worked example', () =>
    expect(
      brierScore([
        { probability: 0.7, right: true },
        { probability: 0.3, right: false },
        { probability: 1, right: true },
      ]),
    ).toBeCloseTo((0.09 + 0.09 + 0) / 3, 12));
  it('is nought for a prophet, a quarter for one who always says a half', () => {
    expect(brierScore([true, false, true].map((right) => ({ probability: right ? 1 : 0, right })))).toBe(0);
    expect(brierScore([true, false].map((right) => ({ probability: 0.5, right })))).toBe(0.25);
    expect(() => brierScore([])).toThrow(RangeError);
  });
  it('every statement falls into one bin, and the bins keep their order', () => {
    const statement = fc.record({ probability: fc.double({ min: 0, max: 1, noNaN: true }), right: fc.boolean() });
    fc.assert(
      fc.property(fc.array(statement, { minLength: 1 }), (all) => {
        const table = reliabilityTable(all);
        expect(table.reduce((sum, row) => sum + row.count, 0)).toBe(all.length);
        for (const row of table) {
          expect(row.stated).toBeGreaterThanOrEqual(row.from - 1e-12);
          expect(row.stated).toBeLessThanOrEqual(row.to + 1e-12);
        }
      }),
    );
  });
  it('one who says 0.8 and is right four times of five makes no error; one who says 0.8 and is never right makes 0.8', () => {
    const said = (rights: boolean[]) => rights.map((right) => ({ probability: 0.8, right }));
    expect(calibrationError(said([true, true, true, true, false]))).toBeCloseTo(0, 12);
    expect(calibrationError(said([false, false]))).toBeCloseTo(0.8, 12);
  });
});

describe('simulated observers, all taxa, the whole year', () => {
  it('what is stated comes true about as often as stated', () => {
    const all = statements(model, SWEEP ? 4 : 2, [4, 8, 14, 24], seeded(11));
    expect(all.length).toBeGreaterThan(2000);
    expect(calibrationError(all)).toBeLessThan(0.03);
    // Near certainty is where a wrong number does harm.
    const sure = all.filter((s) => s.probability > 0.9);
    expect(sure.filter((s) => s.right).length / sure.length).toBeGreaterThan(0.93);
  });
  it('looking where the engine says takes fewer looks than looking anywhere, or down the list', () => {
    const sample = testLibrary.taxa.map((_, t) => t).filter((t) => t % (SWEEP ? 6 : 20) === 0);
    const total = (strategy: 'look next' | 'random' | 'fixed') => {
      const random = seeded(7);
      return sample.reduce((sum, t) => sum + looksUntil(model, simulatedTree(model, t, random), strategy, random), 0);
    };
    const guided = total('look next');
    expect(guided).toBeLessThan(0.75 * total('random'));
    expect(guided).toBeLessThan(0.75 * total('fixed'));
  });
  it('trees that the library does not hold are said not to fit far more often than those it holds', () => {
    const random = seeded(5);
    const out = testLibrary.taxa
      .filter((_, i) => i % (SWEEP ? 12 : 40) === 0)
      .flatMap(({ name }) => leftOut(testLibrary, name, 3, 25, random));
    const held = fitsOfHeld(model, 1, 25, random);
    const poor = (trials: { fit: string }[]) => trials.filter((trial) => trial.fit === 'poor').length / trials.length;
    expect(poor(held)).toBeLessThan(0.1);
    expect(poor(out)).toBeGreaterThan(0.2);
    expect(poor(out)).toBeGreaterThan(3 * poor(held));
  });
});
