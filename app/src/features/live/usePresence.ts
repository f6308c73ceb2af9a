import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { standAt } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { PRESENCE, type Presence } from './listen';

/** Whoever does not say so again is no longer taken to be there, ms; the server holds the same. */
const AT_TREE_MS = 15 * 60_000;
/** It is said again so often, ms. */
const AGAIN_MS = 2 * 60_000;

/** Who else stands at a tree now, by name. */
export function useOthersAt(tree: string): readonly string[] {
  const { account } = useSession();
  const { data } = useQuery<Presence>({ queryKey: PRESENCE, queryFn: () => ({}), enabled: false, staleTime: Infinity });
  return Object.entries(data ?? {})
    .filter(([id, one]) => one.tree === tree && id !== account?.id && Date.now() - Date.parse(one.at) < AT_TREE_MS)
    .map(([, { name }]) => name)
    .sort();
}

/** Says that somebody stands at a tree as long as they do. Without a signal nobody hears it, and nothing is queued: it would be old. */
export function useStandAt(tree: string, here: boolean): void {
  useEffect(() => {
    if (!here) return;
    const say = (at: string | null) => void standAt(at).catch(() => undefined);
    say(tree);
    const timer = setInterval(() => say(tree), AGAIN_MS);
    return () => {
      clearInterval(timer);
      say(null);
    };
  }, [tree, here]);
}

/** Whether the person of this device said to stand at a tree, and a way to say so. */
export function useIAmHere(tree: string) {
  const [here, setHere] = useState(false);
  useStandAt(tree, here);
  return { here, setHere };
}
