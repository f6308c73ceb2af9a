import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { RoundView } from '@dendrix/core/contracts';
import { everybody, roundsOfDay, seasonFrom } from '@/data/keys';
import { todayIso } from '@/features/shell/today';
import { around, aTree, clientWith, LUK, PERRIN, TREE_ID } from '@/testing/record';
import { PlanForm } from './PlanForm';
import { RoundScreen } from './RoundScreen';
import { clockOf, lastWishes, minutesOf } from './wishes';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, navigate: mockPush }) }));
jest.mock('@/offline/OutboxProvider', () => ({ useOutbox: () => ({ parcels: [], post: async () => {} }) }));
jest.mock('./hold', () => ({ takeAlong: async () => {} }));

const round: RoundView = {
  id: '01976a00-0000-7000-8000-000000000555',
  day: todayIso(),
  crew: { id: LUK.id, name: LUK.name },
  madeBy: { id: PERRIN.id, name: PERRIN.name },
  madeAt: '2026-06-15T07:00:00.000Z',
  done: [],
  plan: {
    from: '08:00',
    minutes: 240,
    by: 'foot',
    start: { latitude: 45.62, longitude: -31.2, words: 'the yard' },
    end: null,
    tools: [],
    stops: [
      {
        treeId: TREE_ID,
        tag: 'Q 0417',
        place: 'Saltmarket Row',
        taxon: 'Quercus rubra',
        latitude: 45.62,
        longitude: -31.2,
        why: 'soundness: serious weakness',
        minutes: 9,
        arrive: 12,
        metres: 340,
        pinned: false,
        lacks: ['mallet'],
      },
    ],
    metres: 340,
    takes: 21,
    line: [
      [-31.2, 45.62],
      [-31.2, 45.621],
    ],
  },
};
function show(rounds: RoundView[], account = LUK) {
  const client = clientWith({ account, trees: [aTree()] });
  client.setQueryData(roundsOfDay(todayIso()).queryKey, rounds);
  client.setQueryData(everybody.queryKey, [{ id: LUK.id, name: LUK.name, role: 'crew' }]);
  client.setQueryData(seasonFrom(todayIso()).queryKey, {
    overdue: 3,
    months: [
      { month: '2026-06', due: 4, looks: [{ trait: 'flower-colour', trees: 2, lastChance: 2 }] },
      { month: '2026-07', due: 0, looks: [] },
    ],
  });
  render(<RoundScreen />, { wrapper: around(client) });
}

describe('rounds', () => {
  it('a kept round tells its stops, their times, why, what is not at hand and what the day shows', () => {
    show([round]);
    expect(screen.getByText('Your round')).toBeTruthy();
    expect(screen.getByText(/0 of 1 seen\. 08:00 to about 08:21, 340 m on foot\./)).toBeTruthy();
    expect(screen.getByText('08:12')).toBeTruthy();
    expect(screen.getByRole('link', { name: /^Stop 1: tree Q 0417 Saltmarket Row/ })).toBeTruthy();
    expect(screen.getByText(/tools missing: mallet/)).toBeTruthy();
    expect(screen.getByText(/^Shows form, bark/)).toBeTruthy();
    expect(screen.getByText('Planned by Perrin Oakes.')).toBeTruthy();
    // Another is planned only where somebody asks for it.
    expect(screen.queryByRole('button', { name: 'Plan round' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: /^Plan again/ }));
    expect(screen.getByRole('button', { name: 'Plan round' })).toBeTruthy();
  });
  it('who only looks sees the rounds and plans none', () => {
    show([], { ...LUK, role: 'viewer' });
    expect(screen.getByText('Rounds are planned by crews and coordinators.')).toBeTruthy();
  });
  it('the season tells what is due in each month, which open questions it settles and which it is the last for', () => {
    show([]);
    fireEvent.click(screen.getByRole('radio', { name: 'The season' }));
    expect(screen.getByText('3 trees overdue.')).toBeTruthy();
    expect(screen.getByText(/Flower colour shows on 2 trees not identified yet/i)).toBeTruthy();
    expect(screen.getByText(/Last month to see it on all of them/)).toBeTruthy();
    expect(screen.getByText('Nothing to check this month.')).toBeTruthy();
  });
});

describe('what is asked for', () => {
  it('times and hours as they are typed', () => {
    expect(['8:00', '08.30', '0745', '24:00', 'noon'].map(clockOf)).toEqual(['08:00', '08:30', '07:45', null, null]);
    expect(minutesOf('3,5')).toEqual({ minutes: 210 });
    expect(minutesOf('')).toEqual({ minutes: null });
    expect(minutesOf('forty')).toHaveProperty('problem');
  });
  it('bad input gets a sentence at its field, and nothing is planned', async () => {
    const onPlan = jest.fn();
    const wishes = { ...lastWishes(), from: 'noon' };
    const client = clientWith({ account: LUK, trees: [aTree()] });
    const { rerender } = render(
      <PlanForm account={LUK} day={todayIso()} onDay={jest.fn()} wishes={wishes} onWishes={jest.fn()} onPlan={onPlan} waits={false} />,
      { wrapper: around(client) },
    );
    fireEvent.click(screen.getByRole('button', { name: 'Plan round' }));
    expect(screen.getByRole('alert').textContent).toMatch(/Enter a time, for example 08:00/);
    rerender(
      <PlanForm
        account={LUK}
        day={todayIso()}
        onDay={jest.fn()}
        wishes={lastWishes()}
        onWishes={jest.fn()}
        onPlan={onPlan}
        waits={false}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Plan round' }));
    await waitFor(() => expect(onPlan).toHaveBeenCalledTimes(1));
    expect(onPlan.mock.calls[0]?.[0]).toMatchObject({
      crews: [LUK.id],
      wishes: { from: '08:00', minutes: 240, start: { words: 'the middle of town' } },
    });
  });
});
