import { cursorOf, readCursor } from './cursor';

const ID = '01976a00-0000-7000-8000-000000000001';

describe('where a page ends', () => {
  it('travels as text and comes back', () =>
    expect(readCursor(cursorOf('2026-06-15', 1750000000000, ID), ['day', 'number', 'id'])).toEqual(['2026-06-15', '1750000000000', ID]));
  it.each(['', 'there', `1~2`, `1~2~${ID}~3`, `-1~2~${ID}`, `1~x~${ID}`, `1~2~'; DROP`])('"%s" is none, and says so', (text) =>
    expect(() => readCursor(text, ['number', 'number', 'id'])).toThrow(/not a valid position in the list/),
  );
});
