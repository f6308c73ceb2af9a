import { pick, randomFrom } from '../maths/random';
import { Refusal } from '../problem/refusal';
import { agreement, observersOf, type Rating } from './index';

/** Ratings of a table whose rows are raters; a dot is nothing said. */
const byRater = (rows: readonly string[]): Rating[] =>
  rows.flatMap((row, r) => [...row].flatMap((value, u) => (value === '.' ? [] : [{ unit: `u${u}`, rater: `r${r}`, value }])));
/** Ratings of two raters, so many of each pair. */
const pairs = (counts: Record<string, number>): Rating[] =>
  byRater([
    Object.entries(counts)
      .map(([pair, n]) => (pair[0] as string).repeat(n))
      .join(''),
    Object.entries(counts)
      .map(([pair, n]) => (pair[1] as string).repeat(n))
      .join(''),
  ]);

// Krippendorff, Computing Krippendorff's Alpha-Reliability (2011), section "Any number of observers": four observers, twelve units,
// ratings missing. Table and results from memory.
const KRIPPENDORFF = byRater(['123321412...', '1233224125..', '.33323422513', '12332441251.']);

describe('agreement of two', () => {
  // Worked examples of Cohen's kappa as textbooks give them: 100 units, 60 alike, unlike margins (from memory).
  it.each([
    [{ aa: 45, ab: 15, ba: 25, bb: 15 }, 0.1304],
    [{ aa: 25, ab: 35, ba: 5, bb: 35 }, 0.2593],
    [{ aa: 20, ab: 5, ba: 10, bb: 15 }, 0.4],
  ])('%o is %f', (counts, kappa) => {
    const found = agreement({ scale: 'nominal', ratings: pairs(counts) });
    expect(found.cohen?.kappa).toBeCloseTo(kappa, 4);
    expect(found.cohen?.weighted).toBeNull();
  });
  it('weighs by how far apart they are, where values have an order', () => {
    const ratings = pairs({ '11': 1, '22': 1, '33': 1, '12': 1, '23': 1, '31': 1 });
    // By hand: the mean square of the distances is 1, by chance 12/9.
    expect(agreement({ scale: 'ordinal', ratings }).cohen).toEqual({ kappa: expect.closeTo(0.25, 10), weighted: expect.closeTo(0.25, 10) });
    const near = pairs({ ll: 4, lm: 2, mm: 4, hh: 4 });
    const far = pairs({ ll: 4, lh: 2, mm: 4, hh: 4 });
    const weighted = (ratings: Rating[]) => agreement({ scale: 'ordinal', order: ['l', 'm', 'h'], ratings }).cohen?.weighted ?? NaN;
    expect(weighted(near)).toBeGreaterThan(weighted(far));
  });
  // Computed with cohen.kappa of the R package psych 2.2.9 (Debian's r-cran-psych), whose weights are squared distances.
  it.each([
    ['20 5 1 0 4 18 6 1 0 7 15 3 1 0 4 11', 0.5486335586, 0.7766764438],
    ['9 3 0 0 8 12 9 2 1 4 20 10 0 0 3 6', 0.3651951842, 0.6896250455],
    ['30 0 0 2 1 25 3 0 0 2 12 1 3 0 1 8', 0.7920378113, 0.7186293436],
    ['5 5 5 5 4 6 4 6 5 4 6 5 6 5 5 4', 0.01666666667, -0.05],
  ])('%s: plain and weighted as the package psych has them', (row, kappa, weighted) => {
    const counts = row.split(' ').map((n, i) => [`${Math.floor(i / 4)}${i % 4}`, Number(n)] as const);
    const found = agreement({ scale: 'ordinal', ratings: pairs(Object.fromEntries(counts)) });
    expect(found.cohen?.kappa).toBeCloseTo(kappa, 8);
    expect(found.cohen?.weighted).toBeCloseTo(weighted, 8);
  });
  it('says nothing where chance alone would have them agree', () => {
    expect(agreement({ scale: 'nominal', ratings: pairs({ aa: 9 }) })).toMatchObject({
      percent: 100,
      cohen: { kappa: null },
      fleiss: null,
      krippendorff: { alpha: null, low: null, high: null },
    });
  });
});

describe('agreement of many', () => {
  it('is that of the worked example of fourteen raters (Fleiss 1971, as textbooks work it, from memory)', () => {
    const counts = [
      '0 0 0 0 14',
      '0 2 6 4 2',
      '0 0 3 5 6',
      '0 3 9 2 0',
      '2 2 8 1 1',
      '7 7 0 0 0',
      '3 2 6 3 0',
      '2 5 3 2 2',
      '6 5 2 1 0',
      '0 2 2 3 7',
    ];
    const ratings = counts.flatMap((row, unit) => {
      const said = row.split(' ').flatMap((n, value) => new Array<number>(Number(n)).fill(value + 1));
      return said.map((value, rater) => ({ unit: `u${unit}`, rater: `r${rater}`, value }));
    });
    expect(agreement({ scale: 'nominal', ratings }).fleiss?.kappa).toBeCloseTo(0.21, 3);
  });
  it.each([
    ['nominal', 0.743],
    ['ordinal', 0.815],
    ['interval', 0.849],
  ] as const)('%s, with ratings missing, is that of the published example', (scale, alpha) => {
    const found = agreement({ scale, ratings: KRIPPENDORFF });
    expect(found.krippendorff.alpha).toBeCloseTo(alpha, 3);
    expect(found.krippendorff.low).toBeLessThan(alpha);
    expect(found.krippendorff.high).toBeGreaterThan(alpha);
    expect(found.fleiss).toBeNull();
    expect(found.cohen).toBeNull();
  });
  it('does not change with the names of raters and units or the order in which they come, and not at all from run to run', () => {
    const turned = [...KRIPPENDORFF].reverse().map((one) => ({ ...one, rater: `x${one.rater}`, unit: `y${one.unit}` }));
    const [a, b] = [KRIPPENDORFF, turned].map((ratings) => agreement({ scale: 'ordinal', ratings }));
    expect(a?.krippendorff.alpha).toBeCloseTo(b?.krippendorff.alpha ?? NaN, 10);
    expect(agreement({ scale: 'ordinal', ratings: KRIPPENDORFF })).toEqual(a);
  });
  it('of raters who throw dice is none', () => {
    const random = randomFrom(4);
    const ratings = Array.from({ length: 400 }, (_, u) =>
      ['a', 'b', 'c'].map((rater) => ({ unit: `u${u}`, rater, value: pick(random, ['x', 'y', 'z']) })),
    ).flat();
    const found = agreement({ scale: 'nominal', ratings });
    expect(Math.abs(found.krippendorff.alpha ?? NaN)).toBeLessThan(0.06);
    expect(found.krippendorff.low).toBeLessThan(0);
    expect(found.krippendorff.high).toBeGreaterThan(0);
    expect(Math.abs((found.fleiss?.kappa ?? NaN) - (found.krippendorff.alpha ?? NaN))).toBeLessThan(0.01);
  });
});

