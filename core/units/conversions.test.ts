import fc from 'fast-check';
import convert from 'convert-units';
import { basalAreaError, slenderness } from '../measuring/stem';
import { crownRatioError } from '../measuring/crown';
import { measure } from '../measuring/tasks';
import { metres, radians } from './units';
import { strengthLoss, shellRatio } from '../measuring/decay';
import { testLibrary } from '../testing/library';

const q = (value: number, unit: string) => ({ value, unit });
const known = { growthFactors: testLibrary.growthFactors, taxa: testLibrary.taxa.map((t) => t.name) };

describe('conversions against their defining constants and a reference library', () => {
  // International yard and pound agreement 1959: 1 yd = 0.9144 m exactly; the inch is a thirty-sixth, the foot a third of it.
  it('inch, foot and yard are exact parts of the yard', () => {
    expect(metres(q(36, 'in'), 'x')).toBeCloseTo(0.9144, 15);
    expect(metres(q(3, 'ft'), 'x')).toBeCloseTo(0.9144, 15);
    expect(metres(q(1, 'yd'), 'x')).toBe(0.9144);
    // A mile is 1760 yards, 1609.344 m by definition.
    expect(metres(q(1760, 'yd'), 'x')).toBeCloseTo(1609.344, 9);
  });
  it('agrees with convert-units in every unit both know', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 5000, noNaN: true }),
        fc.constantFrom('mm', 'cm', 'm', 'km', 'in', 'ft', 'yd'),
        (value, unit) => {
          // The library rounds its yard-based constants at the sixth place.
          expect(
            metres(q(value, unit), 'x') /
              convert(value)
                .from(unit as 'm')
                .to('m'),
          ).toBeCloseTo(1, 5);
        },
      ),
    );
  });
  it('a percent of slope is an angle: 100% is 45°, 0 is level, and it turns back', () => {
    expect(radians(q(100, 'percent'), 'x')).toBeCloseTo(Math.PI / 4, 12);
    expect(radians(q(0, 'percent'), 'x')).toBe(0);
    fc.assert(
      fc.property(fc.double({ min: -89, max: 89, noNaN: true }), (deg) => {
        const percent = 100 * Math.tan((deg * Math.PI) / 180);
        expect(radians(q(percent, 'percent'), 'x')).toBeCloseTo(radians(q(deg, 'deg'), 'x'), 9);
      }),
    );
  });
  it('a height is the same tree in metres and feet, degrees and percent', () => {
    const m = measure({ do: 'height-tangent', distance: q(20, 'm'), top: q(38, 'deg'), base: q(-4, 'deg') });
    const ft = measure({
      do: 'height-tangent',
      distance: q(20 / 0.3048, 'ft'),
      top: q(100 * Math.tan((38 * Math.PI) / 180), 'percent'),
      base: q(100 * Math.tan((-4 * Math.PI) / 180), 'percent'),
    });
    const [a, b] = [m.height as { value: number; plusMinus: number }, ft.height as { value: number; plusMinus: number }];
    expect(b.value * 0.3048).toBeCloseTo(a.value, 9);
    expect(b.plusMinus * 0.3048).toBeCloseTo(a.plusMinus, 9);
  });
});

describe('worked figures of handbooks', () => {
  it.each([
    // Wagener 1963 (from memory): a hollow of 70% of the diameter costs about a third of the strength.
    [100, 70, 0, 'wagener', 0.343],
    // The same by Smiley and Fraedrich 1992 (from memory), closed.
    [100, 70, 0, 'smileyFraedrich', 0.343],
    // With a tenth of the girth open: 0.343 + 0.1 · 0.657.
    [100, 70, 0.1, 'smileyFraedrich', 0.4087],
    [100, 50, 0, 'wagener', 0.125],
  ] as const)('D %d, hollow %d, opening %d by %s: %d', (dbh, hollow, opening, method, loss) =>
    expect(strengthLoss(dbh, hollow, opening)[method]).toBeCloseTo(loss, 4),
  );
  it('a shell of 30% of the radius is where Mattheck and Breloer 1994 (from memory) warn, and it is the 70% hollow of Wagener', () => {
    expect(shellRatio(100, 15)).toBeCloseTo(0.3, 12);
    expect(strengthLoss(100, 100 - 2 * 15).wagener).toBeCloseTo(0.343, 4);
  });
  it('a 25 ft tree of 2.5 in is 120 times as tall as thick (common practice, no source)', () =>
    expect(slenderness(25, 2.5 / 12)).toBeCloseTo(120, 9));
  it('errors of area and crown ratio are what small steps of the readings give', () => {
    // d(πd²/4)/dd = πd/2, by a difference quotient.
    const step = 1e-6;
    const area = (d: number) => (Math.PI * d * d) / 4;
    const slope = (area(0.5 + step) - area(0.5 - step)) / (2 * step);
    expect(basalAreaError(0.5)).toBeCloseTo(slope * (Math.max(0.00254, 0.0025) / 1.96), 9);
    const ratio = (h: number, b: number) => (h - b) / h;
    const byH = (ratio(20 + step, 8) - ratio(20 - step, 8)) / (2 * step);
    const byB = (ratio(20, 8 + step) - ratio(20, 8 - step)) / (2 * step);
    expect(crownRatioError(20, 8, 0.5, 0.3)).toBeCloseTo(Math.hypot(byH * 0.5, byB * 0.3), 9);
  });
});

describe('tasks of the command line beyond the first', () => {
  it('an age has its range and the word rough', () => {
    const answer = measure({ do: 'age-guess', taxon: 'Quercus rubra', dbh: q(20, 'in') }, known);
    expect(answer).toMatchObject({ years: 80, low: 52, high: 120 });
    expect(answer.warnings.join(' ')).toMatch(/Rough/);
  });
  it('refuses an age of a kind without a published factor, and a misspelt kind', () => {
    expect(() => measure({ do: 'age-guess', taxon: 'Ginkgo biloba', dbh: q(50, 'cm') }, known)).toThrow(
      /no growth factor was published for Ginkgo biloba/,
    );
    expect(() => measure({ do: 'age-guess', taxon: 'Gingko biloba', dbh: q(50, 'cm') }, known)).toThrow(/nearest known: Ginkgo biloba/);
  });
  it('a lean can be given with a tangent height', () => {
    const at = (to: string) =>
      (
        measure({ do: 'height-tangent', distance: q(25, 'm'), top: q(33, 'deg'), base: q(-4, 'deg'), lean: { angle: q(12, 'deg'), to } })
          .height as { value: number }
      ).value;
    expect(at('toward')).toBeLessThan(at('across'));
    expect(at('away')).toBeGreaterThan(at('across'));
    expect(() => at('sideways')).toThrow(/lean\.to/);
  });
  it('a position wants fixes, a profile some length', () => {
    expect(() => measure({ do: 'position', nmea: '$GPGSV,1,1,00*79\nhello' })).toThrow(/no position fix in 2 lines/);
    expect(() => measure({ do: 'drill-profile', step: q(1, 'mm'), resistance: [40, 40, 40] })).toThrow(/5 cm or more/);
  });
  it('diameters come with their ± from the repeat tolerance (US forest inventory, from memory)', () => {
    const { diameter } = measure({ do: 'diameter-from-girth', girth: q(200, 'cm') }) as unknown as {
      diameter: { value: number; plusMinus: number };
    };
    expect(diameter.plusMinus).toBeCloseTo((0.005 * diameter.value) / 1.96, 6);
  });
});
