import { fireEvent, render, screen } from '@testing-library/react';
import { ZONES } from '@dendrix/core/knowledge';
import { draftOf } from '@/offline/amend';
import { aName, aVisit } from '@/testing/record';
import { Amending } from './Amending';
import { measurementsOf } from './submission';

const visit = aVisit(
  '2026-06-01',
  { looked: [...ZONES], note: 'East side.', measurements: { dbh: { m: 0.42, entered: '42 cm' }, height: { m: 12 } } },
  aName('Quercus rubra'),
);
const NOW = new Date('2026-06-03T10:00:00Z');

describe('amending a visit', () => {
  it('everything that was seen is in the draft, of the day somebody stood there', () => {
    const draft = draftOf(visit, NOW);
    expect(draft).toMatchObject({
      looked: [...ZONES],
      note: 'East side.',
      chosenName: 'Quercus rubra',
      safetyDone: true,
      startedAt: NOW.toISOString(),
      amends: { visit: visit.id, day: '2026-06-01' },
    });
    expect(draft.id).not.toBe(visit.id);
  });
  it('what was measured then stands where nothing else is typed', () => {
    const draft = draftOf(visit, NOW);
    const typed = { values: { dbh: { m: 0.45, entered: '45 cm' } } } as Parameters<typeof measurementsOf>[1];
    expect(measurementsOf(draft, typed)).toMatchObject({ dbh: { m: 0.45 }, height: { m: 12 } });
  });
  it('says that it corrects; where somebody amended it meanwhile, which of the two is to stand', () => {
    const change = jest.fn();
    const onDrop = jest.fn();
    const draft = draftOf(visit, NOW);
    const { rerender } = render(<Amending draft={draft} visits={[visit]} change={change} onDrop={onDrop} />);
    expect(screen.getByText('You are amending the visit of 1 June 2026')).toBeTruthy();
    const theirs = { ...visit, id: 'theirs', amends: visit.id, finishedAt: '2026-06-02T10:00:00.000Z' };
    rerender(<Amending draft={draft} visits={[visit, theirs]} change={change} onDrop={onDrop} />);
    expect(screen.getByText('Adaeze Fenwick also amended this visit')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Keep my version' }));
    expect(change).toHaveBeenCalledWith({ amends: { ...draft.amends, visit: 'theirs' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep their version' }));
    expect(onDrop).toHaveBeenCalledTimes(1);
  });
});
