import { VectorTile } from '@mapbox/vector-tile';
import Pbf from 'pbf';
import { v7 as newId } from 'uuid';
import { boxOf, distance, placeAt, tileAt, type Tile } from '@dendrix/core/geo';
import { aTree, aVisit, startService, TODAY, type Client, type Service } from '../testing/service';
import { GROWN, growTown } from '../testing/grown';
import { treeDetail } from '../trees/service';

// What a screen asks for costs the same in a village and in a city: no answer grows with the town, and none reads all of it.

const TREES = 12_000;
const APART = 12;

let service: Service;
let viewer: Client;
let ids: string[];
beforeAll(async () => {
  service = await startService();
  ids = await growTown(service.sequelize, TREES, APART);
  viewer = await service.as('viewer');
});
afterAll(() => service.stop());

/** A tile as another reader (@mapbox/vector-tile, of the format's authors) sees it. */
async function layersOf(tile: Tile, client = viewer, day = TODAY) {
  const { status, headers, bytes } = await client.bytes(`/api/v1/tiles/${tile.z}/${tile.x}/${tile.y}?day=${day}`);
  if (status !== 200) throw new Error(String(status));
  const { layers } = new VectorTile(new Pbf(bytes));
  const of = (name: string) => {
    const layer = layers[name];
    return layer === undefined
      ? []
      : Array.from({ length: layer.length }, (_, i) => layer.feature(i)).map((feature) => ({
          properties: feature.properties as Record<string, string | number>,
          place: (feature.toGeoJSON(tile.x, tile.y, tile.z).geometry as GeoJSON.Point).coordinates,
        }));
  };
  return { trees: of('tree'), counts: of('count'), tag: headers.get('etag') };
}

