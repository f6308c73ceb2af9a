import 'fake-indexeddb/auto';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { close, database } from '@/offline/database';
import { OutboxProvider } from '@/offline/OutboxProvider';
import { around, clientWith, LUK, TREE_ID } from '@/testing/record';
import { WaitingList } from './Waiting';

jest.mock('expo-router', () => ({ useRouter: () => ({ push: jest.fn() }) }));

const kept = {
  owner: LUK.id,
  kind: 'message',
  queuedAt: '2026-06-15T09:30:00.000Z',
  state: 'waiting',
  problem: null,
  attempts: 0,
  nextTryAt: Date.now() + 3_600_000,
  after: [],
  body: { treeId: TREE_ID, visitId: null, point: 'tree', at: '2026-06-15T09:30:00.000Z', text: 'Look up.', mentions: [] },
};

async function show(...rows: object[]) {
  global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
  const db = await database();
  await db.clear('parcels');
  for (const row of rows) await db.put('parcels', row as never);
  const Around = around(clientWith({ account: LUK }));
  render(
    <Around>
      <OutboxProvider account={LUK}>
        <WaitingList />
      </OutboxProvider>
    </Around>,
  );
}

afterAll(() => close());

describe('what waits on the device', () => {
  it('a damaged entry is said by its name, can be kept as a file and thrown away, and is not sent again', async () => {
    const saved: Blob[] = [];
    global.URL.createObjectURL = jest.fn((file: Blob) => (saved.push(file), 'blob:x'));
    global.URL.revokeObjectURL = jest.fn();
    jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    await show({ ...kept, id: 'broken', kind: 'visit', body: null, words: 'Visit to Q 0417' });
    await screen.findByText('Visit to Q 0417');
    expect(screen.getByText(/^Damaged: it cannot be uploaded/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Upload again/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Keep a copy: Visit to Q 0417' }));
    expect(saved).toHaveLength(1);
    fireEvent.click(screen.getByRole('button', { name: /^Delete: / }));
    fireEvent.click(screen.getByRole('button', { name: /^Delete permanently: / }));
    await screen.findByText('Nothing waiting to upload.');
  });
  it('one that the server failed on eight times may be taken in hand, one that had no signal all day goes on by itself', async () => {
    await show(
      { ...kept, id: 'long', words: 'Long tried', attempts: 8, failures: 8 },
      { ...kept, id: 'short', words: 'Offline', attempts: 40 },
    );
    await screen.findByText('Long tried');
    await waitFor(() => expect(screen.getByRole('button', { name: 'Delete: Long tried' })).toBeTruthy());
    expect(screen.queryByRole('button', { name: 'Delete: No signal' })).toBeNull();
    expect(within(document.body).getByText(/Tried 8 times/)).toBeTruthy();
  });
});
