import { dehydrate, type QueryClient } from '@tanstack/react-query';
import { database } from '@/offline/database';
import { KEPT, KEPT_SHAPE, worthKeeping } from './cache';

/** Writes what is held now to the device, and not in half a second: before somebody is told that they can leave. */
export async function keepNow(client: QueryClient): Promise<void> {
  const clientState = dehydrate(client, { shouldDehydrateQuery: worthKeeping });
  await (await database()).put('cache', JSON.stringify({ buster: KEPT_SHAPE, timestamp: Date.now(), clientState }), KEPT);
}
