import { pictureTime, type ClockTime } from './picture-time';

/** A place two hours east of Greenwich. */
const here = ([y, mo, d, h, mi, s]: ClockTime) => new Date(Date.UTC(y, mo - 1, d, h - 2, mi, s));

describe('when a picture was taken', () => {
  it.each([
    ['2026:06:14 10:05:00', '+02:00', '2026-06-14T08:05:00.000Z'],
    ['2026:06:14 10:05:00', '-09:30', '2026-06-14T19:35:00.000Z'],
    ['2026:01:01 00:30:00', '+13:00', '2025-12-31T11:30:00.000Z'],
    ['2026:06:14 10:05:00', 'Z', '2026-06-14T08:05:00.000Z'],
    ['2026:06:14 10:05:00', undefined, '2026-06-14T08:05:00.000Z'],
  ])('%s %s', (written, offset, moment) => expect(pictureTime(written, offset, here)).toBe(moment));
  it.each(['0000:00:00 00:00:00', '2026:02:30 10:00:00', '2026:06:14 25:00:00', '    :  :     :  :  ', '', undefined, 7])(
    '%j is no moment',
    (written) => expect(pictureTime(written, '+02:00', here)).toBeNull(),
  );
});
