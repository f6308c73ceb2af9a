// Who may is asked again when the whole body is in: a right that was taken away while a slow body came acts no more. And what a page of
// another origin sends is refused, whatever the browser's cookie says.
import { request } from 'node:http';
import { aTree, joined, startService, type Service } from '../testing/service';
import type { Request } from 'express';
import { Session } from '../models/accounts';
import { readAnew } from '../accounts/sessions';
import { allRoutes } from '../routes';
import type { Route } from './route';

let service: Service;
beforeAll(async () => {
  service = await startService({ beatMs: 300 });
});
afterAll(() => service.stop());

const ID = '01976a00-0000-7000-8000-000000000001';

/** Routes that change something by a JSON body and need somebody. */
const changing = (): Route[] =>
  allRoutes(service.world, '', {
    clock: () => new Date(),
    secret: 'test secret',
    isDemonstration: false,
    town: async () => 'Quillhaven',
    provider: null,
  }).filter((route) => route.body && !route.bodyTypes && route.role !== 'anyone');
const pathOf = (route: Route) => `/api/v1${route.path.replace(/\{\w+\}/g, ID)}`;

/** A request whose body is begun and not ended. */
interface Begun {
  route: Route;
  end: () => Promise<number>;
}

/** Sends the head of a request and the first bytes of its body, and waits until the service has begun to read. */
async function begin(cookie: string, route: Route): Promise<Begun> {
  const body = '{"nobody":"asks for this"}';
  const sent = request(service.base + pathOf(route), {
    method: route.method.toUpperCase(),
    headers: { cookie, 'content-type': 'application/json', 'content-length': body.length },
    agent: false,
  });
  const status = new Promise<number>((resolve, reject) => {
    sent.on('response', (response) => {
      response.resume();
      response.on('end', () => resolve(response.statusCode ?? 0));
    });
    sent.on('error', reject);
  });
  sent.write(body.slice(0, 5));
  return {
    route,
    end: () => {
      sent.end(body.slice(5));
      return status;
    },
  };
}

/** Time for the service to let a request in and wait for its body, ms. */
const LET_IN = 600;

describe('what happens to somebody while their body comes', () => {
  const ends: [string, (admin: Awaited<ReturnType<Service['as']>>, id: string) => Promise<unknown>][] = [
    ['their role is taken away', (admin, id) => admin.put(`/accounts/${id}`, { role: 'viewer' })],
    ['they are disabled', (admin, id) => admin.put(`/accounts/${id}`, { state: 'disabled' })],
    ['their devices are signed out', (admin, id) => admin.call('DELETE', `/api/v1/accounts/${id}/devices`)],
    ['their session ends', (_admin, id) => service.sequelize.query('DELETE FROM sessions WHERE user_id = ?', { replacements: [id] })],
  ];
  it.each(ends)('%s: no route acts on it', async (words, end) => {
    const admin = await service.as('administrator');
    const { id, client } = await joined(service, `slow.${ends.findIndex(([one]) => one === words)}`, 'administrator');
    const begun = await Promise.all(changing().map((route) => begin(client.signedIn, route)));
    expect(begun.length).toBeGreaterThan(15);
    await new Promise((resolve) => setTimeout(resolve, LET_IN));
    const answer = (await end(admin, id)) as { status?: number };
    expect(answer.status ?? 204).toBeLessThan(300);
    const acted: string[] = [];
    for (const one of begun) {
      const status = await one.end();
      const may = words === 'their role is taken away' && one.route.role === 'viewer';
      if (!may && status !== 401 && status !== 403) acted.push(`${one.route.method} ${one.route.path}: ${status}`);
    }
    expect(acted).toEqual([]);
  });
  it('an administrator who was made a viewer does not make themselves one again', async () => {
    const admin = await service.as('administrator');
    const { id, client } = await joined(service, 'again', 'administrator');
    const body = '{"role":"administrator"}';
    const sent = request(`${service.base}/api/v1/accounts/${id}`, {
      method: 'PUT',
      headers: { cookie: client.signedIn, 'content-type': 'application/json', 'content-length': body.length },
      agent: false,
    });
    const status = new Promise<number>((resolve) => sent.on('response', (r) => resolve(r.resume().statusCode ?? 0)));
    sent.write(body.slice(0, 5));
    await new Promise((resolve) => setTimeout(resolve, LET_IN));
    expect((await admin.put(`/accounts/${id}`, { role: 'viewer' })).status).toBeLessThan(300);
    sent.end(body.slice(5));
    expect(await status).toBe(403);
    expect((await client.get('/session')).body.role ?? (await client.get('/session')).body.user?.role).toBe('viewer');
  });
});

