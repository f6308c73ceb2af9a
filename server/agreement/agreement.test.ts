import { v7 as newId } from 'uuid';
import { aTree, aVisit, startService, TODAY, type Client, type Service } from '../testing/service';

// Agreement from the record itself: two people at the same trees, and a reviewer's own answers.

let service: Service;
let crew: Client;
let crew2: Client;
let reviewer: Client;
let coordinator: Client;
const SINCE = '2026-01-01';
beforeAll(async () => {
  service = await startService();
  [crew, crew2, reviewer, coordinator] = (await Promise.all(
    ['crew', 'crew2', 'reviewer', 'coordinator'].map((login) => service.as(login)),
  )) as [Client, Client, Client, Client];
  for (let i = 0; i < 4; i++) {
    const treeId = newId();
    await crew.put(`/trees/${treeId}`, aTree(`A ${i}`, { latitude: 45.62 + i * 0.001 }));
    const [one, two] = [aVisit(treeId), aVisit(treeId)];
    const other = { ...two, look: { ...two.look, measurements: { dbh: { m: i === 0 ? 0.5 : 0.42, entered: '' } } } };
    other.look.observations = other.look.observations.map((seen) =>
      seen.trait === 'lobe-depth' && i < 2 ? { ...seen, state: 'shallow' } : seen,
    );
    const visitId = newId();
    expect((await crew.put(`/visits/${visitId}`, one)).status).toBe(200);
    expect((await crew2.put(`/visits/${newId()}`, other)).status).toBe(200);
    await reviewer.put(`/reviews/${newId()}`, {
      visitId,
      verdict: 'overturn',
      secondLook: 'Platanus occidentalis',
      bands: { vigour: 'fair' },
      taxon: 'Platanus occidentalis',
      reason: 'Single fruits on the stalk.',
      knew: [],
    });
  }
});
afterAll(() => service.stop());

it('tells thing by thing how far people agree, what is mixed up, and names nobody', async () => {
  const { status, body, text } = await reviewer.get(`/agreement?since=${SINCE}`);
  expect(status).toBe(200);
  const of = (item: string) => body.items.find((one: { item: string }) => one.item === item);
  expect(of('trait/lobe-depth')).toMatchObject({ units: 4, percent: 50, mixedUp: [{ a: 'half', b: 'shallow', times: 2 }] });
  expect(of('trait/bark-texture')).toMatchObject({ units: 4, percent: 100 });
  expect(of('size/dbh').percent).toBe(75);
  expect(of('name').units).toBeGreaterThanOrEqual(4);
  expect(body.marks.find(({ trait }: { trait: string }) => trait === 'lobe-depth').readings).toBe(8);
  expect(text).not.toContain('Test crew');
  for (const login of ['crew', 'viewer']) expect((await (await service.as(login)).get(`/agreement?since=${SINCE}`)).status).toBe(403);
  expect((await reviewer.get('/agreement?since=yesterday')).status).toBe(422);
});

it('the bench names settled trees with what is stated and with what was learnt', async () => {
  const { body } = await reviewer.get(`/agreement/bench?since=${SINCE}`);
  expect(body.cases).toBe(4);
  for (const score of [body.stated, body.own]) {
    expect(score.first).toBeGreaterThanOrEqual(0);
    expect(score.logScore).toBeLessThan(0);
  }
});

it('a coordinator switches the town’s own errors on and off; the chain holds it', async () => {
  expect((await crew.get('/town-errors')).body).toEqual({ on: false, at: null, errors: {} });
  expect((await reviewer.put('/town-errors', { on: true, since: SINCE })).status).toBe(403);
  const { body } = await coordinator.put('/town-errors', { on: true, since: SINCE });
  expect(body).toMatchObject({ on: true, at: `${TODAY}T12:00:00.000Z` });
  expect(body.errors['lobe-depth']).toBeGreaterThan(body.errors['bark-texture']);
  expect((await crew.get('/town-errors')).body).toEqual(body);
  await coordinator.put('/town-errors', { on: false, since: SINCE });
  expect((await crew.get('/town-errors')).body.on).toBe(false);
  expect((await coordinator.get('/audit')).body.findings).toEqual([]);
});
