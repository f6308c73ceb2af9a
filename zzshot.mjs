import { chromium } from 'playwright-core';
// node zzshot.mjs login phone|wide path out.png [js action on page]
const [login, size, path, out, action] = process.argv.slice(2);
const base = process.env.BASE ?? 'http://127.0.0.1:4810';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--ignore-gpu-blocklist'] });
const context = await browser.newContext({ viewport: size === 'phone' ? { width: 390, height: 844 } : { width: 1280, height: 800 }, serviceWorkers: 'block', acceptDownloads: true, geolocation: { latitude: 45.6215, longitude: -31.2005 }, permissions: ['geolocation'] });
const page = await context.newPage();
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
await page.goto(base);
await page.evaluate(async (login) => { await fetch('/api/v1/session', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ login, password: 'quillhaven' }) }); }, login);
let to = path;
const api = (p) => page.evaluate(async (p) => (await fetch('/api/v1' + p)).json(), p);
if (path.startsWith('tag:')) { const r = await api('/find?words=' + encodeURIComponent(path.slice(4))); to = '/tree/' + r.items[0].id; }
await page.goto(base + to);
await page.waitForTimeout(3500);
if (action) { const f = new Function('page', 'api', 'base', `return (async () => { ${action} })()`); const r = await f(page, api, base); if (r !== undefined) console.log(JSON.stringify(r)); await page.waitForTimeout(700); }
await page.screenshot({ path: out, fullPage: process.env.FULL === '1' });
await browser.close();