describe('tiles of trees (Mapbox Vector Tile Specification 2.1)', () => {
  it('near, each tree stands by itself, once, where it is, with its answer to every question', async () => {
    const middle = placeAt(GROWN, { east: 600, north: 600 });
    const tile = tileAt(middle, 16);
    const { trees, counts } = await layersOf(tile);
    expect(counts).toEqual([]);
    const [west, south, east, north] = boxOf(tile);
    const kept = (await viewer.get(`/trees?limit=2000&box=${[west, south, east, north].join()}`)).body.items as {
      id: string;
      latitude: number;
      longitude: number;
      soundness: string | null;
    }[];
    expect(kept.length).toBeGreaterThan(500);
    const byId = new Map(trees.map((tree) => [tree.properties.id, tree]));
    expect(byId.size).toBe(trees.length);
    expect(new Set(byId.keys())).toEqual(new Set(kept.map(({ id }) => id)));
    for (const tree of kept) {
      const [longitude, latitude] = byId.get(tree.id)?.place as [number, number];
      // A unit of the tile is some ten centimetres here.
      expect(distance(tree, { latitude, longitude })).toBeLessThan(0.15);
      const word = { 'no weakness seen': 'none', weakness: 'weak', 'serious weakness': 'serious' }[tree.soundness ?? ''] ?? 'blank';
      expect(byId.get(tree.id)?.properties.soundness).toBe(word);
    }
  });
  it('far out, trees are counted together, and no tree is lost or counted twice', async () => {
    const { body: town } = await viewer.get(`/map?day=${TODAY}`);
    expect(town.trees).toBe(TREES);
    const z = town.singlesFrom - 2;
    const [west, south, east, north] = town.box as [number, number, number, number];
    const low = tileAt({ latitude: north, longitude: west }, z);
    const high = tileAt({ latitude: south, longitude: east }, z);
    const sums: Record<string, number> = {};
    for (let x = low.x; x <= high.x; x++)
      for (let y = low.y; y <= high.y; y++) {
        const { trees, counts } = await layersOf({ z, x, y });
        expect(trees).toEqual([]);
        for (const { properties } of counts) for (const [key, n] of Object.entries(properties)) sums[key] = (sums[key] ?? 0) + Number(n);
      }
    expect(sums.trees).toBe(TREES);
    for (const [ask, answers] of Object.entries(town.counts as Record<string, Record<string, number>>)) {
      for (const [answer, n] of Object.entries(answers)) expect([ask, answer, sums[`${ask}-${answer}`]]).toEqual([ask, answer, n]);
      expect(Object.values(answers).reduce((sum, n) => sum + n, 0)).toBe(TREES);
    }
  });
  it('what is due is counted from the day it is seen on', async () => {
    const due = async (day: string) => (await viewer.get(`/map?day=${day}`)).body.counts.due as Record<string, number>;
    const [early, late] = [await due('2025-01-01'), await due('2027-01-01')];
    const dated = TREES / 3;
    expect(early).toEqual({ over: 0, soon: 0, later: dated, never: TREES - dated });
    expect(late).toEqual({ over: dated, soon: 0, later: 0, never: TREES - dated });
  });
  it('a tile is sent again only where something in it was written, and then with it', async () => {
    const crew = await service.as('crew');
    const here = placeAt(GROWN, { east: 606, north: 606 });
    const [tile, other] = [tileAt(here, 16), tileAt(GROWN, 16)];
    const before = [await layersOf(tile), await layersOf(other)];
    const again = await viewer.bytes(`/api/v1/tiles/16/${tile.x}/${tile.y}?day=${TODAY}`, { 'if-none-match': before[0]?.tag ?? '' });
    expect([again.status, again.bytes.length]).toEqual([304, 0]);
    const id = newId();
    expect((await crew.put(`/trees/${id}`, aTree('T-new', here))).status).toBe(200);
    const after = [await layersOf(tile), await layersOf(other)];
    expect(after[0]?.trees.map(({ properties }) => properties.id)).toContain(id);
    expect(after[0]?.tag).not.toBe(before[0]?.tag);
    expect(after[1]?.tag).toBe(before[1]?.tag);
    expect((await viewer.get(`/map?day=${TODAY}`)).body.trees).toBe(TREES + 1);
    // A visit changes what the tree answers.
    await crew.put(`/visits/${newId()}`, aVisit(id));
    const visited = (await layersOf(tile)).trees.find(({ properties }) => properties.id === id)?.properties;
    expect(visited).toMatchObject({ name: 'proposed' });
  });
  it('refuses a tile that is none, and a day that is none', async () => {
    for (const path of ['17/0/0', '3/8/0', '3/0/8']) expect((await viewer.get(`/tiles/${path}?day=${TODAY}`)).status).toBe(404);
    for (const path of ['3/-1/0', '3/a/0', '3.5/0/0']) expect((await viewer.get(`/tiles/${path}?day=${TODAY}`)).status).toBe(422);
    expect((await viewer.get('/tiles/3/0/0?day=today')).status).toBe(422);
  });
});

describe('a round in a city', () => {
  const dueBy = '2026-06-15';
  it('is chosen from a handful of trees, whatever is due in the city', async () => {
    const { body } = await viewer.get(`/round?dueBy=${dueBy}`);
    expect(body.items.length).toBeLessThanOrEqual(160);
    expect([body.due, body.more]).toEqual([1000, true]);
    for (const tree of body.items) expect(tree.dueOn <= dueBy).toBe(true);
  });
  it('about where somebody stands: what is due there is among it, and what presses wherever it stands', async () => {
    const here = placeAt(GROWN, { east: 1000, north: 900 });
    const { body } = await viewer.get(`/round?dueBy=${dueBy}&latitude=${here.latitude}&longitude=${here.longitude}`);
    const near = body.items.filter((tree: { latitude: number; longitude: number }) => distance(here, tree) < 250);
    expect(near.length).toBeGreaterThan(30);
    expect(body.items.some((tree: { risk: string | null }) => tree.risk === 'high')).toBe(true);
  });
});

