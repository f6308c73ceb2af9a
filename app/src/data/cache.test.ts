import 'fake-indexeddb/auto';
import { dehydrate, hydrate, QueryClient, QueryObserver, type DehydratedState } from '@tanstack/react-query';
import { LUK, PERRIN } from '@/testing/record';
import { KEPT_SHAPE, onRestored, persister, somebodyElse, worthKeeping } from './cache';
import { keepNow } from './keep-now';
import { aboutHere, oneTree, organisationPicks, reviewQueue, townBackgrounds, session, townCounted } from './keys';

describe('answers taken up from the device', () => {
  it('are there at once, and what anybody can change is never taken for fresh', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { staleTime: 30_000 } } });
    const keys = [
      townCounted('2026-06-15').queryKey,
      oneTree('t1').queryKey,
      reviewQueue().queryKey,
      organisationPicks.queryKey,
      townBackgrounds.queryKey,
      aboutHere.queryKey,
    ] as const;
    for (const key of keys) client.setQueryData(key as readonly unknown[], { kept: true });
    await onRestored(client);
    expect(keys.map((key) => client.getQueryState(key as readonly unknown[])?.isInvalidated)).toEqual([
      true,
      true,
      true,
      true,
      true,
      false,
    ]);
    for (const key of keys) expect(client.getQueryData(key as readonly unknown[])).toEqual({ kept: true });
    client.clear();
  });
  it('are on the device once somebody is told so, as a start takes them up', async () => {
    const client = new QueryClient();
    client.setQueryData(['rounds', '2026-06-15'], [{ id: 'r' }]);
    client.setQueryData(['session'], { id: 'me' });
    await keepNow(client);
    const kept = await persister.restoreClient();
    expect(kept).toMatchObject({ buster: KEPT_SHAPE, timestamp: expect.any(Number) });
    expect(kept?.clientState.queries.map(({ queryKey, state }) => [queryKey, state.data])).toEqual([
      [['rounds', '2026-06-15'], [{ id: 'r' }]],
    ]);
    client.clear();
  });
  it('outlive an attempt to ask anew that failed without a signal', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    client.setQueryData(['trees'], [1, 2]);
    await expect(client.fetchQuery({ queryKey: ['trees'], queryFn: () => Promise.reject(new Error('no signal')) })).rejects.toThrow();
    expect(client.getQueryState(['trees'])?.status).toBe('error');
    const kept = JSON.parse(JSON.stringify(dehydrate(client, { shouldDehydrateQuery: worthKeeping }))) as DehydratedState;
    const next = new QueryClient();
    hydrate(next, kept);
    expect(next.getQueryData(['trees'])).toEqual([1, 2]);
    client.setQueryData(['session'], null);
    expect(worthKeeping({ state: { ...client.getQueryState(['session']) } as never, queryKey: ['session'] })).toBe(false);
    for (const one of [client, next]) one.clear();
  });
});

describe('another person on the device', () => {
  it('is told to whoever looks, also to what stands on the screen all along, and has nothing of what the other was told', () => {
    const client = new QueryClient();
    client.setQueryData(session.queryKey, LUK);
    client.setQueryData(['notices'], ['for Luk']);
    const observer = new QueryObserver(client, { ...session, enabled: false });
    const stop = observer.subscribe(() => undefined);
    somebodyElse(client, null);
    somebodyElse(client, PERRIN);
    expect(observer.getCurrentResult().data?.id).toBe(PERRIN.id);
    expect(client.getQueryData(['notices'])).toBeUndefined();
    stop();
    client.clear();
  });
});
