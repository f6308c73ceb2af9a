// What a phone has to fetch before it shows anything, by the built application: a budget, so that it does not grow unnoticed.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const dist = join(__dirname, '../app/dist');
const scripts = join(dist, '_expo/static/js/web');
const weigh = (path: string) => gzipSync(readFileSync(path)).length / 1000;
const html = readFileSync(join(dist, 'index.html'), 'utf8');
const chunks = readdirSync(scripts).filter((name) => name.endsWith('.js'));
const named = (begins: string) => chunks.filter((name) => name.startsWith(begins));

/** Compressed, thousands of bytes. */
const BUDGET = { beforeToday: 640, library: 260, map: 330, worker: 200, page: 70 } as const;

describe('the weight of the application', () => {
  const first = [...html.matchAll(/src="\/(_expo\/static\/js\/web\/[^"]+\.js)"/g)].map(([, path = '']) => join(dist, path));
  const today = [...named('entry-'), ...named('_layout-'), ...named('today-')].map((name) => join(scripts, name));
  it('before Today keeps to its budget, and holds neither the map nor the library', () => {
    expect(first.length).toBeGreaterThan(1);
    expect(today).toHaveLength(3);
    const all = [...first, ...today];
    expect(all.reduce((sum, path) => sum + weigh(path), 0)).toBeLessThan(BUDGET.beforeToday);
    for (const path of all) {
      const text = readFileSync(path, 'utf8');
      expect(text).not.toContain('Tilia platyphyllos');
      expect(text).not.toContain('maplibregl');
    }
  });
  it('the library is data, fetched beside the scripts', () => {
    expect(html).toContain('<link rel="preload" href="/library.json" as="fetch"');
    expect(weigh(join(dist, 'library.json'))).toBeLessThan(BUDGET.library);
  });
  it.each([
    ['map-', BUDGET.map],
    ['read-list-', BUDGET.worker],
    ['exchange-', BUDGET.page],
    ['more-', BUDGET.page],
  ])('the chunk %s keeps to its own', (begins, budget) => {
    const found = named(begins);
    expect(found).toHaveLength(1);
    for (const name of found) expect(weigh(join(scripts, name))).toBeLessThan(budget);
  });
  it('the page paints before any script has run', () => expect(html).toMatch(/<div id="root"><p id="opening">Dendrix<\/p><\/div>/));
});