describe('finding a tree as one types', () => {
  const tags = (body: { items: { tag: string }[] }) => body.items.map(({ tag }) => tag);
  const find = async (words: string, near = '') => (await viewer.get(`/find?words=${encodeURIComponent(words)}${near}`)).body;
  it.each(['G 000123', 'g000123', 'G-000123'])('by its tag, however that is written: %s', async (words) =>
    expect(tags(await find(words))).toEqual(['G 000123']),
  );
  it('by its street, and streets that begin so are offered with their trees', async () => {
    const { items, streets } = await find('row 17');
    expect(streets).toEqual([{ street: 'Row 17 Street', trees: 110 }]);
    expect(items).toHaveLength(30);
    for (const tree of items) expect(tree.place).toMatch(/^Row 17 Street/);
  });
  it('by a name and a street together, in any order, everyday names too', async () => {
    for (const words of ['oak row 17', 'row 17 quercus']) {
      const { items } = await find(words);
      expect(items.length).toBeGreaterThan(15);
      for (const tree of items) expect(tree).toMatchObject({ taxon: 'Quercus robur', place: 'Row 17 Street, verge' });
    }
  });
  it('the nearest first, where somebody stands', async () => {
    const here = placeAt(GROWN, { east: 5 * APART + 1, north: 7 * APART });
    const { items } = await find('', `&latitude=${here.latitude}&longitude=${here.longitude}`);
    const metres = items.map((tree: { latitude: number; longitude: number }) => distance(here, tree));
    expect(metres[0]).toBeLessThan(1.5);
    expect(metres).toEqual([...metres].sort((a, b) => a - b));
    expect(items).toHaveLength(30);
  });
  it('nothing matches, and nothing breaks it', async () => {
    for (const words of ['zzz', '%', '_', "'; DROP TABLE trees; --", '\\', '  '])
      expect((await viewer.get(`/find?words=${encodeURIComponent(words)}`)).status).toBe(200);
    expect(tags(await find('%'))).toEqual([]);
    expect(tags(await find('zzz'))).toEqual([]);
  });
});

describe('where a kind grows', () => {
  it('counts all of them and names some', async () => {
    const { body } = await viewer.get(`/kinds/${encodeURIComponent('Quercus robur')}`);
    expect(body.trees).toBe(TREES / 5);
    expect(body.streets).toHaveLength(12);
    expect(body.some).toHaveLength(6);
    expect((await viewer.get('/kinds/Nothing')).body).toEqual({ trees: 0, streets: [], some: [] });
  });
});

describe('a list held against the record', () => {
  it('two metres is one tree twice, a little more is two', async () => {
    const crew = await service.as('crew');
    const at = (m: number) => {
      const { latitude, longitude } = placeAt(GROWN, { east: 0, north: -m });
      return [latitude, longitude];
    };
    const { body } = await crew.post('/known', { tags: ['G 000000', 'G-none'], places: [at(1.95), at(2.05), at(500)] });
    expect(body).toEqual({ tags: ['G 000000'], near: [{ at: 0, tag: 'G 000000', metres: expect.closeTo(1.95, 2) }] });
    expect((await crew.post('/known', { tags: [], places: [] })).body).toEqual({ tags: [], near: [] });
    expect((await crew.post('/known', { tags: [], places: [[91, 0]] })).status).toBe(422);
  });
});

