import Papa from 'papaparse';
import type { TreeBrief } from '../contracts/api';
import { nameFinder } from '../naming/names/names';
import { testLibrary } from '../testing/library';
import { degreesCell, lengthCell, numberCell, yearCell } from './cells';
import { fromUtm, toUtm, utmZone } from '../geo/utm';
import { matchColumns } from './columns';
import { againstKnown } from './known';
import { readTreeList, Stopped } from './tree-list';
import { treesToCsv, treesToGeoJson } from './export';

const names = nameFinder(testLibrary);
const read = (text: string, more: object = {}) => readTreeList(text, { names, thisYear: 2026, ...more });

describe('columns', () => {
  it.each([
    [
      ['TreeID', 'Species', 'Girth (cm)', 'Planting Year', 'Lat', 'Lon'],
      [null, 'species', 'girth', 'planted', 'latitude', 'longitude'],
    ],
    [
      ['Tag', 'Botanical name', 'DBH in', 'Easting', 'Northing', 'UTM zone'],
      ['tag', 'species', 'diameter', 'easting', 'northing', 'zone'],
    ],
    [
      ['nummer', 'Baumart', 'Umfang [cm]', 'Rechtswert', 'Hochwert'],
      ['tag', 'species', 'girth', 'easting', 'northing'],
    ],
  ])('%j', (headers, kinds) => {
    const matched = matchColumns(headers).map((c) => c.kind);
    kinds.forEach((kind, i) => kind && expect(matched[i]).toBe(kind));
  });
  it('reads the unit in a header', () =>
    expect(matchColumns(['Girth (cm)', 'DBH in', 'Height [ft]']).map((c) => c.unit)).toEqual(['cm', 'in', 'ft']));
});

describe('cells', () => {
  it.each([
    ['45.6', 45.6],
    ['45,6', 45.6],
    ['1 234.5', 1234.5],
    ['1,234,567.5', 1234567.5],
    ['x', null],
    ['', null],
    ['512,345', 512_345],
    ['5,052,345.5', 5_052_345.5],
    ['512345,25', 512_345.25],
  ])('number "%s"', (text, n) => expect(numberCell(text)).toBe(n));
  it.each([
    ['45.62', 45.62],
    [`45°37'12"N`, 45.62],
    [`31°12'00"W`, -31.2],
    ['45.62 S', -45.62],
    ['north', null],
  ])('degrees %s', (text, d) => (d === null ? expect(degreesCell(text)).toBeNull() : expect(degreesCell(text)).toBeCloseTo(d, 9)));
  it.each([
    ['88', 0.88],
    ['34"', 0.8636],
    ['1.2 m', 1.2],
    ['880 mm', 0.88],
  ])('length %s in a cm column', (text, metres) => expect(lengthCell(text, 'cm')).toEqual({ m: expect.closeTo(metres, 6) }));
  it.each([
    ['1987', 1987],
    ['c. 1987', 1987],
    ['12/05/1987', 1987],
  ])('year %s', (text, year) => expect(yearCell(text, 2026)).toEqual({ year }));
  it('refuses a year ahead and a year that is none', () => {
    expect(yearCell('2050', 2026)).toEqual({ problem: expect.stringMatching(/in the future/) });
    expect(yearCell('soon', 2026)).toEqual({ problem: expect.stringMatching(/not a year/) });
    expect(yearCell('', 2026)).toBeNull();
  });
});

describe('coordinates', () => {
  it('the middle of a zone on the equator is 500 000 east (definition of UTM)', () => {
    const { latitude, longitude } = fromUtm(500_000, 0, { zone: 31, south: false });
    expect(latitude).toBeCloseTo(0, 9);
    expect(longitude).toBeCloseTo(3, 9);
  });
  it('one degree north on the central meridian is 110 574 m times 0.9996 (meridian arc of WGS 84, handbook value)', () => {
    expect(toUtm(1, 3, { zone: 31, south: false }).northing / 0.9996).toBeCloseTo(110_574.4, 0);
  });
  it('goes there and back', () => {
    const zone = { zone: 25, south: false };
    const { easting, northing } = toUtm(45.62, -31.2, zone);
    expect(fromUtm(easting, northing, zone).latitude).toBeCloseTo(45.62, 8);
  });
  it.each([
    ['25N', 25, false],
    ['utm zone 33 S', 33, true],
    ['25', 25, false],
    ['61N', null, null],
    ['x', null, null],
  ])('zone %s', (text, zone, south) => expect(utmZone(text)).toEqual(zone === null ? null : { zone, south }));
});

