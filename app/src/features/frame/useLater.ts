import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** The first screen is painted by then, ms. */
const AFTER_MS = 1000;

/**
 * What comes once the first screen stands and the device has time: the other screens, what others do, and what watches clock and version.
 * @param me who is signed in
 */
export function useLater(me: string | undefined): void {
  const client = useQueryClient();
  useEffect(() => {
    if (me === undefined) return;
    let stop: (() => void) | undefined;
    let left = false;
    const timer = setTimeout(() => {
      import('./later').then(
        ({ later }) => {
          if (!left) stop = later(client, me);
        },
        // Without a signal: it is tried at the next start, and what a screen needs comes with the screen.
        () => undefined,
      );
    }, AFTER_MS);
    return () => {
      left = true;
      clearTimeout(timer);
      stop?.();
    };
  }, [client, me]);
}
