// The door by Lighthouse's mobile emulation. Lighthouse is fetched when it is asked for: two hundred packages that nothing else needs.
import { spawnSync } from 'node:child_process';

const VERSION = '12.8.2';
const MEASURES = [
  'first-contentful-paint',
  'largest-contentful-paint',
  'total-blocking-time',
  'cumulative-layout-shift',
  'speed-index',
] as const;

interface Report {
  categories: Record<string, { score: number | null }>;
  audits: Record<string, { displayValue?: string }>;
}

/** Prints what Lighthouse says of the page a stranger sees. @param base address of a running service */
export function lighthouse(base: string): void {
  const flags = '--headless=new --no-sandbox --disable-gpu --disable-background-networking --no-first-run';
  const { stdout, stderr, status } = spawnSync(
    'npx',
    ['--yes', `lighthouse@${VERSION}`, base, '--output=json', '--quiet', `--chrome-flags=${flags}`],
    { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, env: { ...process.env, CHROME_PATH: process.env.CHROMIUM ?? '/usr/bin/chromium' } },
  );
  if (status !== 0) return console.log(`\nLighthouse could not be run: ${stderr.trim().split('\n').at(-1) ?? ''}`);
  const { categories, audits } = JSON.parse(stdout) as Report;
  const scores = Object.entries(categories).map(([name, { score }]) => `${name} ${score ?? 'none'}`);
  console.log(`\nLighthouse ${VERSION}, a phone, the door: ${scores.join(', ')}`);
  console.log(MEASURES.map((name) => `${name.replaceAll('-', ' ')} ${audits[name]?.displayValue ?? 'none'}`).join(', '));
}
