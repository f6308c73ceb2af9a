import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { townCounted } from '@/data/keys';
import { heldAreas, holdArea, SMALL_TOWN, WHOLE_TOWN } from '@/offline/held';
import type { Area } from '@/offline/area';
import { todayIso } from '@/features/shell/today';
import { t } from '@/words/frame';

/** Long after the first screen stands, ms: nobody waits for it. */
const AFTER_MS = 2000;
/** An area that somebody chose is fetched anew once it is so old, ms. */
const OLD = 12 * 3600_000;

/**
 * Keeps what the device holds as it is in the record: a small town whole, whenever something in it was written, and chosen areas twice
 * a day. Without a signal, what was held stays.
 */
export function useHeldFresh(): void {
  const client = useQueryClient();
  const { data: town, isSuccess } = useQuery(townCounted(todayIso()));
  const { version, trees, box } = town ?? {};
  useEffect(() => {
    if (!isSuccess || version === undefined || trees === undefined || !box || !navigator.onLine) return;
    const stop = new AbortController();
    const timer = setTimeout(() => void freshen().catch(() => undefined), AFTER_MS);
    const freshen = async () => {
      const held = await heldAreas();
      const whole = held.find(({ id }) => id === WHOLE_TOWN);
      const stale: Pick<Area, 'id' | 'name' | 'box' | 'version'>[] = held
        .filter(({ id, heldAt }) => id !== WHOLE_TOWN && Date.now() - Date.parse(heldAt) > OLD)
        .map((area) => ({ ...area, version }));
      if (trees <= SMALL_TOWN && whole?.version !== version) stale.push({ id: WHOLE_TOWN, name: t('theWholeTown'), box, version });
      for (const { id, name, box, version } of stale) await holdArea({ id, name, box, version }, undefined, stop.signal);
      if (stale.length > 0) await client.invalidateQueries({ queryKey: ['held'] });
    };
    return () => {
      clearTimeout(timer);
      stop.abort(new DOMException('another town', 'AbortError'));
    };
  }, [client, isSuccess, version, trees, box]);
}
