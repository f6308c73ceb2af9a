import { utcDay } from './day';

/**
 * An ISO date some months later; fractions of a month count 30.44 days. The 31st of a short month becomes its last day.
 */
export function addMonths(date: string, months: number): string {
  const [y, m, d] = date.split('-').map(Number) as [number, number, number];
  if (!Number.isInteger(months)) return addDays(date, Math.round(months * 30.44));
  const total = y * 12 + (m - 1) + months;
  const year = Math.floor(total / 12);
  const month = total % 12;
  const last = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return utcDay(new Date(Date.UTC(year, month, Math.min(d, last))));
}

/** An ISO date some days later. */
export const addDays = (date: string, days: number): string => utcDay(new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000));

/** Whole days from one ISO date to another; negative when the second is earlier. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

/** The day of a month by which a look that shows in that month is due: far enough in that early years have come round. */
const MID_MONTH = 15;

/**
 * The next date on which something that shows in some months can be looked at: the middle of the first of them that is still ahead.
 * @param months calendar months at the place, 1 to 12
 * @param today ISO date
 * @returns ISO date, or null when there are no months
 */
export function dueInMonths(months: readonly number[], today: string): string | null {
  if (months.length === 0) return null;
  const year = Number(today.slice(0, 4));
  const dates = months.flatMap((month) =>
    [year, year + 1].map((y) => `${y}-${String(month).padStart(2, '0')}-${String(MID_MONTH).padStart(2, '0')}`),
  );
  return dates.sort().find((date) => date > today) ?? null;
}
