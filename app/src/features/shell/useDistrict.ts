import { useQuery } from '@tanstack/react-query';
import type { District } from '@dendrix/core/knowledge';
import { allTrees } from '@/data/keys';
import { districtOf, library } from './library';

/**
 * The district the town's trees stand in, for pages that are about no tree; the first of the library while no tree is known. What is
 * about a tree asks `districtOf` its place.
 */
export function useDistrict(): District {
  const { data } = useQuery({ ...allTrees, enabled: false });
  const [tree] = data ?? [];
  return tree ? districtOf(tree) : (library.districts[0] as District);
}
