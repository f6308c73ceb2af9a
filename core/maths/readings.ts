/** Mean of several readings with their spread (sample standard deviation, same unit). One reading has no spread. */
export function meanReading(values: readonly number[]): { mean: number; spread: number | null } {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  if (values.length < 2) return { mean, spread: null };
  const square = values.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  return { mean, spread: Math.sqrt(square / (values.length - 1)) };
}

/** Middle value; the mean of the two middle ones of an even number. NaN of none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  return Number.isInteger(middle) ? ((sorted[middle - 1] ?? NaN) + (sorted[middle] ?? NaN)) / 2 : (sorted[Math.floor(middle)] as number);
}

/** Median absolute deviation from the median, same unit. */
export const medianDeviation = (values: readonly number[]): number => {
  const middle = median(values);
  return median(values.map((v) => Math.abs(v - middle)));
};

/** Turns a median absolute deviation into the standard deviation of a normal, and the score at which a value is an outlier. */
const NORMAL_MAD = 0.6745;
const OUTLYING_SCORE = 3.5;
/** Fewer readings cannot tell which of them is the odd one. */
const LEAST_TO_REJECT = 4;

/**
 * Which readings stand so far off the others that they are mistakes: modified z-score over 3.5.
 * Source: Iglewicz and Hoaglin 1993, How to Detect and Handle Outliers (from memory).
 * @param least the smallest deviation taken for real, same unit: readings that agree to the last digit still may differ by it
 */
export function outliers(values: readonly number[], least = 0): boolean[] {
  if (values.length < LEAST_TO_REJECT) return values.map(() => false);
  const middle = median(values);
  const deviation = Math.max(medianDeviation(values), least * NORMAL_MAD);
  return values.map((v) => (deviation === 0 ? v !== middle : (NORMAL_MAD * Math.abs(v - middle)) / deviation > OUTLYING_SCORE));
}

/** Several readings of one thing, put together. */
export interface Combined {
  mean: number;
  /** One standard deviation of the mean, same unit. */
  plusMinus: number;
  /** Sample standard deviation of the readings that were kept; null for one. */
  spread: number | null;
  kept: number;
  /** Places of the readings that were left out as mistakes. */
  leftOut: number[];
}

/**
 * Puts readings together: mistakes left out, the rest averaged. The ± is the larger of what the readings' own errors allow
 * and what their scatter shows, both divided by √n; a scatter larger than the errors means the errors were taken too small.
 * @param error one standard deviation of a single reading, same unit
 */
export function combineReadings(values: readonly number[], error: number): Combined {
  const odd = outliers(values, error / 2);
  const kept = values.filter((_v, i) => !odd[i]);
  const { mean, spread } = meanReading(kept);
  return {
    mean,
    spread,
    plusMinus: Math.max(error, spread ?? 0) / Math.sqrt(kept.length),
    kept: kept.length,
    leftOut: values.flatMap((_v, i) => (odd[i] ? [i] : [])),
  };
}
