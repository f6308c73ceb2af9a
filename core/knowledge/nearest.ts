/**
 * Optimal string alignment distance: insertions, deletions, substitutions and swaps of neighbours, each counted once.
 * Source: the restricted form of Damerau's edit distance (Damerau 1964).
 */
export function editDistance(a: string, b: string, limit = Infinity): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1;
  let before: number[] = [];
  let above = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let best = i;
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1;
      let d = Math.min((above[j] as number) + 1, (row[j - 1] as number) + 1, (above[j - 1] as number) + cost);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        d = Math.min(d, (before[j - 2] as number) + 1);
      }
      row.push(d);
      if (d < best) best = d;
    }
    if (best > limit) return limit + 1;
    before = above;
    above = row;
  }
  return above[b.length] as number;
}

/** How much nearer a word counts that begins as the other does: half a word typed is no misspelling. */
const BEGINS_ALIKE = 0.5;

/** The valid word closest to what was written, or undefined when there is nothing to choose from. */
export function nearest(written: string, valid: readonly string[]): string | undefined {
  const wanted = written.toLowerCase();
  let best: string | undefined;
  let bestDistance = Infinity;
  for (const candidate of valid) {
    const word = candidate.toLowerCase();
    const alike = wanted.length >= 3 && (word.startsWith(wanted) || wanted.startsWith(word));
    const distance = editDistance(wanted, word) * (alike ? BEGINS_ALIKE : 1);
    if (distance < bestDistance) [best, bestDistance] = [candidate, distance];
  }
  return best;
}
