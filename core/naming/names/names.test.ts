import { testLibrary } from '../../testing/library';
import { nameFinder, widerNames } from './names';
import { tellApart } from '../look/tell-apart';

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
    ['hornbeam', ['Carpinus betulus', 'Ostrya virginiana']],
    ['ash', ['Fraxinus excelsior', 'Fraxinus americana']],
    ['cedar', ['Cedrus', 'Thuja', 'Juniperus']],
    ['red cedar', ['Juniperus virginiana', 'Thuja plicata']],
    ['mimosa', ['Acacia dealbata', 'Albizia julibrissin']],
    ['gum', ['Eucalyptus', 'Nyssa sylvatica', 'Liquidambar styraciflua']],
    ['tulip tree', ['Liriodendron tulipifera', 'Spathodea campanulata', 'Magnolia']],
    ['aspen', ['Populus tremula', 'Populus tremuloides']],
    ['live oak', ['Quercus virginiana', 'Quercus agrifolia']],
    ['white birch', ['Betula papyrifera', 'Betula pendula']],
    ['black birch', ['Betula lenta', 'Betula nigra']],
    ['swamp maple', ['Acer rubrum', 'Acer saccharinum']],
    ['Chinese elm', ['Ulmus parvifolia', 'Ulmus pumila']],
    ['white cedar', ['Thuja occidentalis', 'Melia azedarach']],
    ['laurel', ['Laurus nobilis', 'Prunus laurocerasus']],
    ['chestnut', ['Castanea sativa', 'Aesculus hippocastanum']],
    ['locust', ['Robinia pseudoacacia', 'Gleditsia triacanthos']],
    ['acacia', ['Acacia', 'Robinia pseudoacacia']],
    ['golden rain', ['Laburnum anagyroides', 'Koelreuteria paniculata']],
    ['Betula alba', ['Betula pendula', 'Betula pubescens']],
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
    ['Box-elder', 'Acer negundo'],
    ['horsechestnut', 'Aesculus hippocastanum'],
    ['sweet gum', 'Liquidambar styraciflua'],
    ['Scotch pine', 'Pinus sylvestris'],
    ['crepe myrtle', 'Lagerstroemia indica'],
    ['Ginkgo', 'Ginkgo biloba'],
    ['Norfolk pine', 'Araucaria heterophylla'],
    // Names of older books and of newer ones (nomenclature from memory).
    ['Quercus pedunculata', 'Quercus robur'],
    ['Sophora japonica', 'Styphnolobium japonicum'],
    ['Betula verrucosa', 'Betula pendula'],
    ['Tilia x vulgaris', 'Tilia × europaea'],
    ['x Cupressocyparis leylandii', 'Cupressus × leylandii'],
    ['Eucalyptus citriodora', 'Corymbia citriodora'],
    ['Eucalyptus rostrata', 'Eucalyptus camaldulensis'],
    ['Cedrus libani subsp. atlantica', 'Cedrus atlantica'],
    ['Torminalis glaberrima', 'Sorbus torminalis'],
    ['Cinnamomum camphora', 'Cinnamomum camphora'],
  ])('"%s" is %s', (text, taxon) => expect(finder.resolve(text).taxon).toBe(taxon));
  it.each([
    ['spruce', ['Picea abies', 'Picea glauca', 'Picea pungens']],
    ['dogwoods', ['Cornus florida', 'Cornus kousa']],
    ['palm', ['Phoenix canariensis', 'Washingtonia robusta']],
    ['pagoda tree', ['Styphnolobium japonicum']],
    ['callery', ['Pyrus calleryana']],
    ['lilac', ['Syringa reticulata']],
  ])('"%s", half a name, asks and never answers', (text, taxa) => {
    const answer = finder.resolve(text);
    expect(answer).toMatchObject({ kind: 'ambiguous', taxon: null });
    expect(means(text)).toEqual(expect.arrayContaining(taxa));
  });
  it.each(['tree', 'red', 'the common tree', 'silver'])('"%s" is no name', (text) => expect(finder.resolve(text).kind).toBe('unknown'));
  it('a genus with one tree in the library is that tree, one with more is the genus', () => {
    expect(finder.resolve('Sassafras')).toMatchObject({ kind: 'one', taxon: 'Sassafras albidum' });
    expect(finder.resolve('Magnolia')).toMatchObject({ kind: 'genus', taxon: 'Magnolia' });
  });
  it('a variety the library keeps as a tree of its own is that tree; another stays beside the name', () => {
    expect(finder.resolve('Cedrus libani var. atlantica')).toMatchObject({ taxon: 'Cedrus atlantica', infraspecific: null });
    expect(finder.resolve('Cedrus libani var. stenocoma')).toMatchObject({ taxon: 'Cedrus libani', infraspecific: 'var. stenocoma' });
  });
  it('every name of every record is found, and never means a tree that is not among its meanings', () => {
    for (const taxon of testLibrary.taxa)
      for (const name of [taxon.name, ...taxon.synonyms, ...taxon.commonNames.map((c) => c.name)])
        expect({ name, means: means(name) }).toEqual({ name, means: expect.arrayContaining([taxon.name]) });
  });
  it('keeps a cultivar beside the name', () => {
    expect(finder.resolve("Acer platanoides 'Crimson King'")).toMatchObject({ taxon: 'Acer platanoides', infraspecific: "'Crimson King'" });
    expect(finder.resolve('Tilia cordata cv. Greenspire')).toMatchObject({ taxon: 'Tilia cordata', infraspecific: "'Greenspire'" });
  });
  it('stops at the genus for "sp."', () => expect(finder.resolve('Acer sp.')).toMatchObject({ taxon: 'Acer', kind: 'genus' }));
  it('finds a former family', () => expect(means('Tiliaceae')).toEqual(expect.arrayContaining(['Tilia americana', 'Tilia cordata'])));
  it.each(['', '?', 'qqqqqqq', 'weird tree'])('does not know "%s"', (text) =>
    expect(finder.resolve(text)).toMatchObject({ taxon: null, kind: 'unknown' }),
  );
  it('takes the beginnings of genus and epithet, and of nothing else', () => {
    for (const typed of ['ti co', 'que ru', 'ace sacc']) {
      const [genus = '', epithet = ''] = typed.split(' ');
      const hits = finder.suggest(typed, 40);
      expect(hits.length).toBeGreaterThan(0);
      for (const { matched } of hits) expect(matched.toLowerCase()).toMatch(new RegExp(`(^${genus}\\S* (× )?${epithet})| ${typed}`));
    }
  });
  it('finds genera and families by their first letters, in order, and nothing by none', () => {
    expect(widerNames(testLibrary, 'acer')).toEqual(['Acer']);
    expect(widerNames(testLibrary, ' Be')).toEqual([...new Set(widerNames(testLibrary, 'be', 100))].sort().slice(0, 6));
    expect(widerNames(testLibrary, 'b', 2)).toHaveLength(2);
    expect(widerNames(testLibrary, 'sapindac')).toEqual(['Sapindaceae']);
    expect(widerNames(testLibrary, '  ')).toEqual([]);
  });
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
