import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { organisation } from '@dendrix/core/record';
import { organisationPicks } from '@/data/keys';
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

const aReview = {
  id: '01976a00-0000-7000-8000-000000000777',
  visitId: '',
  by: { id: '01976a00-0000-7000-8000-000000000099', name: 'Tomas Wellbrook' },
  at: '2026-06-02T10:00:00.000Z',
  verdict: 'confirm' as const,
  secondLook: null,
  taxon: null,
  reason: '',
  bands: null,
  points: null,
  wanted: null,
  knew: null,
  closes: null,
};
const marks = [see('arrangement', 'alternate'), see('bark-texture', 'smooth')];
const item = (part: Partial<Queued> = {}): Queued => ({
  visit: aVisit('2026-06-01', { looked: ['stem-n'], observations: marks }, aName('Acer rubrum')),
  tree: aTree(),
  weight: 7,
  why: [
    { says: 'serious weakness', reveals: false },
    { says: 'earlier name: Acer saccharinum', reveals: true },
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
const bandsUntold = () => {
  for (const one of screen.getAllByRole('radio', { name: 'cannot tell' })) fireEvent.click(one);
};
/** The reviewer's own answer: neither name nor band can be told. */
function answerFirst() {
  fireEvent.click(button('Cannot tell from this'));
  bandsUntold();
  fireEvent.click(button('Show the crew’s answer'));
}
const button = (name: string) => screen.getByRole('button', { name });

describe('the queue', () => {
  it('keeps back what would give the answer away', () => {
    show([item()]);
    expect(screen.getByRole('link', { name: /^Review Q 0417 .*serious weakness/ })).toBeTruthy();
    expect(screen.queryByText(/saccharinum/)).toBeNull();
  });
  it('says how many wait, and where not all are shown that these matter most', () => {
    show([item()], { waiting: 240 });
    expect(screen.getByText('240 visits waiting, most important first. Showing 1. Scroll for more.')).toBeTruthy();
    expect(waitWords(3, 3)).toBe('3 visits waiting, most important first.');
  });
  it('is for reviewers; others are told what becomes of their visits', () => {
    show([item()], { account: LUK });
    expect(screen.getByText(/You are signed in as crew\. Your visits wait here/)).toBeTruthy();
  });
  it('an empty one says so, and what was just settled is told', () => {
    mockParams = { settled: 'Confirmed: Q 0417.' };
    show([]);
    expect(screen.getByText('No visits to review.')).toBeTruthy();
    expect(screen.getByRole('status').textContent).toBe('Confirmed: Q 0417.');
  });
});

describe('a second opinion', () => {
  it('the name that was given and the verdicts come only after an own name', () => {
    open(item());
    expect(screen.queryByText('Acer rubrum')).toBeNull();
    expect(screen.queryByRole('group', { name: 'Your decision' })).toBeNull();
    answerFirst();
    expect(screen.getByText('Acer rubrum')).toBeTruthy();
    expect(screen.getByText(/earlier name: Acer saccharinum/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Your decision' })).toBeTruthy();
  });
  it('a visit with nothing to name by is not asked for a name', () => {
    open(item({ visit: aVisit('2026-06-01', { looked: ['stem-n'] }, null) }));
    expect(screen.queryByRole('textbox', { name: 'Your species name' })).toBeNull();
    bandsUntold();
    fireEvent.click(button('Show the crew’s answer'));
    expect(screen.getByText(/No name and no ID features/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Your decision' })).toBeTruthy();
  });
  it('a question or an overturning needs a reason, an overturning another name', async () => {
    open(item());
    answerFirst();
    fireEvent.click(button('Ask the crew'));
    fireEvent.click(button('Submit question'));
    expect(screen.getByText(/Enter a short reason/)).toBeTruthy();
    fireEvent.click(button('Change name'));
    fireEvent.change(screen.getByRole('textbox', { name: 'Why' }), { target: { value: 'The buds are opposite.' } });
    fireEvent.click(button('Submit: change name'));
    expect(screen.getByText('Enter the correct species name.')).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: 'Correct name' }), { target: { value: 'Acer sacch' } });
    fireEvent.click(screen.getByRole('button', { name: /Acer saccharinum/ }));
    fireEvent.click(button('Submit: change name'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({
      kind: 'review',
      treeId: aTree().id,
      body: { verdict: 'overturn', taxon: 'Acer saccharinum', secondLook: null, reason: 'The buds are opposite.' },
    });
    expect(mockReplace).toHaveBeenCalledWith(expect.stringContaining('is%20now%20held%20for%20Acer%20saccharinum'));
  });
  it('a confirmation goes with the name and the bands the reviewer gave first, and what was marked point by point', async () => {
    open(item());
    fireEvent.change(screen.getByRole('textbox', { name: 'Your species name' }), { target: { value: 'Acer rubr' } });
    fireEvent.click(screen.getByRole('button', { name: /Acer rubrum/ }));
    fireEvent.click(screen.getByRole('radio', { name: 'fair' }));
    fireEvent.click(screen.getAllByRole('radio', { name: 'cannot tell' }).at(-1) as HTMLElement);
    fireEvent.click(button('Show the crew’s answer'));
    fireEvent.click(screen.getByRole('button', { name: /^Details/ }));
    fireEvent.click(screen.getByRole('button', { name: /^bark texture: not marked/i }));
    fireEvent.click(screen.getByRole('radio', { name: 'Disagree' }));
    fireEvent.click(screen.getByRole('radio', { name: /furrow/i }));
    fireEvent.click(button('Confirm'));
    fireEvent.click(button('Submit: confirm'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({
      body: {
        verdict: 'confirm',
        secondLook: 'Acer rubrum',
        bands: { vigour: 'fair', soundness: null },
        points: [{ point: 'trait/bark-texture', reads: 'differs', says: expect.stringMatching(/furrow/) }],
        knew: [],
        taxon: null,
      },
    });
  });
  it('where the organisation asks nobody first, the answer stands at once', () => {
    const client = clientWith({ account: PERRIN, queue: [item()] });
    client.setQueryData(organisationPicks.queryKey, organisation.parse({ secondLookShare: 0 }));
    render(<ReviewScreen visitId={item().visit.id} />, { wrapper: around(client) });
    expect(screen.queryByText('Your own answer first')).toBeNull();
    expect(screen.getByRole('group', { name: 'Your decision' })).toBeTruthy();
  });
  it('a question names the mark that is wanted, and goes back for its months', async () => {
    open(item());
    answerFirst();
    fireEvent.click(button('Ask the crew'));
    const wanted = screen.getByRole('radiogroup', { name: 'Feature to check' });
    const mark = within(wanted).getAllByRole('radio')[1] as HTMLElement;
    fireEvent.click(mark);
    expect(screen.getByText(/goes back to the crew for that season/)).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: 'Your question' }), { target: { value: 'Which of the two?' } });
    fireEvent.click(button('Submit question'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({
      body: { verdict: 'question', wanted: { months: expect.arrayContaining([expect.any(Number)]), because: expect.stringMatching(/\w/) } },
    });
  });
  it('what a colleague said of it meanwhile is told, and goes along as known', async () => {
    const one = item();
    const review = { ...aReview, visitId: one.visit.id };
    show([{ ...one, reviews: [review] }], { visitId: one.visit.id });
    answerFirst();
    expect(screen.getByText('Tomas Wellbrook confirmed this visit')).toBeTruthy();
    fireEvent.click(button('Confirm'));
    fireEvent.click(button('Submit: confirm'));
    await waitFor(() => expect(mockPost).toHaveBeenCalledTimes(1));
    expect(mockPost.mock.calls[0]?.[0]).toMatchObject({ body: { knew: [review.id] } });
  });
});
