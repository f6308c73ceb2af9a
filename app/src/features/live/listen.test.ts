import { QueryClient } from '@tanstack/react-query';
import { listen, PRESENCE } from './listen';

// What is heard of others: by events, and by asking where they do not come through.

const TREE = '01976a00-0000-7000-8000-000000000001';
const ANN = '01976a00-0000-7000-8000-0000000000aa';
const ME = '01976a00-0000-7000-8000-0000000000bb';

class Source {
  onmessage: ((event: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  closed = false;
  close() {
    this.closed = true;
  }
  say(event: object) {
    this.onmessage?.({ data: JSON.stringify(event) });
  }
}
const change = (n: number, what: string, more: object = {}) => ({
  kind: 'change',
  n,
  what,
  by: ANN,
  trees: [TREE],
  told: [],
  more: false,
  ...more,
});

/** Everything is fetched. */
const fetched = () => {
  for (const key of [['tree', TREE], ['tree', 'another'], ['review-queue', {}], ['notices'], ['rounds', '2026-06-15']])
    client.setQueryData(key, { items: [] });
};
/** The connection stands, and what was asked before it is fetched anew. */
const begun = async () => {
  source.say({ kind: 'begin', n: 3 });
  await jest.advanceTimersByTimeAsync(300);
  fetched();
};

let client: QueryClient;
let source: Source;
let stop: () => void;
let asked: string[];
let answer: object;
beforeEach(() => {
  jest.useFakeTimers();
  client = new QueryClient();
  fetched();
  client.setQueryData(['round', 'x'], { items: [{ id: 'another' }] });
  asked = [];
  answer = { n: 7, events: [], missed: false };
  global.fetch = jest.fn(async (url: string) => {
    asked.push(url);
    return { ok: true, status: 200, json: async () => answer };
  }) as unknown as typeof fetch;
  source = new Source();
  stop = listen(client, ME, () => source as unknown as EventSource);
});
afterEach(() => {
  stop();
  jest.useRealTimers();
});
const stale = (...key: unknown[]) => client.getQueryState(key)?.isInvalidated ?? false;
const soon = () => jest.advanceTimersByTimeAsync(300);

it('what happened between the first question and the first word is not missed: what others do is asked for once more', async () => {
  source.say({ kind: 'begin', n: 3 });
  await soon();
  expect([stale('notices'), stale('tree', TREE), stale('review-queue', {}), stale('rounds', '2026-06-15')]).toEqual([
    true,
    true,
    true,
    true,
  ]);
  expect(stale('round', 'x')).toBe(false);
});
it('a visit makes its tree and the queue stale, and no other tree', async () => {
  await begun();
  source.say(change(4, 'submit'));
  await soon();
  expect(stale('tree', TREE)).toBe(true);
  expect(stale('review-queue', {})).toBe(true);
  expect(stale('tree', 'another')).toBe(false);
  expect(stale('notices')).toBe(false);
});
it('a word to me makes what I am told stale; a round only the rounds', async () => {
  await begun();
  source.say(change(4, 'say', { told: [ME] }));
  await soon();
  expect(stale('notices')).toBe(true);
  expect(stale('rounds', '2026-06-15')).toBe(false);
  source.say(change(5, 'round'));
  await soon();
  expect(stale('rounds', '2026-06-15')).toBe(true);
});
it('lists in which the tree is not seen are asked anew only now and then: in a city something changes all the time', async () => {
  source.say({ kind: 'begin', n: 3 });
  source.say(change(4, 'submit'));
  await soon();
  expect(stale('round', 'x')).toBe(true);
  client.setQueryData(['round', 'x'], { items: [{ id: 'another' }] });
  source.say(change(5, 'submit'));
  await soon();
  expect(stale('round', 'x')).toBe(false);
});
it('who stands where comes and goes', () => {
  const at = new Date().toISOString();
  source.say({ kind: 'presence', by: { id: ANN, name: 'Ann' }, tree: TREE, at });
  expect(client.getQueryData(PRESENCE)).toEqual({ [ANN]: { name: 'Ann', tree: TREE, at } });
  source.say({ kind: 'presence', by: { id: ANN, name: 'Ann' }, tree: null, at });
  expect(client.getQueryData(PRESENCE)).toEqual({});
});
it('a connection that came back asks for what it missed', async () => {
  source.say({ kind: 'begin', n: 3 });
  answer = { n: 9, events: [change(8, 'confirm')], missed: false };
  source.say({ kind: 'begin', n: 9 });
  await soon();
  expect(asked).toEqual([expect.stringContaining('/live/since?n=3')]);
  expect(stale('tree', TREE)).toBe(true);
});
it('where no event comes through it is asked instead, and no longer once they come', async () => {
  await jest.advanceTimersByTimeAsync(6500);
  answer = { n: 8, events: [change(8, 'confirm')], missed: false };
  await jest.advanceTimersByTimeAsync(5200);
  expect(asked.length).toBeGreaterThanOrEqual(2);
  expect(stale('tree', TREE)).toBe(true);
  source.say({ kind: 'begin', n: 8 });
  const before = asked.length;
  await jest.advanceTimersByTimeAsync(20_000);
  expect(asked.length).toBe(before);
});
it('who missed too much takes everything anew', async () => {
  source.say({ kind: 'begin', n: 3 });
  source.say({ kind: 'missed', n: 9000 });
  await soon();
  expect(stale('tree', 'another')).toBe(true);
});
it('stopped, it hears nothing more and lets the connection go', async () => {
  stop();
  source.say(change(4, 'submit'));
  await soon();
  expect(source.closed).toBe(true);
  expect(stale('tree', TREE)).toBe(false);
});
