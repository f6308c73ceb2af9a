import { saidOf, type Table } from './ratings';

const sum = (xs: readonly number[]): number => xs.reduce((a, b) => a + b, 0);

/**
 * Share of pairs of ratings of one unit that are alike, each unit with its pairs counted as its ratings (percent agreement; of two
 * raters the share of units on which they agree).
 * @returns 0 to 1; null where no unit was rated twice
 */
export function agreed({ cells }: Table): number | null {
  let alike = 0;
  let all = 0;
  for (const row of cells) {
    const said = saidOf(row);
    for (const [i, a] of said.entries())
      for (const b of said.slice(i + 1)) {
        all++;
        if (a === b) alike++;
      }
  }
  return all === 0 ? null : alike / all;
}

/**
 * Agreement of two raters beyond chance (Cohen 1960), over units that both rated; and with a weight for how far apart they are, by the
 * square of the distance in the order of values (Cohen 1968; Fleiss and Cohen 1973).
 * @param ordered whether the values have an order; without one there is no weight
 * @returns null for other than two raters, or where chance alone would have them agree on everything
 */
export function cohen({ raters, values, cells }: Table, ordered: boolean): { kappa: number | null; weighted: number | null } | null {
  if (raters.length !== 2) return null;
  const pairs = cells.map(saidOf).filter((said) => said.length === 2) as [number, number][];
  if (pairs.length === 0) return null;
  const share = (of: 0 | 1) => values.map((_, v) => pairs.filter((pair) => pair[of] === v).length / pairs.length);
  const [first, second] = [share(0), share(1)];
  const beyondChance = (apart: (a: number, b: number) => number): number | null => {
    const observed = sum(pairs.map(([a, b]) => apart(a, b))) / pairs.length;
    const expected = sum(first.flatMap((p, a) => second.map((q, b) => p * q * apart(a, b))));
    return expected === 0 ? null : 1 - observed / expected;
  };
  return { kappa: beyondChance((a, b) => Number(a !== b)), weighted: ordered ? beyondChance((a, b) => (a - b) ** 2) : null };
}

/**
 * Agreement of any number of raters beyond chance (Fleiss 1971); who they are does not matter.
 * @returns null where units have unlike numbers of ratings, or fewer than two, or where chance alone would have all agree
 */
export function fleiss({ values, cells }: Table): number | null {
  const counts = cells.map((row) => {
    const said = saidOf(row);
    return values.map((_, v) => said.filter((one) => one === v).length);
  });
  const [raters = 0] = counts.map(sum);
  if (raters < 2 || counts.some((row) => sum(row) !== raters)) return null;
  const alike = sum(counts.map((row) => (sum(row.map((n) => n * n)) - raters) / (raters * (raters - 1)))) / counts.length;
  const chance = sum(values.map((_, v) => (sum(counts.map((row) => row[v] ?? 0)) / (counts.length * raters)) ** 2));
  return chance === 1 ? null : (alike - chance) / (1 - chance);
}
