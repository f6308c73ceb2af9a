// Two phones with many visits made without a signal; while they send, the service and the database are killed, the connection is
// cut at random after the server had already taken what was sent, and the pages are loaded anew. Each visit is there once, under the name
// of the person who made it.
import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from 'playwright-core';
import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { openDatabase } from '../ops/database.mjs';
import { connect } from '../server/db/connect';
import { aVisit } from '../server/testing/service';
import { randomFrom } from '../core/maths/random';
import { SWEEP } from '../core/testing/sample';
import { freePort } from './free-port';
import { CHROMIUM, FLAGS, serve, TODAY, until } from './town';

const PHONES = ['Jory Penhallow', 'Adaeze Fenwick'] as const;
const EACH = SWEEP ? 100 : 30;
/** Trees that both of them visit. */
const BOTH = 10;
/** Answers that are lost on the way back, and tries that never arrive. */
const LOST = 0.15;

const dir = mkdtempSync(join(tmpdir(), 'dendrix-once-'));
let port: number;
let server: ChildProcess;
let browser: Browser;

const databaseUrl = async (): Promise<string> => (await openDatabase({ dir, own: true })).url;

const begin = async (): Promise<void> => void (server = await serve(await databaseUrl(), port, dir));

/** Both end as they stand, without a word. */
async function killBoth(): Promise<void> {
  const { pid } = JSON.parse(readFileSync(join(dir, 'mariadb.json'), 'utf8')) as { pid: number };
  server.kill('SIGKILL');
  process.kill(pid, 'SIGKILL');
  await until(
    async () => {
      try {
        process.kill(pid, 0);
        return true;
      } catch {
        return false;
      }
    },
    (runs) => !runs,
  );
}

beforeAll(async () => {
  port = await freePort();
  await begin();
  browser = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS });
});
afterAll(async () => {
  await browser?.close();
  if (server && server.exitCode === null) await killBoth();
  rmSync(dir, { recursive: true, force: true });
});

/** Visits as the phone keeps them, put where the application keeps its own. */
const queue = (page: Page, parcels: readonly object[]) =>
  page.evaluate(async (all) => {
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const open = indexedDB.open('dendrix');
      open.onsuccess = () => resolve(open.result);
      open.onerror = () => reject(open.error);
    });
    const tx = db.transaction('parcels', 'readwrite');
    for (const parcel of all) tx.objectStore('parcels').put(parcel);
    await new Promise((resolve) => (tx.oncomplete = resolve));
    db.close();
  }, parcels);
const left = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const open = indexedDB.open('dendrix');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const count = open.result.transaction('parcels').objectStore('parcels').count();
          count.onsuccess = () => {
            open.result.close();
            resolve(count.result);
          };
        };
      }),
  );
/** What the device does by itself when the signal comes back: it sends at once what would wait longer. */
const signalBack = (page: Page) => page.evaluate(() => void window.dispatchEvent(new Event('online')));

it('every visit of two phones is kept once and under the right name, whatever breaks while they send', async () => {
  const random = randomFrom(7);
  const base = `http://127.0.0.1:${port}`;
  const pages: Page[] = [];
  const made = new Map<string, { by: string; tree: string }>();
  const accounts: Record<string, string> = {};
  for (const [n, name] of PHONES.entries()) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    page.setDefaultTimeout(120_000);
    await page.goto(`${base}/today`);
    await page.getByRole('button', { name: new RegExp(`^Sign in as ${name}`) }).click();
    await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    accounts[name] = await page.evaluate(async () => ((await (await fetch('/api/v1/session')).json()) as { id: string }).id);
    const trees = await page.evaluate(async () =>
      ((await (await fetch('/api/v1/trees?limit=400')).json()) as { items: { id: string }[] }).items.map(({ id }) => id),
    );
    await context.setOffline(true);
    const own = trees.slice(n * (EACH - BOTH), n * (EACH - BOTH) + EACH);
    const parcels = own.map((treeId, i) => {
      const id = newId();
      made.set(id, { by: accounts[name] as string, tree: treeId });
      const minute = (m: number) =>
        `${TODAY}T${String(8 + Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}:00.000Z`;
      return {
        id,
        kind: 'visit',
        owner: accounts[name],
        queuedAt: minute(i * 2 + 1),
        words: `Visit ${i}`,
        state: 'waiting',
        problem: null,
        attempts: 0,
        nextTryAt: 0,
        after: [],
        draft: null,
        body: { ...aVisit(treeId), startedAt: minute(i * 2), finishedAt: minute(i * 2 + 1) },
      };
    });
    await queue(page, parcels);
    // Loaded anew without a signal: all of it is still there.
    await page.reload();
    await until(
      () => left(page),
      (n) => n === EACH,
    );
    // Some answers are lost after the server took what was sent, and some tries never arrive.
    await context.route('**/api/v1/visits/*', async (route) => {
      const lot = random();
      if (lot < LOST) await route.fetch().catch(() => undefined);
      if (lot < 2 * LOST) await route.abort('connectionreset').catch(() => undefined);
      else await route.continue().catch(() => undefined);
    });
    pages.push(page);
  }

  const total = PHONES.length * EACH;
  const waiting = async () => (await Promise.all(pages.map(left))).reduce((a, b) => a + b, 0);
  await Promise.all(pages.map((page) => page.context().setOffline(false)));
  const nudge = setInterval(() => void Promise.all(pages.map(signalBack)).catch(() => undefined), 700);
  try {
    // Three times everything ends in the middle of it, once with both pages loaded anew meanwhile.
    for (const [round, share] of [0.8, 0.5, 0.25].entries()) {
      await until(waiting, (n) => n <= share * total);
      await killBoth();
      if (round === 1) await Promise.all(pages.map((page) => page.reload()));
      await begin();
    }
    await until(waiting, (n) => n === 0);
  } finally {
    clearInterval(nudge);
  }

  const sequelize = connect(await databaseUrl());
  const rows = await sequelize.query<{ id: string; userId: string; treeId: string }>(
    'SELECT id, user_id AS userId, tree_id AS treeId FROM visits WHERE day = ?',
    { type: QueryTypes.SELECT, replacements: [TODAY] },
  );
  const entries = await sequelize.query<{ id: string; n: number }>(
    "SELECT entity_id AS id, COUNT(*) AS n FROM audit_entries WHERE action = 'submit' GROUP BY entity_id",
    { type: QueryTypes.SELECT },
  );
  await sequelize.close();
  const kept = rows.filter(({ id }) => made.has(id));
  expect(kept).toHaveLength(total);
  for (const { id, userId, treeId } of kept) expect({ by: userId, tree: treeId }).toEqual(made.get(id));
  // Each was written by one entry of the chain, and the whole record is as the chain has it.
  expect(entries.filter(({ id }) => made.has(id)).every(({ n }) => Number(n) === 1)).toBe(true);
  const both = new Map<string, Set<string>>();
  for (const { treeId, userId } of kept) both.set(treeId, (both.get(treeId) ?? new Set()).add(userId));
  expect([...both.values()].filter((people) => people.size === 2)).toHaveLength(BOTH);
  const coordinator = await browser.newPage();
  await coordinator.goto(base);
  const audit = await coordinator.evaluate(async () => {
    const send = (method: string, path: string, body?: object) =>
      fetch(`/api/v1${path}`, { method, headers: { 'content-type': 'application/json' }, ...(body ? { body: JSON.stringify(body) } : {}) });
    await send('POST', '/session', { login: 'ines', password: 'quillhaven' });
    return (await (await send('GET', '/audit')).json()) as { findings: unknown[] };
  });
  expect(audit.findings).toEqual([]);
}, 600_000);
