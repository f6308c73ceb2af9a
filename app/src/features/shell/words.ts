import { stemWords, treeWords, type UnitSystem } from '@dendrix/core/units';
import { daysBetween, seasonOf, type Season } from '@dendrix/core/time';
import { dayWords } from '@dendrix/core/words/months';
import { t } from '@/words/shell';

export { dayWords };

/** "20 March 2027, spring": a date with its season; without one where none is known, as in the tropics. */
export const withSeason = (iso: string, season: Season | null): string => (season === null ? dayWords(iso) : `${dayWords(iso)}, ${season}`);

/** A date with the season it falls in at a latitude. */
export const dateWithSeason = (iso: string, latitude: number): string => withSeason(iso, seasonOf(iso, latitude));

/** "due today", "3 days over", "in 12 days". */
export function dueWords(today: string, due: string): string {
  const days = daysBetween(today, due);
  if (days === 0) return t('dueToday');
  if (days < -60) return t('monthsOverdue', { value: Math.round(-days / 30.44) });
  if (days < 0) return days === -1 ? t('dayOverdue', { value: -days }) : t('daysOverdue', { value: -days });
  return t('dueInDays', { days });
}

export { distanceInWords as distanceWords } from '@dendrix/core/words/distances';

/** "1.2 m" or "34 cm", or feet and inches for those who work in them. */
export const lengthWords = (m: number, units: UnitSystem, kind: 'stem' | 'tree'): string =>
  kind === 'stem' ? stemWords(m, units) : treeWords(m, units);

/** "0.4 MB", "12 MB": what something takes on the device. @param bytes */
export const megabytes = (bytes: number): string => {
  const mb = bytes / 1e6;
  return t('mb', { mb: mb < 10 ? mb.toFixed(1) : Math.round(mb) });
};
