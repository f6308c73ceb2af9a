/**
 * Marks within one line of evidence are not independent: five marks of one leaf do not count as five. The mark that splits the
 * taxa most counts in full, the n-th after it 1 / (1 + DEPENDENCE · n). Tuned on simulated observers whose marks hang together
 * within a line (see the reliability table of the bench).
 */
export const DEPENDENCE = 0.1;

/**
 * Chance that a whole line was looked at on the wrong thing: a neighbour's litter, a shoot from the stock, a vine. Then its
 * marks say nothing about the tree, however well they agree with each other. Chosen; common practice, no source.
 */
export const WRONG_THING = 0.02;

/** The marks of one line: log ratios of each over the taxa, and how much each mark counts. */
export interface LineOfMarks {
  marks: readonly Float64Array[];
  weights: readonly number[];
}

/** How much a mark splits the taxa: the spread of its log ratios. */
function spread(values: Float64Array): number {
  let mean = 0;
  for (const value of values) mean += value / values.length;
  let sum = 0;
  for (const value of values) sum += (value - mean) ** 2;
  return sum;
}

/** The marks of a line with their weights, the most telling first; the same for every taxon, in whatever order they were seen. */
export function weighLine(marks: readonly Float64Array[]): LineOfMarks {
  const sorted = marks.map((mark) => ({ mark, telling: spread(mark) })).sort((a, b) => b.telling - a.telling);
  return { marks: sorted.map(({ mark }) => mark), weights: sorted.map((_, place) => 1 / (1 + DEPENDENCE * place)) };
}

/**
 * Combines the marks of one line into one log ratio for each taxon:
 *
 *   log( (1 − WRONG_THING) · exp( Σ weightₙ · ratioₙ ) + WRONG_THING )
 */
export function combineLine({ marks, weights }: LineOfMarks): Float64Array {
  const n = marks[0]?.length ?? 0;
  const sum = new Float64Array(n);
  marks.forEach((mark, place) => {
    const weight = weights[place] as number;
    for (let t = 0; t < n; t++) sum[t] = (sum[t] as number) + weight * (mark[t] as number);
  });
  return sum.map((log) => Math.log((1 - WRONG_THING) * Math.exp(log) + WRONG_THING));
}
