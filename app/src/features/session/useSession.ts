import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, read } from '@/data/api';
import { demoAccounts, session } from '@/data/keys';

/** Who is signed in. Without a signal the last answer holds, so that work goes on. */
export function useSession() {
  const query = useQuery(session);
  return { account: query.data ?? null, known: query.data !== undefined, problem: query.error };
}

export const useDemoAccounts = () => useQuery(demoAccounts);

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (given: { login: string; password: string }) => read(call('POST', '/session', given), (of) => of.account),
    onSuccess: (account) => client.setQueryData(session.queryKey, account),
  });
}

/** Signs out on this device, or on all of them. What waits to be sent stays here, under the name of whose it is. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ everywhere }: { everywhere: boolean }) => call('DELETE', `/session?everywhere=${everywhere}`),
    onSuccess: () => {
      client.clear();
      client.setQueryData(session.queryKey, null);
    },
  });
}