describe('a store of sessions that is away', () => {
  const asks = (error?: Error) => readAnew({ session: { reload: (done: (e?: Error) => void) => done(error) } } as unknown as Request);
  it('signs nobody out: only a session that is not there has ended', async () => {
    expect(await asks()).toBe(true);
    expect(await asks(new Error('failed to load session'))).toBe(false);
    await expect(asks(new Error('the database is away'))).rejects.toThrow('away');
  });
  it('is told as what it is while a body comes, not as a sign-out', async () => {
    const { client } = await joined(service, 'outage', 'administrator');
    const begun = await Promise.all(
      changing()
        .slice(0, 3)
        .map((route) => begin(client.signedIn, route)),
    );
    await new Promise((resolve) => setTimeout(resolve, LET_IN));
    const away = jest.spyOn(Session, 'findByPk').mockRejectedValue(new Error('the database is away'));
    try {
      for (const one of begun) expect(await one.end()).toBe(500);
    } finally {
      away.mockRestore();
    }
  });
});

describe('a live stream', () => {
  it.each(['is disabled', 'signs out'])('ends when the person %s', async (how) => {
    const admin = await service.as('administrator');
    const { id, client } = await joined(service, `live.${how.length}`, 'viewer');
    const response = await fetch(`${service.base}/api/v1/live`, { headers: { cookie: client.signedIn } });
    const ended = response.text();
    if (how === 'is disabled') await admin.put(`/accounts/${id}`, { state: 'disabled' });
    else await client.delete('/session');
    expect(await ended).toMatch(/^retry/);
  });
  it('is refused to whoever holds many open already', async () => {
    const { client } = await joined(service, 'many', 'viewer');
    const stop = new AbortController();
    const open = () => fetch(`${service.base}/api/v1/live`, { headers: { cookie: client.signedIn }, signal: stop.signal });
    const answers = await Promise.all(Array.from({ length: 25 }, open));
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(20);
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(5);
    stop.abort();
  });
});

describe('a text with half a character in it', () => {
  it('is refused with its place, so that it is not tried for ever', async () => {
    const crew = await service.as('crew');
    const answer = await crew.call('PUT', `/api/v1/trees/${ID}`, JSON.stringify(aTree('H 1')).replace('"note":""', '"note":"cut \\ud83c"'));
    expect(answer.body).toMatchObject({ status: 422, path: 'note' });
    expect((await crew.put(`/trees/${ID}`, aTree('H 1', { note: 'cut 🌳' }))).status).toBe(200);
  });
});

describe('a page of another origin', () => {
  const send = async (headers: Record<string, string>, method = 'POST', path = `/api/v1/accounts/${ID}/erase`) => {
    const admin = await service.as('administrator');
    const response = await fetch(service.base + path, { method, headers: { cookie: admin.signedIn, ...headers } });
    return response.status;
  };
  it.each([
    ['a sibling of this host', { 'sec-fetch-site': 'same-site' }],
    ['another site', { 'sec-fetch-site': 'cross-site' }],
    ['an old browser, by its origin', { origin: 'http://127.0.0.1:8499' }],
    ['a page without an origin', { origin: 'null' }],
    ['both at odds', { origin: 'http://127.0.0.1:8499', 'sec-fetch-site': 'cross-site' }],
  ])('%s changes nothing', async (_words, headers) => {
    expect(await send(headers)).toBe(403);
  });
  it('is refused on every route that is no question', async () => {
    for (const route of allRoutes(service.world, '', {
      clock: () => new Date(),
      secret: 'test secret',
      isDemonstration: true,
      town: async () => 'Quillhaven',
      provider: null,
    }).filter(({ method }) => method !== 'get'))
      expect([route.path, await send({ 'sec-fetch-site': 'same-site' }, route.method.toUpperCase(), pathOf(route))]).toEqual([
        route.path,
        403,
      ]);
  });
  it('may ask, and our own page may do', async () => {
    expect(await send({ 'sec-fetch-site': 'cross-site' }, 'GET', '/api/v1/about')).toBe(200);
    expect(await send({ 'sec-fetch-site': 'same-origin' })).toBe(404);
    expect(await send({ origin: service.base })).toBe(404);
    expect(await send({ 'sec-fetch-site': 'none' })).toBe(404);
    expect(await send({})).toBe(404);
  });
});
