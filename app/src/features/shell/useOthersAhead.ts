import { useEffect } from 'react';
import { bringShared } from '@/data/parts';

/** Long enough for the first screen to be painted, ms. */
const AFTER_MS = 1200;
/** When it is brought although the device is busy, ms. */
const AT_LAST_MS = 5000;

/** What the other screens need comes once the first stands and the device has time: a tap then waits for nothing. */
export function useOthersAhead(): void {
  useEffect(() => {
    // Without a signal it comes with the first screen that needs it.
    const bring = () => void bringShared().catch(() => undefined);
    const timer = setTimeout(
      () => (window.requestIdleCallback ? window.requestIdleCallback(bring, { timeout: AT_LAST_MS }) : bring()),
      AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, []);
}
