import { fireEvent, render, screen, within } from '@testing-library/react';
import { ZONES } from '@dendrix/core/knowledge';
import { aName, aRecord, around, aVisit, clientWith, LUK, PERRIN, TREE_ID } from '@/testing/record';
import { TreePage } from './TreePage';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, navigate: mockPush }) }));
const mockDownload = jest.fn(async (..._given: unknown[]) => {});
jest.mock('@/data/download', () => ({ download: (...given: unknown[]) => mockDownload(...given) }));

const hole = { id: 'cavity', zone: 'stem-e' as const, key: 'a', opening: 0.14 };
const first = aVisit('2024-06-01', { looked: [...ZONES], signs: [hole], note: 'Behind the sign post.' }, aName('Quercus rubra'), 10);
const second = aVisit('2026-06-01', { looked: ['stem-n', 'collar'] }, aName('Quercus palustris'), 11);
const show = (record = aRecord([first, second]), account = LUK) =>
  render(<TreePage id={TREE_ID} />, { wrapper: around(clientWith({ account, tree: record })) });

/** Opens a part of the page. */
const unfold = (title: RegExp) => fireEvent.click(screen.getByRole('button', { name: title, expanded: false }));

describe('a tree’s page', () => {
  it('says who it is, how that stands, and every name it had, the newest first', () => {
    show();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Quercus palustris');
    expect(screen.getByText('Proposed, waiting for review')).toBeTruthy();
    unfold(/^Name history2 different names/);
    const names = screen.getAllByText(/^Quercus (rubra|palustris)$/).map((one) => one.textContent);
    expect(names.slice(-2)).toEqual(['Quercus palustris', 'Quercus rubra']);
  });
  it('a scale that the last visit did not judge shows what stood before, and since when', () => {
    show(aRecord([first, aVisit('2026-06-01', { looked: ['crown-top'] }, null, 11)]));
    const soundness = screen.getByRole('group', { name: /^Structure/ });
    expect(soundness.textContent).toMatch(/serious defect/i);
    expect(soundness.textContent).toMatch(/1 June 2024/);
    expect(screen.getByRole('group', { name: /^Vigour/ }).textContent).not.toMatch(/2024/);
  });
  it('a visit opens to everything it saw, with its note', () => {
    show();
    expect(screen.queryByText('Behind the sign post.')).toBeNull();
    unfold(/^History/);
    fireEvent.click(screen.getByRole('button', { name: /1 June 2024, Adaeze Fenwick/ }));
    expect(screen.getByText('Behind the sign post.')).toBeTruthy();
    expect(screen.getByText(/^Cavity, east side of the stem/)).toBeTruthy();
  });
  it('a review stands beside the name and the visit it is of', () => {
    const review = {
      id: 'r',
      visitId: second.id,
      by: PERRIN,
      at: '2026-06-02T10:00:00.000Z',
      verdict: 'overturn' as const,
      secondLook: null,
      taxon: 'Quercus rubra',
      reason: 'Blunt buds.',
      bands: null,
      points: null,
      wanted: null,
      knew: null,
      closes: null,
    };
    show(aRecord([first, second], { reviews: [review] }));
    unfold(/^Name history.*1 review/);
    unfold(/^History/);
    expect(screen.getByText('name changed by Perrin Oakes: Blunt buds.')).toBeTruthy();
    expect(screen.getByRole('button', { name: /1 June 2026, .*name changed by Perrin Oakes/ })).toBeTruthy();
  });
  it('a look that is to confirm the name is told with its day', () => {
    const planned = {
      ...second,
      laterLooks: [{ trait: 'fruit-type', months: [9, 10], by: '2026-10-31', because: 'Acorn cup, September to October' }],
    };
    show(aRecord([first, planned]));
    const settle = within(screen.getByText('Still needed to confirm the name').parentElement as HTMLElement);
    expect(settle.getByText(/Acorn cup, September to October\. By 31 October 2026, autumn/)).toBeTruthy();
  });
  it('the sheet is asked for in the units of the person, and what goes wrong is told', async () => {
    show();
    mockDownload.mockRejectedValueOnce(new Error('No signal for the sheet.'));
    unfold(/^Sizes and sheet/);
    fireEvent.click(screen.getByRole('button', { name: 'Sheet to print, A4' }));
    expect(mockDownload).toHaveBeenCalledWith(`/trees/${TREE_ID}/sheet.pdf?paper=a4&units=metric`, 'Q-0417.pdf');
    expect(await screen.findByText('No signal for the sheet.')).toBeTruthy();
  });
  it('who only looks cannot start a visit', () => {
    show(aRecord([first]), { ...LUK, role: 'viewer' });
    expect(screen.queryByRole('button', { name: /start a visit/i })).toBeNull();
  });
  it('of a long record it says only of the visits shown what they did not see, and fetches the earlier ones when asked', async () => {
    const newest = aVisit('2026-06-01', { looked: ['crown-top'] }, null, 11);
    const record = { ...aRecord([newest]), soundness: 'serious weakness', earlier: { visits: 1, next: '2026-06-01~1~x' } };
    global.fetch = jest.fn(async () => ({
      ok: true,
      status: 200,
      json: async () => ({ items: [first], next: null }),
    })) as unknown as typeof fetch;
    show(record);
    expect(screen.getByText(/Not inspected in the visits shown: .*\. 1 earlier visit may have inspected it\./)).toBeTruthy();
    expect(screen.queryByText(/Never inspected: /)).toBeNull();
    // What the whole record says of a scale stands, though the newest visit did not judge it.
    expect(screen.getByRole('group', { name: /^Structure/ }).textContent).toMatch(/serious defect/i);
    unfold(/^History2 visits/);
    fireEvent.click(screen.getByRole('button', { name: '1 earlier visit' }));
    expect(await screen.findByRole('button', { name: /1 June 2024, Adaeze Fenwick/ })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /earlier visit/ })).toBeNull();
    expect(screen.queryByText(/earlier may have/)).toBeNull();
  });
  it('without a visit it says so and keeps what the list says', () => {
    show(aRecord([], { writtenName: 'red oak', standing: 'imported' }));
    expect(screen.getByText('everything: not visited yet')).toBeTruthy();
    unfold(/^Name history/);
    expect(screen.getByText(/the town list says “red oak”/)).toBeTruthy();
  });
});
