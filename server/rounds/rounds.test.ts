import { DOMParser } from '@xmldom/xmldom';
import { gpx as readGpx } from '@tmcw/togeojson';
import ICAL from 'ical.js';
import { v7 as newId } from 'uuid';
import type { RoundPlan } from '@dendrix/core/contracts';
import { aTree, aVisit, startService, TODAY, type Client, type Service } from '../testing/service';

// Rounds of crews: a tree in one of a day at most, whoever keeps theirs at once; and given out in formats that libraries of others read
// (ical.js of Mozilla for RFC 5545, togeojson for GPX 1.1).

let service: Service;
let crew: Client;
let crew2: Client;
let coordinator: Client;
let ids: Record<string, string>;
beforeAll(async () => {
  service = await startService();
  [crew, crew2, coordinator] = (await Promise.all(['crew', 'crew2', 'coordinator'].map((login) => service.as(login)))) as [
    Client,
    Client,
    Client,
  ];
  const { body } = await crew.get('/people');
  ids = Object.fromEntries(body.items.map(({ name, id }: { name: string; id: string }) => [name.replace('Test ', ''), id]));
});
afterAll(() => service.stop());

let tags = 0;
async function newTree(more: object = {}): Promise<string> {
  const id = newId();
  tags++;
  expect((await crew.put(`/trees/${id}`, aTree(`R ${tags}`, { latitude: 45.62 + tags * 0.0005, ...more }))).status).toBe(200);
  return id;
}
const planOf = (trees: readonly string[]): RoundPlan => ({
  from: '08:30',
  minutes: 240,
  by: 'foot',
  start: { latitude: 45.62, longitude: -31.2, words: 'The yard, by the gate' },
  end: null,
  tools: ['mallet'],
  stops: trees.map((treeId, i) => ({
    treeId,
    tag: `R ${i}`,
    place: 'Ferry Street <12>; "the old, bent one"',
    taxon: null,
    latitude: 45.62 + i * 0.001,
    longitude: -31.2,
    why: 'soundness: serious weakness & more',
    minutes: 10,
    arrive: i * 15,
    metres: 100,
    pinned: false,
    lacks: i === 0 ? ['probe'] : [],
  })),
  metres: 300,
  takes: 60,
  line: [
    [-31.2, 45.62],
    [-31.2, 45.623],
  ],
});
const keep = (who: Client, crewId: string | undefined, trees: readonly string[], day = TODAY, id = newId()) =>
  who.put(`/rounds/${id}`, { day, crew: crewId, plan: planOf(trees) });

