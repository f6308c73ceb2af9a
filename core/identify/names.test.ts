import { testLibrary } from '../testing/library';
import { nameFinder } from './names';
import { tellApart } from './tell-apart';

const finder = nameFinder(testLibrary);
const means = (text: string) => finder.resolve(text).hits.map((hit) => hit.taxon);

describe('names', () => {
  // Traps of common names: the same word for different trees (common practice, no source).
  it.each([
    ['sycamore', ['Acer pseudoplatanus', 'Platanus × acerifolia']],
    ['plane', ['Acer pseudoplatanus', 'Platanus × acerifolia']],
    ['ironwood', ['Carpinus caroliniana', 'Ostrya virginiana']],
    ['poplar', ['Liriodendron tulipifera', 'Populus']],
    ['mountain ash', ['Sorbus aucuparia', 'Eucalyptus regnans']],
    ['pepper tree', ['Schinus molle', 'Schinus terebinthifolia']],
    ['lime', ['Tilia americana', 'Tilia cordata', 'Citrus']],
    ['hackberry', ['Celtis occidentalis', 'Celtis laevigata']],
  ])('"%s" asks', (text, taxa) => {
    const answer = finder.resolve(text);
    expect(answer.kind).toBe('ambiguous');
    expect(answer.taxon).toBeNull();
    expect(means(text)).toEqual(expect.arrayContaining(taxa));
  });
  it.each([
    ['Tilia cordata', 'Tilia cordata'],
    ['tilia CORDATA', 'Tilia cordata'],
    ['T. cordata', 'Tilia cordata'],
    ['Tilia cordata Mill.', 'Tilia cordata'],
    ['Platanus x acerifolia', 'Platanus × acerifolia'],
    ['Platanus acerifolia', 'Platanus × acerifolia'],
    ['Platanus × hispanica', 'Platanus × acerifolia'],
    ['Acer dasycarpum', 'Acer saccharinum'],
    ['Schinus terebinthifolius', 'Schinus terebinthifolia'],
    ['rowan', 'Sorbus aucuparia'],
    ['Norway maples', 'Acer platanoides'],
    ['Acer plantanoides', 'Acer platanoides'],
    ['small leaved lime', 'Tilia cordata'],
    ['Quercus ruba', 'Quercus rubra'],
  ])('"%s" is %s', (text, taxon) => expect(finder.resolve(text).taxon).toBe(taxon));
  it('keeps a cultivar beside the name', () => {
    expect(finder.resolve("Acer platanoides 'Crimson King'")).toMatchObject({ taxon: 'Acer platanoides', infraspecific: "'Crimson King'" });
    expect(finder.resolve('Tilia cordata cv. Greenspire')).toMatchObject({ taxon: 'Tilia cordata', infraspecific: "'Greenspire'" });
  });
  it('stops at the genus for "sp."', () => expect(finder.resolve('Acer sp.')).toMatchObject({ taxon: 'Acer', kind: 'genus' }));
  it('finds a former family', () => expect(means('Tiliaceae')).toEqual(expect.arrayContaining(['Tilia americana', 'Tilia cordata'])));
  it.each(['', '?', 'qqqqqqq', 'weird tree'])('does not know "%s"', (text) =>
    expect(finder.resolve(text)).toMatchObject({ taxon: null, kind: 'unknown' }),
  );
  it('suggests within three letters', () => expect(finder.suggest('row')[0]?.taxon).toBe('Sorbus aucuparia'));
});

describe('tell apart', () => {
  it('splits the two hackberries by leaf edge, surface and fruit colour first', () => {
    const best = tellApart(testLibrary, ['Celtis occidentalis', 'Celtis laevigata'])
      .slice(0, 6)
      .map((s) => s.trait.id);
    expect(best).toEqual(expect.arrayContaining(['leaf-margin', 'fruit-colour']));
  });
  it('splits plane from sycamore by arrangement', () => {
    expect(
      tellApart(testLibrary, ['Platanus × acerifolia', 'Acer pseudoplatanus'])
        .filter((s) => s.power > 0.9)
        .map((s) => s.trait.id),
    ).toContain('arrangement');
  });
});
