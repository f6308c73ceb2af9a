import 'fake-indexeddb/auto';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { ZONES } from '@dendrix/core/knowledge';
import type { TreeDetail } from '@dendrix/core/contracts';
import { aName, aRecord, around, aVisit, clientWith, LUK, PERRIN, TREE_ID } from '@/testing/record';
import { auditOf, everybody } from '@/data/keys';
import { close, database } from '@/offline/database';
import { Talk } from '@/features/talk/Talk';
import { AsWritten } from './AsWritten';
import { Timeline } from './HistoryFold';
import { SideBySide } from './SideBySide';
import { reached, reachedWords } from '@/features/record/stands';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, navigate: mockPush }) }));
const mockPost = jest.fn(async (..._given: unknown[]) => {});
let mockParcels: object[] = [];
jest.mock('@/offline/OutboxProvider', () => ({
  useOutbox: () => ({ parcels: mockParcels, post: (...given: unknown[]) => mockPost(...given) }),
}));
beforeEach(async () => {
  mockParcels = [];
  mockPost.mockClear();
  mockPush.mockClear();
  await (await database()).clear('drafts');
});
afterAll(close);

const first = aVisit('2024-06-01', { looked: [...ZONES], note: 'Behind the sign post.' }, aName('Quercus rubra'), 10);
const second = aVisit('2026-06-01', { looked: ['stem-n', 'collar'] }, aName('Quercus palustris'), 11);
const show = (what: (tree: TreeDetail) => React.ReactNode, record = aRecord([first, second]), account = LUK) =>
  render(<>{what(record)}</>, { wrapper: around(clientWith({ account, tree: record })) });
const byLuk = { ...second, by: { id: LUK.id, name: LUK.name } };

describe('what happened', () => {
  it('is told newest first, with how far each has come', () => {
    const record = aRecord([first, byLuk], {
      messages: [{ id: 'm1', visitId: null, point: 'tree', by: PERRIN, at: '2026-06-03T10:00:00.000Z', text: 'Look up.', mentions: [] }],
      putOffs: [{ id: 'p1', by: PERRIN, at: '2026-06-04T10:00:00.000Z', until: '2026-07-01', reason: 'The road is closed.' }],
      seen: [{ what: byLuk.id, by: PERRIN, at: '2026-06-02T10:00:00.000Z' }],
    });
    show((tree) => <Timeline tree={tree} />, record);
    const days = screen.getAllByText(/^\d+ June 20\d\d[:,]/).map((one) => one.textContent);
    expect(days).toEqual([
      '4 June 2026: Perrin Oakes postponed it to 1 July 2026',
      '3 June 2026: Perrin Oakes on this tree',
      expect.stringMatching(/^1 June 2026, /),
      expect.stringMatching(/^1 June 2024, /),
    ]);
    expect(screen.getByText(/seen by Perrin Oakes/)).toBeTruthy();
  });
  it('says of an entry whether it is only here, refused, sent, or seen by whom; one’s own eyes tell nobody anything', () => {
    const seen = [
      { what: 'v', by: { id: 'a', name: 'Ann' }, at: '2026-06-02T10:00:00.000Z' },
      { what: 'v', by: { id: 'me', name: 'Me' }, at: '' },
    ];
    const of = (all: typeof seen) => ({ latitude: 38, longitude: -28, seen: all });
    const parcel = (state: string) => [{ id: 'w', state }] as never;
    expect(reachedWords(reached('v', 'me', of(seen), []))).toBe('seen by Ann (2 June 2026)');
    expect(reachedWords(reached('u', 'me', of(seen), []))).toBe('sent');
    expect(reachedWords(reached('w', 'me', of([]), parcel('waiting')))).toBe('saved here, not uploaded yet');
    expect(reachedWords(reached('w', 'me', of([]), parcel('refused')))).toMatch(/not accepted by the server/);
  });
  it('a visit of one’s own opens to be amended, with everything that was seen in it', async () => {
    show((tree) => <Timeline tree={tree} />, aRecord([first, byLuk]));
    fireEvent.click(screen.getByRole('button', { name: 'Amend the visit of 1 June 2026' }));
    await waitFor(() => expect(mockPush).toHaveBeenCalledWith(`/visit/${TREE_ID}`));
    const kept = await (await database()).get('drafts', [LUK.id, TREE_ID]);
    expect(kept?.draft).toMatchObject({
      looked: ['stem-n', 'collar'],
      chosenName: 'Quercus palustris',
      amends: { visit: byLuk.id, day: '2026-06-01' },
    });
    // Another’s is not mine to amend; a coordinator may.
    expect(screen.queryByRole('button', { name: 'Amend the visit of 1 June 2024' })).toBeNull();
  });
  it('where another visit is begun it is said, and nothing is lost', async () => {
    await (await database()).put('drafts', { owner: LUK.id, rev: 3, draft: { id: 'x', treeId: TREE_ID } as never });
    show((tree) => <Timeline tree={tree} />, aRecord([first, byLuk]));
    fireEvent.click(screen.getByRole('button', { name: 'Amend the visit of 1 June 2026' }));
    expect(await screen.findByText(/A visit to this tree is in progress on this device/)).toBeTruthy();
    expect(await (await database()).get('drafts', [LUK.id, TREE_ID])).toMatchObject({ rev: 3 });
  });
  it('what was amended can be brought back: by an amendment that says it again', async () => {
    const amended = {
      ...byLuk,
      id: 'amended',
      amends: byLuk.id,
      finishedAt: '2026-06-05T10:00:00.000Z',
      look: { ...byLuk.look, note: 'Changed.' },
    };
    show((tree) => <Timeline tree={tree} />, aRecord([first, byLuk, amended]));
    fireEvent.click(screen.getByRole('button', { name: 'Restore this version: visit of 1 June 2026' }));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({ kind: 'visit', body: { amends: 'amended', look: byLuk.look, judgement: null } });
  });
});

