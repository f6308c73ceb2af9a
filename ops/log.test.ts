import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
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

describe('the log of the service', () => {
  it('is turned over by size: what is full is packed, and no line is lost', async () => {
    const logger = logInto(join(dir, 'service.log'), 'info', '2K');
    const LINES = 60;
    for (let n = 0; n < LINES; n++) {
      logger.info({ n, filler: 'x'.repeat(80) }, 'a line');
      await wait(3);
    }
    await wait(600);
    const files = readdirSync(dir).filter((name) => name !== 'service.log' && !name.includes('.tmp'));
    expect(files.length).toBeGreaterThan(2);
    const packed = files.filter((name) => name.endsWith('.gz'));
    expect(packed.length).toBeGreaterThan(2);
    const text = [
      ...packed.map((name) => gunzipSync(readFileSync(join(dir, name))).toString()),
      readFileSync(join(dir, 'service.log'), 'utf8'),
    ];
    const seen = text
      .join('')
      .split('\n')
      .filter(Boolean)
      .map((line) => (JSON.parse(line) as { n: number }).n);
    expect([...new Set(seen)].sort((a, b) => a - b)).toEqual(Array.from({ length: LINES }, (_, n) => n));
  });
  it('writes what its level says and nothing below', async () => {
    const logger = logInto(join(dir, 'service.log'), 'warn');
    logger.info('quiet');
    logger.warn('loud');
    await wait(300);
    expect(readFileSync(join(dir, 'service.log'), 'utf8')).toMatch(/^(?!.*quiet).*loud/s);
  });
});
