import fc from 'fast-check';
import { Refusal } from '../problem/refusal';
import { championPoints, combinedDiameter, diameterFromGirth, slenderness } from './stem';
import { crownRatio } from './crown';
import { fromMetres, metres, parseLength } from '../units/units';
import { growth } from './growth';
import { heightSine, heightStick, heightTangent } from './height';
import { measure } from './tasks';
import { rootZone } from './roots';
import { strengthLoss } from './decay';

const deg = (d: number) => (d * Math.PI) / 180;

describe('units', () => {
  // International yard and pound agreement, 1959: 1 in = 25.4 mm exactly.
  it.each([
    [1, 'in', 0.0254],
    [1, 'ft', 0.3048],
    [1, 'yd', 0.9144],
    [100, 'cm', 1],
  ])('%d %s is %d m by definition', (value, unit, m) => {
    expect(metres({ value, unit }, 'x')).toBeCloseTo(m, 12);
  });
  it('goes there and back in every unit', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1000, noNaN: true }), fc.constantFrom('m', 'cm', 'mm', 'in', 'ft', 'yd'), (value, unit) => {
        expect(fromMetres(metres({ value, unit }, 'x'), unit as 'm') / value).toBeCloseTo(1, 10);
      }),
    );
  });
  it.each([
    ['35', 'cm', 0.35],
    ['35 cm', 'in', 0.35],
    ['1,2 m', 'cm', 1.2],
    ['14"', 'cm', 14 * 0.0254],
    [`5' 11"`, 'cm', 71 * 0.0254],
    ['5 ft 11 in', 'cm', 71 * 0.0254],
    ['.5', 'm', 0.5],
  ] as const)('reads %s (in %s when no unit is written)', (text, unit, m) => {
    expect(parseLength(text, unit)).toBeCloseTo(m, 9);
  });
  // Nobody measures a tree to the micrometre: three digits after a comma are thousands, except in metres (common practice, no source).
  it.each([
    ['1,200 mm', 'cm', 1.2],
    ['1.200', 'mm', 1.2],
    ['1,200', 'cm', 12],
    ['1,234.5 cm', 'm', 12.345],
    ['1,200 m', 'cm', 1.2],
    ['1,200 ft', 'm', 365.76],
    ['12,5 cm', 'm', 0.125],
    ['12,75', 'in', 0.323_85],
  ] as const)('a comma that groups thousands is none of a fraction: "%s" in %s', (text, unit, m) =>
    expect(parseLength(text, unit)).toBeCloseTo(m, 9),
  );
  it.each(['', 'abc', '12 apples', '-3', '1.2.3'])('says "%s" is no length', (text) => expect(parseLength(text, 'cm')).toBeNull());
});

describe('stem', () => {
  it('diameter is girth over pi (geometry)', () => expect(diameterFromGirth(100)).toBeCloseTo(31.831, 3));
  it('stems of 3 and 4 stand for one of 5 (equal basal area, Pythagoras)', () => expect(combinedDiameter([3, 4])).toBeCloseTo(5, 12));
  it('is the same number by both ways BS 5837 writes it (BS 5837:2012, from memory)', () => {
    const stems = [10, 12, 9, 15, 20, 11];
    const meanSquare = stems.reduce((sum, d) => sum + d * d, 0) / stems.length;
    expect(combinedDiameter(stems)).toBeCloseTo(Math.sqrt(meanSquare * stems.length), 10);
  });
  // Common practice, no source: worked totals of big trees; the formula is the American Forests one.
  it.each([
    [253, 99, 101, 377.25],
    [217, 90, 108, 334],
    [26, 35, 29, 68.25],
  ])('girth %d in, height %d ft, spread %d ft make %d points', (girth, height, spread, points) => {
    expect(championPoints(girth, height, spread)).toBe(points);
  });
  it('a 25 ft tree of 2.5 in diameter is too thin for its height (common practice, no source)', () => {
    expect(slenderness(25 * 12, 2.5)).toBe(120);
  });
});

