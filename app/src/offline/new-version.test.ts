import fc from 'fast-check';
import { isQuiet } from './new-version';

const moment = fc.record({
  path: fc.constantFrom('/today', '/map', '/more', '/library', '/visit', '/visit/t1', '/review', '/review/v1', '/tree/t1', '/round'),
  unsent: fc.nat(3),
  busy: fc.boolean(),
});

describe('when an open application is changed for a newer one', () => {
  it('never in a visit or a review, with something unsent, or with something typed', () => {
    fc.assert(
      fc.property(moment, (now) => {
        if (/^\/(visit|review)\/./.test(now.path) || now.unsent > 0 || now.busy) expect(isQuiet(now)).toBe(false);
        else expect(isQuiet(now)).toBe(true);
      }),
    );
  });
});
