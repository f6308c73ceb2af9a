import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import type {
  About,
  AccessRules,
  Account,
  AgreementAnswer,
  BackgroundView,
  CandidatesAnswer,
  Colleague,
  DemoPeople,
  DeviceView,
  DistrictSubmission,
  ErrorBenchAnswer,
  FindAnswer,
  ImportView,
  KindAnswer,
  KnownAnswer,
  LiveAnswer,
  MapAnswer,
  NoticesAnswer,
  PersonView,
  QueueAnswer,
  RoundAnswer,
  RoundKept,
  RoundSubmission,
  RoundView,
  SeasonAnswer,
  SetUpAnswer,
  StockAnswer,
  TownErrors,
  TreeBrief,
  TreeDetail,
  VisitView,
} from '@dendrix/core/contracts';
import type { Organisation } from '@dendrix/core/record';
import type { Box, Place } from '@dendrix/core/geo';
import { addDays } from '@dendrix/core/time';
import type { District } from '@dendrix/core/knowledge';
import { ApiProblem, call, get, put, read } from './api';

// Everything that is asked of the server, under one name each: what it is called in the cache, how it is fetched, and that the answer
// is what it says it is.

const MINUTE = 60_000;

const among = (districts: readonly string[]) => (districts.length === 0 ? '' : `&districts=${districts.join()}`);
const at = (place: Place | null) => (place === null ? '' : `&latitude=${place.latitude}&longitude=${place.longitude}`);

/**
 * Trees that could be stops of a round, chosen by the server.
 * @param within days ahead that still count
 * @param from where it begins; null where the most urgent tree stands
 * @param districts those somebody looks after; the whole town where none is named
 */
