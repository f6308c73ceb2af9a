import fc from 'fast-check';
import { clockWarning } from './clock';

const AT = Date.UTC(2026, 6, 14, 9);
const MINUTE = 60_000;

describe('the clock of a device', () => {
  it.each([
    [3 * 24 * 60, /is 3 days fast/],
    [-2 * 365 * 24 * 60, /is 730 days slow/],
    [-100, /is 2 hours slow/],
    [25, /is 25 minutes fast/],
  ])('%i minutes off is told', (minutes, words) => {
    expect(clockWarning(AT + minutes * MINUTE, AT + minutes * MINUTE + 200, AT)).toMatch(words);
  });
  it('is never called wrong by a slow answer, by a clock that was set on the way, or where the service says none', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9 * MINUTE }), fc.double({ min: 0, max: 1, noNaN: true }), (took, share) => {
        expect(clockWarning(AT, AT + took, AT + took * share)).toBeNull();
      }),
    );
    expect(clockWarning(AT, AT - 3 * 3_600_000, AT - 3 * 3_600_000)).toBeNull();
    expect(clockWarning(AT, AT + 100, null)).toBeNull();
  });
  it('the further apart, the sooner told: once told, a larger gap is told too', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e10, max: 1e10 }), fc.integer({ min: 0, max: 1e10 }), (off, more) => {
        const told = (by: number) => clockWarning(AT + by, AT + by + 100, AT) !== null;
        expect(told(off) && !told(off + Math.sign(off) * more)).toBe(false);
      }),
    );
  });
});
