import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import { EMPTY_ENTRY, readEntry, shotsInto, type Custom, type Entry } from './form';

const entry = (part: Partial<Entry>): Entry => ({ ...EMPTY_ENTRY, ...part });
const girth: Custom = { units: 'metric', stem: 'girth', breastHeight: 1.3 };
const diameter: Custom = { ...girth, stem: 'diameter' };
const oak = testLibrary.taxa.find((t) => t.name === 'Quercus rubra') ?? null;
const read = (part: Partial<Entry>, custom = girth, taxon = oak as typeof oak | null) => readEntry(entry(part), custom, taxon, null);

describe('the stem as typed', () => {
  it('girth becomes diameter; a unit that is written wins', () => {
    expect(read({ stems: ['100'] }).values.dbh?.m).toBeCloseTo(1 / Math.PI, 9);
    expect(read({ stems: ['40 in'] }).values.dbh?.m).toBeCloseTo((40 * 0.0254) / Math.PI, 9);
    expect(read({ stems: ['12'] }, { units: 'feet', stem: 'diameter', breastHeight: 1.37 }).values.dbh?.m).toBeCloseTo(0.3048, 9);
  });
  it('several stems stand for one, by their cross-sections, with the error carried through', () => {
    const { values } = read({ stems: ['30', '40', ''] }, diameter);
    expect(values.dbh?.m).toBeCloseTo(0.5, 9);
    expect(values.stems).toHaveLength(2);
    // σ = √Σ(dᵢσᵢ)²/d with σ = tolerance / 1.96: 2.54 mm for both here.
    expect(values.dbh?.plusMinus).toBeCloseTo((0.00254 / 1.96) * (Math.hypot(0.3, 0.4) / 0.5), 9);
  });
  it('readings of one stem are averaged and a slip is left out', () => {
    const { values } = read({ stems: ['60.0'], again: ['60.2', '59.9', '60.1', '160'] }, diameter);
    expect(values.dbh).toMatchObject({ leftOut: 1 });
    expect(values.dbh?.readings).toHaveLength(5);
    expect(values.dbh?.m).toBeCloseTo(0.6005, 4);
  });
  it('keeps the height of the reading: the usual one, an own one, or that of this reading', () => {
    expect(read({}).values.breastHeight).toBe(1.3);
    expect(read({}, { ...girth, breastHeight: 1.25 }).values.breastHeight).toBe(1.25);
    expect(read({ readingHeight: '0.6' }).values.breastHeight).toBeCloseTo(0.6, 9);
    expect(read({ readingHeight: '2 ft' }).values.breastHeight).toBeCloseTo(0.6096, 9);
    expect(read({ readingHeight: '30' }).problems.readingHeight).toMatch(/up to 3\.0 m/);
  });
  it('says what is no number, in a sentence, and keeps the rest', () => {
    const { problems, values } = read({ stems: ['x'], distance: '20', top: '38', base: 'low', crownBase: '4' });
    expect(problems.stems).toMatch(/Enter a length/);
    expect(problems.base).toMatch(/Enter an angle/);
    expect(values.crownBase?.m).toBe(4);
  });
});

describe('the height as typed', () => {
  it.each<[string, Partial<Entry>, number]>([
    ['tangent', { heightHow: 'tangent', distance: '20', top: '45', base: '0' }, 20],
    ['tangent in percent', { heightHow: 'tangent', angleUnit: 'percent', distance: '20', top: '90', base: '-10' }, 20],
    ['sine', { heightHow: 'sine', topDistance: '30', top: '30', baseDistance: '26', base: '0' }, 15],
    ['stick', { heightHow: 'stick', distance: '20', stick: '60', arm: '60' }, 20],
    ['stick over the eye', { heightHow: 'stick', distance: '20', stick: '30', arm: '60', eye: '1.6' }, 11.6],
    ['typed', { heightHow: 'typed', height: '17.5' }, 17.5],
    ['typed in feet', { heightHow: 'typed', height: '60 ft' }, 60 * 0.3048],
  ])('%s', (_how, part, m) => {
    const { values, problems } = read(part);
    expect(problems).toEqual({});
    expect(values.height?.m).toBeCloseTo(m, 6);
    expect(values.height?.plusMinus).toBeGreaterThan(0);
  });
  it('each field that is still missing leaves the height open, and a wrong one is told', () => {
    expect(read({ heightHow: 'sine', topDistance: '30', top: '30' }).values.height).toBeUndefined();
    expect(read({ heightHow: 'stick', distance: '20', stick: 'long', arm: '60' }).problems.stick).toMatch(/Enter a length/);
    expect(read({ distance: '20', top: '-5', base: '10' }).problems.top).toMatch(/below the base/);
  });
  it('readings kept are averaged with the one on the screen; the spread widens the ± when they scatter', () => {
    const kept = (m: number) => ({ m, plusMinus: 0.3, method: 'tangent', entered: '' });
    const close = read({ heights: [kept(17), kept(17.2)], heightHow: 'typed', height: '17.1' });
    expect(close.values.height?.m).toBeCloseTo(17.1, 6);
    expect(close.values.height?.readings).toHaveLength(3);
    const wide = read({ heights: [kept(15), kept(19)], heightHow: 'typed', height: '17' });
    expect(wide.values.height?.plusMinus).toBeGreaterThan(close.values.height?.plusMinus ?? Infinity);
    expect(wide.warnings.join(' ')).toMatch(/same top each time/);
  });
  it('a reading far off the others is named and left out', () => {
    const kept = (m: number) => ({ m, plusMinus: 0.3, method: 'tangent', entered: '' });
    const { values, warnings } = read({ heights: [17, 17.2, 16.9, 17.1, 27].map(kept) });
    expect(values.height).toMatchObject({ leftOut: 1 });
    expect(values.height?.m).toBeCloseTo(17.05, 6);
    expect(warnings.join(' ')).toMatch(/27\.0 m is an outlier/);
  });
  it('shots of a device go into the fields and give back the height they were made from', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 40, noNaN: true }), fc.constantFrom('metric', 'feet'), (height, units) => {
        const custom = { ...girth, units } as Custom;
        const distance = 1.3 * height;
        const shots = {
          top: { distance: Math.hypot(distance, height - 1.6), angle: Math.atan2(height - 1.6, distance) },
          base: { distance: Math.hypot(distance, 1.6), angle: Math.atan2(-1.6, distance) },
        };
        const { values } = readEntry(shotsInto(EMPTY_ENTRY, shots, custom), custom, null, null);
        // The fields hold tenths of a degree and hundredths of a metre.
        expect(Math.abs((values.height?.m ?? 0) - height)).toBeLessThan(0.03 + 0.004 * height);
      }),
    );
  });
});

