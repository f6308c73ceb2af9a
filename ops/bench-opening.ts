// How fast the application opens on a phone, in headless Chromium at 390 × 844, against an empty page of the same server.
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium, type Browser, type BrowserContext } from 'playwright-core';

const RUNS = 10;
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
              await open(context, `${base}/today`, 1, 'role=heading[name="Today"]');
              await new Promise((resolve) => setTimeout(resolve, 4000));
            }
          }
          all.push(await open(context, `${base}/today`, slower, 'role=heading[name="Today"]'));
        }
        await context?.close();
        console.log(
          `${kept ? 'warm' : 'cold'}: first paint ${of(all, 'paint').toFixed(0)} ms, Today ${of(all, 'list').toFixed(0)} ms (${(of(all, 'list') / empty).toFixed(1)} times the empty page), longest task ${of(all, 'longest').toFixed(0)} ms, ${of(all, 'requests')} requests, ${(of(all, 'bytes') / 1000).toFixed(0)} kB`,
        );
      }
    }
  } finally {
    await browser.close();
  }
}
