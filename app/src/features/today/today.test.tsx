import { act, fireEvent, render, screen } from '@testing-library/react';
import type { TreeBrief } from '@dendrix/core/contracts';
import { roundAhead } from '@/data/keys';
import { around, aTree, clientWith } from '@/testing/record';
import { Today } from './Today';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, navigate: mockPush }) }));
const mockSend = jest.fn();
let mockParcels: object[] = [];
let mockOnline = true;
jest.mock('@/offline/OutboxProvider', () => ({ useOutbox: () => ({ parcels: mockParcels, online: mockOnline, send: mockSend }) }));
beforeEach(() => {
  jest.useFakeTimers({ now: new Date('2026-06-15T11:00:00Z') });
  mockParcels = [];
  mockOnline = true;
  global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
});
afterEach(() => jest.useRealTimers());

const tree = (n: number, part: Partial<TreeBrief>): TreeBrief =>
  aTree({ id: `01976a00-0000-7000-8000-${String(100 + n).padStart(12, '0')}`, tag: `Q ${n}`, latitude: 45.62 + n * 0.0001, ...part });
/** Stops are drawn a few at a time, each lot once the one before it stands. */
const drawn = () => {
  for (let lot = 0; lot < 20; lot++) act(() => void jest.advanceTimersByTime(0));
};
const show = (trees: TreeBrief[]) => {
  render(<Today />, { wrapper: around(clientWith({ trees })) });
  drawn();
};

describe('today', () => {
  it('shows what is due, why, and what the season can settle, in walking order', () => {
    show([
      tree(1, { dueOn: '2026-06-10', dueBecause: 'soundness: serious weakness', taxon: 'Quercus rubra' }),
      tree(2, { dueOn: '2026-06-15', dueBecause: 'vigour fair' }),
      tree(3, { dueOn: '2026-07-20', dueBecause: 'later' }),
    ]);
    expect(screen.getByText('5 days overdue')).toBeTruthy();
    expect(screen.getByText('due today')).toBeTruthy();
    expect(screen.getByText(/^2 trees, about /)).toBeTruthy();
    expect(screen.getAllByRole('button', { name: /^Start a visit to Q/ })).toHaveLength(2);
    expect(screen.getAllByText(/^Now shows form, bark, twig and bud, leaf/).length).toBe(2);
    expect(screen.getByText(/summer in Quillhaven/)).toBeTruthy();
  });
  it('looks further ahead when it is asked to', () => {
    show([tree(3, { dueOn: '2026-07-10', dueBecause: 'later' })]);
    expect(screen.getByText('All done for today')).toBeTruthy();
    fireEvent.click(screen.getAllByRole('radio').at(-1) as HTMLElement);
    expect(screen.getByRole('button', { name: 'Start a visit to Q 3' })).toBeTruthy();
  });
  it('draws what is in sight first, and says at once how much there is', () => {
    render(<Today />, { wrapper: around(clientWith({ trees: [1, 2, 3, 4].map((n) => tree(n, { dueOn: '2026-06-10' })) })) });
    expect(screen.getAllByRole('button', { name: /^Start a visit to Q/ })).toHaveLength(1);
    expect(screen.getByText(/^4 trees, about /)).toBeTruthy();
    drawn();
    expect(screen.getAllByRole('button', { name: /^Start a visit to Q/ })).toHaveLength(4);
  });
  it('in the south it is the other season', () => {
    show([tree(1, { dueOn: '2026-06-15', latitude: -42.0, longitude: 147 })]);
    expect(screen.getByText(/winter in /)).toBeTruthy();
  });
  it('begins a visit and opens a tree', () => {
    show([tree(1, { dueOn: '2026-06-10' })]);
    fireEvent.click(screen.getByRole('button', { name: 'Start a visit to Q 1' }));
    expect(mockPush).toHaveBeenLastCalledWith(expect.stringMatching(/^\/visit\//));
    fireEvent.click(screen.getByRole('link', { name: /^Tree Q 1 / }));
    expect(mockPush).toHaveBeenLastCalledWith(expect.stringMatching(/^\/tree\//));
  });
});

describe('a round in a city', () => {
  const TODAY = '2026-06-15';
  function of(items: TreeBrief[], due: number, more: boolean) {
    const client = clientWith({ trees: [] });
    client.setQueryData(roundAhead(TODAY, 0).queryKey, { items, due, more, putOff: 0 });
    render(<Today />, { wrapper: around(client) });
    drawn();
  }
  const many = Array.from({ length: 40 }, (_, i) => tree(i, { dueOn: '2026-06-10', place: 'Ferry Street, north verge' }));
  it('says of how many it was chosen, and where it begins', () => {
    of(many, 1000, true);
    expect(screen.getByText(/^20 of more than 1000 trees, about /)).toBeTruthy();
    expect(screen.getByText('Most urgent near Ferry Street.')).toBeTruthy();
    expect(screen.getAllByRole('button', { name: /^Start a visit to Q/ })).toHaveLength(20);
  });
  it('never passes over what presses elsewhere', () => {
    const far = [50, 51, 52].map((n) => tree(n, { dueOn: '2026-06-10', risk: 'high', latitude: 46 + n / 100 }));
    of([...many.map((one) => ({ ...one, soundness: 'act first' })), ...far], 43, false);
    expect(screen.getByText(/more urgent trees, outside this round/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'All of them' }));
    for (const { tag } of far) expect(screen.getByRole('button', { name: new RegExp(`^Open ${tag},`) })).toBeTruthy();
  });
});
