import fc from 'fast-check';
import { nameFinder } from '../naming';
import { testLibrary } from '../testing/library';
import { readKindLists } from './kind-lists';
import { readOutline, readPlan } from './plan';
import { parseRows } from './rows';
import { readTreeList } from './tree-list';
import { runs } from '../testing/sample';

const names = nameFinder(testLibrary);
const line = (
  properties: object,
  coordinates: unknown = [
    [7, 51],
    [7.01, 51],
  ],
  type = 'LineString',
) => ({ type: 'Feature', properties, geometry: { type, coordinates } });
const area = (properties: object) =>
  line(
    properties,
    [
      [
        [7, 51],
        [7.1, 51],
        [7.1, 51.1],
        [7, 51],
      ],
    ],
    'Polygon',
  );
const collection = (features: unknown[]) => JSON.stringify({ type: 'FeatureCollection', features });

describe('a plan', () => {
  it.each([
    [line({ highway: 'residential', name: 'Mill Lane' }), 'street'],
    [line({ kind: 'street' }), 'street'],
    [line({}), 'street'],
    [line({ waterway: 'stream' }), 'water'],
    [area({ leisure: 'park' }), 'park'],
    [area({ landuse: 'cemetery' }), 'park'],
    [area({ natural: 'water' }), 'water'],
    [area({ building: 'yes' }), 'house'],
    [area({ kind: 'house' }), 'house'],
  ])('%j is read (keys of OpenStreetMap’s data model, or a word of its own)', (feature, kind) => {
    expect(readPlan(collection([feature])).plan.features[0]?.properties.kind).toBe(kind);
  });
  it.each([
    line({ railway: 'rail' }),
    line({ highway: 'proposed' }),
    area({ building: 'no' }),
    area({ amenity: 'school' }),
    line({ kind: 'park' }),
  ])('%j is passed over, and said so', (feature) => {
    const read = readPlan(collection([feature, line({})]));
    expect(read.plan.features).toHaveLength(1);
    expect(read.passedOver).toEqual([{ reason: 'not a street, park, water or building', features: 1 }]);
  });
  it('takes lines and areas of several parts apart, and tells the box about all', () => {
    const read = readPlan(
      collection([
        line(
          {},
          [
            [
              [7, 51],
              [7.2, 51.3],
            ],
            [
              [6.9, 50.8],
              [7, 51],
            ],
          ],
          'MultiLineString',
        ),
      ]),
    );
    expect(read.counts.street).toBe(2);
    expect(read.box).toEqual([6.9, 50.8, 7.2, 51.3]);
  });
  it.each([
    ['not json', /not JSON/],
    ['{"type":"Feature"}', /not a GeoJSON FeatureCollection/],
    [collection([]), /no street, park, water or house/],
    [
      collection([
        line({}, [
          [500000, 5600000],
          [500100, 5600000],
        ]),
      ]),
      /no street/,
    ],
  ])('%s is refused with a sentence', (text, says) => expect(() => readPlan(text)).toThrow(says));
  it('whatever stands in a file, a sentence is all that is thrown', () => {
    fc.assert(
      fc.property(fc.array(fc.jsonValue()), (features) => {
        try {
          readPlan(collection(features));
        } catch (error) {
          expect((error as Error).message).toMatch(/^There is no street/);
        }
      }),
      { numRuns: runs(300) },
    );
  });
});

describe('an outline', () => {
  const square = [
    [7, 51],
    [7.1, 51],
    [7.1, 51.1],
    [7, 51],
  ];
  it('is read from a feature, several, a bare shape or a collection of shapes', () => {
    const bare = { type: 'Polygon', coordinates: [square] };
    for (const given of [
      bare,
      { type: 'Feature', geometry: bare },
      { type: 'FeatureCollection', features: [{ type: 'Feature', geometry: bare }] },
      { type: 'GeometryCollection', geometries: [bare] },
    ])
      expect(readOutline(JSON.stringify(given))).toEqual([[square]]);
    expect(readOutline(JSON.stringify({ type: 'MultiPolygon', coordinates: [[square], [square]] }))).toHaveLength(2);
  });
  it('of points and lines is none', () => expect(() => readOutline(collection([line({})]))).toThrow(/no area/));
});

describe('local lists', () => {
  it('take the names people write and the words towns use', () => {
    const { lists, problems } = readKindLists(
      'Species;Status\nsilver birch;Recommended\nAcer platanoides;Invasive\nGinkgo biloba;heritage\nTilia cordata;approved\nTilia cordata;approved\n',
      names,
    );
    expect(lists.approved).toEqual(['Betula pendula', 'Tilia cordata']);
    expect(lists.invasive).toEqual(['Acer platanoides']);
    expect(lists.protected).toEqual(['Ginkgo biloba']);
    expect(problems).toEqual([]);
  });
  it('tell each row that comes to nothing by its line', () => {
    const { problems } = readKindLists('name,list\nArbor magica,approved\nsycamore,approved\nTilia cordata,blue\n,rare\n', names);
    expect(problems.map(({ line, reason }) => [line, reason])).toEqual([
      [2, 'no species in the library has this name'],
      [3, 'means more than one species; use the scientific name'],
      [4, '"blue" is not a list. Use one of: approved, watched, invasive, rare, protected'],
      [5, 'no name'],
    ]);
  });
  it('without a column for names or lists are refused', () => {
    expect(() => readKindLists('a,list\nx,rare', names)).toThrow(/No column holds the names/);
    expect(() => readKindLists('name,b\nx,rare', names)).toThrow(/which list/);
  });
});

describe('a tree list as GeoJSON', () => {
  const features = [
    {
      type: 'Feature',
      geometry: { type: 'Point', coordinates: [-31.2, 45.6] },
      properties: { tag: 'G-1', species: 'Tilia cordata', 'girth cm': 94 },
    },
    { type: 'Feature', geometry: { type: 'Point', coordinates: [-31.201, 45.6] }, properties: { tag: 'G-2', species: 'London plane' } },
    { type: 'Feature', geometry: null, properties: { tag: 'G-3' } },
  ];
  it('comes to the same trees as the table it would be', () => {
    const options = { names, thisYear: 2026 };
    const geo = readTreeList(collection(features), options);
    const csv = readTreeList(
      'tag,species,girth cm,latitude,longitude\nG-1,Tilia cordata,94,45.6,-31.2\nG-2,London plane,,45.6,-31.201\nG-3,,,,',
      options,
    );
    const plain = (report: typeof geo) => report.trees.map(({ line: _line, ...tree }) => tree);
    expect(plain(geo)).toEqual(plain(csv));
    expect(geo.trees).toHaveLength(2);
    expect(geo.bad).toMatchObject([{ line: 3, tag: 'G-3' }]);
  });
  it('that is none says so', () => {
    expect(parseRows('{"type":"Topology"}').problem).toMatch(/not a GeoJSON FeatureCollection/);
    expect(parseRows('{ broken').problem).toMatch(/not JSON/);
    expect(parseRows(collection([])).problem).toMatch(/no feature/);
  });
});
