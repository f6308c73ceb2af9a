/** The clock of the place is that of the device; one that knows none counts in UTC. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

const two = (part: number): string => String(part).padStart(2, '0');

/** Today at the place of the device, ISO date. The device's own clock tells it; a calendar of time zones takes long to make. */
export const todayIso = (now: Date = new Date()): string => `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
