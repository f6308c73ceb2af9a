/** A dated reading with what two people reading the same thing may differ by. */
export interface DatedReading {
  /** ISO date */
  date: string;
  value: number;
  /** Half-width that 95 of 100 repeat readings keep within, same unit. */
  tolerance: number;
}

export interface Trend {
  /** Change a year, unit of the readings. */
  perYear: number;
  /** Range the tolerance allows, 95 %. */
  low: number;
  high: number;
  /** False: nothing beyond what repeat readings differ by. */
  real: boolean;
  /** Years between first and last. */
  years: number;
  readings: number;
}

/** Standard normal deviate that leaves 5 % outside: turns a tolerance into a standard deviation and back. */
const TWO_SIDED_95 = 1.96;
const MS_PER_YEAR = 365.25 * 86_400_000;

/** Years from one ISO date to another. */
export const yearsBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / MS_PER_YEAR;

/**
 * Trend of dated readings: weighted least squares, each reading weighted by its tolerance. When three or more readings scatter
 * about the line by more than their tolerances, the range is widened by that ratio (Birge ratio; Birge 1932).
 * With two readings this is the plain difference against the root of the summed squared tolerances.
 * @throws RangeError for fewer than two readings, or readings of one day
 */
export function trend(readings: readonly DatedReading[]): Trend {
  const sorted = [...readings].sort((a, b) => a.date.localeCompare(b.date));
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last || sorted.length < 2) throw new RangeError('a trend needs two dated readings');
  const years = yearsBetween(first.date, last.date);
  if (years <= 0) throw new RangeError('a trend needs readings of different days');
  const points = sorted.map((r) => ({ x: yearsBetween(first.date, r.date), y: r.value, w: (TWO_SIDED_95 / r.tolerance) ** 2 }));
  const sum = (f: (p: (typeof points)[number]) => number) => points.reduce((acc, p) => acc + f(p), 0);
  const weight = sum((p) => p.w);
  const x = sum((p) => p.w * p.x) / weight;
  const y = sum((p) => p.w * p.y) / weight;
  const spread = sum((p) => p.w * (p.x - x) ** 2);
  const perYear = sum((p) => p.w * (p.x - x) * (p.y - y)) / spread;
  const chiSquare = sum((p) => p.w * (p.y - y - perYear * (p.x - x)) ** 2);
  const birge = points.length > 2 ? Math.max(1, Math.sqrt(chiSquare / (points.length - 2))) : 1;
  const half = (TWO_SIDED_95 * birge) / Math.sqrt(spread);
  return { perYear, low: perYear - half, high: perYear + half, real: Math.abs(perYear) > half, years, readings: points.length };
}
