import { dropDatabase, freshDatabase } from '../testing/service';
import { SharedLimits } from './limits';
import type { Sequelize } from 'sequelize';

let sequelize: Sequelize;
beforeAll(async () => {
  sequelize = await freshDatabase();
});
afterAll(() => dropDatabase(sequelize));

const MINUTE = 60_000;

describe('limits that several servers share', () => {
  it('count what all of them were asked, once it was told', async () => {
    const clock = { now: 5 * MINUTE };
    const servers = [0, 1, 2].map(() => new SharedLimits(sequelize, MINUTE, 'api', () => clock.now));
    const [a, b, c] = servers as [SharedLimits, SharedLimits, SharedLimits];
    for (let i = 0; i < 10; i++) a.increment('x');
    for (let i = 0; i < 5; i++) b.increment('x');
    expect(a.increment('x').totalHits).toBe(11);
    await a.tell();
    await b.tell();
    expect(b.increment('x').totalHits).toBe(17);
    c.increment('x');
    await c.tell();
    expect(c.increment('x').totalHits).toBe(18);
    expect(c.increment('y').totalHits).toBe(1);
    // Another window begins at nought for all of them, at the same moment.
    clock.now = 6 * MINUTE;
    for (const server of servers) expect(server.increment('x')).toEqual({ totalHits: 1, resetTime: new Date(7 * MINUTE) });
    for (const server of servers) await server.tell();
    expect(c.increment('x').totalHits).toBe(4);
  });
  it('of one kind say nothing of another', async () => {
    const [api, other] = ['api', 'other'].map((kind) => new SharedLimits(sequelize, MINUTE, kind, () => 20 * MINUTE)) as [
      SharedLimits,
      SharedLimits,
    ];
    api.increment('z');
    await api.tell();
    other.increment('z');
    await other.tell();
    expect(other.increment('z').totalHits).toBe(2);
  });
  it('go on where the database is away', async () => {
    const away = { query: () => Promise.reject(new Error('away')) } as unknown as Sequelize;
    const alone = new SharedLimits(away, MINUTE, 'api', () => MINUTE);
    alone.increment('x');
    await alone.tell();
    expect(alone.increment('x').totalHits).toBe(2);
  });
});
