// The real service on a real MariaDB with the demo town, the built web application, and headless Chromium.
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core';
import type { Sequelize } from 'sequelize';
import { freePort } from './free-port';
import { copyPlanted } from './planted';
import { programInTest } from '../ops/programs.mjs';
import { dropDatabase, freshDatabase, urlOf } from '../server/testing/service';

/** The day the tests happen on, for server and browser alike: in leaf, so that leaves can be asked about. */
export const TODAY = '2026-06-15';

/** How long a page is waited for, ms: long enough for a slow machine; while tests are written it may be shorter. */
const WAIT_MS = Number(process.env.DENDRIX_E2E_WAIT ?? 120_000);

export interface Town {
  base: string;
  /** The database of the town. */
  sequelize: Sequelize;
  browser: Browser;
  phone: (options?: { offline?: boolean }) => Promise<Page>;
  wide: () => Promise<Page>;
  stop: () => Promise<void>;
}

export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
export const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--enable-unsafe-swiftshader',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

/** Starts the service on a database, and waits until it runs. Another process of it takes the same one. */
export async function serve(url: string, port: number, chain = mkdtempSync(join(tmpdir(), 'dendrix-chain-'))): Promise<ChildProcess> {
  const server = spawn(process.execPath, programInTest('ops/serve.ts'), {
    cwd: join(__dirname, '..'),
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      DENDRIX_CHAIN_FILE: join(chain, 'heads.txt'),
      SESSION_SECRET: 'for tests alone: 0123456789 abcdefghijkl',
      DENDRIX_PLANT: '1',
      PORT: String(port),
      DENDRIX_TODAY: TODAY,
      DENDRIX_RATE: '100000',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout?.on('data', (data: Buffer) => String(data).includes('Dendrix runs at') && resolve());
    server.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  server.removeAllListeners('exit');
  return server;
}

/** Starts everything; the town is planted anew. */
export async function startTown(): Promise<Town> {
  const sequelize = await freshDatabase();
  await copyPlanted(sequelize, async (url, at, chain) => {
    const planting = await serve(url, at, chain);
    const ended = new Promise((resolve) => planting.once('exit', resolve));
    planting.kill('SIGTERM');
    await ended;
  });
  const port = await freePort();
  const server = await serve(urlOf(sequelize), port);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS });
  const contexts: BrowserContext[] = [];
  const open = async (viewport: { width: number; height: number }, serviceWorkers: 'allow' | 'block') => {
    const context = await browser.newContext({ viewport, serviceWorkers, hasTouch: viewport.width < 500, acceptDownloads: true });
    contexts.push(context);
    const page = await context.newPage();
    // The clock starts there and runs on.
    await page.clock.install({ time: new Date(`${TODAY}T11:00:00Z`) });
    page.setDefaultTimeout(WAIT_MS);
    return page;
  };
  return {
    base: `http://127.0.0.1:${port}`,
    sequelize,
    browser,
    phone: ({ offline = false } = {}) => open({ width: 390, height: 844 }, offline ? 'allow' : 'block'),
    wide: () => open({ width: 1280, height: 800 }, 'block'),
    async stop() {
      await Promise.all(contexts.map((context) => context.close()));
      await browser.close();
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGTERM');
      await ended;
      await dropDatabase(sequelize);
    },
  };
}

/** Signs in by one tap, as the demo offers. */
export async function signIn(page: Page, town: Town, name: string): Promise<void> {
  await page.goto(`${town.base}/today`);
  await page.getByRole('button', { name: new RegExp(`^Sign in as ${name}`) }).click();
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
}

/** The town of a test file: started before its tests, stopped after them. */
export function useTown(): Town {
  // Named at the top of a file, filled in before its first test.
  const town = {} as Town;
  beforeAll(async () => void Object.assign(town, await startTown()));
  afterAll(() => town.stop?.());
  return town;
}

/** Asks again until something holds, as long as a page is waited for. @throws with what was asked last */
export async function until<T>(what: () => Promise<T>, holds: (value: T) => boolean): Promise<T> {
  const end = Date.now() + WAIT_MS;
  for (;;) {
    const value = await what();
    if (holds(value)) return value;
    if (Date.now() > end) throw new Error(`still ${JSON.stringify(value)}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Keys of the answers that the device has kept, each joined by a slash: "tree/…". */
export const keptOnDevice = (page: Page): Promise<string[]> =>
  page.evaluate(
    () =>
      new Promise<string[]>((resolve) => {
        const asked = indexedDB.open('dendrix');
        asked.onerror = () => resolve([]);
        asked.onsuccess = () => {
          const db = asked.result;
          if (!db.objectStoreNames.contains('cache')) return resolve([]);
          const got = db.transaction('cache').objectStore('cache').get('queries');
          got.onsuccess = () => {
            db.close();
            const kept = JSON.parse((got.result as string | undefined) ?? '{}') as { clientState?: { queries: { queryKey: string[] }[] } };
            resolve((kept.clientState?.queries ?? []).map(({ queryKey }) => queryKey.join('/')));
          };
        };
      }),
  );

/** Starts a visit to the first tree that is due, safety ticked. */
export async function firstVisit(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /^Start a visit to/ })
    .first()
    .click();
  await goIn(page);
}

/** Ticks the safety list and goes in. */
export async function goIn(page: Page): Promise<void> {
  await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
  for (const check of await page.getByRole('checkbox').all()) await check.click();
  await page.getByRole('button', { name: 'It is safe: go in' }).click();
}

/** Answers one question of one line of evidence by its drawing. */
export async function answer(page: Page, line: string, mark: string, state: RegExp): Promise<void> {
  await page.getByRole('tab', { name: new RegExp(`^${line}`) }).click();
  const chip = page.getByRole('button', { name: mark, exact: true });
  await page.getByRole('button', { name: 'Cannot see it' }).waitFor();
  if (await chip.count()) await chip.first().click();
  const drawn = page.getByRole('radio', { name: state });
  const more = page.getByRole('button', { name: 'More options' });
  if (!(await drawn.count()) && (await more.count())) await more.click();
  await drawn.first().click();
  await page.getByRole('radiogroup', { name: 'How sure' }).waitFor();
}
