import type { Fix } from '../geo/position';

/** What a line of a receiver turned out to be. */
export type Sentence = { kind: 'fix'; fix: Fix } | { kind: 'no-fix' } | { kind: 'other'; type: string } | { kind: 'bad'; why: string };

/** Checksum of a sentence: exclusive or of all characters between $ and *. Source: NMEA 0183. */
export const checksum = (body: string): string =>
  [...body]
    .reduce((sum, letter) => sum ^ letter.charCodeAt(0), 0)
    .toString(16)
    .toUpperCase()
    .padStart(2, '0');

/** Degrees from (d)ddmm.mmmm and a hemisphere letter; null when they are none. */
function degrees(text: string, side: string): number | null {
  const match = /^(\d{1,3})(\d{2}(?:\.\d+)?)$/.exec(text);
  if (!match || !/^[NSEW]$/.test(side)) return null;
  const value = Number(match[1]) + Number(match[2]) / 60;
  return side === 'S' || side === 'W' ? -value : value;
}

const number = (text: string | undefined) => (text === undefined || text === '' || Number.isNaN(Number(text)) ? null : Number(text));

/**
 * Reads one line of a receiver. GGA sentences of any talker carry the fix; others are named and passed over; a line whose
 * checksum does not hold is bad, as half-received lines are. Source: NMEA 0183.
 */
export function readSentence(line: string): Sentence {
  const match = /^\$([^*]+)(?:\*([0-9A-Fa-f]{2}))?$/.exec(line.trim());
  const body = match?.[1];
  if (!body) return { kind: 'bad', why: 'not a sentence: it starts with $ and ends with * and two digits' };
  if (match[2] && match[2].toUpperCase() !== checksum(body)) return { kind: 'bad', why: 'the checksum does not hold' };
  const fields = body.split(',');
  const type = (fields[0] ?? '').slice(-3);
  if (type !== 'GGA') return { kind: 'other', type };
  const [, time = '', lat = '', ns = '', lon = '', ew = '', quality = '', satellites, hdop, altitude] = fields;
  if (quality === '0' || lat === '') return { kind: 'no-fix' };
  const latitude = degrees(lat, ns);
  const longitude = degrees(lon, ew);
  if (latitude === null || longitude === null || Math.abs(latitude) > 90 || Math.abs(longitude) > 180)
    return { kind: 'bad', why: 'latitude or longitude is not readable' };
  const clock = /^(\d{2})(\d{2})(\d{2})/.exec(time);
  return {
    kind: 'fix',
    fix: {
      latitude,
      longitude,
      hdop: number(hdop),
      satellites: number(satellites),
      altitude: number(altitude),
      time: clock ? `${clock[1]}:${clock[2]}:${clock[3]}` : null,
    },
  };
}

const padded = (value: number, whole: number) => {
  const [int = '', decimals = ''] = value.toFixed(4).split('.');
  return `${int.padStart(whole, '0')}.${decimals}`;
};

/** Writes a fix as a GGA sentence, as a receiver does; minutes to four decimals, that is about 0.2 m. */
export function ggaSentence(fix: Fix): string {
  // Rounded first, so that 59.99996 minutes become the next degree and not sixty minutes.
  const parts = (value: number) => {
    const minutes = Math.round(Math.abs(value) * 600_000) / 10_000;
    return { deg: Math.floor(minutes / 60), min: minutes - 60 * Math.floor(minutes / 60) };
  };
  const lat = parts(fix.latitude);
  const lon = parts(fix.longitude);
  const body = [
    'GPGGA',
    (fix.time ?? '').replaceAll(':', ''),
    `${String(lat.deg).padStart(2, '0')}${padded(lat.min, 2)}`,
    fix.latitude < 0 ? 'S' : 'N',
    `${String(lon.deg).padStart(3, '0')}${padded(lon.min, 2)}`,
    fix.longitude < 0 ? 'W' : 'E',
    '1',
    String(fix.satellites ?? 0).padStart(2, '0'),
    (fix.hdop ?? 1).toFixed(1),
    (fix.altitude ?? 0).toFixed(1),
    'M',
    '0.0',
    'M',
    '',
    '',
  ].join(',');
  return `$${body}*${checksum(body)}`;
}
