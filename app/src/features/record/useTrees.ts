import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { districtAt } from '@dendrix/core/geo/district';
import { briefOfNew, detailOfNew, withUnsent } from '@dendrix/core/state';
import { NoSignal } from '@/data/api';
import { found, olderVisits, oneTree } from '@/data/keys';
import { useLeading } from '@/features/shell/leading';
import { heldTree } from '@/offline/held';
import { useHeldTrees } from './useHeldTrees';
import { useUnsent } from './useUnsent';
import { treesIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { zoneAt } from '@/features/shell/today';

// No screen asks for all trees: each asks for those it shows. What this device has not sent yet stands among them, and where there is
// no signal they come from what the device holds.

/** Trees that were added on this device and are not at the server yet, as lists will show them. */
export function useAdded(): readonly TreeBrief[] {
  const { parcels } = useOutbox();
  return useMemo(() => treesIn(parcels).map((parcel) => briefOfNew(parcel.id, parcel.body)), [parcels]);
}

/** Trees found by what is typed, or about a place; without a signal, what the device holds, to be searched by the caller. */
export function useFound(words: string, near: Place | null) {
  const query = useQuery({ ...found(words, near), placeholderData: (before) => before });
  const alone = query.error instanceof NoSignal;
  const held = useHeldTrees(alone);
  return { answer: query.data, held: alone ? held : undefined, error: query.error };
}

/** One tree with its record, unsent visits among it. Of its visits the newest are there; see `useWholeRecord`. */
export function useTree(id: string, wanted = true) {
  const { parcels } = useOutbox();
  const added = treesIn(parcels).find((parcel) => parcel.id === id);
  const query = useQuery({ ...oneTree(id), enabled: wanted && !added });
  const unsent = useUnsent(id);
  const leading = useLeading();
  const data = useMemo(() => {
    const tree = query.data ?? (added ? detailOfNew(id, added.body) : undefined);
    const districts = leading?.districts ?? [];
    return (
      tree &&
      withUnsent(tree, unsent, {
        timeZone: zoneAt(tree),
        longestGap: districts.length > 0 ? districtAt(districts, tree).longestGap : undefined,
      })
    );
  }, [query.data, added, id, unsent, leading]);
  return { ...query, data };
}

const NO_VISITS: readonly VisitView[] = [];

/**
 * The visits of a tree before those that come with it, fetched when they are wanted.
 * @param next where they go on; null where there are none
 */
export function useOlderVisits(id: string, next: string | null, wanted: boolean) {
  const query = useInfiniteQuery({ ...olderVisits(id, next ?? ''), enabled: wanted && next !== null });
  const visits = useMemo(() => query.data?.pages.flatMap(({ items }) => items) ?? NO_VISITS, [query.data]);
  return { ...query, visits, whole: next === null || (query.data !== undefined && !query.hasNextPage) };
}

/** A tree with every visit it ever had: what a new one is judged beside. */
export function useWholeRecord(id: string) {
  const tree = useTree(id);
  const older = useOlderVisits(id, tree.data?.earlier.next ?? null, true);
  const { hasNextPage, isFetching, fetchNextPage } = older;
  useEffect(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  const visits = useMemo(() => (tree.data ? [...tree.data.visits, ...older.visits] : NO_VISITS), [tree.data, older.visits]);
  return { ...tree, visits, whole: tree.data !== undefined && older.whole };
}

/** A tree in brief where its record is not on the device: from a list that is, or from what the device holds. */
export function useBrief(id: string, wanted: boolean): TreeBrief | undefined {
  const client = useQueryClient();
  const listed = wanted
    ? client
        .getQueriesData<{ items: TreeBrief[] }>({ predicate: ({ queryKey }) => queryKey[0] === 'round' || queryKey[0] === 'found' })
        .flatMap(([, answer]) => answer?.items ?? [])
        .find((tree) => tree.id === id)
    : undefined;
  const held = useQuery({
    queryKey: ['held', id],
    queryFn: async () => (await heldTree(id)) ?? null,
    enabled: wanted && listed === undefined,
    staleTime: 0,
    gcTime: 60_000,
  });
  return listed ?? held.data ?? undefined;
}
