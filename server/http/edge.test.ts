// What must hold where requests come in.
import { startService, type Client, type Service } from '../testing/service';

let service: Service;
let crew: Client;
beforeAll(async () => {
  service = await startService();
  crew = await service.as('crew');
});
afterAll(() => service.stop());

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
  it('are counted by device where somebody is signed in, so that an office behind one address is not refused', async () => {
    const small = await startService({ limit: 8 });
    try {
      const [a, b] = await Promise.all([small.as('crew'), small.as('crew2')]);
      const ask = async (client: typeof a, times: number) =>
        (await Promise.all(Array.from({ length: times }, () => client.get('/notices')))).map(({ status }) => status);
      expect(await ask(a, 10)).toEqual([...Array<number>(8).fill(200), 429, 429]);
      expect(await ask(b, 8)).toEqual(Array<number>(8).fill(200));
      // A cookie that we did not sign is a stranger's: it buys nothing.
      const forged = await Promise.all(
        Array.from({ length: 12 }, (_, n) => fetch(`${small.base}/api/v1/about`, { headers: { cookie: `dendrix=s%3A${n}.${n}` } })),
      );
      expect(forged.filter(({ status }) => status === 200)).toHaveLength(6);
    } finally {
      await small.stop();
    }
  });
});
