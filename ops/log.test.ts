import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { logInto } from './log';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'dendrix-log-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** The numbers of all lines that stand in the files of a folder, each once. */
function linesIn(folder: string): number[] {
  const text = readdirSync(folder)
    .filter((name) => name === 'service.log' || name.endsWith('.gz'))
    .map((name) => {
      try {
        const bytes = readFileSync(join(folder, name));
        return (name.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString();
      } catch {
        // It is being packed.
        return '';
      }
    });
  const seen = text
    .join('')
    .split('\n')
    .filter(Boolean)
    .map((line) => (JSON.parse(line) as { n: number }).n);
  return [...new Set(seen)].sort((a, b) => a - b);
}

describe('the log of the service', () => {
  it('is turned over by size: what is full is packed, and no line is lost', async () => {
    const logger = logInto(join(dir, 'service.log'), 'info', '2K');
    const LINES = 60;
    for (let n = 0; n < LINES; n++) {
      logger.info({ n, filler: 'x'.repeat(80) }, 'a line');
      await wait(3);
    }
    // Packing goes on beside the writing.
    for (let i = 0; i < 100 && linesIn(dir).length < LINES; i++) await wait(100);
    const files = readdirSync(dir).filter((name) => name !== 'service.log' && !name.includes('.tmp'));
    expect(files.length).toBeGreaterThan(2);
    const packed = files.filter((name) => name.endsWith('.gz'));
    expect(packed.length).toBeGreaterThan(2);
    expect(linesIn(dir)).toEqual(Array.from({ length: LINES }, (_, n) => n));
  });
  it('writes what its level says and nothing below', async () => {
    const logger = logInto(join(dir, 'service.log'), 'warn');
    logger.info('quiet');
    logger.warn('loud');
    const written = () => (existsSync(join(dir, 'service.log')) ? readFileSync(join(dir, 'service.log'), 'utf8') : '');
    for (let i = 0; i < 100 && written() === ''; i++) await wait(50);
    expect(written()).toMatch(/^(?!.*quiet).*loud/s);
  });
});