describe('keeping rounds', () => {
  it('two crews that keep theirs at once never share a tree; what was taken is told', async () => {
    const trees = await Promise.all(Array.from({ length: 6 }, () => newTree()));
    const [one, two] = await Promise.all([keep(crew, ids.crew, trees.slice(0, 4)), keep(crew2, ids.crew2, trees.slice(2))]);
    expect([one.status, two.status]).toEqual([200, 200]);
    const kept = [one, two].flatMap(({ body }) => body.round.plan.stops.map(({ treeId }: { treeId: string }) => treeId));
    expect(new Set(kept).size).toBe(kept.length);
    expect(new Set(kept)).toEqual(new Set(trees));
    const told = [...one.body.taken, ...two.body.taken].map(({ treeId }: { treeId: string }) => treeId).sort();
    expect(told).toEqual(trees.slice(2, 4).sort());
    const { items } = (await crew.get(`/plan/candidates?day=${TODAY}&wanted=${trees.join()}`)).body;
    for (const id of trees) expect(items.find((item: { tree: { id: string } }) => item.tree.id === id)?.takenBy).not.toBeNull();
  });
  it('a new round stands in the place of the one of that day, and frees what it leaves out', async () => {
    const [a, b] = [await newTree(), await newTree()];
    const day = '2026-06-16';
    const first = await keep(crew, ids.crew, [a, b], day);
    await keep(crew, ids.crew, [a], day);
    expect((await keep(crew2, ids.crew2, [b], day)).body.taken).toEqual([]);
    expect((await crew.get(`/rounds/${first.body.round.id}/round.ics`)).status).toBe(404);
    expect((await crew.get(`/rounds?day=${day}`)).body.items).toHaveLength(2);
  });
  it('taken away, its trees are free; another’s is not for everybody to take', async () => {
    const tree = await newTree();
    const day = '2026-06-17';
    const { body } = await keep(crew, ids.crew, [tree], day);
    expect((await crew2.delete(`/rounds/${body.round.id}`)).status).toBe(403);
    expect((await keep(crew2, ids.crew, [tree], day)).status).toBe(403);
    expect((await coordinator.delete(`/rounds/${body.round.id}`)).status).toBe(204);
    expect((await keep(crew2, ids.crew2, [tree], day)).body.round.plan.stops).toHaveLength(1);
  });
  it('what was visited on the day counts as done', async () => {
    const tree = await newTree();
    await keep(crew, ids.crew, [tree], TODAY);
    expect((await crew.put(`/visits/${newId()}`, aVisit(tree))).status).toBe(200);
    const mine = (await crew.get(`/rounds?day=${TODAY}`)).body.items.find((round: { crew: { id: string } }) => round.crew.id === ids.crew);
    expect(mine.done).toEqual([tree]);
  });
  it('bad input gets a sentence', async () => {
    const tree = await newTree();
    expect((await keep(crew, ids.crew, [tree, tree])).body).toMatchObject({ status: 422, detail: 'The same tree is in the round twice.' });
    expect((await keep(coordinator, newId(), [tree])).body).toMatchObject({ status: 422, path: 'crew' });
    const late = { day: TODAY, crew: ids.crew, plan: { ...planOf([tree]), from: '25:00' } };
    expect((await crew.put(`/rounds/${newId()}`, late)).body.detail).toContain('08:00');
    expect((await (await service.as('viewer')).put(`/rounds/${newId()}`, late)).status).toBe(403);
  });
});

describe('what a round is made from', () => {
  it('tells what is done at each tree, what was put off and how long stops take here', async () => {
    const fresh = await newTree();
    const seen = await newTree();
    await crew.put(
      `/visits/${newId()}`,
      aVisit(seen, {
        laterLooks: [{ trait: 'flower-colour', months: [6, 7], by: '2026-07-31', because: 'Flower colour in June to July' }],
      }),
    );
    await crew.put(`/put-offs/${newId()}`, {
      treeId: seen,
      at: `${TODAY}T10:00:00.000Z`,
      until: '2026-06-18',
      reason: 'Scaffolding stands there.',
    });
    const answer = await crew.get(`/plan/candidates?day=${TODAY}&wanted=${fresh},${seen}&latitude=45.62&longitude=-31.2`);
    expect(answer.body).toMatchObject({ due: expect.any(Number) });
    const { items, times } = answer.body;
    const of = (id: string) => items.find((item: { tree: { id: string } }) => item.tree.id === id);
    expect(of(fresh)).toMatchObject({ kind: 'first', look: null, putOff: null });
    expect(of(seen)).toMatchObject({
      kind: 'look',
      look: { trait: 'flower-colour' },
      putOff: { until: '2026-06-18', by: { name: 'Test crew' } },
    });
    expect(times.return.minutes).toBeGreaterThan(1);
    // A day after it was put off to, it is there again.
    const after = (await crew.get(`/plan/candidates?day=2026-06-19&wanted=${seen}`)).body.items;
    expect(after.find((item: { tree: { id: string } }) => item.tree.id === seen).putOff).toBeNull();
  });
  it('the season ahead counts open looks in every month that shows their mark', async () => {
    const { months } = (await crew.get(`/plan/season?day=${TODAY}`)).body;
    expect(months).toHaveLength(12);
    const flowers = (month: string) =>
      months.find((one: { month: string }) => one.month === month).looks.find((look: { trait: string }) => look.trait === 'flower-colour');
    expect(flowers('2026-06')).toEqual({ trait: 'flower-colour', trees: 1, lastChance: 0 });
    expect(flowers('2026-07')).toEqual({ trait: 'flower-colour', trees: 1, lastChance: 1 });
    expect(flowers('2026-08')).toBeUndefined();
  });
});

