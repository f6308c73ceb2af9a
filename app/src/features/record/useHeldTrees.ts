import { useQuery } from '@tanstack/react-query';
import { heldTrees } from '@/offline/held';

/** The trees that the device holds. Read from it only where they are wanted. */
export const useHeldTrees = (wanted: boolean) =>
  useQuery({ queryKey: ['held'], queryFn: heldTrees, enabled: wanted, staleTime: 0, gcTime: 60_000 }).data;
