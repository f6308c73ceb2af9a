import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, read } from '@/data/api';
import { aboutHere, demoAccounts, session } from '@/data/keys';
import { letGoOfRecord } from '@/offline/forget';

/** Who is signed in. Without a signal the last answer holds, so that work goes on. */
export function useSession() {
  const query = useQuery(session);
  return { account: query.data ?? null, known: query.data !== undefined, problem: query.error };
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
    onSuccess: (account) => client.setQueryData(session.queryKey, account),
  });
}

/** Signs out on this device, or on all of them. What waits to be sent stays here, under the name of whose it is. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ everywhere }: { everywhere: boolean }) => call('DELETE', `/session?everywhere=${everywhere}`),
    onSuccess: async () => {
      client.clear();
      await letGoOfRecord();
      client.setQueryData(session.queryKey, null);
    },
  });
}
