import { coverage, lookAlikesOf } from '../../knowledge';
import { testLibrary } from '../../testing/library';
import { hardlySplit, HARDLY_SPLIT, recordWeaknesses, separation } from './separation';
import { modelOf } from './model';
import { nameFinder } from '../names/names';
import { tellApart } from '../look/tell-apart';

const model = modelOf(testLibrary);
const between = (a: string, b: string) => separation(model, model.taxonIndex(a), model.taxonIndex(b));
jest.setTimeout(30_000);

describe('the records against each other', () => {
  it('no two taxa are indistinguishable by their records', () => expect(hardlySplit(model)).toEqual([]));
  it('a taxon is not split from itself, and the measure is the same both ways', () => {
    expect(between('Tilia cordata', 'Tilia cordata')).toBe(0);
    expect(between('Tilia cordata', 'Acer rubrum')).toBeCloseTo(between('Acer rubrum', 'Tilia cordata'), 9);
  });
  // Common practice, no source: these pairs are told from each other with care, those at a glance.
  it.each([
    ['Tilia cordata', 'Tilia × europaea', 'Quercus robur'],
    ['Sorbus aria', 'Sorbus intermedia', 'Sorbus aucuparia'],
    ['Cedrus libani', 'Cedrus atlantica', 'Picea abies'],
    ['Ilex aquifolium', 'Ilex opaca', 'Quercus ilex'],
    ['Populus tremula', 'Populus tremuloides', 'Populus nigra'],
  ])('%s stands nearer to %s than to %s', (name, near, far) => expect(between(name, near)).toBeLessThan(between(name, far)));
  it('a record stripped to its habit and height is told to be weak, and hardly split from its like', () => {
    const bare = testLibrary.taxa.map((taxon) =>
      taxon.name === 'Tilia cordata'
        ? { ...taxon, traits: { habit: taxon.traits.habit as never, height: taxon.traits.height as never } }
        : taxon,
    );
    const words = recordWeaknesses({ ...testLibrary, taxa: bare }, bare.find((t) => t.name === 'Tilia cordata') as never).join(' ');
    expect(words).toMatch(/Holds 2 traits; 30 are aimed at/);
    expect(words).toMatch(/Nothing is recorded of bark/);
    expect(words).toMatch(/hard to separate from it/);
    expect(HARDLY_SPLIT).toBeCloseTo(2.3026, 4);
  });
});

describe('coverage', () => {
  const all = coverage(testLibrary);
  it('180 taxa or more, 30 traits or more for every broadleaf', () => {
    expect(all.length).toBeGreaterThanOrEqual(180);
    expect(Math.min(...all.filter((c) => c.build === 'broadleaf').map((c) => c.held))).toBeGreaterThanOrEqual(30);
  });
  it('knows conifers and palms from broadleaves', () => {
    const build = (name: string) => all.find((c) => c.taxon === name)?.build;
    expect(['Larix decidua', 'Taxus baccata', 'Araucaria araucana'].map(build)).toEqual(['conifer', 'conifer', 'conifer']);
    expect(['Phoenix canariensis', 'Trachycarpus fortunei'].map(build)).toEqual(['palm', 'palm']);
    expect(['Ginkgo biloba', 'Casuarina cunninghamiana', 'Quercus robur'].map(build)).toEqual(['broadleaf', 'broadleaf', 'broadleaf']);
  });
  it('every line of evidence is held for every taxon', () => {
    for (const { taxon, byLine } of all)
      expect({ taxon, empty: Object.entries(byLine).filter(([, n]) => n === 0) }).toEqual({ taxon, empty: [] });
  });
  it('look-alikes are told from both sides once', () => {
    const record = (name: string) => testLibrary.taxa.find((t) => t.name === name) as never;
    expect(lookAlikesOf(testLibrary, record('Betula utilis')).map((a) => a.taxon)).toContain('Betula pendula');
    expect(lookAlikesOf(testLibrary, record('Pinus wallichiana')).filter((a) => a.taxon === 'Pinus strobus')).toHaveLength(1);
  });
});

