import type { Table } from './ratings';

/** What was most likely the truth, and how each rater says each truth. */
export interface Observers {
  truth: { unit: string; values: Record<string, number> }[];
  /** For each truth the shares of what this rater says of it. */
  raters: { rater: string; confusion: Record<string, Record<string, number>> }[];
  prevalence: Record<string, number>;
  iterations: number;
}

/** Rounds after which it is left as it is; it is there after some dozens. */
const MOST_ROUNDS = 500;
/** It stands where no belief moves by more than this. */
const STANDS = 1e-7;
/**
 * Ratings that each cell of a confusion is given beforehand, so that what was never seen is rare and not impossible: half a rating in
 * all, most of it on the truth, since raters that are wrong more often than right would turn the names about.
 */
const BEFOREHAND = { right: 0.4, wrong: 0.1 };

const scaled = (row: readonly number[]): number[] => {
  const total = row.reduce((a, b) => a + b, 0);
  return row.map((x) => x / total);
};

/**
 * Tells the truth of units and the errors of raters from their ratings alone, by turns: what is true as the raters' errors have it,
 * and the errors as that truth has them (Dawid and Skene 1979, maximum likelihood by EM). It begins at what most said.
 */
export function observers({ units, raters, values, cells }: Table): Observers {
  const k = values.length;
  const prior = (truth: number, said: number) => (truth === said ? BEFOREHAND.right : BEFOREHAND.wrong / Math.max(1, k - 1));
  let truth = cells.map((row) => scaled(values.map((_, v) => row.filter((said) => said === v).length + 1e-9)));
  let prevalence: number[] = [];
  let confusion: number[][][] = [];
  let iterations = 0;
  for (let moved = Infinity; moved > STANDS && iterations < MOST_ROUNDS; iterations++) {
    prevalence = scaled(values.map((_, v) => truth.reduce((total, row) => total + (row[v] ?? 0), 1e-9)));
    confusion = raters.map((_, r) => {
      const counts = values.map((_, t) => values.map((_, s) => prior(t, s)));
      for (const [u, row] of cells.entries()) {
        const said = row[r] ?? null;
        if (said === null) continue;
        for (let t = 0; t < k; t++) (counts[t] as number[])[said] = ((counts[t] as number[])[said] ?? 0) + (truth[u]?.[t] ?? 0);
      }
      return counts.map(scaled);
    });
    const next = cells.map((row) => {
      // By logarithms: many raters make very small numbers.
      const logs = values.map((_, t) =>
        row.reduce<number>(
          (total, said, r) => (said === null ? total : total + Math.log(confusion[r]?.[t]?.[said] ?? 1)),
          Math.log(prevalence[t] ?? 1),
        ),
      );
      const highest = Math.max(...logs);
      return scaled(logs.map((log) => Math.exp(log - highest)));
    });
    moved = Math.max(0, ...next.flatMap((row, u) => row.map((p, t) => Math.abs(p - (truth[u]?.[t] ?? 0)))));
    truth = next;
  }
  const named = (row: readonly number[]) => Object.fromEntries(values.map((value, v) => [value, row[v] ?? 0]));
  return {
    truth: units.map((unit, u) => ({ unit, values: named(truth[u] ?? []) })),
    raters: raters.map((rater, r) => ({
      rater,
      confusion: Object.fromEntries(values.map((value, t) => [value, named(confusion[r]?.[t] ?? [])])),
    })),
    prevalence: named(prevalence),
    iterations,
  };
}