describe('height', () => {
  it('tangent method, worked: 20 m, +38° and -4° (H = D (tan α − tan β), mensuration handbooks)', () => {
    const { height } = heightTangent(20, deg(38), deg(-4));
    expect(height).toBeCloseTo(20 * (0.7812856 + 0.0699268), 4);
  });
  it('at 45° and level the height over the eye is the distance', () => expect(heightTangent(17, deg(45), 0).height).toBeCloseTo(17, 9));
  it('sine and tangent agree on an upright tree', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 5, max: 70, noNaN: true }),
        fc.double({ min: -20, max: 4, noNaN: true }),
        (d, top, base) => {
          const sine = heightSine(
            { distance: d / Math.cos(deg(top)), angle: deg(top) },
            { distance: d / Math.cos(deg(base)), angle: deg(base) },
          );
          expect(sine.height).toBeCloseTo(heightTangent(d, deg(top), deg(base)).height, 6);
        },
      ),
    );
  });
  it('the ± follows from the errors: compared with 20 000 simulated readings', () => {
    // A small generator (Box-Muller on a linear congruence), so that the check does not depend on luck.
    let seed = 12345;
    const uniform = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
    const normal = () => Math.sqrt(-2 * Math.log(uniform() || 1e-9)) * Math.cos(2 * Math.PI * uniform());
    const [D, a, b] = [25, deg(35), deg(-3)];
    const heights = Array.from(
      { length: 20_000 },
      () => heightTangent(D + normal() * 0.25, a + normal() * deg(0.5), b + normal() * deg(0.5)).height,
    );
    const mean = heights.reduce((x, y) => x + y, 0) / heights.length;
    const sd = Math.sqrt(heights.reduce((sum, h) => sum + (h - mean) ** 2, 0) / heights.length);
    expect(heightTangent(D, a, b).plusMinus / sd).toBeGreaterThan(0.95);
    expect(heightTangent(D, a, b).plusMinus / sd).toBeLessThan(1.05);
  });
  it('warns when one stands nearer than the tree is tall', () => {
    expect(heightTangent(10, deg(55), deg(-8)).warnings.join(' ')).toMatch(/Step back/);
    expect(heightTangent(30, deg(30), deg(-3)).warnings).toEqual([]);
  });
});

describe('crown, roots, decay, growth', () => {
  it('crown ratio is live crown over height (US forest inventory field guide, from memory)', () =>
    expect(crownRatio(20, 8)).toBeCloseTo(0.6, 12));
  it('BS 5837: 12 times the diameter, at most 15 m', () => {
    expect(rootZone(0.5, 'bs5837').radius).toBeCloseTo(6, 12);
    expect(rootZone(2, 'bs5837').radius).toBe(15);
  });
  it('AS 4970: at least 2 m, structural zone at least 1.5 m', () => {
    expect(rootZone(0.1, 'as4970').radius).toBe(2);
    expect(rootZone(0.1, 'as4970').structuralRadius).toBe(1.5);
    expect(rootZone(0.6, 'as4970').structuralRadius).toBeCloseTo(0.64 * 30 ** 0.42, 9);
  });
  it('a foot for each inch', () => expect(rootZone(10 * 0.0254, 'feet-per-inch').radius).toBeCloseTo(10 * 0.3048, 9));
  it('a closed hollow loses the same by both methods; an opening loses more', () => {
    const closed = strengthLoss(60, 40);
    expect(closed.wagener).toBeCloseTo(8 / 27, 12);
    expect(closed.smileyFraedrich).toBeCloseTo(closed.wagener, 12);
    expect(strengthLoss(60, 40, 0.2).smileyFraedrich).toBeCloseTo(8 / 27 + 0.2 * (19 / 27), 12);
  });
  it('says "no change the tape could see" inside the tolerance, and a growth outside it', () => {
    expect(
      growth([
        { date: '2020-01-01', dbh: 0.3 },
        { date: '2021-01-01', dbh: 0.301 },
      ]).real,
    ).toBe(false);
    const grew = growth([
      { date: '2016-01-01', dbh: 0.3 },
      { date: '2026-01-01', dbh: 0.4 },
    ]);
    expect(grew.real).toBe(true);
    expect(grew.perYear).toBeCloseTo(0.01, 4);
  });
  it('allows two centimetres of taper for each metre between two reading heights', () => {
    const at = (breastHeight: number) =>
      growth([
        { date: '2020-01-01', dbh: 0.3, breastHeight: 1.3 },
        { date: '2021-01-01', dbh: 0.31, breastHeight },
      ]);
    expect(at(1.5).high - at(1.3).high).toBeCloseTo(0.02 * 0.2, 4);
    expect(at(1.3).low - at(1.5).low).toBeCloseTo(0.02 * 0.2, 4);
  });
  it('half a centimetre misread at either end of a stick is a third of a metre on a tree forty metres off', () => {
    // Similar triangles, stick and arm 60 cm: 40 / 0.6 · 0.005 = 0.333 m at each end; the distance is taken as exact beside them.
    const { plusMinus } = heightStick(40, 0.6, 0.6);
    expect(plusMinus).toBeGreaterThan(0.333 * Math.SQRT2 - 0.001);
    expect(plusMinus).toBeLessThan(0.333 * Math.SQRT2 + 0.15);
  });
});

