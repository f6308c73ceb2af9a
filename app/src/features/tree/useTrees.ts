import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { briefOfNew, briefWithUnsent, detailOfNew, withUnsent, type Unsent } from '@dendrix/core/review';
import { allTrees, oneTree } from '@/data/keys';
import { useSession } from '@/features/session/useSession';
import { treesIn, visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';

/** Unsent visits with who made them; on a device that several people use another's visit goes by no name until it is sent. */
function useUnsent(treeId?: string): readonly Unsent[] {
  const { parcels } = useOutbox();
  const { account } = useSession();
  return useMemo(
    () =>
      visitsIn(parcels, treeId).map(({ id, owner, body }) => ({
        id,
        by:
          account && owner === account.id
            ? { id: account.id, name: account.name }
            : { id: owner || id, name: 'a colleague on this device' },
        body,
      })),
    [parcels, treeId, account],
  );
}

/** Every tree of the district in brief, as it will be once everything on this device has arrived. */
export function useTrees() {
  const query = useQuery(allTrees);
  const { parcels } = useOutbox();
  const unsent = useUnsent();
  const data = useMemo(() => {
    const added = treesIn(parcels).filter((parcel) => !query.data?.some((tree) => tree.id === parcel.id));
    if (query.data === undefined && added.length === 0) return undefined;
    if (added.length === 0 && unsent.length === 0) return query.data;
    return [...(query.data ?? []), ...added.map((parcel) => briefOfNew(parcel.id, parcel.body))].map((tree) => {
      const visits = unsent.filter((visit) => visit.body.treeId === tree.id);
      return visits.length === 0 ? tree : briefWithUnsent(tree, visits);
    });
  }, [query.data, parcels, unsent]);
  return { ...query, data };
}

/** One tree with its whole record, unsent visits among it. */
export function useTree(id: string) {
  const { parcels } = useOutbox();
  const added = treesIn(parcels).find((parcel) => parcel.id === id);
  const query = useQuery({ ...oneTree(id), enabled: !added });
  const unsent = useUnsent(id);
  const data = useMemo(() => {
    const tree = query.data ?? (added ? detailOfNew(id, added.body) : undefined);
    return tree && withUnsent(tree, unsent);
  }, [query.data, added, id, unsent]);
  return { ...query, data };
}
