import { randomFrom, within } from '../maths/random';
import { saidOf, type RatingScale, type Table } from './ratings';

/** Coincidences of values within units: each pair of ratings of a unit, both ways round, weighed by one less than its ratings. */
function coincidences(rows: readonly (readonly number[])[], values: number): number[][] {
  const table = Array.from({ length: values }, () => new Array<number>(values).fill(0));
  for (const said of rows)
    for (const [i, a] of said.entries())
      for (const [j, b] of said.entries())
        if (i !== j) (table[a] as number[])[b] = ((table[a] as number[])[b] ?? 0) + 1 / (said.length - 1);
  return table;
}

/** Disagreement within units, and that which chance would bring, in the same measure. */
interface Disagreement {
  observed: number;
  expected: number;
}

const squares = (numbers: readonly number[]): number => numbers.reduce((total, x) => total + x * x, 0);
const sum = (numbers: readonly number[]): number => numbers.reduce((total, x) => total + x, 0);

/** Alike or not: pairs that are not alike, by the counts of each value. */
function nominal(rows: readonly (readonly number[])[]): Disagreement {
  const all = new Map<number, number>();
  let observed = 0;
  let n = 0;
  for (const said of rows) {
    const own = new Map<number, number>();
    for (const value of said) {
      own.set(value, (own.get(value) ?? 0) + 1);
      all.set(value, (all.get(value) ?? 0) + 1);
    }
    observed += (said.length ** 2 - squares([...own.values()])) / (said.length - 1);
    n += said.length;
  }
  return { observed, expected: (n ** 2 - squares([...all.values()])) / (n - 1) };
}

/** The squares of the differences of numbers, by their sums: the same as over all pairs. */
function interval(rows: readonly (readonly number[])[], numbers: readonly number[]): Disagreement {
  // About their middle, so that large numbers close together lose no figures.
  const middle = sum(numbers) / Math.max(1, numbers.length);
  const apart = (values: readonly number[]) => 2 * values.length * squares(values) - 2 * sum(values) ** 2;
  const of = rows.map((said) => said.map((value) => (numbers[value] ?? 0) - middle));
  const all = of.flat();
  return { observed: sum(of.map((values) => apart(values) / (values.length - 1))), expected: apart(all) / (all.length - 1) };
}

/** By the ratings that lie between two ranks. */
function ordinal(rows: readonly (readonly number[])[], ranks: number): Disagreement {
  const table = coincidences(rows, ranks);
  const marginals = table.map(sum);
  const n = sum(marginals);
  const between = (a: number, b: number) => {
    const [low, high] = a < b ? [a, b] : [b, a];
    return (sum(marginals.slice(low, high + 1)) - ((marginals[low] ?? 0) + (marginals[high] ?? 0)) / 2) ** 2;
  };
  let observed = 0;
  let expected = 0;
  for (const [a, row] of table.entries())
    for (const [b, together] of row.entries()) {
      const d = between(a, b);
      observed += together * d;
      expected += ((marginals[a] ?? 0) * (marginals[b] ?? 0) * d) / (n - 1);
    }
  return { observed, expected };
}

/** @param numbers the values as numbers, for an interval scale */
function alphaOf(rows: readonly (readonly number[])[], scale: RatingScale, ranks: number, numbers: readonly number[]): number | null {
  const { observed, expected } =
    scale === 'nominal' ? nominal(rows) : scale === 'interval' ? interval(rows, numbers) : ordinal(rows, ranks);
  // Where nothing was ever said but one thing there is no telling agreement from habit.
  return expected <= LEAST ? null : 1 - observed / expected;
}
/** Rounding may leave so little of a difference that is none. */
const LEAST = 1e-12;

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
  const numbers = scale === 'interval' ? values.map(Number) : [];
  const of = (sample: readonly (readonly number[])[]) => alphaOf(sample, scale, values.length, numbers);
  const alpha = of(rows);
  if (alpha === null) return { alpha, low: null, high: null };
  const random = randomFrom(SEED);
  const drawn = Array.from({ length: SAMPLES }, () => of(rows.map(() => rows[within(random, rows.length)] as number[])))
    // A sample in which all say one thing agrees, as far as it tells anything.
    .map((one) => one ?? 1)
    .sort((a, b) => a - b);
  const at = (share: number) => drawn[Math.round(share * (SAMPLES - 1))] as number;
  return { alpha, low: Math.min(alpha, at(OUTSIDE / 2)), high: Math.max(alpha, at(1 - OUTSIDE / 2)) };
}
