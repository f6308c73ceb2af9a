import { useQuery } from '@tanstack/react-query';
import type { District } from '@dendrix/core/knowledge';
import { townCounted } from '@/data/keys';
import { districtOf, library } from './library';
import { todayIso } from './today';

/**
 * The district the town's trees stand in, for pages that are about no tree; the first of the library while the town is not known. What
 * is about a tree asks `districtOf` its place.
 */
export function useDistrict(): District {
  const middle = useQuery(townCounted(todayIso())).data?.middle;
  return middle ? districtOf(middle) : (library.districts[0] as District);
}
