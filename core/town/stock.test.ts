import { kindIn, stockOf, stockWithout, type Countable } from './stock';

const tree = (taxon: string | null, standing: Countable['standing'], more: Partial<Countable> = {}): Countable => ({
  taxon,
  level: 'species',
  standing,
  planted: true,
  ...more,
});

describe('the trees of a record, counted', () => {
  it('tells what a review settled from what only a list or a visit says', () => {
    const trees = [
      tree('Tilia cordata', 'confirmed'),
      tree('Tilia cordata', 'overturned'),
      tree('Tilia cordata', 'proposed'),
      tree('Tilia cordata', 'imported', { trees: 40 }),
    ];
    expect(stockOf(trees)).toEqual([{ taxon: 'Tilia cordata', wild: false, confirmed: 2, listed: 41 }]);
  });
  it('leaves out what is disputed, not named, or named to the family only', () => {
    const out = [
      tree('Tilia cordata', 'questioned'),
      tree('Tilia cordata', 'contested'),
      tree(null, 'unnamed', { level: null }),
      tree('Malvaceae', 'imported', { level: 'family' }),
    ];
    expect(stockOf(out)).toEqual([]);
  });
  it('takes a "cf." and a genus for no more than a list, also where a review agreed', () => {
    expect(stockOf([tree('Tilia', 'confirmed', { level: 'genus' }), tree('Acer rubrum', 'confirmed', { level: 'cf. species' })])).toEqual([
      { taxon: 'Acer rubrum', wild: false, confirmed: 0, listed: 1 },
      { taxon: 'Tilia', wild: false, confirmed: 0, listed: 1 },
    ]);
  });
  it('keeps wild trees apart; where nobody said, a tree was planted', () => {
    const trees = [tree('Acer rubrum', 'imported', { planted: null }), tree('Acer rubrum', 'imported', { planted: false })];
    expect(stockOf(trees).map(({ wild, listed }) => [wild, listed])).toEqual([
      [false, 1],
      [true, 1],
    ]);
  });
  it('of one kind tells planted and wild together', () => {
    const counted = stockOf([tree('Acer rubrum', 'confirmed'), tree('Acer rubrum', 'imported', { planted: false })]);
    expect(kindIn(counted, 'Acer rubrum')).toEqual({ confirmed: 1, listed: 1 });
    expect(kindIn(counted, 'Tilia cordata')).toEqual({ confirmed: 0, listed: 0 });
  });
  it('without the tree that is asked about, it counts one less, and never below none', () => {
    const one = tree('Acer rubrum', 'imported');
    const counted = stockOf([one, tree('Tilia cordata', 'confirmed')]);
    expect(stockWithout(counted, one).map(({ listed, confirmed }) => listed + confirmed)).toEqual([0, 1]);
    expect(stockWithout(stockWithout(counted, one), one).map(({ listed }) => listed)).toEqual([0, 0]);
    expect(stockWithout(counted, tree(null, 'unnamed'))).toEqual(counted);
  });
});
