import { join } from 'node:path';
import { build } from 'esbuild';
import { chromium } from 'playwright-core';
import type { IdentifyRequest } from '@dendrix/core/naming';
import { loadLibrary } from '@dendrix/library';

/** What runs in the page: the naming as the app has it, timed after a warm-up; medians in ms. */
const IN_PAGE = `
  import { lookNext, modelOf, rank } from '@dendrix/core/naming';
  export function run(library, request) {
    const model = modelOf(library);
    const median = (work) => {
      for (let i = 0; i < 10; i++) work();
      const times = Array.from({ length: 40 }, () => { const start = performance.now(); work(); return performance.now() - start; });
      return times.sort((a, b) => a - b)[20];
    };
    const empty = rank(model, { ...request, observations: [] });
    const some = rank(model, request);
    let x = 0;
    return {
      baseline: median(() => { for (let i = 1; i < 2e6; i++) x += Math.sqrt(i) / i; }),
      rank: median(() => rank(model, request)),
      lookAll: median(() => lookNext(model, empty)),
      lookFew: median(() => lookNext(model, some)),
    };
  }
`;

/** Times ranking and look next in headless Chromium. */
export async function inBrowser(request: IdentifyRequest): Promise<void> {
  const bundle = await build({
    stdin: { contents: IN_PAGE, resolveDir: join(import.meta.dirname, '..'), loader: 'ts' },
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'dendrix',
  });
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
    const library: unknown = loadLibrary();
    const ms = (await page.evaluate(
      ([l, r]) => (globalThis as unknown as { dendrix: { run: (l: unknown, r: unknown) => Record<string, number> } }).dendrix.run(l, r),
      [library, request] as const,
    )) as Record<'baseline' | 'rank' | 'lookAll' | 'lookFew', number>;
    const say = (words: string, time: number) =>
      console.log(`in Chromium, ${words}: ${time.toFixed(2)} ms, ${(time / ms.baseline).toFixed(2)} of the baseline there`);
    say('rank after an answer', ms.rank);
    say('look next, all names standing', ms.lookAll);
    say('look next, few names standing', ms.lookFew);
  } finally {
    await browser.close();
  }
}
