import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { see } from '../../../../core/testing/see';
import { aName, around, aTree, aVisit, clientWith, LUK, PERRIN, type Queued } from '@/testing/record';
import { ReviewScreen, waitWords } from './ReviewScreen';

let mockParams: Record<string, string> = {};
const mockReplace = jest.fn();
jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: mockReplace }),
  useLocalSearchParams: () => mockParams,
}));
const mockPost = jest.fn(async (..._given: unknown[]) => {});
jest.mock('@/offline/OutboxProvider', () => ({ useOutbox: () => ({ parcels: [], post: (...given: unknown[]) => mockPost(...given) }) }));
beforeEach(() => {
  mockParams = {};
  mockReplace.mockClear();
  mockPost.mockClear();
});

const marks = [see('arrangement', 'alternate'), see('bark-texture', 'smooth')];
const item = (part: Partial<Queued> = {}): Queued => ({
  visit: aVisit('2026-06-01', { looked: ['stem-n'], observations: marks }, aName('Acer rubrum')),
  tree: aTree(),
  weight: 7,
  why: [
    { says: 'serious weakness', reveals: false },
    { says: 'was called Acer saccharinum before', reveals: true },
  ],
  ...part,
});
const show = (queue: Queued[], more: { visitId?: string; account?: typeof LUK; waiting?: number } = {}) =>
  render(<ReviewScreen {...(more.visitId ? { visitId: more.visitId } : {})} />, {
    wrapper: around(
      clientWith({ account: more.account ?? PERRIN, queue, ...(more.waiting === undefined ? {} : { waiting: more.waiting }) }),
    ),
  });
const open = (one: Queued) => show([one], { visitId: one.visit.id });
const button = (name: string) => screen.getByRole('button', { name });

describe('the queue', () => {
  it('keeps back what would give the answer away', () => {
    show([item()]);
    expect(screen.getByRole('link', { name: 'Review Q 0417: serious weakness' })).toBeTruthy();
    expect(screen.queryByText(/saccharinum/)).toBeNull();
  });
  it('says how many wait, and where not all are shown that these matter most', () => {
    show([item()], { waiting: 240 });
    expect(screen.getByText('240 wait; the 1 that matter most are here, more as you go down.')).toBeTruthy();
    expect(waitWords(3, 3)).toBe('3 wait, what matters most first.');
  });
  it('is for reviewers; others are told what becomes of their visits', () => {
    show([item()], { account: LUK });
    expect(screen.getByText(/You are signed in as crew; what you send waits here/)).toBeTruthy();
  });
  it('an empty one says so, and what was just settled is told', () => {
    mockParams = { settled: 'Confirmed: Q 0417.' };
    show([]);
    expect(screen.getByText('Nothing waits for a second look.')).toBeTruthy();
    expect(screen.getByRole('status').textContent).toBe('Confirmed: Q 0417.');
  });
});

describe('a second opinion', () => {
  it('the name that was given and the verdicts come only after an own name', () => {
    open(item());
    expect(screen.queryByText('Acer rubrum')).toBeNull();
    expect(screen.queryByRole('group', { name: 'Your verdict' })).toBeNull();
    fireEvent.click(button('Not to be told from this'));
    expect(screen.getByText('Acer rubrum')).toBeTruthy();
    expect(screen.getByText(/was called Acer saccharinum before/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Your verdict' })).toBeTruthy();
  });
  it('a visit with nothing to name by is not asked for a name', () => {
    open(item({ visit: aVisit('2026-06-01', { looked: ['stem-n'] }, null) }));
    expect(screen.getByText(/nothing to tell one by/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Your verdict' })).toBeTruthy();
  });
  it('a question or an overturning needs a reason, an overturning another name', async () => {
    open(item());
    fireEvent.click(button('Not to be told from this'));
    fireEvent.click(button('Question'));
    fireEvent.click(button('Send the question'));
    expect(screen.getByText(/Say why in a few words/)).toBeTruthy();
    fireEvent.click(button('Overturn'));
    fireEvent.change(screen.getByRole('textbox', { name: 'Why' }), { target: { value: 'The buds are opposite.' } });
    fireEvent.click(button('Send: overturned'));
    expect(screen.getByText('Give the name you hold for right.')).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: 'The right name' }), { target: { value: 'Acer sacch' } });
    fireEvent.click(screen.getByRole('button', { name: /Acer saccharinum/ }));
    fireEvent.click(button('Send: overturned'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({
      kind: 'review',
      treeId: aTree().id,
      body: { verdict: 'overturn', taxon: 'Acer saccharinum', secondLook: null, reason: 'The buds are opposite.' },
    });
    expect(mockReplace).toHaveBeenCalledWith(expect.stringContaining('is%20now%20held%20for%20Acer%20saccharinum'));
  });
  it('a confirmation goes with the name the reviewer gave first', async () => {
    open(item());
    fireEvent.change(screen.getByRole('textbox', { name: 'Your name for it' }), { target: { value: 'Acer rubr' } });
    fireEvent.click(screen.getByRole('button', { name: /Acer rubrum/ }));
    fireEvent.click(button('Confirm'));
    fireEvent.click(button('Send: confirmed'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({ body: { verdict: 'confirm', secondLook: 'Acer rubrum', taxon: null } });
  });
});
