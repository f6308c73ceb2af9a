import fc from 'fast-check';
import { addDays, addMonths, daysBetween, dueInMonths } from './dates';

const day = fc
  .date({ min: new Date('1900-01-01T00:00:00Z'), max: new Date('2199-12-31T00:00:00Z'), noInvalidDate: true })
  .map((date) => date.toISOString().replace(/T.*/, ''));

// Facts of the Gregorian calendar.
describe('days and months', () => {
  it.each([
    ['2024-01-01', '2024-12-31', 365],
    ['2023-01-01', '2023-12-31', 364],
    ['1900-02-28', '1900-03-01', 1],
    ['2000-02-28', '2000-03-01', 2],
    ['1970-01-01', '2000-01-01', 10_957],
  ])('from %s to %s are %i days', (from, to, days) => {
    expect(daysBetween(from, to)).toBe(days);
    expect(daysBetween(to, from)).toBe(-days);
    expect(addDays(from, days)).toBe(to);
  });
  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2024-01-31', 1, '2024-02-29'],
    ['2026-11-30', 3, '2027-02-28'],
    ['2026-12-15', 1, '2027-01-15'],
    ['2026-01-15', -1, '2025-12-15'],
    ['2026-06-15', 12, '2027-06-15'],
    ['2026-06-15', 0.5, '2026-06-30'],
  ])('%s and %d months is %s', (from, months, to) => expect(addMonths(from, months)).toBe(to));
  it('days added are the days between; twelve months are a year, a month at a time or at once', () => {
    fc.assert(fc.property(day, fc.integer({ min: -9000, max: 9000 }), (from, days) => daysBetween(from, addDays(from, days)) === days));
    fc.assert(
      fc.property(day, fc.integer({ min: 1, max: 20 }), (from, years) => {
        const [y = '', m = '', d = ''] = addMonths(from, 12 * years).split('-');
        const [year = '', month = '', on = ''] = from.split('-');
        expect([Number(y), m]).toEqual([Number(year) + years, month]);
        expect(d === on || `${month}-${on}` === '02-29').toBe(true);
      }),
    );
  });
});

it('what shows in some months is due in the middle of the next of them, and never today or before', () => {
  expect(dueInMonths([5, 6], '2026-06-15')).toBe('2027-05-15');
  expect(dueInMonths([5, 6], '2026-06-14')).toBe('2026-06-15');
  expect(dueInMonths([1], '2026-12-31')).toBe('2027-01-15');
  expect(dueInMonths([], '2026-12-31')).toBeNull();
  fc.assert(
    fc.property(day, fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1 }), (today, months) => {
      const due = dueInMonths(months, today) as string;
      expect(due > today && due.endsWith('-15') && months.includes(Number(due.slice(5, 7)))).toBe(true);
      // No more than a year and a half month off.
      expect(daysBetween(today, due)).toBeLessThanOrEqual(366);
    }),
  );
});
