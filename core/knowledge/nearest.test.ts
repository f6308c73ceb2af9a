import fc from 'fast-check';
import { editDistance, nearest } from './nearest';

const word = fc.string({ maxLength: 10, unit: fc.constantFrom(...'abcde') });

describe('edit distance', () => {
  // Worked examples of the literature on edit distance: kitten and sitting are three apart; a swap of neighbours counts once.
  it.each([
    ['kitten', 'sitting', 3],
    ['flaw', 'lawn', 2],
    ['ca', 'ac', 1],
    ['', 'abc', 3],
    ['same', 'same', 0],
  ])('%s to %s is %d', (a, b, d) => expect(editDistance(a, b)).toBe(d));
  it('is the same both ways, and zero only for equal words', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(editDistance(a, b)).toBe(editDistance(b, a));
        expect(editDistance(a, b) === 0).toBe(a === b);
      }),
    );
  });
  it('lies between the difference of the lengths and the longer length', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(editDistance(a, b)).toBeGreaterThanOrEqual(Math.abs(a.length - b.length));
        expect(editDistance(a, b)).toBeLessThanOrEqual(Math.max(a.length, b.length));
      }),
    );
  });
  it('gives up past a limit without calling a near word far', () => {
    fc.assert(
      fc.property(word, word, fc.integer({ min: 0, max: 4 }), (a, b, limit) => {
        const exact = editDistance(a, b);
        const limited = editDistance(a, b, limit);
        if (exact <= limit) expect(limited).toBe(exact);
        else expect(limited).toBeGreaterThan(limit);
      }),
    );
  });
});

describe('the nearest valid word', () => {
  it('prefers a word that begins as what was written', () => expect(nearest('wilt', ['rib', 'wilting', 'will'])).toBe('will'));
  it('finds half a word typed', () => expect(nearest('wilt', ['rib', 'wilting'])).toBe('wilting'));
  it('does not mind capitals', () => expect(nearest('ACER RUBRM', ['Acer rubrum', 'Acer saccharum'])).toBe('Acer rubrum'));
  it('has nothing to say about nothing', () => expect(nearest('x', [])).toBeUndefined());
});
