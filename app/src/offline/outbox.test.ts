/** The device's database, as a map for each store. */
jest.mock('idb-keyval', () => ({
  createStore: () => new Map<string, unknown>(),
  set: async (key: string, value: unknown, store: Map<string, unknown>) => void store.set(key, value),
  del: async (key: string, store: Map<string, unknown>) => void store.delete(key),
  get: async (key: string, store: Map<string, unknown>) => store.get(key),
  entries: async (store: Map<string, unknown>) => [...store.entries()],
  update: async (key: string, change: (v: unknown) => unknown, store: Map<string, unknown>) => void store.set(key, change(store.get(key))),
}));

import { discard, enqueue, flush, waiting, type Parcel } from './outbox';
import { keepPicture, keptPicture } from './pictures';

const parcel = (id: string, at: string): Parcel => ({
  id,
  kind: 'review',
  queuedAt: at,
  words: id,
  body: { visitId: 'v', verdict: 'confirm', secondLook: null, taxon: null, reason: '' },
});
const answer = (status: number, body: object = {}) => ({ ok: status < 400, status, json: async () => body }) as Response;

beforeEach(async () => {
  for (const { id } of await waiting()) await discard(id);
  await enqueue(parcel('b', '2026-01-02T00:00:00Z'));
  await enqueue(parcel('a', '2026-01-01T00:00:00Z'));
});

describe('the outbox', () => {
  it('sends in order, to an address made of the id, and empties', async () => {
    const fetched: string[] = [];
    global.fetch = jest.fn(async (url) => (fetched.push(String(url)), answer(200))) as typeof fetch;
    expect(await flush()).toBe(2);
    expect(fetched).toEqual(['/api/v1/reviews/a', '/api/v1/reviews/b']);
    expect(await waiting()).toEqual([]);
  });
  it('keeps everything when there is no signal', async () => {
    global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
    expect(await flush()).toBe(0);
    expect(await waiting()).toHaveLength(2);
  });
  it('keeps what is refused, with the sentence, and sends the rest', async () => {
    global.fetch = jest.fn(async (url) =>
      String(url).endsWith('/a') ? answer(422, { type: 'about:blank', title: 't', status: 422, detail: 'Say why.' }) : answer(200),
    ) as typeof fetch;
    expect(await flush()).toBe(1);
    expect(await waiting()).toEqual([expect.objectContaining({ id: 'a', problem: 'Say why.' })]);
  });
  it('waits for a sign-in without marking anything as refused', async () => {
    global.fetch = jest.fn(async () =>
      answer(401, { type: 'about:blank', title: 't', status: 401, detail: 'Sign in first.' }),
    ) as typeof fetch;
    await flush();
    expect((await waiting()).map((p) => p.problem)).toEqual([undefined, undefined]);
  });
});

describe('pictures', () => {
  const picture = (id: string): Parcel => ({ id, kind: 'photo', queuedAt: '2026-01-03T00:00:00Z', words: id, body: { visitId: 'v' } });
  const jpeg = () => new Blob(['bytes'], { type: 'image/jpeg' });
  beforeEach(async () => {
    for (const { id } of await waiting()) await discard(id);
  });
  it('go out after what was queued before them, as they are, and leave the device once they have arrived', async () => {
    await enqueue(picture('p'));
    await enqueue(parcel('a', '2026-01-02T00:00:00Z'));
    await keepPicture('p', jpeg());
    const calls: [string, RequestInit | undefined][] = [];
    global.fetch = jest.fn(async (url, init) => (calls.push([String(url), init]), answer(200))) as typeof fetch;
    expect(await flush()).toBe(2);
    expect(calls.map(([url]) => url)).toEqual(['/api/v1/reviews/a', '/api/v1/visits/v/photos/p']);
    expect(calls[1]?.[1]?.headers).toEqual({ 'content-type': 'image/jpeg' });
    expect(calls[1]?.[1]?.body).toBeInstanceOf(Blob);
    expect(await keptPicture('p')).toBeUndefined();
  });
  it('stay on the device when there is no signal or the server refuses them', async () => {
    await enqueue(picture('p'));
    await keepPicture('p', jpeg());
    global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
    expect(await flush()).toBe(0);
    expect(await keptPicture('p')).toBeInstanceOf(Blob);
    global.fetch = jest.fn(async () =>
      answer(422, { type: 'about:blank', title: 't', status: 422, detail: 'No picture.' }),
    ) as typeof fetch;
    await flush();
    expect(await waiting()).toEqual([expect.objectContaining({ id: 'p', problem: 'No picture.' })]);
    expect(await keptPicture('p')).toBeInstanceOf(Blob);
  });
  it('that were taken back are not sent', async () => {
    await enqueue(picture('gone'));
    global.fetch = jest.fn(async () => answer(200)) as typeof fetch;
    expect(await flush()).toBe(1);
    expect(global.fetch).not.toHaveBeenCalled();
  });
});
