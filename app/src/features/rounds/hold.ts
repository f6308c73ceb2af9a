import type { QueryClient } from '@tanstack/react-query';
import type { RoundView } from '@dendrix/core/contracts';
import { placeAt } from '@dendrix/core/geo/distance';
import { keepNow } from '@/data/keep-now';
import { oneTree, recordsOf } from '@/data/keys';
import { holdArea } from '@/offline/held';
import { t } from '@/words/rounds';

/** Records asked for at once. */
const AT_ONCE = 20;
/** Pictures of a tree that go along: the newest. */
const PICTURES = 4;
/** Trees about the way are held too, m: the one next door may be asked about. */
const ABOUT = 150;

/** What of a round is on the device. */
export interface Taken {
  trees: number;
  of: number;
  pictures: number;
  map: boolean;
}

/**
 * Takes a round along: histories, the newest pictures and the trees about the way. The plates and the map of streets are on the device
 * with the application.
 * @param tell called as it goes
 * @throws NoSignal where nothing answers; what was taken by then stays
 */
export async function takeAlong(client: QueryClient, round: RoundView, tell: (taken: Taken) => void, signal: AbortSignal): Promise<void> {
  const ids = round.plan.stops.map(({ treeId }) => treeId);
  const taken: Taken = { trees: 0, of: ids.length, pictures: 0, map: false };
  for (let start = 0; start < ids.length; start += AT_ONCE) {
    signal.throwIfAborted();
    for (const record of await recordsOf(ids.slice(start, start + AT_ONCE))) {
      client.setQueryData(oneTree(record.id).queryKey, record);
      taken.trees++;
      const newest = record.visits.flatMap((visit) => visit.look.photos).slice(0, PICTURES);
      for (const photo of newest) {
        signal.throwIfAborted();
        // The service worker keeps what was fetched once.
        const answer = await fetch(`/api/v1/photos/${photo.id}?size=thumbnail`, { signal }).catch(() => null);
        if (answer?.ok) taken.pictures++;
      }
      tell({ ...taken });
    }
  }
  const all = [round.plan.start, ...round.plan.stops];
  const [lats, lngs] = [all.map(({ latitude }) => latitude), all.map(({ longitude }) => longitude)];
  const low = placeAt({ latitude: Math.min(...lats), longitude: Math.min(...lngs) }, { east: -ABOUT, north: -ABOUT });
  const high = placeAt({ latitude: Math.max(...lats), longitude: Math.max(...lngs) }, { east: ABOUT, north: ABOUT });
  await holdArea(
    {
      id: `round-${round.id}`,
      name: t('roundOf', { day: round.day }),
      box: [low.longitude, low.latitude, high.longitude, high.latitude],
      version: round.madeAt,
    },
    undefined,
    signal,
  );
  await keepNow(client);
  taken.map = true;
  tell({ ...taken });
}
