import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import type {
  Account,
  FindAnswer,
  ImportView,
  KindAnswer,
  KnownAnswer,
  MapAnswer,
  QueueAnswer,
  RoundAnswer,
  StockAnswer,
  TreeBrief,
  TreeDetail,
  VisitView,
} from '@dendrix/core/contracts';
import type { Organisation } from '@dendrix/core/record';
import type { Box, Place } from '@dendrix/core/geo';
import { addDays } from '@dendrix/core/time';
import { ApiProblem, call, get, read } from './api';

// Everything that is asked of the server, under one name each: what it is called in the cache, how it is fetched, and that the answer
// is what it says it is.

const MINUTE = 60_000;

const at = (place: Place | null) => (place === null ? '' : `&latitude=${place.latitude}&longitude=${place.longitude}`);

/**
 * Trees that could be stops of a round, chosen by the server.
 * @param within days ahead that still count
 * @param from where it begins; null where the most urgent tree stands
 */
export const roundAhead = (today: string, within: number, from: Place | null = null) =>
  queryOptions({
    queryKey: ['round', today, within, from],
    queryFn: (): Promise<RoundAnswer> => get(`/round?dueBy=${addDays(today, within)}${at(from)}`, (of) => of.roundAnswer),
  });

/** Trees found by what is typed, the nearest first where somebody stands somewhere. Asked, not kept. */
export const found = (words: string, near: Place | null) =>
  queryOptions({
    queryKey: ['found', words, near],
    queryFn: (): Promise<FindAnswer> => get(`/find?words=${encodeURIComponent(words)}${at(near)}`, (of) => of.findAnswer),
    gcTime: 5 * MINUTE,
  });

/** Where a kind grows in town. */
export const kindInTown = (taxon: string) =>
  queryOptions({
    queryKey: ['kind', taxon],
    queryFn: (): Promise<KindAnswer> => get(`/kinds/${encodeURIComponent(taxon)}`, (of) => of.kindAnswer),
  });

/** The trees of the town, counted: what the map is of. */
export const townCounted = (today: string) =>
  queryOptions({ queryKey: ['town', today], queryFn: (): Promise<MapAnswer> => get(`/map?day=${today}`, (of) => of.mapAnswer) });

/** How many trees stand in a box of degrees, as far as it is counted: by squares of some two hundred metres. */
export const treesIn = async (box: Box, today: string): Promise<MapAnswer> =>
  get(`/map?day=${today}&box=${box.join()}`, (of) => of.mapAnswer);

interface PageOf<T> {
  items: T[];
  next: string | null;
}

/** A page of the trees of a box of degrees, for what the device holds. */
export const treesOfBox = (box: Box, after: string | null): Promise<PageOf<TreeBrief>> =>
  get(`/trees?limit=${TREES_PAGE}&box=${box.join()}${after === null ? '' : `&after=${encodeURIComponent(after)}`}`, (of) => of.trees());
const TREES_PAGE = 2000;

/** Trees of a round with their records, in one answer. */
export const recordsOf = async (ids: readonly string[]): Promise<TreeDetail[]> =>
  (await get(`/records?ids=${ids.join()}`, (of) => of.records())).items;

/** One tree with its record; of its visits the newest. */
export const oneTree = (id: string) =>
  queryOptions({ queryKey: ['tree', id], queryFn: (): Promise<TreeDetail> => get(`/trees/${id}`, (of) => of.treeDetail) });

/** The older visits of a tree, a page at a time. @param first where to go on after the newest */
export const olderVisits = (id: string, first: string) =>
  infiniteQueryOptions({
    queryKey: ['tree', id, 'older', first],
    queryFn: ({ pageParam }): Promise<PageOf<VisitView>> =>
      get(`/trees/${id}/visits?after=${encodeURIComponent(pageParam)}`, (of) => of.visits()),
    initialPageParam: first,
    getNextPageParam: ({ next }) => next,
  });

/** What the record knows of a part of a list. */
export const knownOfPart = (tags: string[], places: [number, number][]): Promise<KnownAnswer> =>
  read(call('POST', '/known', { tags, places }), (of) => of.knownAnswer);

/** The trees of each district counted by kind: what the naming learns from. */
export const stockOfDistricts = queryOptions({
  queryKey: ['stock'],
  queryFn: (): Promise<StockAnswer> => get('/stock', (of) => of.stockAnswer),
  staleTime: 10 * MINUTE,
});

/** Visits that wait for a second pair of eyes, what matters most first, a page at a time. */
export const reviewQueue = infiniteQueryOptions({
  queryKey: ['review-queue'],
  queryFn: ({ pageParam }): Promise<QueueAnswer> =>
    get(`/review-queue${pageParam === '' ? '' : `?after=${encodeURIComponent(pageParam)}`}`, (of) => of.queueAnswer),
  initialPageParam: '',
  getNextPageParam: ({ next }) => next,
});

/** Who is signed in; null where nobody is. */
export const session = queryOptions({
  queryKey: ['session'],
  queryFn: async (): Promise<Account | null> => {
    try {
      return await get('/session', (of) => of.account);
    } catch (error) {
      if (error instanceof ApiProblem && error.status === 401) return null;
      throw error;
    }
  },
  // Somebody is taken at their word for a while; nobody is asked about every time.
  staleTime: (asked) => (asked.state.data ? 5 * MINUTE : 0),
});

/** The people of the demonstration; nobody where this is none. */
export const demoAccounts = queryOptions({
  queryKey: ['demo-accounts'],
  queryFn: () => get('/demo-accounts', (of) => of.demoPeople()),
  staleTime: Infinity,
});

/** What the organisation has picked. */
export const organisationPicks = queryOptions({
  queryKey: ['organisation'],
  queryFn: (): Promise<Organisation> => get('/organisation', (of) => of.organisation),
  staleTime: 10 * MINUTE,
});

export const importJob = (id: string) =>
  queryOptions({ queryKey: ['import', id], queryFn: (): Promise<ImportView> => get(`/imports/${id}`, (of) => of.importView) });

/** Lists of trees: any of them may hold a tree that changed. */
const LISTS = [['round'], ['found'], ['town'], ['kind']] as const;

/** What colleagues change: kept answers to these are shown at once after a start, and asked for anew whatever their age. */
export const sharedRecord: readonly string[] = [...LISTS.flat(), 'tree', reviewQueue.queryKey[0], stockOfDistricts.queryKey[0]].map(String);

/** Asked while somebody types, or kept on the device elsewhere: of no use once that is done. */
export const passing: readonly string[] = ['found', 'held'];

/** What a thing that reached the server changes: nothing else is fetched anew. */
export const changedBy = {
  tree: (id: string) => [...LISTS, oneTree(id).queryKey],
  visit: (treeId: string) => [...LISTS, oneTree(treeId).queryKey, reviewQueue.queryKey, stockOfDistricts.queryKey],
  review: (treeId: string | undefined) => [
    ...LISTS,
    reviewQueue.queryKey,
    stockOfDistricts.queryKey,
    ...(treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  ],
  photo: (treeId: string | undefined) => (treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  list: () => [...LISTS, stockOfDistricts.queryKey],
} as const;
