import { canonical } from './canonical';

describe('canonical text of a value, for hashing', () => {
  it('does not depend on the order of keys', () =>
    expect(canonical({ b: 1, a: [2, { d: 3, c: 4 }] })).toBe(canonical({ a: [2, { c: 4, d: 3 }], b: 1 })));
  it('tells lists in another order apart', () => expect(canonical([1, 2])).not.toBe(canonical([2, 1])));
  it('leaves out what is not there and keeps null', () => expect(canonical({ a: undefined, b: null })).toBe('{"b":null}'));
  it('writes times in UTC', () => expect(canonical({ at: new Date('2026-06-15T12:00:00Z') })).toBe('{"at":"2026-06-15T12:00:00.000Z"}'));
  it('escapes as JSON does, so that it can be read back', () => {
    const value = { text: 'a "quote" and\na line', list: [true, false, null, 1.5] };
    expect(JSON.parse(canonical(value))).toEqual(value);
  });
});
