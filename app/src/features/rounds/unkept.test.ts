import type { Planned } from '@dendrix/core/rounds';
import { holdUnkept, unkept } from './unkept';

const planned: Planned = { rounds: [], left: [] } as unknown as Planned;
beforeEach(() => sessionStorage.clear());

describe('a plan that nobody has kept yet', () => {
  it('is there after a page is loaded anew, for its day, and goes when it is kept', () => {
    expect(unkept('2026-06-15')).toBeNull();
    holdUnkept({ day: '2026-06-15', asked: { crews: ['a'] }, changes: { pinned: ['t'] }, planned });
    expect(unkept('2026-06-15')).toEqual({ day: '2026-06-15', asked: { crews: ['a'] }, changes: { pinned: ['t'] }, planned });
    expect(unkept('2026-06-16')).toBeNull();
    holdUnkept(null);
    expect(unkept('2026-06-15')).toBeNull();
  });
  it('that cannot be read is none', () => {
    sessionStorage.setItem('dendrix-round-unkept', '{ broken');
    expect(unkept('2026-06-15')).toBeNull();
  });
});