const LIST = [
  'Tag;Species;Girth (cm);Planted;Lat;Lon',
  'A-1;London plane;210;1960;45.6201;-31.2001',
  'A-2;sycamore;88 cm;1999;45.6202;-31.2003',
  'A-3;Acer plantanoides;34";2001;45.6203;-31.2005',
  "A-4;Tilia cordata 'Greenspire';90;1990;45.6204;-31.2007",
  'A-5;weird tree;abc;1990;45.6205;-31.2009',
  'A-6;oak;120;3010;45.6206;-31.2011',
  'A-7;rowan;90;1980;45.620601;-31.2011',
  'A-1;rowan;90;1980;45.63;-31.21',
  ';rowan;90;1980;45.64;-31.21',
  'A-8;rowan;90;1980;95;-31',
].join('\n');

describe('a tree list', () => {
  const report = read(LIST);
  it('takes the good rows and says line and reason of each bad one', () => {
    expect(report.trees.map((t) => t.tag)).toEqual(['A-1', 'A-2', 'A-3', 'A-4', 'A-6', 'A-7']);
    expect(report.bad).toEqual([
      { line: 6, tag: 'A-5', reason: expect.stringMatching(/"abc" is not a length/) },
      { line: 9, tag: 'A-1', reason: 'tag A-1 is already on line 2' },
      { line: 10, tag: '', reason: 'no tag' },
      { line: 11, tag: 'A-8', reason: expect.stringMatching(/latitude 95/) },
    ]);
  });
  it('names the line a text editor shows: after blank lines, after a cell of several lines, with either end of line', () => {
    for (const end of ['\n', '\r\n']) {
      const text = ['Tag,Latitude,Longitude,Species', 'A1,45.6,-31.2,"Acer', 'rubrum"', '', ',,,', 'B2,,,Acer rubrum', ''].join(end);
      const report = read(text);
      expect(report.trees.map((tree) => tree.line)).toEqual([2]);
      expect(report.bad.map(({ line, tag }) => [line, tag])).toEqual([[6, 'B2']]);
      expect(report.rows).toBe(2);
    }
  });
  it('turns girth into diameter, in whatever unit', () => {
    expect(report.trees[0]?.dbh).toBeCloseTo(2.1 / Math.PI, 9);
    expect(report.trees[2]?.dbh).toBeCloseTo((34 * 0.0254) / Math.PI, 9);
  });
  it('resolves names, asks ambiguous ones, keeps unknown ones and cultivars as written', () => {
    expect(report.trees.map((t) => t.taxon)).toEqual([
      'Platanus × acerifolia',
      null,
      'Acer platanoides',
      'Tilia cordata',
      'Quercus',
      'Sorbus aucuparia',
    ]);
    expect(report.ambiguous.map((q) => q.text)).toContain('sycamore');
    expect(report.misspelt.map((q) => q.text)).toEqual(['Acer plantanoides']);
    expect(report.trees[3]?.infraspecific).toBe("'Greenspire'");
    expect(report.trees[1]?.writtenName).toBe('sycamore');
  });
  it('flags rows within 2 m of another', () => {
    expect(report.duplicates).toEqual([{ line: 8, tag: 'A-7', near: 'A-6 (line 7)', metres: expect.closeTo(0.11, 1) }]);
  });
  it('two metres is one tree twice, a little more is two trees', () => {
    // A degree of the meridian is 111.2 km on a sphere of 6371 km.
    const twice = (metres: number) =>
      read(`Tag;Lat;Lon\nA;45.6201;-31.2001\nB;${45.6201 - metres / 111_195};-31.2001`).duplicates.map(({ tag }) => tag);
    expect([twice(1.95), twice(2.05)]).toEqual([['B'], []]);
  });
  it.each([
    ['K1', 'k1'],
    ['Eé1', 'Ee1'],
    ['W1', 'Ｗ１'],
  ])('%s and %s are one tag, as the database has it, and the row is told', (one, other) => {
    const text = `Tag,Lat,Lon\n${one},45.63,-31.21\n${other},45.64,-31.22\n`;
    expect(read(text).bad).toEqual([{ line: 3, tag: other, reason: `tag ${other} is already on line 2` }]);
  });
  it('a tree far from every district is told, and swapped coordinates do not come in', () => {
    const home = [{ latitude: 45.62, longitude: -31.2 }];
    const report = read('Tag,Lat,Lon\nA,45.63,-31.21\nB,-31.21,45.63\nC,52.1,4.3\n', { home });
    expect(report.trees.map(({ tag }) => tag)).toEqual(['A', 'C']);
    expect(report.bad).toEqual([{ line: 3, tag: 'B', reason: 'latitude and longitude look swapped' }]);
    expect(report.warnings.find(({ tag }) => tag === 'C')?.reason).toMatch(/^stands 2\d{3} km from every district/);
    expect(read('Tag,Lat,Lon\nB,-31.21,45.63\n').bad).toEqual([]);
  });
  it.each(['constructor', 'toString', '__proto__'])('a species called %s is a name nobody knows', (written) => {
    const report = read(`Tag,Species,Lat,Lon\nA1,${written},45.63,-31.21\n`, { choices: {} });
    expect(report.trees[0]).toMatchObject({ writtenName: written, taxon: null });
    expect(report.unknown.map(({ text }) => text)).toEqual([written]);
  });
  it.each(['T\u200bG', 'TG\u202e1', 'TG\u00001'])('a tag with letters nobody sees does not come in', (tag) => {
    expect(read(`Tag,Lat,Lon\n${tag},45.63,-31.21\n`).bad[0]?.reason).toMatch(/cannot be seen/);
  });
  it('a tag that is kept in other letters is taken', async () => {
    const report = await againstKnown(read('Tag,Lat,Lon\nk1,45.63,-31.21\n'), async () => ({ tags: ['K1'], near: [] }));
    expect(report.trees).toEqual([]);
    expect(report.bad[0]?.reason).toBe('tag k1 is already kept');
  });
  it('held against the record, part by part: a tag that is taken does not come in, a tree that stands there is told', async () => {
    const rows = Array.from({ length: 1100 }, (_, i) => `L${i};${45 + i / 1000};-31`);
    const long = read(['Tag;Lat;Lon', ...rows].join('\n'));
    const parts: number[] = [];
    const told: number[] = [];
    const held = await againstKnown(
      long,
      async (tags, places) => {
        parts.push(tags.length);
        const at = places.findIndex(([latitude]) => latitude === 45.7);
        return { tags: tags.filter((tag) => tag === 'L3' || tag === 'L1099'), near: at < 0 ? [] : [{ at, tag: 'K', metres: 0.5 }] };
      },
      (done) => told.push(done),
    );
    expect(parts).toEqual([500, 500, 100]);
    expect(told).toEqual([500, 1000, 1100]);
    expect(held.trees).toHaveLength(1098);
    expect(held.bad).toEqual([
      { line: 5, tag: 'L3', reason: 'tag L3 is already kept' },
      { line: 1101, tag: 'L1099', reason: 'tag L1099 is already kept' },
    ]);
    expect(held.duplicates).toEqual([{ line: 702, tag: 'L700', near: 'K (already kept)', metres: 0.5 }]);
  });
  it('asks about a stem stouter than any in a street and a tree taller than any there', () => {
    const warned = (girth: string, height: string) =>
      read(`Tag;Lat;Lon;Diameter (m);Height (m)\nA;45.6;-31.2;${girth};${height}`).warnings.map((w) => w.reason);
    expect(warned('3.4', '59')).toEqual([]);
    expect(warned('3.6', '61')).toEqual([expect.stringMatching(/^diameter 3\.60 m/), expect.stringMatching(/^height 61 m/)]);
  });
  it('takes answers to ambiguous names', () => {
    const answered = read(LIST, { choices: { sycamore: 'Acer pseudoplatanus', oak: null } });
    expect(answered.trees[1]?.taxon).toBe('Acer pseudoplatanus');
    expect(answered.ambiguous).toEqual([]);
  });
  it('asks once for each half of a name, however many rows it stands in, and keeps what was written', () => {
    const rows = ['spruce', 'spruce', 'Dogwoods', 'pagoda tree', 'spruce'].map((name, i) => `C-${i},${name},${45.6 + i / 1000},-31.2`);
    const text = ['Tag,Species,Lat,Lon', ...rows].join('\n');
    const asked = read(text);
    expect(asked.unknown).toEqual([]);
    expect(asked.ambiguous.map((q) => [q.text, q.rows])).toEqual([
      ['spruce', 3],
      ['Dogwoods', 1],
      ['pagoda tree', 1],
    ]);
    expect(asked.ambiguous[0]?.answer.hits.map((hit) => hit.taxon)).toEqual([
      'Picea abies',
      'Picea glauca',
      'Picea omorika',
      'Picea orientalis',
      'Picea pungens',
      'Picea sitchensis',
    ]);
    expect(asked.trees.map((t) => [t.writtenName, t.taxon])).toEqual([
      ['spruce', null],
      ['spruce', null],
      ['Dogwoods', null],
      ['pagoda tree', null],
      ['spruce', null],
    ]);
    const answered = read(text, { choices: { spruce: 'Picea abies' } });
    expect(answered.trees.filter((t) => t.taxon === 'Picea abies')).toHaveLength(3);
    expect(answered.ambiguous.map((q) => q.text)).toEqual(['Dogwoods', 'pagoda tree']);
  });
  it('reads eastings and northings with the zone', () => {
    const { easting, northing } = toUtm(45.62, -31.2, { zone: 25, south: false });
    const text = `Tag,Easting,Northing\nB-1,${easting.toFixed(2)},${northing.toFixed(2)}`;
    expect(read(text).bad[0]?.reason).toMatch(/need a UTM zone/);
    expect(read(text, { zone: '25N' }).trees[0]?.latitude).toBeCloseTo(45.62, 6);
  });
  it.each([
    ['', /empty/],
    ['Species,Girth\nrowan,90', /No column holds the tag.*No pair of columns/],
    ['Tag,Lat,Lon\n"A-1,45,3', /quotation mark/],
  ])('stops at "%s"', (text, sentence) => expect(read(text).stops.join(' ')).toMatch(sentence));
  it('can be stopped', () => expect(() => read(LIST, { progress: () => false })).toThrow(Stopped));
});

