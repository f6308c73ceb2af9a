// Trees as people with a flora in the hand tick them, written before the records and rules they check: those that the library
// holds come first, and what it does not hold is not given another's name.
import { genusOf } from '../knowledge';
import { testLibrary } from '../testing/library';
import { KEYED } from '../testing/practitioner/keyed-trees';
import { TOWN_FORMS } from '../testing/practitioner/town-forms';
import { marksOf, type TreeCase } from '../testing/practitioner/tree-case';
import { UNHELD } from '../testing/practitioner/unheld-trees';
import { identify } from './identify';
import { identifyRequest } from './request';

const held = new Set(testLibrary.taxa.map((taxon) => taxon.name));
const named = ({ date, place, planted, marks }: TreeCase) =>
  identify(
    testLibrary,
    identifyRequest.parse({
      date,
      ...place,
      planted,
      observations: marksOf(marks),
    }),
  );

describe('sixty trees keyed by floras', () => {
  const answers = KEYED.map((tree) => ({ tree, answer: named(tree) }));
  const placeOf = ({ tree, answer }: (typeof answers)[number]) =>
    answer.ranking.candidates.findIndex(({ taxon }) => taxon.name === tree.truth) + 1;
  it('are all held by the library', () => expect(KEYED.filter(({ truth }) => !held.has(truth))).toEqual([]));
  it('come first in 95 of 100, and all within five', () => {
    const later = answers.filter((one) => placeOf(one) !== 1).map((one) => `${one.tree.truth}: ${placeOf(one)}`);
    expect(later.length).toBeLessThanOrEqual(0.05 * KEYED.length);
    expect(answers.filter((one) => placeOf(one) > 5).map(({ tree }) => tree.truth)).toEqual([]);
  });
  it('none is given the name of another species, and all but a few are said to fit', () => {
    const wrong = answers.filter(({ tree, answer }) => answer.level.level === 'species' && answer.level.name !== tree.truth);
    expect(wrong.map(({ tree, answer }) => `${tree.truth}: ${answer.level.name}`)).toEqual([]);
    expect(answers.filter(({ answer }) => answer.fit === 'poor').length).toBeLessThanOrEqual(2);
  });
});

describe('thirty trees as towns plant them', () => {
  const answers = TOWN_FORMS.map((tree) => ({ tree, answer: named(tree) }));
  const placeOf = ({ tree, answer }: (typeof answers)[number]) =>
    answer.ranking.candidates.findIndex(({ taxon }) => taxon.name === tree.truth) + 1;
  it('come first in 95 of 100, and all within five', () => {
    const later = answers.filter((one) => placeOf(one) !== 1).map((one) => `${one.tree.truth}: ${placeOf(one)}`);
    expect(later.slice(Math.floor(0.05 * TOWN_FORMS.length))).toEqual([]);
    expect(answers.filter((one) => placeOf(one) > 5).map(({ tree }) => tree.truth)).toEqual([]);
  });
  it('none is given the name of another species, none is said not to fit', () => {
    const wrong = answers.filter(({ tree, answer }) => answer.level.level === 'species' && answer.level.name !== tree.truth);
    expect(wrong.map(({ tree, answer }) => `${tree.truth}: ${answer.level.name}`)).toEqual([]);
    expect(answers.filter(({ answer }) => answer.fit === 'poor').map(({ tree }) => tree.truth)).toEqual([]);
  });
});

describe('forty trees that the library does not hold', () => {
  const answers = UNHELD.map((tree) => ({ tree, ...named(tree) }));
  it('are none of its taxa', () => expect(UNHELD.filter(({ truth }) => held.has(truth))).toEqual([]));
  it('at most one is given the name of another species, and none is confirmed', () => {
    const wrong = answers.filter(({ level }) => level.level === 'species').map(({ tree, level }) => `${tree.truth}: ${level.name}`);
    expect(wrong.length).toBeLessThanOrEqual(1);
    const confirmed = answers.filter(({ confirmation, level }) => confirmation.met && level.level === 'species');
    expect(confirmed.map(({ tree }) => tree.truth)).toEqual([]);
  });
  it('at most three are put into a wrong genus', () => {
    const wrong = answers.filter(
      ({ tree, level }) => (level.level === 'cf. species' || level.level === 'genus') && genusOf(level.name ?? '') !== genusOf(tree.truth),
    );
    expect(wrong.map(({ tree, level }) => `${tree.truth}: ${level.name}`).slice(3)).toEqual([]);
  });
});

describe('where it grows', () => {
  // Native ranges by the World Geographical Scheme for Recording Plant Distributions; from memory of the floras named above.
  const SPLIT_BY_PLACE: [string, string, number, number][] = [
    ['Fagus sylvatica', 'Fagus grandifolia', 50.1, 8.7],
    ['Carpinus betulus', 'Carpinus caroliniana', 51.8, -1.2],
    ['Cercis siliquastrum', 'Cercis canadensis', 38.4, 22.5],
    ['Ostrya carpinifolia', 'Ostrya virginiana', 42.5, 12.3],
    ['Populus tremula', 'Populus tremuloides', 57.7, 14.2],
    ['Ilex aquifolium', 'Ilex opaca', 51.8, -1.2],
    ['Platanus racemosa', 'Platanus occidentalis', 34.1, -117.9],
    ['Platanus occidentalis', 'Platanus racemosa', 39.9, -86.2],
    ['Acer macrophyllum', 'Acer platanoides', 44.6, -123.1],
    ['Juglans nigra', 'Juglans regia', 40.1, -82.9],
    ['Celtis australis', 'Celtis occidentalis', 42.5, 12.3],
    ['Quercus virginiana', 'Quercus ilex', 30.3, -91.2],
    ['Quercus ilex', 'Quercus virginiana', 43.6, 4.6],
    ['Tilia americana', 'Tilia platyphyllos', 44.0, -89.5],
    ['Fraxinus ornus', 'Fraxinus americana', 42.5, 12.3],
    ['Betula alleghaniensis', 'Betula utilis', 46.9, -73.5],
    ['Cinnamomum camphora', 'Laurus nobilis', 31.6, 119.5],
    ['Picea omorika', 'Picea sitchensis', 43.9, 19.3],
    ['Washingtonia filifera', 'Chamaerops humilis', 33.3, -115.5],
    ['Quercus alba', 'Quercus petraea', 40.1, -82.9],
  ];
  const odds = (a: string, b: string, latitude: number, longitude: number, planted: boolean) => {
    const { ranking } = identify(testLibrary, identifyRequest.parse({ latitude, longitude, planted, observations: [] }));
    const of = (name: string) => ranking.candidates.find(({ taxon }) => taxon.name === name)?.probability ?? 0;
    return of(a) / of(b);
  };
  it.each(SPLIT_BY_PLACE)('a wild tree is sooner %s than %s there, a planted one no less soon', (home, stranger, latitude, longitude) => {
    expect(odds(home, stranger, latitude, longitude, false)).toBeGreaterThan(1.9);
    expect(odds(home, stranger, latitude, longitude, true)).toBeGreaterThanOrEqual(0.99);
  });
});
