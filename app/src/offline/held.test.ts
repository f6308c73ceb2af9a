import 'fake-indexeddb/auto';
import type { TreeBrief } from '@dendrix/core/contracts';
import { aTree } from '@/testing/record';
import { close, database } from './database';
import { heldAreas, heldTree, heldTrees, holdArea, letGo } from './held';

const tree = (n: number, longitude: number): TreeBrief =>
  aTree({ id: `01976a00-0000-7000-8000-${String(n).padStart(12, '0')}`, tag: `Q ${String(n).padStart(4, '0')}`, longitude });
const ALL = Array.from({ length: 30 }, (_, i) => tree(i, i / 100));

/** A service that gives the trees of a box, ten at a time. */
function served(trees: readonly TreeBrief[] = ALL) {
  const asked: string[] = [];
  global.fetch = jest.fn(async (url: string) => {
    asked.push(url);
    const query = new URL(url, 'http://x').searchParams;
    const [west, , east] = (query.get('box') ?? '').split(',').map(Number) as [number, number, number, number];
    const after = query.get('after') ?? '';
    const found = trees.filter(({ tag, longitude }) => tag > after && longitude >= west && longitude <= east);
    const items = found.filter((_tree, i) => i < 10);
    return { ok: true, status: 200, json: async () => ({ items, next: found.length > 10 ? items.at(-1)?.tag : null }) };
  }) as unknown as typeof fetch;
  return asked;
}
const area = (id: string, west: number, east: number) => ({ id, name: id, box: [west, 0, east, 90] as const, version: '1' });
const tags = async () => (await heldTrees()).map(({ tag }) => tag);

beforeEach(async () => {
  const db = await database();
  await Promise.all([db.clear('trees'), db.clear('areas')]);
});
afterAll(() => close());

describe('areas that the device holds', () => {
  it('are fetched page by page, with how far it is, and are there without a signal', async () => {
    const asked = served();
    const told: number[] = [];
    const held = await holdArea(area('all', 0, 1), (n) => told.push(n));
    expect(asked).toHaveLength(3);
    expect(told).toEqual([10, 20, 30]);
    expect(held).toMatchObject({ trees: 30, version: '1' });
    global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as unknown as typeof fetch;
    expect(await tags()).toEqual(ALL.map(({ tag }) => tag));
    expect(await heldTree(ALL[7]?.id ?? '')).toEqual(ALL[7]);
    expect((await heldAreas()).map(({ id, trees }) => [id, trees])).toEqual([['all', 30]]);
  });
  it('let go, their trees go, but for those of another area', async () => {
    served();
    await holdArea(area('west', 0, 0.15));
    await holdArea(area('east', 0.1, 0.3));
    expect(await tags()).toHaveLength(30);
    await letGo('west');
    expect(await tags()).toEqual(ALL.slice(10).map(({ tag }) => tag));
    await letGo('east');
    expect([await tags(), await heldAreas()]).toEqual([[], []]);
  });
  it('fetched anew, hold what is there now and not what is gone', async () => {
    served();
    await holdArea(area('all', 0, 1));
    served(ALL.slice(5).map((one) => ({ ...one, taxon: 'Tilia cordata' })));
    await holdArea({ ...area('all', 0, 1), version: '2' });
    expect(await tags()).toEqual(ALL.slice(5).map(({ tag }) => tag));
    expect((await heldTree(ALL[9]?.id ?? ''))?.taxon).toBe('Tilia cordata');
    expect((await heldAreas())[0]?.version).toBe('2');
  });
  it('stay as they were where fetching breaks off or is stopped', async () => {
    served();
    await holdArea(area('all', 0, 0.04));
    const before = await tags();
    let calls = 0;
    const answer = global.fetch;
    global.fetch = jest.fn(async (url: string) =>
      ++calls === 2 ? Promise.reject(new TypeError('gone')) : answer(url),
    ) as unknown as typeof fetch;
    await expect(holdArea(area('all', 0, 1))).rejects.toThrow(/offline/);
    expect(await tags()).toEqual(before);
    served();
    const stop = new AbortController();
    await expect(holdArea(area('all', 0, 1), () => stop.abort(), stop.signal)).rejects.toThrow();
    expect(await tags()).toEqual(before);
  });
});