describe('lists out', () => {
  const tree = {
    id: 'x',
    tag: '=A1',
    place: 'Ferry Street, "east"',
    siteKind: 'street',
    latitude: 45.6,
    longitude: -31.2,
    plantedYear: 1990,
    planted: true,
    writtenName: null,
    taxon: 'Tilia cordata',
    level: 'species',
    standing: 'overturned',
    dbh: 0.314159,
    height: null,
    vigour: 'fair',
    soundness: null,
    hiddenDecay: null,
    seenPercent: 40,
    dueOn: '2026-12-01',
    dueBecause: 'fork, again',
    lastVisitOn: '2026-06-01',
  } as TreeBrief;
  it('CSV is read back by an ordinary reader and by our own import', () => {
    const csv = treesToCsv([tree]);
    const row = Papa.parse<Record<string, string>>(csv, { header: true }).data[0];
    expect(row).toMatchObject({
      species: 'Tilia cordata',
      standing: 'overturned',
      'dbh (cm)': '31.4',
      soundness: 'not looked at',
      place: 'Ferry Street, "east"',
    });
    const back = read(csv).trees[0];
    expect(back).toMatchObject({ taxon: 'Tilia cordata', plantedYear: 1990 });
    expect(back?.dbh).toBeCloseTo(0.314, 6);
  });
  it('does not let a spreadsheet take text for a formula', () => expect(treesToCsv([tree])).toMatch(/'=A1/));
  it('GeoJSON has longitude first (RFC 7946)', () =>
    expect(treesToGeoJson([tree]).features[0]?.geometry.coordinates).toEqual([-31.2, 45.6]));
});
