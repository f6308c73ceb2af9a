/** A dated diameter. */
export interface DbhReading {
  /** ISO date */
  date: string;
  /** m */
  dbh: number;
  /** Height of the reading, m; readings at different heights do not compare well. */
  breastHeight?: number;
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

/**
 * Growth of the diameter between the first and last reading, with what the tape and the reading heights allow.
 * @throws RangeError for fewer than two readings or readings of one day
 */
export function growth(readings: readonly DbhReading[]): Growth {
  const sorted = [...readings].sort((a, b) => a.date.localeCompare(b.date));
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last) throw new RangeError('growth needs two dated readings');
  const years = (Date.parse(last.date) - Date.parse(first.date)) / (365.25 * 86_400_000);
  if (years <= 0) throw new RangeError('growth needs readings of different days');
  const change = last.dbh - first.dbh;
  const taper = TAPER * Math.abs((last.breastHeight ?? 1.3) - (first.breastHeight ?? 1.3));
  const slack = Math.hypot(dbhTolerance(first.dbh), dbhTolerance(last.dbh)) + taper;
  return {
    perYear: change / years,
    low: (change - slack) / years,
    high: (change + slack) / years,
    real: Math.abs(change) > slack,
  };
}
