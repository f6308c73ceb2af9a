import type { QueryClient } from '@tanstack/react-query';
import type { Account } from '@dendrix/core/contracts';
import { isForgetting } from '@/offline/forget';
import { session } from './keys';

// Who was signed in stands where it can be read at once: the frame is drawn while everything else that is kept is still being read.

const KEY = 'dendrix-account';

const stored = (): Account | undefined => {
  try {
    return (JSON.parse(localStorage.getItem(KEY) ?? 'null') as Account | null) ?? undefined;
  } catch {
    return undefined;
  }
};

/**
 * Puts who was signed in into the answers, as one to be asked for anew, and keeps whoever is signed in from here on; nobody, once
 * somebody has signed out.
 */
export function rememberAccount(client: QueryClient): void {
  const account = stored();
  if (account) client.setQueryData(session.queryKey, account, { updatedAt: 0 });
  client.getQueryCache().subscribe(({ type, query }) => {
    if (isForgetting() || type !== 'updated' || query.queryKey[0] !== session.queryKey[0] || query.state.status !== 'success') return;
    try {
      if (query.state.data) localStorage.setItem(KEY, JSON.stringify(query.state.data));
      else localStorage.removeItem(KEY);
    } catch {
      // Without room for it the frame waits for the other answers.
    }
  });
}
