import { useMemo, useSyncExternalStore } from 'react';
import { districtAt } from '@dendrix/core/geo/district';
import type { Place } from '@dendrix/core/geo';
import type { LeadingDistrict } from '@dendrix/core/knowledge/leading';
import { useSession } from './useSession';
import { useLeading } from './leading';

// The districts a person looks after. What they are shown as theirs to do is of these; the whole town is a tap away, and what presses
// anywhere is told whatever they chose.

const KEY = 'dendrix-whole-town';
const watchers = new Set<() => void>();
const watch = (tell: () => void) => {
  watchers.add(tell);
  return () => void watchers.delete(tell);
};
let wholeTown = globalThis.localStorage?.getItem(KEY) === 'yes';
const isWholeTown = (): boolean => wholeTown;

/** Shows the whole town, or only what somebody looks after; kept on the device. */
export function showWholeTown(whole: boolean): void {
  wholeTown = whole;
  try {
    if (whole) localStorage.setItem(KEY, 'yes');
    else localStorage.removeItem(KEY);
  } catch {
    // Without room for it, it holds until the application is closed.
  }
  for (const tell of watchers) tell();
}

export interface Range {
  /** Districts that work is chosen from; none: the whole town. */
  districts: readonly string[];
  /** Their own, whether they look at them alone or not; none: all of them. */
  own: readonly LeadingDistrict[];
  isWholeTown: boolean;
  /** Whether a tree is in range. */
  holds: (place: Place) => boolean;
}

const EVERYWHERE: readonly string[] = [];

/** What whoever is signed in looks after. */
export function useRange(): Range {
  const { account } = useSession();
  const known = useLeading()?.districts;
  const whole = useSyncExternalStore(watch, isWholeTown);
  return useMemo(() => {
    const own = (known ?? []).filter(({ id }) => account?.districts.includes(id));
    // Whoever looks after all of them, or after one that is gone, has the whole town before them.
    const isNarrow = own.length > 0 && own.length < (known ?? []).length && !whole;
    const districts = isNarrow ? own.map(({ id }) => id) : EVERYWHERE;
    return {
      districts,
      own: own.length < (known ?? []).length ? own : [],
      isWholeTown: whole,
      holds: (place) => districts.length === 0 || districts.includes(districtAt(known ?? [], place).id),
    };
  }, [account, known, whole]);
}
