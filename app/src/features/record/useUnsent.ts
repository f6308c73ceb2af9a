import { useMemo } from 'react';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { Unsent } from '@dendrix/core/state';
import { useSession } from '@/features/shell/useSession';
import { usePart } from '@/features/shell/usePart';
import { visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { t } from '@/words/record';

/** Unsent visits with who made them; on a device that several people use another's visit goes by no name until it is sent. */
export function useUnsent(treeId?: string): readonly Unsent[] {
  const { parcels } = useOutbox();
  const { account } = useSession();
  return useMemo(
    () =>
      visitsIn(parcels, treeId).map(({ id, owner, body }) => ({
        id,
        by:
          account && owner === account.id ? { id: account.id, name: account.name } : { id: owner || id, name: t('aColleagueOnThisDevice') },
        body,
      })),
    [parcels, treeId, account],
  );
}

const judged = () => import('./unsent-judged');

/**
 * Some trees as they will be once everything on this device has arrived. What judges them is fetched where a visit waits; until it is
 * here nothing is shown, rather than trees as they were before those visits.
 */
export function useAsTheyWillBe(trees: readonly TreeBrief[] | undefined): readonly TreeBrief[] | undefined {
  const unsent = useUnsent();
  const part = usePart(judged, unsent.length > 0);
  return useMemo(() => {
    if (trees === undefined || unsent.length === 0) return trees;
    if (!part) return undefined;
    return trees.map((tree) => {
      const visits = unsent.filter((visit) => visit.body.treeId === tree.id);
      return visits.length === 0 ? tree : part.briefWithUnsent(tree, visits);
    });
  }, [trees, unsent, part]);
}
