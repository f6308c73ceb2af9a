import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useSession } from '@/features/shell/useSession';

/** The first screen stands before anything is listened to, ms. */
const AFTER_MS = 1000;

/** Follows what others do while somebody is signed in. Fetched once the first screen stands. */
export function useLive(): void {
  const client = useQueryClient();
  const { account } = useSession();
  const me = account?.id;
  useEffect(() => {
    if (me === undefined || typeof EventSource === 'undefined') return;
    let stop: (() => void) | undefined;
    let left = false;
    const timer = setTimeout(() => {
      import('./listen').then(
        ({ listen }) => {
          if (!left) stop = listen(client, me);
        },
        // Without a signal: it is tried at the next start; screens ask by themselves meanwhile.
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