describe('measure, the contract', () => {
  const q = (value: number, unit: string) => ({ value, unit });
  it('answers in the unit of the question', () => {
    const answer = measure({ do: 'height-tangent', distance: q(60, 'ft'), top: q(50, 'percent'), base: q(-10, 'percent') });
    expect(answer.height).toMatchObject({ unit: 'ft' });
    expect((answer.height as { value: number }).value).toBeCloseTo(36, 9);
  });
  it.each([
    [{ do: 'diameter-from-girth', girth: q(100, 'cm') }, 'diameter', 31.831],
    [{ do: 'combined-diameter', stems: [q(30, 'cm'), q(40, 'cm')] }, 'diameter', 50],
    [
      { do: 'height-sine', top: { distance: q(30, 'm'), angle: q(30, 'deg') }, base: { distance: q(26, 'm'), angle: q(0, 'deg') } },
      'height',
      15,
    ],
    [{ do: 'height-stick', distance: q(20, 'm'), stickLength: q(60, 'cm'), armLength: q(60, 'cm') }, 'height', 20],
    [{ do: 'crown-spread', axes: [q(10, 'm'), q(6, 'm')] }, 'spread', 8],
    [{ do: 'crown-spread', spokes: [q(4, 'm'), q(5, 'm'), q(3, 'm'), q(4, 'm')] }, 'spread', 8],
    [{ do: 'root-zone', dbh: q(50, 'cm'), standard: 'bs5837' }, 'radius', 6],
  ])('%j', (request, key, value) => {
    expect((measure(request)[key] as { value: number }).value).toBeCloseTo(value, 3);
  });
  it.each([
    [{ do: 'hight-tangent' }, /unknown word "hight-tangent"; nearest valid: height-tangent/],
    [{ do: 'diameter-from-girth', girth: q(1, 'deg') }, /girth\.unit: "deg" is not a unit of length/],
    [{ do: 'diameter-from-girth' }, /girth/],
    [{ do: 'height-tangent', distance: q(20, 'm'), top: q(95, 'deg'), base: q(0, 'deg') }, /top\.value: 95 is outside/],
    [{ do: 'height-tangent', distance: q(20, 'm'), top: q(-9, 'deg'), base: q(0, 'deg') }, /above the base/],
    [{ do: 'crown-ratio', height: q(9, 'm'), crownBase: q(10, 'm') }, /crownBase/],
  ])('refuses %j with a sentence', (request, sentence) => {
    expect(() => measure(request)).toThrow(Refusal);
    expect(() => measure(request)).toThrow(sentence);
  });
});