describe('names on a phone', () => {
  const finder = nameFinder(testLibrary, new Map(Object.entries(testLibrary.districts[0]?.planted ?? {})));
  it('three letters of some part of its names bring every taxon into the first eight', () => {
    const missed = testLibrary.taxa.filter((taxon) => {
      const words = [taxon.name, ...taxon.commonNames.map((c) => c.name)].flatMap((name) => name.toLowerCase().split(/[^a-z]+/));
      const [genus = '', epithet = ''] = taxon.name.toLowerCase().replace('× ', '').split(' ');
      const tries = [
        ...words.filter((w) => w.length >= 3).map((w) => w.slice(0, 3)),
        genus[0] + epithet.slice(0, 2),
        genus.slice(0, 2) + epithet[0],
      ];
      return !tries.some((typed) => finder.suggest(typed, 8).some((hit) => hit.taxon === taxon.name));
    });
    expect(missed.map((taxon) => taxon.name)).toEqual([]);
  });
  it('the tree that is common here comes before its rarer kin', () => expect(finder.suggest('til')[0]?.taxon).toBe('Tilia cordata'));
  it.each([
    ['qru', 'Quercus rubra'],
    ['ti co', 'Tilia cordata'],
    ['ac pl', 'Acer platanoides'],
  ])('"%s" finds %s', (typed, taxon) => expect(finder.suggest(typed).map((hit) => hit.taxon)).toContain(taxon));
  // Traps of common names (common practice, no source).
  it.each([
    ['sycamore', ['Acer pseudoplatanus', 'Platanus occidentalis', 'Ficus sycomorus']],
    ['cedar', ['Cedrus', 'Thuja occidentalis', 'Juniperus virginiana']],
    ['mimosa', ['Acacia dealbata', 'Albizia julibrissin']],
    ['tulip tree', ['Liriodendron tulipifera', 'Spathodea campanulata', 'Magnolia × soulangeana']],
    ['gum', ['Eucalyptus', 'Nyssa sylvatica', 'Liquidambar styraciflua']],
    ['ironwood', ['Ostrya virginiana', 'Carpinus caroliniana', 'Parrotia persica']],
    ['acacia', ['Acacia', 'Robinia pseudoacacia']],
    ['laurel', ['Laurus nobilis', 'Prunus laurocerasus']],
  ])('"%s" asks', (text, taxa) => {
    const answer = finder.resolve(text);
    expect(answer.kind).toBe('ambiguous');
    expect(answer.hits.map((hit) => hit.taxon)).toEqual(expect.arrayContaining(taxa));
  });
  it.each([
    ['Leguminosae', 'Robinia pseudoacacia'],
    ['Hippocastanaceae', 'Aesculus hippocastanum'],
    ['Taxodiaceae', 'Metasequoia glyptostroboides'],
    ['Palmae', 'Phoenix canariensis'],
  ])('the old family %s finds its trees', (family, taxon) => expect(finder.resolve(family).hits.map((hit) => hit.taxon)).toContain(taxon));
  it('old scientific names find their trees', () => {
    expect(finder.resolve('Sophora japonica').taxon).toBe('Styphnolobium japonicum');
    expect(finder.resolve('Eucalyptus citriodora').taxon).toBe('Corymbia citriodora');
    expect(finder.resolve('Cupressocyparis leylandii').taxon).toBe('Cupressus × leylandii');
  });
});

describe('tell apart', () => {
  // The mark that splits each pair first, as handbooks give it (from memory).
  it.each([
    ['Acer platanoides', 'Acer saccharum', 'sap'],
    ['Fraxinus excelsior', 'Fraxinus ornus', 'bud-colour'],
    ['Aesculus hippocastanum', 'Aesculus × carnea', 'bud-surface'],
    ['Metasequoia glyptostroboides', 'Taxodium distichum', 'arrangement'],
    ['Juglans nigra', 'Juglans regia', 'leaf-margin'],
    ['Populus alba', 'Populus tremula', 'leaf-underside'],
    ['Paulownia tomentosa', 'Catalpa bignonioides', 'bud-surface'],
  ])('%s and %s by %s', (a, b, trait) =>
    expect(
      tellApart(testLibrary, [a, b])
        .slice(0, 8)
        .map((split) => split.trait.id),
    ).toContain(trait),
  );
  it('takes up to four', () => {
    const four = ['Tilia cordata', 'Tilia platyphyllos', 'Tilia × europaea', 'Tilia tomentosa'];
    const [best] = tellApart(testLibrary, four);
    expect(best?.shows.map((s) => s.taxon)).toEqual(four);
    expect(best?.trait.id).toMatch(/leaf-underside|leaf-length/);
  });
});
