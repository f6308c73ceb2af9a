import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { organisation, type Organisation } from '@dendrix/core/contracts';
import { get, put } from '@/offline/api';

const KEY = ['organisation'];
const DEFAULTS: Organisation = organisation.parse({});

/** What the organisation has picked; kept on the device, and the defaults until it was ever fetched. */
export function useOrganisation(): Organisation {
  const query = useQuery({ queryKey: KEY, queryFn: () => get<Organisation>('/organisation'), staleTime: 10 * 60_000 });
  // An answer kept on the device by an older version lacks what came in since.
  return { ...DEFAULTS, ...query.data };
}

export function usePick() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (picked: Organisation) => put<Organisation>('/organisation', picked),
    onSuccess: (kept) => client.setQueryData(KEY, kept),
  });
}
