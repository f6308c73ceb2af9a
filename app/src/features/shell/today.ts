import { dayAt } from '@dendrix/core/time';
import { district } from './library';

/** The clock of the place: that of the device where it stands in the town's zone or knows one, else the town's. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || district.timeZone;

/** Today at the place of the device, ISO date. */
export const todayIso = (now: Date = new Date()): string => dayAt(now, zoneHere());
