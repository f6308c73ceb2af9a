import { testLibrary } from '../testing/library';
import { findable, findableKinds, findAmong, matchOf, tagKeyOf } from './find';

const STREETS = ['Ferry Street', 'Ferrymans Row', 'Oak Lane', 'Lantern Lane', 'Rue des Tilleuls'].map((name) => findable(name));
const KINDS = findableKinds(testLibrary);
const match = (words: string) => matchOf(words, KINDS, STREETS);

describe('what typed words may mean', () => {
  it.each([
    ['Q 0012', 'Q0012'],
    ['q-0012', 'Q0012'],
    ['é 7/b', 'É7B'],
    ['  ', ''],
  ])('a tag "%s" is looked for as %s', (typed, key) => expect(tagKeyOf(typed)).toBe(key));
  it('a street by the beginnings of its words, the one that is nearly typed whole first', () => {
    expect(match('ferry')).toEqual([{ taxa: null, streets: ['Ferry Street', 'Ferrymans Row'] }]);
    expect(match('street ferry')).toEqual([{ taxa: null, streets: ['Ferry Street'] }]);
  });
  it('a kind by its scientific or its everyday name', () => {
    expect(match('quercus robur')[0]?.taxa).toEqual(['Quercus robur']);
    expect(match('sycamore').flatMap(({ taxa }) => taxa ?? [])).toContain('Acer pseudoplatanus');
  });
  it('both, in any order; a word that can be either is read both ways', () => {
    const both = match('oak ferry');
    expect(both).toHaveLength(1);
    expect(both[0]?.streets).toEqual(['Ferry Street', 'Ferrymans Row']);
    expect(both[0]?.taxa).toContain('Quercus robur');
    expect(match('ferry oak')).toEqual(both);
    expect(match('oak').map(({ streets }) => streets)).toEqual([['Oak Lane'], null]);
  });
  it('accents and capitals do not matter', () => expect(match('TILLEULS des rue')[0]?.streets).toEqual(['Rue des Tilleuls']));
  it('nothing where one word is met by nothing', () => {
    expect(match('ferry zzz')).toEqual([]);
    expect(match('')).toEqual([]);
    expect(match('%')).toEqual([]);
  });
});

describe('trees at hand', () => {
  const trees = [
    { tag: 'Q 0101', place: 'Ferry Street, north verge', taxon: 'Quercus robur', writtenName: null },
    { tag: 'Q 0102', place: 'Oak Lane', taxon: null, writtenName: 'Small-leaved lime' },
  ];
  const find = (words: string) =>
    findAmong(trees, words, (taxon) => (taxon === 'Quercus robur' ? 'English oak' : '')).map(({ tag }) => tag);
  it.each([
    ['q0101', ['Q 0101']],
    ['0102', ['Q 0102']],
    ['oak', ['Q 0101', 'Q 0102']],
    ['english ferry', ['Q 0101']],
    ['small lime', ['Q 0102']],
    ['verge lane', []],
    ['', ['Q 0101', 'Q 0102']],
  ])('"%s" finds %j', (words, tags) => expect(find(words)).toEqual(tags));
});