describe('what is asked', () => {
  const one = { unit: 'u', rater: 'a', value: 'x' };
  it.each([
    [{ scale: 'nominal', ratings: [] }, /at least one rating/],
    [{ scale: 'nominal', ratings: [one, one] }, /a rates u twice/],
    [{ scale: 'ordinal', ratings: [one] }, /Give the order of the values/],
    [{ scale: 'ordinal', ratings: [one], order: ['low', 'high'] }, /"x" is not in the order: low, high/],
    [{ scale: 'interval', ratings: [one] }, /An interval scale needs numbers/],
    [{ scale: 'ordinal', ratings: [one], order: ['x', 'x'] }, /is listed twice/],
    [{ scale: 'ratio', ratings: [one] }, /scale/],
  ])('%j is refused with a sentence', (request, words) => {
    expect(() => agreement(request)).toThrow(Refusal);
    expect(() => agreement(request)).toThrow(words);
  });
});

describe('truth and errors from ratings alone (Dawid and Skene 1979)', () => {
  const VALUES = ['oak', 'lime', 'plane'];
  const PLANTED: Record<string, number[][]> = {
    sure: [
      [0.95, 0.03, 0.02],
      [0.02, 0.96, 0.02],
      [0.03, 0.03, 0.94],
    ],
    fair: [
      [0.8, 0.1, 0.1],
      [0.1, 0.8, 0.1],
      [0.1, 0.1, 0.8],
    ],
    limes: [
      [0.9, 0.05, 0.05],
      [0.05, 0.55, 0.4],
      [0.05, 0.05, 0.9],
    ],
    other: [
      [0.85, 0.1, 0.05],
      [0.1, 0.85, 0.05],
      [0.1, 0.05, 0.85],
    ],
  };
  const drawn = (random: () => number, shares: readonly number[]): number => {
    let left = random();
    return Math.max(
      0,
      shares.findIndex((share) => (left -= share) < 0),
    );
  };
  function simulated(units: number, seed: number) {
    const random = randomFrom(seed);
    const truth = Array.from({ length: units }, () => drawn(random, [0.5, 0.3, 0.2]));
    const ratings = truth.flatMap((t, u) =>
      Object.entries(PLANTED).map(([rater, confusion]) => ({
        unit: `u${u}`,
        rater,
        value: VALUES[drawn(random, confusion[t] as number[])] as string,
      })),
    );
    return { truth, ratings };
  }
  it('recovers what was planted: shares within 0.05 in the mean of 1000 units, the truth of 95 of 100', () => {
    const { truth, ratings } = simulated(1000, 7);
    const found = observersOf({ ratings });
    const errors = found.raters.flatMap(({ rater, confusion }) =>
      VALUES.flatMap((t, i) => VALUES.map((s, j) => Math.abs((confusion[t]?.[s] ?? NaN) - (PLANTED[rater]?.[i]?.[j] ?? NaN)))),
    );
    expect(errors.reduce((a, b) => a + b, 0) / errors.length).toBeLessThan(0.02);
    expect(Math.max(...errors)).toBeLessThan(0.08);
    const right = found.truth.filter(({ values }, u) =>
      VALUES.every((value) => (values[value] ?? 0) <= (values[VALUES[truth[u] as number] as string] ?? 0)),
    );
    expect(right.length / truth.length).toBeGreaterThan(0.95);
    expect(found.prevalence.oak).toBeCloseTo(0.5, 1);
  });
  it('weighs by who errs, where most would be wrong', () => {
    // Two who confuse limes with planes outvote one who does not; the third is right on all else.
    const { ratings } = simulated(600, 3);
    const unit = 'asked';
    const found = observersOf({
      ratings: [...ratings, { unit, rater: 'sure', value: 'lime' }, { unit, rater: 'limes', value: 'plane' }],
    });
    expect(found.truth.at(-1)?.values.lime).toBeGreaterThan(0.8);
  });
  it('gives shares that come to one, also of a rater who said one thing once', () => {
    const found = observersOf({ ratings: [...simulated(30, 1).ratings, { unit: 'u0', rater: 'new', value: 'oak' }] });
    for (const { confusion } of found.raters)
      for (const row of Object.values(confusion)) expect(Object.values(row).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    for (const { values } of found.truth) expect(Object.values(values).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(found.raters.at(-1)?.confusion.plane?.plane).toBeGreaterThan(0.5);
    expect(found.iterations).toBeLessThan(500);
  });
});
