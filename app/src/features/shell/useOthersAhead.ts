import { useEffect } from 'react';
import { bringOthers } from '@/data/parts';

/** Long enough for the first screen to be painted, ms. */
const AFTER_MS = 1200;

/** What the other screens need comes once the first stands and the device has time. */
export function useOthersAhead(): void {
  useEffect(() => {
    // Without a signal it comes with the first screen that needs it.
    const timer = setTimeout(() => void bringOthers().catch(() => undefined), AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
}
