import 'fake-indexeddb/auto';
import { act, render, screen, waitFor } from '@testing-library/react';
import { todayIso } from '@/features/shell/today';
import { oneTree, organisationPicks, reviewQueue, townCounted } from '@/data/keys';
import { around, clientWith, PERRIN, TREE_ID } from '@/testing/record';
import { close, database } from './database';
import { OutboxProvider, useOutbox } from './OutboxProvider';
import type { NewParcel } from './parcel';

const answer = (status: number, body: object = {}) => ({ ok: status < 400, status, json: async () => body }) as Response;
const review = (id: string): NewParcel => ({
  id,
  kind: 'review',
  queuedAt: '2026-06-15T09:00:00.000Z',
  words: 'Review of Q 0417',
  treeId: TREE_ID,
  body: { visitId: TREE_ID, verdict: 'confirm', secondLook: null, taxon: null, reason: '' },
});

let outbox: ReturnType<typeof useOutbox>;
function Shown() {
  outbox = useOutbox();
  return <output>{`${outbox.parcels.length} ${outbox.online ? 'online' : 'offline'} ${outbox.needsSignIn ? 'sign in' : ''}`}</output>;
}
const shown = () => screen.getByRole('status').textContent?.trim();

beforeEach(async () => {
  const db = await database();
  await Promise.all([db.clear('parcels'), db.clear('drafts'), db.clear('pictures')]);
});
afterAll(() => close());

function show(account: typeof PERRIN | null = PERRIN) {
  const client = clientWith({ account });
  client.setQueryData(oneTree(TREE_ID).queryKey, { id: TREE_ID } as never);
  const stale = (key: readonly unknown[]) => client.getQueryState(key)?.isInvalidated;
  const Around = around(client);
  render(
    <Around>
      <OutboxProvider account={account}>
        <Shown />
      </OutboxProvider>
    </Around>,
  );
  return { client, stale };
}

describe('the outbox of the application', () => {
  it('what is posted goes out, is gone from the device, and just what it changed is fetched anew', async () => {
    const asked = jest.fn(async (..._given: unknown[]) => answer(200));
    global.fetch = asked as unknown as typeof fetch;
    const { stale } = show();
    await act(() => outbox.post(review('01976a00-0000-7000-8000-0000000000c1')));
    await waitFor(() => expect(stale(reviewQueue().queryKey)).toBe(true));
    await waitFor(() => expect(shown()).toBe('0 online'));
    expect(stale(townCounted(todayIso()).queryKey)).toBe(true);
    expect(stale(oneTree(TREE_ID).queryKey)).toBe(true);
    expect(stale(organisationPicks.queryKey)).toBe(false);
    expect(asked.mock.calls.map(([url]) => url)).toEqual(['/api/v1/reviews/01976a00-0000-7000-8000-0000000000c1']);
  });
  it('without a signal it waits and is shown; back in signal it goes without being asked', async () => {
    global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
    show();
    await act(() => outbox.post(review('01976a00-0000-7000-8000-0000000000c2')));
    act(() => void window.dispatchEvent(new Event('offline')));
    await waitFor(() => expect(shown()).toBe('1 offline'));
    global.fetch = jest.fn(async () => answer(200)) as unknown as typeof fetch;
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(() => expect(shown()).toBe('0 online'));
  });
  it('a session that has ended asks to sign in, and keeps what waits', async () => {
    global.fetch = jest.fn(async () =>
      answer(401, { type: 'about:blank', title: 't', status: 401, detail: 'Sign in.' }),
    ) as unknown as typeof fetch;
    show();
    await act(() => outbox.post(review('01976a00-0000-7000-8000-0000000000c3')));
    await waitFor(() => expect(shown()).toBe('1 online sign in'));
  });
  it('nobody signed in posts nothing, and is told that nothing is lost', async () => {
    show(null);
    await expect(outbox.post(review('01976a00-0000-7000-8000-0000000000c4'))).rejects.toThrow(/Sign in first. Your entries are saved/);
  });
});
