import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { organisation, type Organisation } from '@dendrix/core/record';
import { put } from '@/data/api';
import { organisationPicks } from '@/data/keys';

const DEFAULTS: Organisation = organisation.parse({});

/** What the organisation has picked; kept on the device, and the defaults until it was ever fetched. */
export function useOrganisation(): Organisation {
  const query = useQuery(organisationPicks);
  // An answer kept on the device by an older version lacks what came in since.
  return { ...DEFAULTS, ...query.data };
}

export function usePick() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (picked: Organisation) => organisation.parse(await put('/organisation', picked)),
    onSuccess: (kept) => client.setQueryData(organisationPicks.queryKey, kept),
  });
}
