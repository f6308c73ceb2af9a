/** A statement of probability and whether it came true. */
export interface Statement {
  /** 0 to 1 */
  probability: number;
  right: boolean;
}

/** One row of a reliability table. */
export interface ReliabilityRow {
  from: number;
  to: number;
  count: number;
  /** Mean of the stated probabilities. */
  stated: number;
  /** Share that came true. */
  cameTrue: number;
}

/**
 * Mean squared difference between stated probability and outcome, 0 (perfect) to 1. Source: Brier 1950, the two-class form.
 * @throws RangeError when there are no statements
 */
export function brierScore(statements: readonly Statement[]): number {
  if (statements.length === 0) throw new RangeError('a score needs statements');
  return statements.reduce((sum, { probability, right }) => sum + (probability - (right ? 1 : 0)) ** 2, 0) / statements.length;
}

/** Stated probabilities against how often they came true, in equal bins; empty bins are left out. Source: Murphy 1973. */
export function reliabilityTable(statements: readonly Statement[], bins = 10): ReliabilityRow[] {
  return Array.from({ length: bins }, (_, b) => {
    const from = b / bins;
    const to = (b + 1) / bins;
    const inside = statements.filter(({ probability: p }) => p >= from && (p < to || (b === bins - 1 && p <= 1)));
    const mean = (value: (s: Statement) => number) => inside.reduce((sum, s) => sum + value(s), 0) / inside.length;
    return {
      from,
      to,
      count: inside.length,
      stated: inside.length ? mean((s) => s.probability) : 0,
      cameTrue: inside.length ? mean((s) => (s.right ? 1 : 0)) : 0,
    };
  }).filter((row) => row.count > 0);
}

/** Mean distance between stated and came-true shares, weighted by count; the expected calibration error (Naeini and others 2015). */
export function calibrationError(statements: readonly Statement[], bins = 10): number {
  return reliabilityTable(statements, bins).reduce(
    (sum, row) => sum + (row.count / statements.length) * Math.abs(row.stated - row.cameTrue),
    0,
  );
}
