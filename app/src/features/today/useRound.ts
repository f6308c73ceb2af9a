import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { TreeBrief } from '@dendrix/core/contracts';
import { distance } from '@dendrix/core/geo';
import { due, settles, walkingOrder, walkLength, type Settles } from '@dendrix/core/planning';
import { taxonNamed } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { useTrees } from '@/features/tree/useTrees';
import { oneTree } from '@/data/keys';

/** A stop of the round. */
export interface Stop {
  tree: TreeBrief;
  settles: Settles;
  /** m from the stop before, null for the first. */
  step: number | null;
}

/** Most stops that make one round; the longest overdue are taken. */
const ROUND = 20;

/** Trees due within some days, in walking order, with what the season can settle at each. */
export function useRound(within: number) {
  const trees = useTrees();
  const client = useQueryClient();
  const today = todayIso();
  const round = useMemo(() => {
    const all = due(trees.data ?? [], today, within);
    const order = walkingOrder(all.slice(0, ROUND));
    const stops = order.map((tree, i): Stop => ({
      tree,
      settles: settles(taxonNamed(tree.taxon), today, tree.latitude),
      step: i === 0 ? null : distance(order[i - 1] as TreeBrief, tree),
    }));
    return { stops, total: all.length, metres: walkLength(order) };
  }, [trees.data, today, within]);

  // The records of the round are fetched ahead, so that they are there when the signal is not.
  useEffect(() => {
    for (const { tree } of round.stops) {
      void client.prefetchQuery({
        ...oneTree(tree.id),
        staleTime: 10 * 60_000,
      });
    }
  }, [client, round.stops]);
  return { ...round, today, trees };
}
