export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** "June", "June to July", "September to February", or "no month" for months in window order. */
export function monthWords(months: readonly number[]): string {
  const name = (m: number | undefined) => MONTH_NAMES[(m ?? 1) - 1];
  if (months.length === 0) return 'no month';
  if (months.length >= 12) return 'all year';
  return months.length === 1 ? `${name(months[0])}` : `${name(months[0])} to ${name(months.at(-1))}`;
}

/** An ISO date as people write it: "24 November 2026". */
export const dayWords = (iso: string): string =>
  `${Number(iso.slice(8, 10))} ${MONTH_NAMES[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;
