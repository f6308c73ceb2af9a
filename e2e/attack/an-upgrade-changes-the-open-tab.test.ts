// Two versions of the application: a tab that was open before an upgrade goes on, and changes to the new one where nobody is disturbed.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from 'playwright-core';
import { v7 as newId } from 'uuid';
import { aTree, PASSWORD, startService, type Service } from '../../server/testing/service';
import { CHROMIUM, FLAGS } from '../town';

const webDir = mkdtempSync(join(tmpdir(), 'dendrix-versions-'));
let service: Service;
let browser: Browser;

beforeAll(async () => {
  cpSync(join(__dirname, '../../app/dist'), webDir, { recursive: true });
  service = await startService({ webDir });
  browser = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS });
});
afterAll(async () => {
  await browser.close();
  await service.stop();
  rmSync(webDir, { recursive: true });
});

/** Puts another version in place of the one that is served: the page says which it is, and the worker's list names the page anew. */
function upgrade(version: string): void {
  const page = join(webDir, 'index.html');
  const worker = join(webDir, 'service-worker.js');
  const html = readFileSync(page, 'utf8').replace(/<meta name="version"[^>]*>|(?=<\/head>)/, `<meta name="version" content="${version}">`);
  writeFileSync(page, html);
  const list = readFileSync(worker, 'utf8');
  const renewed = list.replace(
    /(url:"index\.html",revision:")[^"]*|(revision:")[^"]*(",url:"index\.html")/,
    (_all, ahead?: string, before?: string, after?: string) => (ahead ? `${ahead}${version}` : `${before ?? ''}${version}${after ?? ''}`),
  );
  if (renewed === list) throw new Error('the worker does not list the page as it was expected');
  writeFileSync(worker, renewed);
}

const versionOf = (page: Page) =>
  page
    .locator('meta[name="version"]')
    .getAttribute('content', { timeout: 1000 })
    .catch(() => null);
/** Has the browser look for a newer worker, as it does by itself now and then. */
const lookForNewer = (page: Page) => page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));

it('waits while a visit is being made, changes at the next quiet moment, and nothing that was entered is lost', async () => {
  const crew = await service.as('crew');
  const tree = newId();
  await crew.put(`/trees/${tree}`, aTree('U 1'));
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(`${service.base}/today`);
  await page.getByLabel('Name', { exact: true }).fill('crew');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
  await page.evaluate(() => navigator.serviceWorker.ready);
  // The second time the page comes from the worker, as on a phone every day.
  await page.reload();
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);

  await page.goto(`${service.base}/visit/${tree}`);
  await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
  const boxes = page.getByRole('checkbox');
  await boxes.first().click();
  await page.waitForTimeout(2000);
  upgrade('second');
  await lookForNewer(page);
  await page.getByText(/^A new version is ready/).waitFor();
  await page.waitForTimeout(5000);
  expect(await boxes.first().isChecked()).toBe(true);
  expect(await versionOf(page)).toBeNull();

  // Out of the visit: the new one opens by itself, once.
  await page.evaluate(() => window.history.back());
  await page.locator('meta[name="version"][content="second"]').waitFor({ state: 'attached' });
  await page.getByText(/^A new version is ready/).waitFor({ state: 'detached' });
  let loads = 0;
  page.on('load', () => loads++);
  await page.waitForTimeout(4000);
  expect(loads).toBe(0);
});
