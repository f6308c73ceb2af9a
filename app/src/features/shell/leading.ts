import { useQuery } from '@tanstack/react-query';
import { useMemo, useSyncExternalStore } from 'react';
import { districtAt } from '@dendrix/core/geo/district';
import type { LeadingDistrict, LeadingTaxon } from '@dendrix/core/knowledge/leading';
import { townCounted, townDistricts } from '@/data/keys';
import { heldLeading, watchLeading } from '@/data/library';
import { todayIso } from './today';

// What the frame and the first screen need of the library. Screens that come after it use `./library`, which is the whole.

/** The leading part of the library, by name. */
export interface Leading {
  /** What stands in lists of an accepted name, if the library holds it. */
  taxon: (name: string | null) => LeadingTaxon | null;
  /** Of a library at least one. */
  districts: readonly LeadingDistrict[];
}

/** The leading part of the library; null until it is here, a moment after the application has begun. */
export function useLeading(): Leading | null {
  const held = useSyncExternalStore(watchLeading, heldLeading);
  return useMemo(() => {
    if (!held) return null;
    const byName = new Map(held.taxa.map((taxon) => [taxon.name, taxon]));
    return { taxon: (name) => (name === null ? null : (byName.get(name) ?? null)), districts: held.districts };
  }, [held]);
}

/**
 * The district the town's trees stand in; the first of them while the town is not known. Null while the library is not here, or nobody
 * has said yet which districts there are: another town's name is no answer.
 */
export function useTownDistrict(): LeadingDistrict | null {
  const { isPending } = useQuery(townDistricts);
  const leading = useLeading();
  const districts = isPending ? undefined : leading?.districts;
  const middle = useQuery(townCounted(todayIso())).data?.middle;
  if (!districts) return null;
  return middle ? districtAt(districts, middle) : (districts[0] ?? null);
}