describe('the crown as typed', () => {
  it('two ways or spokes', () => {
    expect(read({ spread: ['10', '6'] }).values.crownSpread?.m).toBe(8);
    expect(read({ spreadHow: 'spokes', spread: ['4', '5', '3', '4'] }).values.crownSpread).toMatchObject({ m: 8, method: '4 spokes' });
    expect(read({ spreadHow: 'spokes', spread: ['4', '5', '', '4'] }).values.crownSpread).toBeUndefined();
  });
  it('the ratio carries the errors of both heights', () => {
    const { ratio, ratioError } = read({ heightHow: 'typed', height: '20', crownBase: '8' });
    expect(ratio).toBeCloseTo(0.6, 9);
    // b σ_H / H² = 8 · 0.6 / 400 and σ_b / H = 0.3 / 20.
    expect(ratioError).toBeCloseTo(Math.hypot(0.012, 0.015), 9);
  });
  it('cannot start above the top', () =>
    expect(read({ heightHow: 'typed', height: '10', crownBase: '12' }).problems.crownBase).toMatch(/above the top/));
});

describe('what is asked about, never refused', () => {
  const ask = (part: Partial<Entry>, last: Parameters<typeof readEntry>[3] = null, custom = diameter) =>
    readEntry(entry(part), custom, oak, last).questions.join(' ');
  it.each<[string, Partial<Entry>, Parameters<typeof readEntry>[3], RegExp]>([
    ['stouter than the kind', { stems: ['400'] }, null, /is large for Quercus rubra/],
    ['taller than the kind', { heightHow: 'typed', height: '70' }, null, /is tall for Quercus rubra/],
    ['a stem that shrank', { stems: ['40'] }, { dbh: 0.5, years: 2 }, /Stems do not shrink/],
    ['a stem that shot up', { stems: ['60'] }, { dbh: 0.5, years: 2 }, /more than 3\.0 cm a year/],
    ['a top that is gone', { heightHow: 'typed', height: '10' }, { height: 18, years: 3 }, /has the top gone/],
    ['a tree that shot up', { heightHow: 'typed', height: '18' }, { height: 10, years: 2 }, /more than 2\.0 m a year/],
    ['a pole', { stems: ['5'], heightHow: 'typed', height: '12' }, null, /few stems stand so/],
    ['a girth written as a diameter', { stems: ['160'], heightHow: 'typed', height: '14' }, null, /Did you enter girth as diameter/],
    ['a crown of a park oak on a whip', { stems: ['10'], spread: ['12', '12'] }, null, /Radius or width/],
  ])('%s', (_words, part, last, question) => expect(ask(part, last)).toMatch(question));
  it('usual readings ask nothing', () =>
    expect(
      ask({ stems: ['52'], heightHow: 'typed', height: '18', crownBase: '5', spread: ['12', '10'] }, { dbh: 0.5, height: 17.5, years: 3 }),
    ).toBe(''));
  it('whatever is typed, a stem that reads as a length and that a tree can have is kept', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1499, noNaN: true }), (cm) => {
        expect(readEntry(entry({ stems: [cm.toFixed(1)] }), diameter, oak, { dbh: 0.5, years: 1 }).values.dbh?.m).toBeCloseTo(
          Number(cm.toFixed(1)) / 100,
          9,
        );
      }),
    );
  });
});
