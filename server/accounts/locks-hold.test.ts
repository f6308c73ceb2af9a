// Whoever guesses is locked out, by name and by address, for all servers together; whoever is right is not.
import { GOOD, joined, startService, PASSWORD, type Service } from '../testing/service';

let service: Service;
const clock = { now: Date.now() };
beforeAll(async () => {
  service = await startService({ clock: () => new Date(clock.now) });
});
afterAll(() => service.stop());
beforeEach(async () => {
  clock.now += 60 * 60_000;
});

const MINUTE = 60_000;

describe('signing in', () => {
  const address = (n: number) => service.anyone().call('POST', '/api/v1/session', { login: `nobody${n}`, password: 'wrong' });
  it('ten wrong passwords lock a name, whatever the right one is, and say for how long; it opens by itself', async () => {
    await joined(service, 'locked', 'crew');
    for (let n = 0; n < 10; n++) expect((await service.anyone().post('/session', { login: 'locked', password: 'wrong' })).status).toBe(401);
    const refused = await fetch(`${service.base}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login: 'LOCKED', password: GOOD }),
    });
    expect(refused.status).toBe(429);
    expect(refused.headers.get('content-type')).toMatch(/problem\+json/);
    expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(60);
    clock.now += 16 * MINUTE;
    expect((await service.anyone().post('/session', { login: 'locked', password: GOOD })).status).toBe(200);
  });
  it('a hundred tries at once do not slip past the lock', async () => {
    await joined(service, 'rushed', 'crew');
    const all = await Promise.all(
      Array.from({ length: 60 }, () => service.anyone().post('/session', { login: 'rushed', password: 'wrong' })),
    );
    expect(all.filter(({ status }) => status === 401).length).toBeLessThanOrEqual(14);
    clock.now += 16 * MINUTE;
  });
  it('wrong tries for many names lock the address; a crew that signs in all at once does not', async () => {
    const right = await Promise.all(
      Array.from({ length: 35 }, () => service.anyone().post('/session', { login: 'crew', password: PASSWORD })),
    );
    expect(right.every(({ status }) => status === 200)).toBe(true);
    for (let n = 0; n < 20; n++) await address(n);
    expect((await address(99)).status).toBe(429);
    clock.now += 16 * MINUTE;
    expect((await address(99)).status).toBe(401);
  });
  it('takes the name as it is written: no accents, zero-width letters or NUL stand for others', async () => {
    await joined(service, 'jorunn', 'crew');
    for (const login of ['jörunn', 'jorunn\u200b', 'jorunn\u0000'])
      expect((await service.anyone().post('/session', { login, password: GOOD })).status).not.toBe(200);
    expect((await service.anyone().post('/session', { login: 'Jorunn', password: GOOD })).status).toBe(200);
  });
});
