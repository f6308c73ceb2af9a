/** How a zone writes a moment; making one is slow, so each is kept. */
const writers = new Map<string, Intl.DateTimeFormat>();

function writerOf(timeZone: string): Intl.DateTimeFormat {
  const known = writers.get(timeZone);
  if (known) return known;
  const writer = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  writers.set(timeZone, writer);
  return writer;
}

/**
 * The calendar day of a moment at a place: 23:30 in Auckland and 13:30 in Honolulu are two days.
 * @param instant a moment, or its ISO text
 * @param timeZone IANA name such as Pacific/Auckland
 * @returns ISO date
 * @throws RangeError for a moment or a zone that is none
 */
export function dayAt(instant: Date | string, timeZone: string): string {
  const parts = writerOf(timeZone).formatToParts(new Date(instant));
  const of = (type: Intl.DateTimeFormatPartTypes) => parts.find((part) => part.type === type)?.value ?? '';
  return `${of('year').padStart(4, '0')}-${of('month')}-${of('day')}`;
}

/** The day of a moment by the clock of UTC, ISO date: where no place is meant, as in names of files and keys. */
export const utcDay = (instant: Date): string => instant.toISOString().split('T')[0] as string;
