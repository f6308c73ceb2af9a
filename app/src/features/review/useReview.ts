import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { QueueItem } from '@dendrix/core/contracts';
import { oneTree, recordsOf, reviewQueue, type QueueFilter } from '@/data/keys';
import { useTree } from '@/features/record/useTrees';
import type { UnderReview } from './ReviewItem';

/** Visits whose evidence is fetched ahead: the first that a reviewer will open. */
const AHEAD = 10;

/** Visits that wait for a second pair of eyes; only reviewers and coordinators are asked. */
export function useReviewQueue(allowed: boolean, filter: QueueFilter = {}) {
  const client = useQueryClient();
  const query = useInfiniteQuery({ ...reviewQueue(filter), enabled: allowed });
  // A page is a moment old when the next one comes: a visit that moved up meanwhile is not shown twice.
  const items = useMemo(() => {
    const all = query.data?.pages.flatMap((page) => page.items);
    return all && [...new Map(all.map((item) => [item.visit.id, item])).values()];
  }, [query.data]);
  const [first] = query.data?.pages ?? [];
  useEffect(() => {
    const wanted = (first?.items ?? [])
      .slice(0, AHEAD)
      .map(({ tree }) => tree.id)
      .filter((id) => client.getQueryData(oneTree(id).queryKey) === undefined);
    if (wanted.length === 0) return;
    recordsOf(wanted).then(
      (records) => {
        for (const record of records) client.setQueryData(oneTree(record.id).queryKey, record);
      },
      () => {
        // Without a signal the evidence of those that were fetched before is there.
      },
    );
  }, [client, first]);
  return { ...query, items, total: first?.total ?? 0, more: first?.more ?? false };
}

/** A visit of the queue with its evidence, which comes with its tree. */
export function useUnderReview({ visit, tree, why, weight }: QueueItem) {
  const record = useTree(tree.id);
  const found = record.data?.visits.find((one) => one.id === visit.id);
  const item = useMemo(
    (): UnderReview | undefined => (record.data && found ? { visit: found, tree: record.data, why, weight } : undefined),
    [record.data, found, why, weight],
  );
  return { item, error: record.error, refetch: record.refetch, gone: record.data !== undefined && !found };
}
