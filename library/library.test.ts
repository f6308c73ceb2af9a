import { join } from 'node:path';
import { buildLibrary, readSources, versionOf } from './assemble';
import { PARKS, STREETS, along, inside, quillhavenMap } from '../demo/quillhaven-map';

const sources = readSources(join(__dirname));
const { library, problems } = buildLibrary(sources);
const changed = (file: string, from: string | RegExp, to: string) =>
  buildLibrary(new Map([...sources].map(([f, text]) => [f, f === file ? text.replace(from, to) : text])));

const TWENTY_FOUR = [
  'Acer pensylvanicum',
  'Acer platanoides',
  'Acer pseudoplatanus',
  'Acer rubrum',
  'Acer saccharinum',
  'Betula papyrifera',
  'Betula pendula',
  'Carpinus caroliniana',
  'Celtis laevigata',
  'Celtis occidentalis',
  'Corylus avellana',
  'Fagus grandifolia',
  'Fraxinus americana',
  'Jacaranda mimosifolia',
  'Juglans nigra',
  'Liriodendron tulipifera',
  'Platanus × acerifolia',
  'Quercus rubra',
  'Schinus molle',
  'Schinus terebinthifolia',
  'Sorbus aucuparia',
  'Tilia americana',
  'Tilia cordata',
  'Ulmus americana',
];

describe('the library', () => {
  it('has no problems', () => expect(problems).toEqual([]));
  it('holds the taxa asked for, each with 30 traits or more over all lines of evidence', () => {
    for (const name of TWENTY_FOUR) {
      const taxon = library.taxa.find((t) => t.name === name);
      expect({ name, traits: Object.keys(taxon?.traits ?? {}).length >= 30 }).toEqual({ name, traits: true });
      const lines = new Set(Object.keys(taxon?.traits ?? {}).map((id) => library.traits.find((t) => t.id === id)?.line));
      expect(lines).toEqual(new Set(['form', 'bark', 'twig', 'leaf', 'flower-fruit', 'site']));
    }
  });
  it('has signs over every zone and agents with signs of the library', () => {
    expect(library.signs.length).toBeGreaterThanOrEqual(25);
    expect(library.agents.length).toBeGreaterThanOrEqual(8);
    expect(new Set(library.signs.flatMap((s) => s.zones)).size).toBe(18);
  });
  it('every sign has a cause in the library, or says that it needs none', () => {
    const named = new Set(library.agents.flatMap(({ signs }) => signs.map(({ sign }) => sign)));
    expect(library.signs.filter(({ id, ownCause }) => !ownCause && !named.has(id)).map(({ id }) => id)).toEqual([]);
  });
  it('no two taxa are indistinguishable by their records', () => {
    expect(new Set(library.taxa.map(({ traits }) => JSON.stringify(traits))).size).toBe(library.taxa.length);
  });
  it('changes its version with its text', () => expect(versionOf(new Map([...sources, ['x', 'y']]))).not.toBe(library.version));
});

describe('a weakness in the text is told with file, field and valid words', () => {
  it.each([
    [
      'taxa/quercus-rubra.yaml',
      'pith: { five-angled: always }',
      'pith: { starry: always }',
      /^taxa\/quercus-rubra\.yaml traits\.pith "starry" is not known; nearest: .*; valid: .*five-angled/,
    ],
    [
      'taxa/quercus-rubra.yaml',
      'pith: { five-angled: always }',
      'pith: { five-angled: mostly }',
      /^taxa\/quercus-rubra\.yaml traits\.pith .*always, usually, sometimes, rarely/,
    ],
    ['taxa/quercus-rubra.yaml', 'family: Fagaceae', 'family: Fagus', /family a family ends in -aceae/],
    ['agents/oak-wilt.yaml', 'hosts: [Quercus]', 'hosts: [Quercus ruba]', /hosts\.0 "Quercus ruba" is not known; nearest: Quercus rubra/],
    [
      'taxa/quercus-frainetto.yaml',
      'normal: []',
      'normal: []\nhabit:\n  - { sign: lean, on: stem, why: "It leans with the wind from youth." }',
      /habit\[?\.?0\]?\.sign Invalid discriminator value/,
    ],
    ['signs/lean.yaml', 'unsaid: { kind: straight-and-new, angle: 20 }', 'unsaid: { angle: 20 }', /unsaid a rule asks for "kind"/],
    ['signs/cavity.yaml', 'atLeast: serious weakness', 'atLeast: very weak', /signs\/cavity\.yaml .*"very weak" is no band of soundness/],
    ['agents/dutch-elm-disease.yaml', 'sign: wilting', 'sign: wilt', /signs\.\d\.sign "wilt" is not known; nearest: wilting/],
    ['taxa/quercus-rubra.yaml', 'name: Quercus rubra', 'name: [', /^taxa\/quercus-rubra\.yaml line/],
  ])('%s', (file, from, to, sentence) => {
    const found = changed(file, from, to).problems.map((p) => `${p.file} ${p.field} ${p.message}`);
    expect(found.join('\n')).toMatch(sentence);
  });
});

describe('Quillhaven', () => {
  it('has eight streets or more, three parks, and water', () => {
    expect(STREETS.length).toBeGreaterThanOrEqual(8);
    expect(PARKS).toHaveLength(3);
    expect(quillhavenMap().features.filter((f) => f.properties?.kind === 'water').length).toBeGreaterThan(0);
  });
  it('no house stands in a park or on the water', () => {
    const features = quillhavenMap().features;
    const ring = (f: (typeof features)[number]) => (f.geometry.type === 'Polygon' ? (f.geometry.coordinates[0] as [number, number][]) : []);
    const kept = features.filter((f) => f.properties?.kind === 'park' || f.properties?.kind === 'water').map(ring);
    const corners = features.filter((f) => f.properties?.kind === 'house').flatMap(ring);
    expect(corners.length).toBeGreaterThan(1000);
    expect(corners.filter((corner) => kept.some((r) => inside(corner, r)))).toEqual([]);
  });
  it('walks along a line and knows inside from outside', () => {
    expect(inside([100, 300], PARKS[0]?.ring ?? [])).toBe(true);
    expect(
      along(
        [
          [0, 0],
          [100, 0],
        ],
        25,
      ).map((p) => p.at[0]),
    ).toEqual([12.5, 37.5, 62.5, 87.5]);
  });
});
