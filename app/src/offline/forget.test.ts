import 'fake-indexeddb/auto';
import { close, database } from './database';
import {
  allowDays,
  dropIfUnattended,
  forgetAll,
  isForgetting,
  isUnattended,
  letGoOfRecord,
  noteContact,
  wasLetGo,
  watchUnattended,
} from './forget';

const DAY = 24 * 3600 * 1000;
const NOW = Date.parse('2026-06-15T10:00:00Z');

async function fill() {
  const db = await database();
  await db.put('cache', '{}', 'queries');
  await db.put('cache', '{}', 'plan/x');
  await db.put('trees', { id: 't', areas: ['a'], brief: {} } as never);
  await db.put('parcels', { id: 'p', owner: 'o' } as never);
  await db.put('drafts', { owner: 'o', rev: 0, draft: { treeId: 't' } } as never);
}
const counts = async () => {
  const db = await database();
  return Promise.all((['cache', 'trees', 'parcels', 'drafts'] as const).map((store) => db.count(store)));
};

beforeEach(async () => {
  localStorage.clear();
  await fill();
});
afterAll(() => close());

describe('what a device keeps readable', () => {
  it('goes when somebody signs out; what waits and what is being entered stays', async () => {
    await letGoOfRecord();
    expect(await counts()).toEqual([0, 0, 1, 1]);
  });
  it('goes when there was no contact for longer than the town allows, and not a day before', async () => {
    allowDays(3);
    noteContact(NOW);
    localStorage.setItem('dendrix-account', '{}');
    expect(await dropIfUnattended(NOW + 2.9 * DAY)).toBe(false);
    expect((await counts())[1]).toBe(1);
    expect(wasLetGo()).toBe(false);
    expect(await dropIfUnattended(NOW + 3.1 * DAY)).toBe(true);
    expect(await counts()).toEqual([0, 0, 1, 1]);
    expect(wasLetGo()).toBe(true);
    expect(localStorage.getItem('dendrix-account')).toBeNull();
    noteContact(NOW + 4 * DAY);
    expect([isUnattended(NOW + 5 * DAY), wasLetGo()]).toEqual([false, false]);
  });
  it('goes too while the application stays open, and as soon as somebody takes the device up again', async () => {
    allowDays(1);
    noteContact(Date.now() - 0.9 * DAY);
    const gone = jest.fn();
    const stop = watchUnattended(gone);
    const takeUp = async () => {
      document.dispatchEvent(new Event('visibilitychange'));
      for (let i = 0; i < 20; i++) await new Promise((resolve) => setTimeout(resolve, 5));
    };
    await takeUp();
    expect([gone.mock.calls.length, (await counts())[1]]).toEqual([0, 1]);
    localStorage.setItem('dendrix-contact', String(Date.now() - 1.1 * DAY));
    await takeUp();
    expect(gone.mock.calls.length).toBe(1);
    expect(await counts()).toEqual([0, 0, 1, 1]);
    stop();
    await takeUp();
    expect(gone.mock.calls.length).toBe(1);
  });
  it('a device that never had contact is not unattended', () => {
    expect(isUnattended(NOW)).toBe(false);
  });
  it('on a lost device goes for good: what was on its way into it does not come back', async () => {
    const db = await database();
    global.fetch = jest.fn(async () => new Response(null, { status: 204 })) as typeof fetch;
    // A page that goes away is all that ends it; here it only tries to.
    const error = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const late = (async () => {
      for (let i = 0; i < 20; i++) {
        await Promise.race([
          database().then((now) => now.put('cache', 'late', 'queries')),
          new Promise((done) => setTimeout(done, 5)),
        ]).catch(() => undefined);
      }
    })();
    await forgetAll();
    await late;
    expect(isForgetting()).toBe(true);
    expect(localStorage.length).toBe(0);
    expect(() => db.transaction('cache')).toThrow();
    expect((await indexedDB.databases()).map(({ name }) => name)).not.toContain('dendrix');
    error.mockRestore();
  });
});
