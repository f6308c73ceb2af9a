// A small record and the surroundings a screen needs, for tests; a test says only what differs.
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import type { Account, MapAnswer, QueueItem, TreeBrief, TreeDetail, VisitView } from '@dendrix/core/contracts';
import { assess } from '@dendrix/core/judging';
import { emptyLook, organisation, type Look, type TreeSubmission, type VisitName } from '@dendrix/core/record';
import { briefOfNew, derive } from '@dendrix/core/state';
import { found, oneTree, organisationPicks, reviewQueue, roundAhead, session, townCounted, townDistricts } from '@/data/keys';
import { due } from '@dendrix/core/planning';
import { todayIso } from '@/features/shell/today';
import { library } from '@/features/shell/library';

const id = (n: number) => `01976a00-0000-7000-8000-${String(n).padStart(12, '0')}`;
export const TREE_ID = id(1);
export const ADAEZE = { id: id(90), name: 'Adaeze Fenwick' };
const PLAIN = { districts: [], secondFactor: false, signsInElsewhere: false, owesFactor: false };
export const PERRIN: Account = { ...PLAIN, id: id(91), name: 'Perrin Oakes', login: 'perrin', role: 'reviewer' };
export const LUK: Account = { ...PLAIN, id: id(92), name: 'Luk Marsh', login: 'luk', role: 'crew' };

const LISTED: TreeSubmission = {
  tag: 'Q 0417',
  place: 'Saltmarket Row, east verge',
  siteKind: 'street',
  latitude: 45.62,
  longitude: -31.2,
  plantedYear: 1962,
  planted: true,
  note: '',
};
export const aTree = (part: Partial<TreeBrief> = {}): TreeBrief => ({ ...briefOfNew(TREE_ID, LISTED), ...part });

export const aName = (taxon: string | null, part: Partial<VisitName> = {}): VisitName => ({
  taxon,
  level: taxon === null ? 'none' : 'species',
  rule: 'three-lines',
  confirmed: false,
  probability: 0.8,
  why: 'Bark and leaf.',
  ...part,
});

/** A visit of a day, judged as the core judges it. */
export function aVisit(day: string, part: Partial<Look> = {}, name: VisitName | null = null, nth = 10): VisitView {
  const look: Look = { ...emptyLook(day), ...part };
  return {
    id: id(nth),
    treeId: TREE_ID,
    by: ADAEZE,
    startedAt: `${day}T09:40:00.000Z`,
    finishedAt: `${day}T10:00:00.000Z`,
    timeZone: 'UTC',
    libraryVersion: 'x',
    look,
    name,
    judgement: assess(library, { ...look, taxon: null, name: name?.taxon ?? null, latitude: 45.62, profile: 'amenity' }),
    judgedWith: 'x',
    differs: [],
    amends: null,
    laterLooks: [],
  };
}

/** A tree with its record, derived as the server derives it. */
export function aRecord(visits: readonly VisitView[], part: Partial<TreeDetail> = {}): TreeDetail {
  const determinations = visits.flatMap((visit) =>
    visit.name
      ? [
          {
            id: `${visit.id}/name`,
            visitId: visit.id,
            by: visit.by,
            at: visit.finishedAt,
            taxon: visit.name.taxon,
            level: visit.name.level,
            source: 'visit' as const,
            why: visit.name.why,
            infraspecific: null,
          },
        ]
      : [],
  );
  const reviews = part.reviews ?? [];
  const { followUps, ...derived } = derive({ timeZone: 'UTC', visits, determinations, reviews });
  return {
    ...aTree(),
    ...derived,
    note: '',
    visits: [...visits].reverse(),
    earlier: { visits: 0, next: null },
    determinations: determinations.reverse(),
    reviews,
    followUps: followUps.map(({ key, ...one }) => ({ id: key, ...one })),
    messages: [],
    putOffs: [],
    seen: [],
    olderRules: false,
    arrivedPhotos: [],
    ...part,
  };
}

/** A visit of the queue with its evidence. */
export interface Queued {
  visit: VisitView;
  tree: TreeBrief;
  weight: number;
  why: QueueItem['why'];
  reviews?: TreeDetail['reviews'];
}

const inQueue = ({ visit, tree, reviews: _reviews, ...rest }: Queued): QueueItem => ({
  ...rest,
  tree,
  visit: { id: visit.id, treeId: visit.treeId, day: visit.look.day, finishedAt: visit.finishedAt, by: visit.by },
});

const townOf = (trees: readonly TreeBrief[]): MapAnswer => {
  const [tree] = trees;
  return {
    trees: trees.length,
    counts: {},
    middle: tree ? { latitude: tree.latitude, longitude: tree.longitude } : null,
    box: tree ? [tree.longitude, tree.latitude, tree.longitude, tree.latitude] : null,
    singlesFrom: 11,
    version: '1',
  };
};

interface Kept {
  account?: Account | null;
  trees?: readonly TreeBrief[];
  tree?: TreeDetail;
  queue?: readonly Queued[];
  waiting?: number;
}

/** What is kept on the device, so that no screen asks for more. */
export function clientWith({ account = LUK, trees = [], tree, queue = [], waiting = queue.length }: Kept = {}): QueryClient {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(session.queryKey, account);
  client.setQueryData(organisationPicks.queryKey, organisation.parse({}));
  client.setQueryData(townDistricts.queryKey, library.districts);
  const today = todayIso();
  for (const within of [0, 14, 90]) {
    const items = due(trees, today, within);
    client.setQueryData(roundAhead(today, within).queryKey, { items, due: items.length, more: false, putOff: 0 });
  }
  client.setQueryData(found('', null).queryKey, { items: [...trees], streets: [] });
  client.setQueryData(townCounted(today).queryKey, townOf(trees));
  client.setQueryData(reviewQueue().queryKey, {
    pages: [{ items: queue.map(inQueue), next: null, total: waiting, more: false }],
    pageParams: [''],
  });
  for (const { visit, tree: seen, reviews = [] } of queue)
    client.setQueryData(oneTree(seen.id).queryKey, { ...aRecord([visit], { reviews }), ...seen });
  if (tree) client.setQueryData(oneTree(tree.id).queryKey, tree);
  return client;
}

export const around = (client: QueryClient) =>
  function Around({ children }: { children: ReactNode }) {
    return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
  };
