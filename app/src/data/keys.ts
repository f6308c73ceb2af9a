import { queryOptions } from '@tanstack/react-query';
import {
  importView,
  page,
  queueAnswer,
  stockAnswer,
  treeBrief,
  treeDetail,
  account as accountSchema,
  type Account,
  type ImportView,
  type QueueAnswer,
  type StockAnswer,
  type TreeBrief,
  type TreeDetail,
} from '@dendrix/core/contracts';
import { organisation as organisationSchema, type Organisation } from '@dendrix/core/record';
import { z } from 'zod';
import { ApiProblem, get } from './api';

// Everything that is asked of the server, under one name each: what it is called in the cache, how it is fetched, and that the answer
// is what it says it is.

const PAGE = 2000;
const MINUTE = 60_000;
const trees = page(treeBrief);

/** Every tree of the district in brief; kept on the device, so lists and the map work without a signal. */
export const allTrees = queryOptions({
  queryKey: ['trees'],
  queryFn: async (): Promise<TreeBrief[]> => {
    const all: TreeBrief[] = [];
    let after: string | null = null;
    do {
      const found: z.output<typeof trees> = await get(
        `/trees?limit=${PAGE}${after === null ? '' : `&after=${encodeURIComponent(after)}`}`,
        trees,
      );
      all.push(...found.items);
      after = found.next;
    } while (after !== null);
    return all;
  },
});

/** One tree with its whole record. */
export const oneTree = (id: string) =>
  queryOptions({ queryKey: ['tree', id], queryFn: (): Promise<TreeDetail> => get(`/trees/${id}`, treeDetail) });

/** The trees of each district counted by kind: what the naming learns from. */
export const stockOfDistricts = queryOptions({
  queryKey: ['stock'],
  queryFn: (): Promise<StockAnswer> => get('/stock', stockAnswer),
  staleTime: 10 * MINUTE,
});

/** Visits that wait for a second pair of eyes: those that matter most, and how many in all. */
export const reviewQueue = queryOptions({
  queryKey: ['review-queue'],
  queryFn: (): Promise<QueueAnswer> => get('/review-queue', queueAnswer),
});

/** Who is signed in; null where nobody is. */
export const session = queryOptions({
  queryKey: ['session'],
  queryFn: async (): Promise<Account | null> => {
    try {
      return await get('/session', accountSchema);
    } catch (error) {
      if (error instanceof ApiProblem && error.status === 401) return null;
      throw error;
    }
  },
  // Somebody is taken at their word for a while; nobody is asked about every time.
  staleTime: (asked) => (asked.state.data ? 5 * MINUTE : 0),
});

const demo = z.object({ password: z.string().nullable(), accounts: z.array(accountSchema) });
/** The people of the demonstration; nobody where this is none. */
export const demoAccounts = queryOptions({
  queryKey: ['demo-accounts'],
  queryFn: () => get('/demo-accounts', demo),
  staleTime: Infinity,
});

/** What the organisation has picked. */
export const organisationPicks = queryOptions({
  queryKey: ['organisation'],
  queryFn: (): Promise<Organisation> => get('/organisation', organisationSchema),
  staleTime: 10 * MINUTE,
});

export const importJob = (id: string) =>
  queryOptions({ queryKey: ['import', id], queryFn: (): Promise<ImportView> => get(`/imports/${id}`, importView) });

/** What colleagues change: kept answers to these are shown at once after a start, and asked for anew whatever their age. */
export const sharedRecord = [
  allTrees.queryKey[0],
  oneTree('').queryKey[0],
  reviewQueue.queryKey[0],
  stockOfDistricts.queryKey[0],
] as readonly string[];

/** What a thing that reached the server changes: nothing else is fetched anew. */
export const changedBy = {
  tree: (id: string) => [allTrees.queryKey, oneTree(id).queryKey],
  visit: (treeId: string) => [allTrees.queryKey, oneTree(treeId).queryKey, reviewQueue.queryKey, stockOfDistricts.queryKey],
  review: (treeId: string | undefined) => [
    allTrees.queryKey,
    reviewQueue.queryKey,
    stockOfDistricts.queryKey,
    ...(treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  ],
  photo: (treeId: string | undefined) => (treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  list: () => [allTrees.queryKey, stockOfDistricts.queryKey],
} as const;
