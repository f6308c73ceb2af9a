// What must hold where requests come in.
import { gzipSync } from 'node:zlib';
import { v7 as newId } from 'uuid';
import { startService, type Client, type Service } from '../testing/service';
import { checkShape, SMALL } from './body';

let service: Service;
let crew: Client;
beforeAll(async () => {
  service = await startService();
  crew = await service.as('crew');
});
afterAll(() => service.stop());

const send = (path: string, body: Buffer | string, headers: Record<string, string> = {}, method = 'POST') =>
  fetch(`${service.base}/api/v1${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : new Uint8Array(body),
  });

describe('a body', () => {
  it('is not read before it is known who sends it: 15 MB of brackets from nobody cost nothing', async () => {
    const bracket = '['.repeat(15_000_000);
    const before = Date.now();
    expect((await send(`/visits/${newId()}`, bracket, {}, 'PUT')).status).toBe(401);
    expect(Date.now() - before).toBeLessThan(3000);
  });
  it.each([
    ['brackets', Buffer.from('['.repeat(14_000_000))],
    ['small objects', Buffer.from(`[${'{},'.repeat(5_000_000)}{}]`)],
    ['a packed bomb', gzipSync(Buffer.alloc(200_000_000, 0x20))],
  ])('%s to the door are refused, and others are answered meanwhile', async (_what, body) => {
    const packed = body[0] === 0x1f;
    const asked = send('/session', body, packed ? { 'content-encoding': 'gzip' } : {});
    const before = Date.now();
    expect((await crew.get('/session')).status).toBe(200);
    expect(Date.now() - before).toBeLessThan(3000);
    const answer = await asked;
    expect(answer.status).toBe(413);
    expect(answer.headers.get('content-type')).toMatch(/problem\+json/);
  });
  it('is as long as its route allows, and no longer', async () => {
    const long = JSON.stringify({ login: 'crew', password: 'x'.repeat(SMALL) });
    expect((await send('/session', long)).status).toBe(413);
    expect((await send('/session', '{"login":"crew","password":')).status).toBe(400);
  });
  it('nests forty deep at most, and is not made of nothing but commas', () => {
    const deep = (n: number) => Buffer.from(`${'['.repeat(n)}${']'.repeat(n)}`);
    expect(() => checkShape(deep(40))).not.toThrow();
    expect(() => checkShape(deep(41))).toThrow(/nests/);
    expect(() => checkShape(Buffer.from(`"${'['.repeat(500)}"`))).not.toThrow();
    expect(() => checkShape(Buffer.from(`["\\"${'['.repeat(500)}"]`))).not.toThrow();
    expect(() => checkShape(Buffer.from(`[${'0,'.repeat(100_000)}0]`))).toThrow(/more things/);
    expect(() =>
      checkShape(Buffer.from(JSON.stringify(Array.from({ length: 5000 }, (_, i) => ({ tag: `Q ${i}`, at: [45.6123, 7.1234] }))))),
    ).not.toThrow();
  });
});

describe('an answer', () => {
  it('is not stored, says what a page may do, and lets in no style or script of its own', async () => {
    const answer = await fetch(`${service.base}/api/v1/about`);
    expect(answer.headers.get('cache-control')).toBe('no-store');
    expect(answer.headers.get('permissions-policy')).toMatch(/microphone=\(\)/);
    const policy = answer.headers.get('content-security-policy') ?? '';
    expect(policy).not.toMatch(/unsafe-inline|unsafe-eval/);
    expect(policy).toMatch(/style-src 'self' 'sha256-/);
  });
  it('to who signs out clears what the browser keeps of pictures', async () => {
    const client = await service.as('crew2');
    const { headers } = await fetch(`${service.base}/api/v1/session`, { method: 'DELETE', headers: { cookie: client.signedIn } });
    expect(headers.get('clear-site-data')).toBe('"cache"');
  });
  it('of the door does not exist in a town that invites by names nobody knows', async () => {
    expect((await service.anyone().get('/demo-accounts')).status).toBe(404);
    expect((await service.anyone().get('/about')).body).toMatchObject({ kind: 'town' });
  });
});

describe('how it fares', () => {
  it('is told to this machine alone, by routes, and without what was asked in them', async () => {
    await crew.get('/find?words=somebodysname');
    const text = await (await fetch(`${service.base}/metrics`)).text();
    expect(text).toMatch(/dendrix_request_seconds_count\{method="GET",route="\/find",status="200"\} [1-9]/);
    expect(text).toMatch(/dendrix_process_resident_memory_bytes/);
    expect(text).not.toContain('somebodysname');
    expect((await fetch(`${service.base}/metrics`, { headers: { 'x-forwarded-for': '203.0.113.5' } })).status).toBe(404);
  });
});

describe('who asks', () => {
  it('is the connection, whatever a header says, unless a proxy is named', async () => {
    const tries = async (base: string, n: number) => {
      const answer = await fetch(`${base}/api/v1/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': `203.0.113.${n}` },
        body: JSON.stringify({ login: `nobody${n}`, password: 'wrong' }),
      });
      return answer.status;
    };
    const all: number[] = [];
    for (let n = 0; n < 22; n++) all.push(await tries(service.base, n));
    expect(all.slice(0, 20).every((status) => status === 401)).toBe(true);
    expect(all.slice(20)).toEqual([429, 429]);
  });
  it('too often in a minute is told so as a problem, with when to come again', async () => {
    const small = await startService({ limit: 5 });
    try {
      const all = await Promise.all(Array.from({ length: 9 }, () => fetch(`${small.base}/api/v1/about`)));
      const refused = all.filter(({ status }) => status === 429);
      expect(refused).toHaveLength(4);
      expect(refused[0]?.headers.get('content-type')).toMatch(/problem\+json/);
      expect(Number(refused[0]?.headers.get('retry-after'))).toBeGreaterThan(0);
    } finally {
      await small.stop();
    }
  });
});