describe('a list going out', () => {
  it('holds every tree once, in the order of the tags, and is whole as both forms', async () => {
    const csv = (await viewer.get('/exports/trees.csv')).text.trim().split('\r\n');
    expect(csv[0]).toMatch(/^tag,latitude/);
    const tags = csv.slice(1).map((line) => line.split(',')[0] ?? '');
    expect(tags.length).toBe((await viewer.get(`/map?day=${TODAY}`)).body.trees);
    expect(new Set(tags).size).toBe(tags.length);
    const { features } = JSON.parse((await viewer.get('/exports/trees.geojson')).text) as GeoJSON.FeatureCollection;
    expect(features.map((feature) => feature.properties?.tag)).toEqual(tags);
  });
  it('is written no faster than it is taken, and others are answered meanwhile', async () => {
    const response = await fetch(`${service.base}/api/v1/exports/trees.csv`, { headers: { cookie: viewer.signedIn } });
    const reader = response.body?.getReader();
    await reader?.read();
    // The list stands half sent; the service goes on.
    expect((await viewer.get('/session')).status).toBe(200);
    await reader?.cancel();
    expect((await viewer.get('/session')).status).toBe(200);
  });
});

describe('a tree with many visits', () => {
  it('comes with the newest, and the rest in pages, each once', async () => {
    const crew = await service.as('crew');
    const id = ids[0] as string;
    const days = Array.from(
      { length: 70 },
      (_, i) => `20${String(10 + Math.floor(i / 12)).padStart(2, '0')}-${String(1 + (i % 12)).padStart(2, '0')}-03`,
    );
    for (const day of days) {
      const base = aVisit(id);
      const answer = await crew.put(`/visits/${newId()}`, {
        ...base,
        startedAt: `${day}T09:00:00.000Z`,
        finishedAt: `${day}T09:10:00.000Z`,
        look: { ...base.look, day },
      });
      expect(answer.status).toBe(200);
    }
    const { body } = await viewer.get(`/trees/${id}`);
    const seen = body.visits.map((visit: { look: { day: string } }) => visit.look.day);
    expect(body.earlier.visits).toBe(70 - seen.length);
    let { next } = body.earlier as { next: string | null };
    while (next !== null) {
      const page = (await viewer.get(`/trees/${id}/visits?after=${encodeURIComponent(next)}`)).body;
      seen.push(...page.items.map((visit: { look: { day: string } }) => visit.look.day));
      ({ next } = page);
    }
    expect(seen).toEqual([...days].sort().reverse());
    // What speaks of the whole record is made from all of it: the sheet is printed so.
    const whole = await treeDetail(service.world, id, Infinity);
    expect([whole.visits.length, whole.earlier]).toEqual([70, { visits: 0, next: null }]);
    expect((await viewer.get(`/trees/${id}/visits?after=here`)).status).toBe(422);
    expect((await viewer.get(`/trees/${newId()}/visits?after=${encodeURIComponent(body.earlier.next)}`)).status).toBe(404);
  });
});

describe('a long queue of review', () => {
  it('comes in pages, each visit once, what matters most first', async () => {
    const [crew, reviewer] = [await service.as('crew'), await service.as('reviewer')];
    for (const id of ids.slice(1, 26)) {
      const base = aVisit(id);
      const grave = ids.indexOf(id) % 5 === 0;
      await crew.put(`/visits/${newId()}`, {
        ...base,
        look: { ...base.look, signs: grave ? [{ id: 'union-crack', zone: 'unions', key: 'a' }] : [] },
      });
    }
    const seen: { visit: { id: string }; weight: number }[] = [];
    let after = '';
    for (;;) {
      const { body } = await reviewer.get(`/review-queue?limit=7${after}`);
      seen.push(...body.items);
      if (body.next === null) break;
      after = `&after=${encodeURIComponent(body.next)}`;
    }
    const { body } = await reviewer.get('/review-queue?limit=100');
    expect(seen.map(({ visit }) => visit.id)).toEqual(body.items.map((item: { visit: { id: string } }) => item.visit.id));
    expect(seen.length).toBe(body.total);
    expect(new Set(seen.map(({ visit }) => visit.id)).size).toBe(seen.length);
    const weights = seen.map(({ weight }) => weight);
    expect(weights).toEqual([...weights].sort((a, b) => b - a));
    expect((await reviewer.get('/review-queue?after=there')).status).toBe(422);
  });
});
