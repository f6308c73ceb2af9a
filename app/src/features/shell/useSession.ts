import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Account } from '@dendrix/core/contracts';
import { call, read } from '@/data/api';
import { aboutHere, demoAccounts, session } from '@/data/keys';
import { somebodyElse } from '@/data/cache';
import { letGoOfRecord } from '@/offline/forget';

/** Who is signed in. Without a signal the last answer holds, so that work goes on. */
export function useSession() {
  const query = useQuery(session);
  return { account: query.data ?? null, known: query.data !== undefined, problem: query.error };
}

const LAST = 'dendrix-last-person';
/** Whether another person signed in here before; whoever signs in is the last from then on. */
function isAnother({ id }: Pick<Account, 'id'>): boolean {
  try {
    const last = localStorage.getItem(LAST);
    localStorage.setItem(LAST, id);
    return last !== null && last !== id;
  } catch {
    // Without room to remember, everybody is another.
    return true;
  }
}

/** The people of the demonstration; no town has any to offer. */
export function useDemoAccounts() {
  const { data } = useQuery(aboutHere);
  return useQuery({ ...demoAccounts, enabled: data?.kind === 'demonstration' });
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (given: { login: string; password: string; code?: string }) => read(call('POST', '/session', given), (of) => of.account),
    // What another was told is not for whoever comes after them.
    onSuccess: (account) => (isAnother(account) ? somebodyElse(client, account) : client.setQueryData(session.queryKey, account)),
  });
}

/** Signs out on this device, or on all of them. What waits to be sent stays here, under the name of whose it is. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ everywhere }: { everywhere: boolean }) => call('DELETE', `/session?everywhere=${everywhere}`),
    onSuccess: async () => {
      somebodyElse(client, null);
      await letGoOfRecord();
    },
  });
}