describe('two visits side by side', () => {
  it('shows what differs, and what one of them did not look at', () => {
    show((tree) => <SideBySide tree={tree} />);
    expect(screen.getByText('Name')).toBeTruthy();
    expect(screen.getByText('Quercus rubra')).toBeTruthy();
    expect(screen.getByText('Quercus palustris')).toBeTruthy();
    expect(screen.getByText(/Seen on 1 June 2024 and not on 1 June 2026: .*south.*not compared/)).toBeTruthy();
  });
});

describe('the chain from the page of a tree', () => {
  const verified = (findings: { what: string; where: string }[]) => {
    const client = clientWith({ tree: aRecord([first]) });
    client.setQueryData(auditOf(TREE_ID).queryKey, { rows: 7, entries: 3, findings, last: { seq: 12, at: '2026-06-02T10:00:00.000Z' } });
    render(<AsWritten tree={TREE_ID} />, { wrapper: around(client) });
  };
  it('says that it holds, and by how much', () => {
    verified([]);
    expect(screen.getByText(/All 7 rows of this tree match the 3 entries/)).toBeTruthy();
  });
  it('names what does not', () => {
    verified([{ what: 'row altered', where: 'visits/x' }]);
    expect(screen.getByText('1 row does not match the audit log')).toBeTruthy();
    expect(screen.getByText('row altered: visits/x')).toBeTruthy();
  });
});

describe('talk', () => {
  const speak = () => {
    const record = aRecord([first]);
    const client = clientWith({ account: LUK, tree: record });
    client.setQueryData(everybody.queryKey, [
      { id: LUK.id, name: LUK.name, role: 'crew' as const },
      { id: PERRIN.id, name: PERRIN.name, role: 'reviewer' as const },
    ]);
    render(<Talk tree={record} visitId={null} point="tree" about="this tree" />, { wrapper: around(client) });
  };
  it('a word goes to its point and to those it names, and is on the device at once', async () => {
    speak();
    fireEvent.click(screen.getByRole('button', { name: 'Post: this tree' }));
    expect(screen.getByText('Enter a comment first.')).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: 'Comment on this tree' }), { target: { value: ' Mind the wasps. ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Notify someone' }));
    expect(screen.queryByRole('checkbox', { name: new RegExp(LUK.name) })).toBeNull();
    fireEvent.click(screen.getByRole('checkbox', { name: PERRIN.name }));
    fireEvent.click(screen.getByRole('button', { name: 'Post: this tree' }));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({
      kind: 'message',
      body: { treeId: TREE_ID, visitId: null, point: 'tree', text: 'Mind the wasps.', mentions: [PERRIN.id] },
    });
  });
  it('what waits to be sent stands among it and says so', () => {
    mockParcels = [
      {
        id: 'w1',
        kind: 'message',
        owner: LUK.id,
        state: 'waiting',
        body: { treeId: TREE_ID, visitId: null, point: 'tree', at: '2026-06-09T10:00:00.000Z', text: 'Not yet sent.', mentions: [] },
      },
    ];
    speak();
    expect(screen.getByText('Not yet sent.')).toBeTruthy();
    expect(screen.getByText(/saved here, not uploaded yet/)).toBeTruthy();
  });
});
