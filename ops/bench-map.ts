// How the map holds a city in headless Chromium: frames a second while it is moved, memory of the page, and what it asks for.
//
//   npm run bench -- map http://127.0.0.1:8321
//
// The service serves a city that `npm run grow` made. Frames depend on the machine's graphics; here they are drawn by the processor.
import { chromium, type Page } from 'playwright-core';
import { DEMO_PASSWORD } from '../demo/people';

const FLAGS = [
  '--no-sandbox',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist',
  '--js-flags=--expose-gc',
];
/** Each way is moved so many times, and so long each, ms. */
const MOVES = 6;
const MOVE_MS = 900;

/** Frames a second while a hand drags the map to and fro. */
async function frames(page: Page): Promise<number> {
  // As text: what turns this file into JavaScript would add names that the page does not know.
  await page.evaluate(
    'window.drawn = 0; window.counting = true; requestAnimationFrame(function tick() { if (counting) { drawn++; requestAnimationFrame(tick); } })',
  );
  const from = performance.now();
  const { width, height } = page.viewportSize() ?? { width: 1280, height: 800 };
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(width / 2, height / 2);
    await page.mouse.down();
    await page.mouse.move(width / 2 + (i % 2 ? 220 : -260), height / 2 + (i % 3 ? 80 : -90), { steps: 24 });
    await page.mouse.up();
    await page.waitForTimeout(MOVE_MS / 3);
  }
  const seconds = (performance.now() - from) / 1000;
  const drawn = await page.evaluate<number>('window.counting = false, window.drawn');
  return drawn / seconds;
}

/** @param base address of a running service */
export async function map(base: string): Promise<void> {
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: FLAGS });
  try {
    for (const [viewport, trees] of [
      [{ width: 1280, height: 800 }, false],
      [{ width: 1280, height: 800 }, true],
      [{ width: 390, height: 844 }, false],
      [{ width: 390, height: 844 }, true],
    ] as const) {
      const context = await browser.newContext({ viewport, serviceWorkers: 'block' });
      await context.request.post(`${base}/api/v1/session`, { data: { login: 'luk', password: DEMO_PASSWORD }, headers: { origin: base } });
      const page = await context.newPage();
      // The baseline: the same map of streets, without a tree.
      if (!trees) await page.route('**/tiles/**', (route) => route.abort());
      const session = await context.newCDPSession(page);
      await session.send('Performance.enable');
      const times: number[] = [];
      let bytes = 0;
      page.on('requestfinished', (request) => {
        if (!request.url().includes('/tiles/')) return;
        times.push(request.timing().responseEnd);
        void request.sizes().then(({ responseBodySize }) => (bytes += responseBodySize));
      });
      const from = performance.now();
      await page.goto(`${base}/map`);
      await page.getByTestId('map-ready').waitFor();
      const opened = performance.now() - from;
      console.log(
        `\n${viewport.width} × ${viewport.height}, ${trees ? 'the city' : 'no tree'}: the map stands after ${opened.toFixed(0)} ms`,
      );
      for (const [words, button, clicks] of [
        ['as it opens', 'in', 0],
        ['each tree by itself', 'in', 2],
        ['far out', 'out', 5],
      ] as const) {
        for (let i = 0; i < clicks; i++) {
          await page.locator(`.maplibregl-ctrl-zoom-${button}`).click();
          await page.waitForTimeout(450);
        }
        await page.waitForTimeout(800);
        times.length = bytes = 0;
        const fps = await frames(page);
        await page.waitForTimeout(600);
        await page.evaluate(() => (window as unknown as { gc?: () => void }).gc?.());
        const { metrics } = await session.send('Performance.getMetrics');
        const heap = (metrics.find(({ name }) => name === 'JSHeapUsedSize')?.value ?? 0) / 1e6;
        const sorted = [...times].sort((a, b) => a - b);
        const p95 = sorted[Math.floor(sorted.length * 0.95)] ?? 0;
        console.log(
          `${words}: ${fps.toFixed(0)} frames a second while moved, ${sorted.length} tiles (${(bytes / 1000).toFixed(0)} kB, p95 ${p95.toFixed(0)} ms), heap ${heap.toFixed(0)} MB`,
        );
      }
      await context.close();
    }
  } finally {
    await browser.close();
  }
}
