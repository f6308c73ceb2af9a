import type { Place } from '@dendrix/core/geo';
import { districtAt } from '@dendrix/core/geo/district';
import { dayAt } from '@dendrix/core/time/day';
import { heldLeading } from '@/data/library';

/** The zone of the device; one that knows none counts in UTC. */
const ofDevice = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** The time zone of a place: its district's; of the device while the districts are not here. @param place of the town's first district where nothing is said */
export function zoneAt(place?: Place): string {
  const districts = heldLeading()?.districts ?? [];
  const district = place && districts.length > 0 ? districtAt(districts, place) : districts[0];
  return district?.timeZone ?? ofDevice;
}

/** The day of a moment at a place, ISO date: a day is the place's own, wherever the device thinks it is. */
export const dayThere = (instant: Date | string, place?: Place): string => dayAt(instant, zoneAt(place));

/** Today at a place, ISO date. */
export const todayIso = (place?: Place, now: Date = new Date()): string => dayThere(now, place);
