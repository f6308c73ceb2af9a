import { t } from '@/words/offline';
/** Clocks further apart than this date a visit or a photo wrongly, ms. Common practice, no source. */
const APART_MS = 10 * 60_000;
const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const DAY_MS = 24 * HOUR_MS;

const about = (ms: number): string => {
  const [one, unit] = ms >= DAY_MS ? [DAY_MS, 'day'] : ms >= HOUR_MS ? [HOUR_MS, 'hour'] : [MINUTE_MS, 'minute'];
  return new Intl.NumberFormat('en', { style: 'unit', unit: unit as string, unitDisplay: 'long', maximumFractionDigits: 0 }).format(
    ms / (one as number),
  );
};

/**
 * What is to be said of a device's clock that is wrong.
 * @param asked when the service was asked, by the device's clock, ms
 * @param answered when its answer came, ms
 * @param there the service's clock in between, ms; null where it says none
 * @returns a sentence; null where the clocks agree, or nothing can be said
 */
export function clockWarning(asked: number, answered: number, there: number | null): string | null {
  // The clock was set while the question was on its way, or the way took so long that nothing can be said.
  if (there === null || answered < asked || answered - asked > APART_MS) return null;
  const ahead = (asked + answered) / 2 - there;
  if (Math.abs(ahead) < APART_MS) return null;
  return ahead > 0
    ? t('theClockOfThisDeviceIs', { about: about(Math.abs(ahead)) })
    : t('theClockOfThisDeviceIs2', { about: about(Math.abs(ahead)) });
}
