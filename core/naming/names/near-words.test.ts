import fc from 'fast-check';
import { editDistance } from '../../knowledge';
import { testLibrary } from '../../testing/library';
import { normalName } from './names';
import { nearWords } from './near-words';
import { runs } from '../../testing/sample';

const words = [...new Set(testLibrary.taxa.flatMap((taxon) => [taxon.name, ...taxon.commonNames.map(({ name }) => name)].map(normalName)))];
const near = nearWords(words);

describe('the nearest words', () => {
  it('are those that comparing with every one finds', () => {
    const slip = fc.record({
      at: fc.nat(),
      letter: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyz '),
      how: fc.constantFrom('add', 'drop', 'change'),
    });
    const spoil = (word: string, slips: { at: number; letter: string; how: string }[]) =>
      slips.reduce((text, { at, letter, how }) => {
        const i = at % (text.length + 1);
        return text.slice(0, i) + (how === 'drop' ? '' : letter) + text.slice(how === 'add' ? i : i + 1);
      }, word);
    fc.assert(
      fc.property(fc.constantFrom(...words), fc.array(slip, { maxLength: 4 }), fc.integer({ min: 1, max: 4 }), (word, slips, most) => {
        const asked = spoil(word, slips);
        const all = words.map((other) => ({ other, distance: editDistance(asked, other) })).filter(({ distance }) => distance <= most);
        const least = Math.min(most + 1, ...all.map(({ distance }) => distance));
        expect(near(asked, most)).toEqual({
          slips: least,
          found: all.filter(({ distance }) => distance === least).map(({ other }) => other),
        });
      }),
      { numRuns: runs(15) },
    );
  });
});
