import { useEffect } from 'react';

/** Long enough for the first screen to be painted, ms. */
const AFTER_MS = 1200;

/** What comes once the first screen stands and the device has time: the other screens, and what watches clock and version. */
export function useOthersAhead(): void {
  useEffect(() => {
    let stop: (() => void) | undefined;
    let left = false;
    const timer = setTimeout(() => {
      import('./later').then(
        ({ later }) => {
          if (!left) stop = later();
        },
        // Without a signal it comes with the first screen that needs it.
        () => undefined,
      );
    }, AFTER_MS);
    return () => {
      left = true;
      clearTimeout(timer);
      stop?.();
    };
  }, []);
}
