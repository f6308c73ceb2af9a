import { QueryClient, type Query } from '@tanstack/react-query';
import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import { createStore, del, get, set } from 'idb-keyval';
import { ApiProblem } from './api';

const WEEK = 7 * 24 * 3600 * 1000;

/** What was fetched stays for a week, so that a crew can work from it without a signal. */
export const queryClient = new QueryClient({
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

const store = createStore('dendrix-cache', 'queries');

/** Keeps answers in the device's database. */
export const persister = createAsyncStoragePersister({
  key: 'queries',
  throttleTime: 500,
  storage: {
    getItem: async (key) => (await get<string>(key, store)) ?? null,
    setItem: (key, value) => set(key, value, store),
    removeItem: (key) => del(key, store),
  },
});
export const KEEP_FOR = WEEK;

/** Answers are kept on the device; "nobody is signed in" is not, since it would outlive the moment. */
export const worthKeeping = (query: Query): boolean => query.state.status === 'success' && query.state.data !== null;