describe('a round given out', () => {
  let id: string;
  beforeAll(async () => {
    const { body } = await keep(crew, ids.crew, [await newTree(), await newTree()], '2026-06-20');
    id = body.round.id;
  });
  it('as iCalendar: read back by another library, an event a stop, eight thirty where the trees stand', async () => {
    const { text, type } = await crew.get(`/rounds/${id}/round.ics`);
    expect(type).toMatch(/^text\/calendar/);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const calendar = new ICAL.Component(ICAL.parse(text));
    const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
    expect(events).toHaveLength(2);
    expect(events[0]?.startDate.toString()).toBe('2026-06-20T08:30:00');
    expect(events[0]?.startDate.zone.tzid).toBe('floating');
    expect(events[1]?.startDate.toString()).toBe('2026-06-20T08:45:00');
    expect(events[0]?.summary).toBe('1. R 0, Ferry Street <12>; "the old, bent one"');
    expect(events[0]?.description).toContain('Not at hand: probe.');
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(2);
  });
  it('as GPX 1.1: read back by another library, the stops in order and the way', async () => {
    const { text, type } = await crew.get(`/rounds/${id}/round.gpx`);
    expect(type).toMatch(/gpx/);
    const document = new DOMParser().parseFromString(text, 'text/xml');
    expect(document.documentElement?.getAttribute('version')).toBe('1.1');
    expect(document.documentElement?.namespaceURI).toBe('http://www.topografix.com/GPX/1/1');
    const { features } = readGpx(document as unknown as Parameters<typeof readGpx>[0]);
    expect(features.map((feature) => feature?.geometry?.type)).toEqual(['LineString', 'LineString']);
    const [track, route] = features.map((feature) => (feature?.geometry as unknown as { coordinates: number[][] }).coordinates);
    expect(route).toEqual([
      [-31.2, 45.62],
      [-31.2, 45.62],
      [-31.2, 45.621],
    ]);
    expect(track).toHaveLength(2);
    const [name] = [...document.getElementsByTagName('rtept')].slice(1).map((point) => point.getElementsByTagName('desc')[0]?.textContent);
    expect(name).toBe('Ferry Street <12>; "the old, bent one": soundness: serious weakness & more');
  });
  it('as a printed sheet: its stops, their times and room to tick', async () => {
    const { status, type, bytes } = await crew.bytes(`/api/v1/rounds/${id}/round.pdf?paper=letter`);
    expect([status, type]).toEqual([200, 'application/pdf']);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.length).toBeGreaterThan(5000);
  });
});

describe('a round that nobody could walk is refused, with its place', () => {
  const sent = async (change: (plan: RoundPlan) => void, who = ids.crew) => {
    const plan = planOf([await newTree()]);
    change(plan);
    return (await coordinator.put(`/rounds/${newId()}`, { day: TODAY, crew: who, plan })).body;
  };
  const stop = (plan: RoundPlan) => plan.stops[0] as RoundPlan['stops'][number];
  it.each([
    ['a tree that is not there', (plan: RoundPlan) => void (stop(plan).treeId = newId()), /plan\.stops\[0\]/],
    ['a letter nobody sees', (plan: RoundPlan) => void (stop(plan).place = 'Ferry\u0000 Street'), /plan\.stops.*place/],
    ['a way off the earth', (plan: RoundPlan) => void plan.line.push([1e308, 45]), /plan\.line/],
  ])('%s', async (_words, change, path) => {
    expect(await sent(change)).toMatchObject({ status: 422, path: expect.stringMatching(path) });
  });
  it('nor one of somebody who only reads', async () => {
    expect(await sent(() => undefined, ids.viewer)).toMatchObject({
      status: 422,
      path: 'crew',
      detail: expect.stringMatching(/reads only/),
    });
  });
  it('a reason may be of several lines', async () => {
    expect((await sent((plan) => void (stop(plan).why = 'one\ntwo'))).round.plan.stops[0].why).toBe('one\ntwo');
  });
});
