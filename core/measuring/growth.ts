import { trend, yearsBetween } from '../maths/trend';

/** A dated diameter. */
export interface DbhReading {
  /** ISO date */
  date: string;
  /** m */
  dbh: number;
  /** Height of the reading, m; readings at different heights do not compare well. */
  breastHeight?: number | undefined;
}

export interface Growth {
  /** m a year */
  perYear: number;
  /** Range that the tape's tolerance allows, m a year. */
  low: number;
  high: number;
  /** False: no change that the tape could see. */
  real: boolean;
}

/**
 * Repeat tolerance of a diameter: 0.1 inch for every 20 inches, that is 0.5 %, at least 0.1 inch.
 * Source: US forest inventory quality objectives (from memory).
 */
export const dbhTolerance = (dbh: number): number => Math.max(0.00254, 0.005 * dbh);

/** Taper a stem can have between two reading heights, m of diameter per m of height. Common practice, no source. */
const TAPER = 0.02;
/** Height taken when none was written down, m. */
const USUAL_HEIGHT = 1.3;

/**
 * Growth of the diameter over all readings, with what the tape and the reading heights allow.
 * @throws RangeError for fewer than two readings or readings of one day
 */
export function growth(readings: readonly DbhReading[]): Growth {
  const { perYear, low, high } = trend(readings.map(({ date, dbh }) => ({ date, value: dbh, tolerance: dbhTolerance(dbh) })));
  const dates = readings.map((r) => r.date).sort();
  const heights = readings.map((r) => r.breastHeight ?? USUAL_HEIGHT);
  const taper = (TAPER * (Math.max(...heights) - Math.min(...heights))) / yearsBetween(dates[0] ?? '', dates.at(-1) ?? '');
  return { perYear, low: low - taper, high: high + taper, real: low - taper > 0 || high + taper < 0 };
}
