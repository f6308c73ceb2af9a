import { Session } from '../models/accounts';
import { startService, type Service } from '../testing/service';

let service: Service;
/** The clock that sessions expire by; the test moves it. */
const clock = { now: Date.now() };
beforeAll(async () => {
  service = await startService({ clock: () => new Date(clock.now) });
});
afterAll(() => service.stop());
afterEach(() => {
  clock.now = Date.now();
});

const DAY = 24 * 3600 * 1000;

describe('sessions', () => {
  it('expire on the server, whatever the cookie says, and are swept out when they are used', async () => {
    const client = await service.as('crew');
    expect((await client.get('/session')).status).toBe(200);
    const open = await Session.count();
    clock.now += 15 * DAY;
    expect((await client.get('/session')).status).toBe(401);
    expect(await Session.count()).toBe(open - 1);
    clock.now = Date.now();
    expect((await client.get('/session')).status).toBe(401);
  });
  it('are renewed by use', async () => {
    const client = await service.as('crew');
    await Session.update({ expires: new Date(Date.now() + 3600_000) }, { where: {} });
    await client.get('/session');
    const [row] = await Session.findAll({ order: [['expires', 'DESC']] });
    expect((row?.expires?.getTime() ?? 0) - Date.now()).toBeGreaterThan(13 * DAY);
  });
  it('end on this device when signed out, and everywhere when asked; nobody else is touched', async () => {
    const [here, there, other] = await Promise.all([service.as('crew'), service.as('crew'), service.as('crew2')]);
    await here.delete('/session');
    expect([(await here.get('/session')).status, (await there.get('/session')).status]).toEqual([401, 200]);
    const again = await service.as('crew');
    expect((await again.delete('/session?everywhere=true')).status).toBe(204);
    expect([(await there.get('/session')).status, (await again.get('/session')).status, (await other.get('/session')).status]).toEqual([
      401, 401, 200,
    ]);
    expect((await other.delete('/session?everywhere=perhaps')).status).toBe(422);
  });
});
