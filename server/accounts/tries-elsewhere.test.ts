// A stranger who guesses locks themselves out, and not whom they guess for.
import { GOOD, joined, startService, type Service } from '../testing/service';

let service: Service;
const clock = { now: Date.now() };
beforeAll(async () => {
  service = await startService({ clock: () => new Date(clock.now), proxies: 'loopback' });
});
afterAll(() => service.stop());

const MINUTE = 60_000;

describe('tries from elsewhere', () => {
  const from = async (address: string, login: string, password: string) => {
    const { status } = await fetch(`${service.base}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-for': address },
      body: JSON.stringify({ login, password }),
    });
    return status;
  };
  it('a stranger’s wrong tries lock the stranger, not the person', async () => {
    const { client } = await joined(service, 'meant', 'crew');
    for (let n = 0; n < 10; n++) expect(await from('192.0.2.7', 'meant', 'wrong')).toBe(401);
    expect(await from('192.0.2.7', 'meant', GOOD)).toBe(429);
    expect(await from('198.51.100.1', 'meant', GOOD)).toBe(200);
    expect((await client.put('/me/password', { old: GOOD, password: 'seven owls by the weir' })).status).toBe(204);
  });
  it('a hundred wrong ones from many addresses lock the name for whoever is not signed in', async () => {
    const { client } = await joined(service, 'sought', 'crew');
    for (let n = 0; n < 100; n++) expect(await from(`192.0.2.${n}`, 'sought', 'wrong')).toBe(401);
    expect(await from('198.51.100.1', 'sought', GOOD)).toBe(429);
    expect((await client.put('/me/password', { old: 'wrong', password: 'seven owls by the weir' })).status).toBe(422);
    clock.now += 16 * MINUTE;
    expect(await from('198.51.100.1', 'sought', GOOD)).toBe(200);
  });
});
