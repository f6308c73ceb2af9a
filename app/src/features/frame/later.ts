import type { QueryClient } from '@tanstack/react-query';
import { bringOthers } from '@/data/parts';
import { listen } from '@/features/live/listen';
import { clockWarning } from '@/offline/clock';
import { watchVersion } from '@/offline/new-version';
import { sayAbove } from './aside';
import { t } from '@/words/frame';

/** The clock of the device is held against the service's so often, ms, and whenever the application comes to the front. */
const CLOCK_EVERY_MS = 15 * 60_000;

async function checkClock(): Promise<void> {
  const asked = Date.now();
  const answer = await fetch('/healthz', { cache: 'no-store' }).catch(() => null);
  const answered = Date.now();
  const said = (await answer?.json().catch(() => null)) as { now?: unknown } | null | undefined;
  // Without an answer what was said before stands: a clock does not come right by going offline.
  if (said) sayAbove('clock', clockWarning(asked, answered, typeof said.now === 'number' ? said.now : null));
}

/** What happens once the first screen stands. @param me who is signed in @returns a way to stop what goes on */
export function later(client: QueryClient, me: string): () => void {
  const stopListening = typeof EventSource === 'undefined' ? null : listen(client, me);
  void bringOthers().catch(() => undefined);
  const check = () => {
    if (document.visibilityState === 'visible') void checkClock();
  };
  check();
  const timer = setInterval(check, CLOCK_EVERY_MS);
  document.addEventListener('visibilitychange', check);
  const stopVersion = watchVersion(
    () => sayAbove('version', t('aNewVersionIsReadyIt')),
    () => window.location.reload(),
  );
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', check);
    stopVersion();
    stopListening?.();
  };
}
