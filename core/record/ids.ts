import { z } from 'zod';

/** A UUID in small letters: the same id written in capitals is the same id. */
export const id = z.uuid().toLowerCase();
/** A calendar day, YYYY-MM-DD. */
export const isoDate = z.iso.date();
/** A moment in UTC. */
export const isoTime = z.iso.datetime();

const zones = new Map<string, boolean>();

/** Whether a name is a time zone of the IANA database this platform knows. */
export function isTimeZone(name: string): boolean {
  const known = zones.get(name);
  if (known !== undefined) return known;
  let valid = true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
  } catch {
    valid = false;
  }
  zones.set(name, valid);
  return valid;
}

/** A time zone such as Pacific/Auckland. */
export const timeZone = z.string().min(1).max(60).refine(isTimeZone, { message: 'is not a time zone; use one such as Pacific/Auckland' });
