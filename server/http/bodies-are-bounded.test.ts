// What is sent is read no further than its route allows, and not before it is known who sends it.
import { request } from 'node:http';
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
  it('is not read before it is known who sends it: of 15 MB of brackets only the first are sent, and the refusal comes', async () => {
    const status = await new Promise((resolve, reject) => {
      const asked = request(`${service.base}/api/v1/visits/${newId()}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'content-length': 15_000_000 },
      });
      asked.on('error', reject).on('response', (answer) => {
        resolve(answer.statusCode);
        asked.destroy();
      });
      asked.write('['.repeat(1000));
    });
    expect(status).toBe(401);
  });
  it.each([
    ['brackets', Buffer.from('['.repeat(14_000_000))],
    ['small objects', Buffer.from(`[${'{},'.repeat(5_000_000)}{}]`)],
    ['a packed bomb', gzipSync(Buffer.alloc(200_000_000, 0x20))],
  ])('%s to the door are refused, and others are answered meanwhile', async (_what, body) => {
    const packed = body[0] === 0x1f;
    const asked = send('/session', body, packed ? { 'content-encoding': 'gzip' } : {});
    expect((await crew.get('/session')).status).toBe(200);
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
    expect(() => checkShape(deep(41))).toThrow(/nested/);
    expect(() => checkShape(Buffer.from(`"${'['.repeat(500)}"`))).not.toThrow();
    expect(() => checkShape(Buffer.from(`["\\"${'['.repeat(500)}"]`))).not.toThrow();
    expect(() => checkShape(Buffer.from(`[${'0,'.repeat(100_000)}0]`))).toThrow(/more items/);
    expect(() =>
      checkShape(Buffer.from(JSON.stringify(Array.from({ length: 5000 }, (_, i) => ({ tag: `Q ${i}`, at: [45.6123, 7.1234] }))))),
    ).not.toThrow();
  });
});
