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
const BUDGET = {
  // The catalogue and its library are 6.5 of these.
  beforeToday: 280,
  leading: 20,
  answers: 80,
  // Texts of several screens are 17 of these.
  shared: 225,
  library: 260,
  font: 30,
  map: 330,
  worker: 200,
  page: 70,
} as const;
const at = (address: string) => join(dist, address);

describe('the weight of the application', () => {
  const first = [...html.matchAll(/src="(\/_expo\/static\/js\/web\/[^"]+\.js)"/g)].map(([, path = '']) => at(path));
  const meta = (name: string) => new RegExp(`<meta name="${name}" content="([^"]+)"`).exec(html)?.[1] ?? '';
  it('before Today keeps to its budget, and holds neither map, library, schemas nor judgement', () => {
    expect(first).toHaveLength(6);
    expect(first.reduce((sum, path) => sum + weigh(path), 0)).toBeLessThan(BUDGET.beforeToday);
    const text = first.map((path) => readFileSync(path, 'utf8')).join('');
    const parts = ['Tilia platyphyllos', 'maplibregl', 'ZodObject', 'VirtualizedList', 'resistance drill'];
    expect(parts.filter((part) => text.includes(part))).toEqual([]);
  });
  it('what it asks for next is apart: how answers are read, what other screens share', () => {
    expect(weigh(at(meta('read-chunk')))).toBeLessThan(BUDGET.answers);
    expect(weigh(at(meta('shared-chunk')))).toBeLessThan(BUDGET.shared);
    expect(readFileSync(at(meta('read-chunk')), 'utf8').includes('ZodObject')).toBe(true);
    expect(readFileSync(at(meta('shared-chunk')), 'utf8').includes('resistance drill')).toBe(true);
  });
  it('the library is data: names and leaves beside the scripts, the whole with the screens that need it', () => {
    expect(html).toContain('<link rel="preload" href="/leading.json" as="fetch"');
    expect(html).not.toContain('library.json');
    expect(weigh(at('leading.json'))).toBeLessThan(BUDGET.leading);
    expect(weigh(at('library.json'))).toBeLessThan(BUDGET.library);
  });
  it('fonts are WOFF2, cut by script, and are named in the page itself', () => {
    const files = [...html.matchAll(/url\(\/fonts\/([^)]+)\)/g)].map(([, name = '']) => name);
    expect(files.length).toBeGreaterThan(9);
    for (const name of files) {
      const font = readFileSync(join(dist, 'fonts', name));
      expect(font.subarray(0, 4).toString()).toBe('wOF2');
      expect(font.length / 1000).toBeLessThan(BUDGET.font);
    }
    for (const family of ['Bricolage_600', 'Bricolage_700', 'Atkinson_400', 'Atkinson_700', 'Newsreader_500_Italic'])
      expect(html).toContain(`font-family:${family};font-display:swap`);
  });
  it.each([
    ['maps-', BUDGET.map],
    ['map-', BUDGET.page],
    ['set-up-', BUDGET.page],
    ['people-', BUDGET.page],
    ['read-list-', BUDGET.worker],
    ['exchange-', BUDGET.page],
    ['more-', BUDGET.page],
  ])('the chunk %s keeps to its own', (begins, budget) => {
    const found = named(begins);
    expect(found).toHaveLength(1);
    for (const name of found) expect(weigh(join(scripts, name))).toBeLessThan(budget);
  });
  it('the page paints before any script has run', () =>
    expect(html).toMatch(/<div id="root"><div id="opening"><b>Dendrix<\/b><p>[A-Z][^<]+\.<\/p><\/div><\/div>/));
});
