/** Year, month (1 to 12), day, hours, minutes, seconds by some clock. */
export type ClockTime = readonly [year: number, month: number, day: number, hours: number, minutes: number, seconds: number];

const WRITTEN = /^(\d{4}):(\d\d):(\d\d) (\d\d):(\d\d):(\d\d)/;
const OFFSET = /^([+-])(\d\d):(\d\d)$/;
const MINUTE = 60_000;

/**
 * The moment a picture was taken, ISO in UTC, by what is written in it; null where that is no moment.
 * Source: EXIF (CIPA DC-008, from memory): the camera's clock as "2026:06:14 10:05:00", and since version 2.31 its offset from
 * UTC as "+02:00".
 * @param written DateTimeOriginal
 * @param offset OffsetTimeOriginal, where the camera wrote one
 * @param here the moment at which a clock of this place shows a time, for a camera that wrote no offset
 */
export function pictureTime(written: unknown, offset: unknown, here: (time: ClockTime) => Date): string | null {
  const parts = typeof written === 'string' ? WRITTEN.exec(written) : null;
  if (!parts) return null;
  const time = parts.slice(1, 7).map(Number) as unknown as ClockTime;
  const [year, month, day, hours, minutes, seconds] = time;
  const asUtc = Date.UTC(year, month - 1, day, hours, minutes, seconds);
  const shown = new Date(asUtc);
  // "0000:00:00" of a camera whose clock was never set, and days that no month has.
  if (year < 1970 || shown.getUTCMonth() !== month - 1 || shown.getUTCDate() !== day || hours > 23) return null;
  const away = typeof offset === 'string' ? OFFSET.exec(offset.trim()) : null;
  const moment = away ? new Date(asUtc - (away[1] === '-' ? -1 : 1) * (Number(away[2]) * 60 + Number(away[3])) * MINUTE) : here(time);
  return Number.isNaN(moment.getTime()) ? null : moment.toISOString();
}
