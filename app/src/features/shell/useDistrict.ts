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
  const [west, south, east, north] = useQuery(townCounted(todayIso())).data?.box ?? [];
  if (west === undefined || south === undefined || east === undefined || north === undefined) return library.districts[0] as District;
  return districtOf({ latitude: (south + north) / 2, longitude: (west + east) / 2 });
}
