import { render, screen } from '@testing-library/react';
import type { AgreementAnswer, Notice } from '@dendrix/core/contracts';
import { addMonths } from '@dendrix/core/time';
import { agreementSince, myNotices, townErrorsHeld } from '@/data/keys';
import { todayIso } from '@/features/shell/today';
import { NoticesScreen } from '@/features/notices/NoticesScreen';
import { around, clientWith, LUK, PERRIN, TREE_ID } from '@/testing/record';
import { AgreementScreen } from './AgreementScreen';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, navigate: mockPush }) }));

const item = (name: string, more: Partial<AgreementAnswer['items'][number]> = {}): AgreementAnswer['items'][number] => ({
  item: name,
  units: 20,
  readings: 40,
  percent: 70,
  cohen: null,
  fleiss: 0.5,
  krippendorff: { alpha: 0.5, low: 0.3, high: 0.7 },
  mixedUp: [],
  apart: 1,
  commonest: 0.5,
  ...more,
});
const show = (items: AgreementAnswer['items'], marks: AgreementAnswer['marks'] = [], account = PERRIN) => {
  const client = clientWith({ account });
  client.setQueryData(agreementSince(addMonths(todayIso(), -12)).queryKey, { visits: 30, readings: 200, items, marks });
  client.setQueryData(townErrorsHeld.queryKey, { on: false, at: null, errors: {} });
  render(<AgreementScreen />, { wrapper: around(client) });
};

describe('agreement', () => {
  it('is told thing by thing with what it can bear, and what is taken for what', () => {
    show([
      item('trait/bark-texture', { mixedUp: [{ a: 'deep-furrows', b: 'interlacing-ridges', times: 3 }] }),
      item('scale/vigour', { krippendorff: { alpha: 0.85, low: 0.8, high: 0.9 } }),
      item('name', { krippendorff: { alpha: 0.7, low: 0.6, high: 0.8 }, apart: 0.5 }),
      item('size/dbh', { percent: 95 }),
      item('scale/soundness', { commonest: 0.97, krippendorff: { alpha: 0, low: -0.1, high: 1 } }),
      item('sign/cavity', { units: 3 }),
    ]);
    expect(screen.getByText(/Deep furrows and Interlacing ridges were confused 3 times\./)).toBeTruthy();
    expect(screen.getByText(/α 0\.85 \(0\.80–0\.90\).*Reliable\./)).toBeTruthy();
    expect(screen.getByText(/50% of it recorded without sight of the other reading.*Good for tentative conclusions\./)).toBeTruthy();
    expect(screen.getAllByText(/α 0\.50.*Not reliable\./).length).toBeGreaterThan(0);
    expect(screen.getByText(/97% gave one answer\. With so little variety/)).toBeTruthy();
    expect(screen.getByText(/Readings agree if they differ by no more than measurement error/)).toBeTruthy();
    expect(screen.getByText(/^3 things read twice\. Too few to tell much\./)).toBeTruthy();
  });
  it('what is worth practising is a mark, from enough readings on', () => {
    const mark = (trait: string, error: number, readings: number) => ({
      trait,
      error,
      seen: error,
      readings,
      confusions: [{ truth: 'deep-furrows', said: 'interlacing-ridges', share: 0.3 }],
    });
    show([item('name')], [mark('bark-texture', 0.2, 40), mark('arrangement', 0.3, 4), mark('leaf-margin', 0.04, 60)]);
    expect(screen.getByText(/About one reading in 5 .* Deep furrows is read as Interlacing ridges in 30 of 100\./)).toBeTruthy();
    expect(screen.queryByText(/About one reading in 3 /)).toBeNull();
    expect(screen.queryByRole('button', { name: 'Turn on' })).toBeNull();
  });
  it('with nothing read twice it says how that is mended; crews are told that others look at it', () => {
    show([]);
    expect(screen.getByText(/Sometimes send two people to one tree/)).toBeTruthy();
    show([], [], LUK);
    expect(screen.getByText(/Only reviewers and coordinators can see/)).toBeTruthy();
  });
});

describe('what a person is told', () => {
  it('who spoke, of which tree, and what of it is new', () => {
    const client = clientWith({ account: LUK });
    const notice: Notice = {
      id: 'n1',
      kind: 'question',
      tree: { id: TREE_ID, tag: 'Q 0417', place: 'Saltmarket Row' },
      by: { id: PERRIN.id, name: PERRIN.name },
      at: '2026-06-02T10:00:00.000Z',
      text: 'Which buds?',
      isSeen: false,
    };
    client.setQueryData(myNotices.queryKey, { items: [notice, { ...notice, id: 'n2', isSeen: true, text: 'Old.' }], unseen: 1 });
    render(<NoticesScreen />, { wrapper: around(client) });
    expect(screen.getByRole('link', { name: /Q 0417.*new.*questioned your visit.*Which buds\?/ })).toBeTruthy();
    expect(screen.getByRole('link', { name: /Q 0417.*questioned your visit.*Old\./ })).toBeTruthy();
  });
});
