import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Account } from '@dendrix/core/contracts';
import { ApiProblem, call, get } from '@/offline/api';

export interface DemoAccounts {
  password: string | null;
  accounts: Account[];
}

/** Who is signed in. Without a signal the last answer holds, so that work goes on. */
export function useSession() {
  const query = useQuery({
    queryKey: ['session'],
    queryFn: async (): Promise<Account | null> => {
      try {
        return await get<Account>('/session');
      } catch (error) {
        if (error instanceof ApiProblem && error.status === 401) return null;
        throw error;
      }
    },
    // Somebody is taken at their word for a while; nobody is asked about every time.
    staleTime: (asked) => (asked.state.data ? 5 * 60_000 : 0),
  });
  return { account: query.data ?? null, known: query.data !== undefined, problem: query.error };
}

export const useDemoAccounts = () =>
  useQuery({ queryKey: ['demo-accounts'], queryFn: () => get<DemoAccounts>('/demo-accounts'), staleTime: Infinity });

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (given: { login: string; password: string }) => call<Account>('POST', '/session', given),
    onSuccess: (account) => client.setQueryData(['session'], account),
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => call<void>('DELETE', '/session'),
    onSuccess: () => {
      client.clear();
      client.setQueryData(['session'], null);
    },
  });
}
