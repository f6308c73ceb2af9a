import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { RoundAnswer, TreeBrief } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { distance } from '@dendrix/core/geo/distance';
import type { LeadingTaxon } from '@dendrix/core/knowledge/leading';
import { due, isPressing, pickRound, settles, walkingOrder, walkLength, type Settles } from '@dendrix/core/planning';
import { useOutbox } from '@/offline/OutboxProvider';
import { useLeading } from '@/features/shell/leading';
import { useRange } from '@/features/shell/range';
import { todayIso } from '@/features/shell/today';
import { useHeldTrees } from '@/features/record/useHeldTrees';
import { useAsTheyWillBe } from '@/features/record/useUnsent';
import { oneTree, recordsOf, roundAhead } from '@/data/keys';

/** A stop of the round. */
export interface Stop {
  tree: TreeBrief;
  /** What the library says of its kind in lists; null where it has no name, or one the library does not hold. */
  taxon: LeadingTaxon | null;
  settles: Settles;
  /** m from the stop before, null for the first. */
  step: number | null;
}

/** Most stops that make one round. */
const ROUND = 20;
/** Records of a round that are this fresh are not fetched anew, ms. */
const FRESH = 10 * 60_000;

const ofHeld = (trees: readonly TreeBrief[], isOwn: (tree: TreeBrief) => boolean): RoundAnswer => ({
  items: [...trees],
  due: trees.filter(isOwn).length,
  more: false,
  putOff: 0,
});

/**
 * Trees due within some days, chosen about where the round begins, in walking order, with what the season can settle at each.
 * @param from where somebody stands; null where the most urgent tree does
 */
export function useRound(within: number, from: Place | null) {
  const today = todayIso();
  const range = useRange();
  const query = useQuery({ ...roundAhead(today, within, from, range.districts), placeholderData: (before) => before });
  // Without a signal a round that was never asked for is made from what the device holds.
  const held = useHeldTrees(query.isError && (query.data === undefined || query.isPlaceholderData));
  const answer = held && query.isError ? ofHeld(due(held, today, within), range.holds) : query.data;
  const listed = useAsTheyWillBe(answer?.items);
  // What was put off on this device and is not sent yet counts; what presses is never left out.
  const { parcels } = useOutbox();
  const candidates = useMemo(() => {
    const off = new Set(parcels.flatMap((one) => (one.kind === 'put-off' && one.body.until > today ? [one.body.treeId] : [])));
    return off.size === 0 ? listed : listed?.filter((tree) => !off.has(tree.id) || isPressing(tree, today));
  }, [listed, parcels, today]);
  const putOff = (answer?.putOff ?? 0) + (listed?.length ?? 0) - (candidates?.length ?? 0);
  const leading = useLeading();
  const round = useMemo(() => {
    // A visit that waits here may have moved the day.
    const waiting = due(candidates ?? [], today, within);
    const { stops, elsewhere } = pickRound(waiting, today, ROUND, from ?? undefined, range.holds);
    const order = walkingOrder(stops, from ?? undefined);
    return {
      elsewhere,
      done: (candidates?.length ?? 0) - waiting.length,
      metres: walkLength(from ? [from, ...order] : order),
      stops: order.map((tree, i): Stop => ({
        tree,
        taxon: leading?.taxon(tree.taxon) ?? null,
        settles: settles(leading?.taxon(tree.taxon) ?? null, today, tree.latitude),
        step: i === 0 ? null : distance(order[i - 1] as TreeBrief, tree),
      })),
    };
  }, [candidates, leading, today, within, from, range]);
  useRecordsAhead(round.stops, query.isSuccess);
  const total = Math.max(round.stops.length, (answer?.due ?? 0) - round.done);
  return {
    ...round,
    total,
    more: answer?.more ?? false,
    putOff,
    today,
    known: candidates !== undefined && leading !== null,
    error: query.error,
    refetch: query.refetch,
  };
}

/** The records of the round are fetched ahead, all in one answer and after the screen stands: they are there when the signal is not. */
function useRecordsAhead(stops: readonly Stop[], ready: boolean): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!ready) return;
    const old = Date.now() - FRESH;
    const wanted = stops.map(({ tree }) => tree.id).filter((id) => (client.getQueryState(oneTree(id).queryKey)?.dataUpdatedAt ?? 0) < old);
    if (wanted.length === 0) return;
    const timer = setTimeout(() => {
      recordsOf(wanted).then(
        (records) => {
          for (const record of records) client.setQueryData(oneTree(record.id).queryKey, record);
        },
        () => {
          // Without a signal those that are kept are all there is.
        },
      );
    }, AFTER_MS);
    return () => clearTimeout(timer);
  }, [client, stops, ready]);
}
/** Long enough for the screen to be painted, ms. */
const AFTER_MS = 400;
