// How fast the application opens on a phone, in headless Chromium at 390 × 844, against an empty page of the same server.
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium, type Browser, type BrowserContext } from 'playwright-core';

const RUNS = 10;
const WALKS = 5;
/** Today stands once its first stop does. */
const FIRST_STOP = 'role=link[name=/^Tree /]';
const median = (xs: readonly number[]) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] ?? NaN;

interface Opening {
  /** ms from the start of navigation */
  paint: number;
  list: number;
  /** ms, the longest task that held the page. */
  longest: number;
  requests: number;
  /** bytes as they came over the wire */
  bytes: number;
}

/** Opens a page once. @param slower how many times slower the processor is made */
async function open(context: BrowserContext, url: string, slower: number, ready: string): Promise<Opening> {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: slower });
  await session.send('Network.enable');
  let bytes = 0;
  let requests = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  session.on('Network.requestWillBeSent', () => requests++);
  await page.addInitScript(() => {
    const seen = window as unknown as { longest: number };
    seen.longest = 0;
    new PerformanceObserver((list) => {
      for (const task of list.getEntries()) seen.longest = Math.max(seen.longest, task.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  const from = performance.now();
  await page.goto(url, { waitUntil: 'commit' });
  await page.locator(ready).first().waitFor();
  const list = performance.now() - from;
  await page.waitForTimeout(300);
  const { paint, longest } = await page.evaluate(() => ({
    paint: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? NaN,
    longest: (window as unknown as { longest: number }).longest,
  }));
  await page.close();
  return { paint, list, longest, requests, bytes };
}

/** What is tapped on a phone, one after the other, and what stands once the screen does. */
const WALK: readonly [what: string, tapped: string, stands: string][] = [
  ['Map', 'role=link[name=/^Map$/]', 'canvas'],
  ['Review', 'role=link[name=/^Review$/]', 'role=heading[name="Review"]'],
  ['More', 'role=link[name=/^More/]', 'role=heading[name="More"]'],
  ['Today', 'role=link[name=/^Today$/]', FIRST_STOP],
  ['a tree', FIRST_STOP, 'role=heading >> nth=0'],
];

/**
 * Goes through the screens once, the application kept on the device and given time to bring what comes after the first screen.
 * @returns ms from each tap to its screen, and of the slowest tap to the next painting
 */
async function walk(context: BrowserContext, base: string, slower: number): Promise<{ screens: number[]; tap: number }> {
  const page = await context.newPage();
  await page.addInitScript(() => {
    const seen = window as unknown as { slowestTap: number };
    seen.slowestTap = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) seen.slowestTap = Math.max(seen.slowestTap, duration);
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
  });
  await page.goto(`${base}/today`);
  await page.locator(FIRST_STOP).first().waitFor();
  await page.waitForTimeout(4000);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: slower });
  for (const span of ['Two weeks', 'Three months', 'Due now']) {
    await page.getByText(span, { exact: true }).click();
    await page.waitForTimeout(700);
  }
  const tap = await page.evaluate(() => (window as unknown as { slowestTap: number }).slowestTap);
  const screens: number[] = [];
  for (const [, tapped, stands] of WALK) {
    const before = page.url();
    const from = performance.now();
    await page.locator(tapped).first().click();
    await page.waitForURL((url) => url.href !== before);
    await page.locator(stands).first().waitFor();
    screens.push(performance.now() - from);
    await page.waitForTimeout(700);
  }
  await page.close();
  return { screens, tap };
}

const of = (all: readonly Opening[], key: keyof Opening) => median(all.map((one) => one[key]));

/** A page with one word on it. */
async function emptyPage(browser: Browser, slower: number): Promise<number> {
  const server = createServer((_request, response) => void response.setHeader('content-type', 'text/html').end('<p id="word">Dendrix</p>'));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const all: Opening[] = [];
  for (let i = 0; i < RUNS; i++) all.push(await open(context, `http://127.0.0.1:${port}/`, slower, '#word'));
  await context.close();
  server.close();
  return of(all, 'list');
}

/**
 * Prints what opening Today costs: the first time on a device, and again with the service worker, at full and at a quarter of the speed.
 * @param base address of a running demonstration
 */
export async function opening(base: string): Promise<void> {
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    for (const slower of [1, 4]) {
      const empty = await emptyPage(browser, slower);
      console.log(`\nprocessor ${slower} times slower; an empty page ${empty.toFixed(0)} ms; medians of ${RUNS}`);
      for (const kept of [false, true]) {
        const all: Opening[] = [];
        let context: BrowserContext | undefined;
        for (let i = 0; i < RUNS; i++) {
          // Cold: a device that was never here. Warm: the same device, the application kept on it.
          if (!context || !kept) {
            await context?.close();
            context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: kept ? 'allow' : 'block' });
            await context.request.post(`${base}/api/v1/session`, {
              data: { login: 'luk', password: 'quillhaven' },
              headers: { origin: base },
            });
            if (kept) {
              await open(context, `${base}/today`, 1, FIRST_STOP);
              await new Promise((resolve) => setTimeout(resolve, 4000));
            }
          }
          all.push(await open(context, `${base}/today`, slower, FIRST_STOP));
        }
        const walks: Awaited<ReturnType<typeof walk>>[] = [];
        if (kept && context) for (let i = 0; i < WALKS; i++) walks.push(await walk(context, base, slower));
        await context?.close();
        console.log(
          `${kept ? 'warm' : 'cold'}: first paint ${of(all, 'paint').toFixed(0)} ms, Today ${of(all, 'list').toFixed(0)} ms (${(of(all, 'list') / empty).toFixed(1)} times the empty page), longest task ${of(all, 'longest').toFixed(0)} ms, ${of(all, 'requests')} requests, ${(of(all, 'bytes') / 1000).toFixed(0)} kB`,
        );
        if (walks.length > 0)
          console.log(
            `a tap to the next painting, the slowest of three ${median(walks.map(({ tap }) => tap)).toFixed(0)} ms; from a tap to its screen: ${WALK.map(
              ([what], i) => `${what} ${median(walks.map(({ screens }) => screens[i] ?? NaN)).toFixed(0)} ms`,
            ).join(', ')}`,
          );
      }
    }
  } finally {
    await browser.close();
  }
}
