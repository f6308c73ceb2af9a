import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { Colleague, MessageView, TreeDetail } from '@dendrix/core/contracts';
import { everybody } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { useOutbox } from '@/offline/OutboxProvider';
import { t } from '@/words/talk';

const NOBODY: readonly Colleague[] = [];

/** Everybody who can be spoken to: all but oneself. */
export function useColleagues(): readonly Colleague[] {
  const { account } = useSession();
  const { data } = useQuery(everybody);
  return useMemo(() => (data ?? NOBODY).filter(({ id }) => id !== account?.id), [data, account]);
}

/** What was said of a tree, words that wait on this device among it, oldest first. */
export function useMessages(tree: Pick<TreeDetail, 'id' | 'messages'>): readonly MessageView[] {
  const { parcels } = useOutbox();
  const { account } = useSession();
  return useMemo(() => {
    const known = new Set(tree.messages.map(({ id }) => id));
    const waiting = parcels.flatMap((parcel): MessageView[] =>
      parcel.kind === 'message' && parcel.body.treeId === tree.id && !known.has(parcel.id)
        ? [
            {
              id: parcel.id,
              visitId: parcel.body.visitId,
              point: parcel.body.point,
              by:
                account && parcel.owner === account.id
                  ? { id: account.id, name: account.name }
                  : { id: parcel.owner, name: t('aColleagueOnThisDevice') },
              at: parcel.body.at,
              text: parcel.body.text,
              mentions: [],
            },
          ]
        : [],
    );
    return [...tree.messages, ...waiting].sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  }, [tree.id, tree.messages, parcels, account]);
}

/** A way to say something; it is on the device at once and will upload when you are online. */
export function useSay(tree: Pick<TreeDetail, 'id' | 'tag'>) {
  const { post } = useOutbox();
  return useCallback(
    (visitId: string | null, point: string, text: string, mentions: readonly string[]) => {
      const at = new Date().toISOString();
      return post({
        id: newId(),
        kind: 'message',
        queuedAt: at,
        words: t('wordOn', { tag: tree.tag }),
        // A tree or visit that is still on this device goes first.
        after: [tree.id, ...(visitId === null ? [] : [visitId])],
        body: { treeId: tree.id, visitId, point, at, text: text.trim(), mentions: [...mentions] },
      });
    },
    [post, tree.id, tree.tag],
  );
}
