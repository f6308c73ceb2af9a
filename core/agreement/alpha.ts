import { randomFrom, within } from '../maths/random';
import { saidOf, type RatingScale, type Table } from './ratings';

/** How far two values are apart, squared; 0 for the same. */
type Difference = (a: number, b: number) => number;

/** Coincidences of values within units: each pair of ratings of a unit, both ways round, weighed by one less than its ratings. */
function coincidences(rows: readonly (readonly number[])[], values: number): number[][] {
  const table = Array.from({ length: values }, () => new Array<number>(values).fill(0));
  for (const said of rows)
    for (const [i, a] of said.entries())
      for (const [j, b] of said.entries())
        if (i !== j) (table[a] as number[])[b] = ((table[a] as number[])[b] ?? 0) + 1 / (said.length - 1);
  return table;
}

/**
 * How far values are apart on a scale (Krippendorff 2011): alike or not; the ratings that lie between two ranks; the square of the
 * difference of two numbers.
 * @param marginals how often each value was paired
 */
function differenceOf(scale: RatingScale, values: readonly string[], marginals: readonly number[]): Difference {
  if (scale === 'nominal') return (a, b) => Number(a !== b);
  if (scale === 'interval') return (a, b) => (Number(values[a]) - Number(values[b])) ** 2;
  return (a, b) => {
    const [low, high] = a < b ? [a, b] : [b, a];
    const between = marginals.slice(low, high + 1).reduce((total, n) => total + n, 0);
    return (between - ((marginals[low] ?? 0) + (marginals[high] ?? 0)) / 2) ** 2;
  };
}

function alphaOf(rows: readonly (readonly number[])[], scale: RatingScale, values: readonly string[]): number | null {
  const table = coincidences(rows, values.length);
  const marginals = table.map((row) => row.reduce((a, b) => a + b, 0));
  const n = marginals.reduce((a, b) => a + b, 0);
  const apart = differenceOf(scale, values, marginals);
  let observed = 0;
  let expected = 0;
  for (const [a, row] of table.entries())
    for (const [b, together] of row.entries()) {
      const d = apart(a, b);
      observed += together * d;
      expected += ((marginals[a] ?? 0) * (marginals[b] ?? 0) * d) / (n - 1);
    }
  // Where nothing was ever said but one thing there is no telling agreement from habit.
  return expected === 0 ? null : 1 - observed / expected;
}

/** Samples of the bootstrap, and the share of them outside the interval. */
const SAMPLES = 1000;
const OUTSIDE = 0.05;
const SEED = 1;

/** Agreement beyond chance with the interval in which 95 of 100 samples of units lie. */
export interface Alpha {
  alpha: number | null;
  low: number | null;
  high: number | null;
}

/**
 * Agreement of any number of raters beyond chance, on any scale, with ratings missing (Krippendorff, Content Analysis, and Computing
 * Krippendorff's Alpha-Reliability, 2011). The interval is that of a bootstrap over units (Efron 1979), the same each time.
 * @param table for an interval scale its values are numbers
 */
export function krippendorff({ cells, values }: Table, scale: RatingScale): Alpha {
  const rows = cells.map(saidOf).filter((said) => said.length > 1);
  const alpha = alphaOf(rows, scale, values);
  if (alpha === null) return { alpha, low: null, high: null };
  const random = randomFrom(SEED);
  const drawn = Array.from({ length: SAMPLES }, () =>
    alphaOf(
      rows.map(() => rows[within(random, rows.length)] as number[]),
      scale,
      values,
    ),
  )
    // A sample in which all say one thing agrees, as far as it tells anything.
    .map((one) => one ?? 1)
    .sort((a, b) => a - b);
  const at = (share: number) => drawn[Math.round(share * (SAMPLES - 1))] as number;
  return { alpha, low: Math.min(alpha, at(OUTSIDE / 2)), high: Math.max(alpha, at(1 - OUTSIDE / 2)) };
}
