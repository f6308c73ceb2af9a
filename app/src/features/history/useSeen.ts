import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { TreeDetail } from '@dendrix/core/contracts';
import { noteSeen } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';

/** Somebody who only passes over a page has not seen it, ms. */
const LOOKED_MS = 1500;

/**
 * Notes that the person has the visits, reviews and words of a tree before them, so that those who wrote them know. Their own count as
 * nothing, and without a signal nothing is noted: they are told of it the next time.
 */
export function useSeen(tree: TreeDetail | undefined): void {
  const client = useQueryClient();
  const { account } = useSession();
  const me = account?.id;
  const known = new Set(tree?.seen.filter((one) => one.by.id === me).map((one) => one.what));
  const fresh = tree
    ? [...tree.visits, ...tree.reviews, ...tree.messages].filter((one) => one.by.id !== me && !known.has(one.id)).map((one) => one.id)
    : [];
  const what = fresh.join();
  const id = tree?.id;
  useEffect(() => {
    if (me === undefined || id === undefined || what === '') return;
    const timer = setTimeout(() => {
      noteSeen(id, what.split(',').slice(0, 400)).then(
        () => void client.invalidateQueries({ queryKey: ['notices'] }),
        () => undefined,
      );
    }, LOOKED_MS);
    return () => clearTimeout(timer);
  }, [client, me, id, what]);
}
