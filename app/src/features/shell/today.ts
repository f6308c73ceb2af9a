import { dayAt } from '@dendrix/core/time';

/** The clock of the place is that of the device; one that knows none counts in UTC. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** Today at the place of the device, ISO date. */
export const todayIso = (now: Date = new Date()): string => dayAt(now, zoneHere());
