import { QueryCache, QueryClient, type Query } from '@tanstack/react-query';
import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import type { Account } from '@dendrix/core/contracts';
import { database } from '@/offline/database';
import { dropIfUnattended } from '@/offline/forget';
import { rememberAccount } from './account';
import { ApiProblem } from './api';
import { takeUpDistricts } from './districts';
import { lasting, passing, session } from './keys';

const WEEK = 7 * 24 * 3600 * 1000;

/** What was fetched stays for a week, so that a crew can work from it without a signal. */
export const queryClient: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    // Whoever is told that nobody is signed in finds out at once, and not when it is next their turn to be asked.
    onError: (error, { queryKey }) => {
      const [name] = session.queryKey;
      if (error instanceof ApiProblem && error.status === 401 && queryKey[0] !== name)
        void queryClient.invalidateQueries({ queryKey: [name] });
    },
  }),
  defaultOptions: {
    queries: {
      gcTime: WEEK,
      staleTime: 30_000,
      // With no signal the kept answer is shown; asking is tried anyway and fails quietly.
      networkMode: 'always',
      retry: (count, error) => !(error instanceof ApiProblem) && count < 1,
      refetchOnWindowFocus: true,
    },
    mutations: { networkMode: 'always' },
  },
});

rememberAccount(queryClient);
takeUpDistricts(queryClient);

/** Under which they stand there. */
export const KEPT = 'queries';
/** Keeps answers in the device's database. */
export const persister = createAsyncStoragePersister({
  key: KEPT,
  throttleTime: 500,
  storage: {
    getItem: async (key) => ((await dropIfUnattended()) ? null : ((await (await database()).get('cache', key)) ?? null)),
    setItem: async (key, value) => void (await (await database()).put('cache', value, key)),
    removeItem: async (key) => (await database()).delete('cache', key),
  },
});
export const KEEP_FOR = WEEK;
/** Changes with the shape of what is kept: answers of an older version are fetched anew. */
export const KEPT_SHAPE = '4';

/**
 * Answers taken up from the device may be older than what this device itself has changed since: the last half a second before the
 * application was closed is not written. So they are shown, but never taken for fresh.
 */
export const onRestored = (client: QueryClient): Promise<void> =>
  client.invalidateQueries({ predicate: ({ queryKey }) => !lasting.includes(String(queryKey[0])), refetchType: 'none' });

/**
 * Answers are kept on the device, also where asking anew failed since: without a signal they are all there is. "Nobody is signed in"
 * is not, since it would outlive the moment.
 */
export const worthKeeping = (query: Pick<Query, 'state' | 'queryKey'>): boolean =>
  query.state.data !== undefined && query.state.data !== null && !passing.includes(String(query.queryKey[0]));

/**
 * Somebody else is here now, or nobody: what was known of before is let go of. Who it is is told first and to everybody who looks: an answer
 * that is only taken away is still shown by whoever had it.
 */
export function somebodyElse(client: QueryClient, account: Account | null): void {
  client.setQueryData(session.queryKey, account);
  const [name] = session.queryKey;
  const gone = { predicate: ({ queryKey }: Pick<Query, 'queryKey'>) => queryKey[0] !== name };
  void client.cancelQueries(gone);
  client.removeQueries(gone);
  client.getMutationCache().clear();
}
