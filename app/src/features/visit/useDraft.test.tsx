import 'fake-indexeddb/auto';
import { act, renderHook, waitFor } from '@testing-library/react';
import { close, database } from '@/offline/database';
import { loadDraft, saveDraft } from '@/offline/drafts';
import { aTree, LUK, PERRIN, TREE_ID } from '@/testing/record';
import { useDraft } from './useDraft';

const tree = aTree({ plantedYear: 1900, planted: true });
const drafting = (owner = LUK.id) => renderHook(() => useDraft(owner, TREE_ID, tree)).result;

beforeEach(async () => (await database()).clear('drafts'));
afterEach(() => jest.restoreAllMocks());
afterAll(() => close());

describe('a visit being made', () => {
  it('begins with what is known of the tree, and keeps nothing before something was touched', async () => {
    const now = drafting();
    await waitFor(() => expect(now.current.draft).not.toBeNull());
    expect(now.current.draft).toMatchObject({ treeId: TREE_ID, planted: true, lifeStage: 'old' });
    expect(await loadDraft(LUK.id, TREE_ID)).toBeUndefined();
  });
  it('each touch is on the device, in order, and is there when the screen is opened anew', async () => {
    const now = drafting();
    await waitFor(() => expect(now.current.draft).not.toBeNull());
    act(() => now.current.change({ note: 'a' }));
    expect(now.current.saved).toBe(false);
    act(() => now.current.change((d) => ({ note: `${d.note}b` })));
    act(() => now.current.change((d) => ({ note: `${d.note}c`, looked: ['stem-n'] })));
    await waitFor(() => expect(now.current.saved).toBe(true));
    expect((await loadDraft(LUK.id, TREE_ID))?.draft).toMatchObject({ note: 'abc', looked: ['stem-n'] });
    const again = drafting();
    await waitFor(() => expect(again.current.draft?.note).toBe('abc'));
  });
  it('is of one person: another begins their own', async () => {
    const mine = drafting();
    await waitFor(() => expect(mine.current.draft).not.toBeNull());
    act(() => mine.current.change({ note: 'mine' }));
    await waitFor(() => expect(mine.current.saved).toBe(true));
    const theirs = drafting(PERRIN.id);
    await waitFor(() => expect(theirs.current.draft?.note).toBe(''));
  });
  it('another tab that wrote meanwhile stops this one; loaded anew, it goes on from there', async () => {
    const now = drafting();
    await waitFor(() => expect(now.current.draft).not.toBeNull());
    act(() => now.current.change({ note: 'here' }));
    await waitFor(() => expect(now.current.saved).toBe(true));
    const kept = await loadDraft(LUK.id, TREE_ID);
    await saveDraft(LUK.id, { ...(kept as NonNullable<typeof kept>).draft, note: 'there' }, kept?.rev ?? 0);
    act(() => now.current.change({ note: 'here again' }));
    await waitFor(() => expect(now.current.elsewhere).toBe('changed'));
    expect((await loadDraft(LUK.id, TREE_ID))?.draft.note).toBe('there');
    act(() => now.current.reload());
    await waitFor(() => expect(now.current.draft?.note).toBe('there'));
    expect(now.current.elsewhere).toBeNull();
  });
  it('a device that is full says so, and keeps what stands on the screen as soon as there is room', async () => {
    const now = drafting();
    await waitFor(() => expect(now.current.draft).not.toBeNull());
    const refuse = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    act(() => now.current.change({ note: 'first' }));
    await waitFor(() => expect(now.current.problem).toMatch(/Not saved: this device/));
    act(() => now.current.change({ note: 'second' }));
    refuse.mockRestore();
    await waitFor(() => expect(now.current.saved).toBe(true), { timeout: 10_000 });
    expect(now.current.problem).toBeNull();
    expect((await loadDraft(LUK.id, TREE_ID))?.draft.note).toBe('second');
  });
  it('what is sent is what is kept: an untouched visit is written when it is asked for', async () => {
    const now = drafting();
    await waitFor(() => expect(now.current.draft).not.toBeNull());
    const rev = await act(() => now.current.settled());
    expect(rev).toBe(1);
    expect((await loadDraft(LUK.id, TREE_ID))?.rev).toBe(1);
  });
});