export const roundAhead = (today: string, within: number, from: Place | null = null, districts: readonly string[] = []) =>
  queryOptions({
    queryKey: ['round', today, within, from, ...districts],
    queryFn: (): Promise<RoundAnswer> =>
      get(`/round?dueBy=${addDays(today, within)}${at(from)}${among(districts)}`, (of) => of.roundAnswer),
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

/** A record that an older version kept on the device lacks what came in since. */
const lifted = (tree: TreeDetail): TreeDetail =>
  (tree as Partial<TreeDetail>).messages ? tree : { ...tree, messages: [], putOffs: [], seen: [] };

/** One tree with its record; of its visits the newest. */
export const oneTree = (id: string) =>
  queryOptions({
    queryKey: ['tree', id],
    queryFn: (): Promise<TreeDetail> => get(`/trees/${id}`, (of) => of.treeDetail),
    select: lifted,
  });

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

/** Which part of the queue of review is asked for; all of it where nothing is said. */
export interface QueueFilter {
  by?: string;
  street?: string;
  about?: 'danger' | 'name' | 'disagreement' | 'answered';
}
const QUEUE = ['review-queue'] as const;

/** Visits that wait for a second pair of eyes, what matters most first, a page at a time. */
export const reviewQueue = (filter: QueueFilter = {}) =>
  infiniteQueryOptions({
    queryKey: [...QUEUE, filter],
    queryFn: ({ pageParam }): Promise<QueueAnswer> => {
      const query = new URLSearchParams({ ...filter, ...(pageParam === '' ? {} : { after: pageParam }) });
      return get(`/review-queue?${query.toString()}`, (of) => of.queueAnswer);
    },
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
  });

/** Everybody of the town. */
export const everybody = queryOptions({
  queryKey: ['people'],
  queryFn: async (): Promise<Colleague[]> => (await get('/people', (of) => of.people())).items,
  staleTime: 10 * MINUTE,
});

/** What a person is told. */
export const myNotices = queryOptions({
  queryKey: ['notices'],
  queryFn: (): Promise<NoticesAnswer> => get('/notices', (of) => of.noticesAnswer),
});

/** Notes that somebody had things of a tree before them. */
export const noteSeen = (treeId: string, what: readonly string[]): Promise<unknown> => call('POST', '/seen', { treeId, what });

/** Says at which tree somebody stands; null where they left. */
export const standAt = (tree: string | null): Promise<unknown> => call('PUT', '/presence', { tree });

/** What happened after a number; from now on where none is given. */
export const happenedSince = (n: number | null): Promise<LiveAnswer> =>
  get(`/live/since${n === null ? '' : `?n=${n}`}`, (of) => of.liveAnswer);

/** What a round of a day is made from. */
export const candidatesOf = (
  day: string,
  from: Place | null,
  wanted: readonly string[],
  districts: readonly string[] = [],
): Promise<CandidatesAnswer> =>
  get(
    `/plan/candidates?day=${day}${at(from)}${among(districts)}${wanted.length === 0 ? '' : `&wanted=${wanted.join()}`}`,
    (of) => of.candidatesAnswer,
  );

/** The rounds of a day. */
export const roundsOfDay = (day: string) =>
  queryOptions({
    queryKey: ['rounds', day],
    queryFn: async (): Promise<RoundView[]> => (await get(`/rounds?day=${day}`, (of) => of.rounds())).items,
  });

export const keepRound = (id: string, round: RoundSubmission): Promise<RoundKept> =>
  read(call('PUT', `/rounds/${id}`, round), (of) => of.roundKept);
export const dropRound = (id: string): Promise<unknown> => call('DELETE', `/rounds/${id}`);

/** What the months ahead can settle. */
export const seasonFrom = (day: string) =>
  queryOptions({
    queryKey: ['season', day],
    queryFn: (): Promise<SeasonAnswer> => get(`/plan/season?day=${day}`, (of) => of.seasonAnswer),
  });

/** How far people agree, since a day. */
export const agreementSince = (since: string) =>
  queryOptions({
    queryKey: ['agreement', since],
    queryFn: (): Promise<AgreementAnswer> => get(`/agreement?since=${since}`, (of) => of.agreementAnswer),
    staleTime: 10 * MINUTE,
  });

/** What the town's own errors change in naming; reckoned when somebody asks. */
export const errorBenchSince = (since: string) =>
  queryOptions({
    queryKey: ['agreement', 'bench', since],
    queryFn: (): Promise<ErrorBenchAnswer> => get(`/agreement/bench?since=${since}`, (of) => of.errorBenchAnswer),
    staleTime: 10 * MINUTE,
  });

/** The town's own errors, where they are switched on. */
export const townErrorsHeld = queryOptions({
  queryKey: ['town-errors'],
  queryFn: (): Promise<TownErrors> => get('/town-errors', (of) => of.townErrors),
  staleTime: 10 * MINUTE,
});
export const pickTownErrors = (on: boolean, since: string): Promise<TownErrors> =>
  read(call('PUT', '/town-errors', { on, since }), (of) => of.townErrors);

/** One tree held against the chain. */
export const auditOf = (tree: string) =>
  queryOptions({ queryKey: ['audit', tree], queryFn: () => get(`/trees/${tree}/audit`, (of) => of.auditedTree()), gcTime: MINUTE });

/** Who is signed in; null where nobody is. */
export const session = queryOptions({
  queryKey: ['session'],
  queryFn: async (): Promise<Account | null> => {
    try {
      const answer = await call('GET', '/session');
      // A device on which nobody ever signed in is told so without an error.
      return answer === undefined ? null : await read(Promise.resolve(answer), (of) => of.account);
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
  // The door is drawn before the schemas are here: the server held its answer against the same ones.
  queryFn: () => call('GET', '/demo-accounts') as Promise<DemoPeople>,
  staleTime: Infinity,
});

/** What anybody may know of the place: whether it is a town, what it is called, how one signs in. */
export const aboutHere = queryOptions({
  queryKey: ['about'],
  // As for the people of the demonstration: the door waits for no schemas.
  queryFn: () => call('GET', '/about') as Promise<About>,
  staleTime: 10 * MINUTE,
});

/** The districts of the town. */
export const townDistricts = queryOptions({
  queryKey: ['districts'],
  queryFn: async (): Promise<District[]> => (await get('/districts', (of) => of.districtsAnswer)).items,
  staleTime: 10 * MINUTE,
});
/** A district as it was set up. */
export const districtGiven = (id: string) =>
  queryOptions({
    queryKey: ['districts', id],
    queryFn: (): Promise<DistrictSubmission> => get(`/districts/${id}`, (of) => of.districtSubmission),
  });
export const keepDistrict = (id: string, district: DistrictSubmission): Promise<unknown> => put(`/districts/${id}`, district);

/** What lies behind the map. */
export const townBackgrounds = queryOptions({
  queryKey: ['backgrounds'],
  queryFn: async (): Promise<BackgroundView[]> => (await get('/backgrounds', (of) => of.backgroundsAnswer)).items,
  staleTime: 10 * MINUTE,
});

/** How far setting up is. */
export const howFarSetUp = queryOptions({
  queryKey: ['set-up'],
  queryFn: (): Promise<SetUpAnswer> => get('/set-up', (of) => of.setUpAnswer),
});

/** Everybody, as an administrator looks after them. */
export const accountsHere = queryOptions({
  queryKey: ['accounts'],
  queryFn: async (): Promise<PersonView[]> => (await get('/accounts', (of) => of.accounts())).items,
});
/** Devices somebody is signed in on. @param person null for oneself */
export const devicesOf = (person: string | null) =>
  queryOptions({
    queryKey: ['devices', person],
    queryFn: async (): Promise<DeviceView[]> =>
      (await get(person === null ? '/me/devices' : `/accounts/${person}/devices`, (of) => of.devices())).items,
  });
/** How access is kept. */
export const accessKept = queryOptions({
  queryKey: ['access-rules'],
  queryFn: (): Promise<AccessRules> => get('/access-rules', (of) => of.accessRules),
  staleTime: 10 * MINUTE,
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

/**
 * What nobody changes from a phone, who is signed in (it has its own rule), and what is worked out only on request. Every other kept
 * answer is shown at once after a start, and asked for again whatever its age.
 */
export const lasting: readonly string[] = ['session', 'about', 'demo-accounts', 'held', 'agreement'];

/** Asked while somebody types, or kept on the device elsewhere, as who is signed in is: of no use once that is done. */
export const passing: readonly string[] = ['session', 'found', 'held', 'presence', 'audit', 'accounts', 'devices', 'set-up'];

/** What a thing that reached the server changes: nothing else is fetched anew. */
export const changedBy = {
  tree: (id: string) => [...LISTS, oneTree(id).queryKey],
  visit: (treeId: string) => [...LISTS, oneTree(treeId).queryKey, QUEUE, ['rounds'], stockOfDistricts.queryKey],
  review: (treeId: string | undefined) => [
    ...LISTS,
    QUEUE,
    stockOfDistricts.queryKey,
    ...(treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  ],
  word: (treeId: string) => [oneTree(treeId).queryKey, ['notices']],
  putOff: (treeId: string) => [oneTree(treeId).queryKey, ['round']],
  photo: (treeId: string | undefined) => (treeId === undefined ? [] : [oneTree(treeId).queryKey]),
  list: () => [...LISTS, stockOfDistricts.queryKey],
} as const;
