import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import type { LiveEvent } from '@dendrix/core/contracts';
import { createApp } from '../app';
import { connect } from '../db/connect';
import { defineModels } from '../models';
import { verify } from '../audit/verify';
import { aReview } from '../testing/review';
import { aTree, aVisit, type Client, startService, TODAY, urlOf, type Service } from '../testing/service';

// Several people at one tree: what they say to one another, who is told, who saw what; and what each hears of the others, also where
// they talk to different servers.

let service: Service;
let crew: Client;
let crew2: Client;
let reviewer: Client;
let coordinator: Client;
let ids: Record<string, string>;
const AT = `${TODAY}T10:00:00.000Z`;

beforeAll(async () => {
  // What is altered here, the account of a running service could not alter.
  service = await startService({}, 'owner');
  [crew, crew2, reviewer, coordinator] = (await Promise.all(
    ['crew', 'crew2', 'reviewer', 'coordinator'].map((login) => service.as(login)),
  )) as [Client, Client, Client, Client];
  const { body } = await crew.get('/people');
  ids = Object.fromEntries(body.items.map(({ name, id }: { name: string; id: string }) => [name.replace('Test ', ''), id]));
});
afterAll(() => service.stop());

let tags = 0;
async function visited() {
  const treeId = newId();
  const visitId = newId();
  expect((await crew.put(`/trees/${treeId}`, aTree(`T ${++tags}`))).status).toBe(200);
  expect((await crew.put(`/visits/${visitId}`, aVisit(treeId))).status).toBe(200);
  return { treeId, visitId };
}
const word = (treeId: string, visitId: string | null, more: object = {}) => ({
  treeId,
  visitId,
  point: visitId ? 'trait/bark-texture' : 'tree',
  at: AT,
  text: 'Is that flaking, or rubbed off?',
  mentions: [] as string[],
  ...more,
});
const review = aReview;

describe('talk', () => {
  it('is kept at its point, once, and those it speaks to are told', async () => {
    const { treeId, visitId } = await visited();
    const id = newId();
    const said = word(treeId, visitId, { mentions: [ids.coordinator] });
    expect((await reviewer.put(`/messages/${id}`, said)).body).toEqual({ id, isNew: true });
    expect((await reviewer.put(`/messages/${id}`, said)).body).toEqual({ id, isNew: false });
    const { messages } = (await crew.get(`/trees/${treeId}`)).body;
    expect(messages).toHaveLength(1);
    expect(messages[0]).toMatchObject({
      point: 'trait/bark-texture',
      by: { name: 'Test reviewer' },
      mentions: [{ name: 'Test coordinator' }],
    });
    // Who was spoken to, and whose visit it is; not who said it.
    expect((await coordinator.get('/notices')).body).toMatchObject({ unseen: 1, items: [{ kind: 'mention', isSeen: false }] });
    expect((await crew.get('/notices')).body.items[0]).toMatchObject({ id, kind: 'answer' });
    expect((await reviewer.get('/notices')).body.items).toEqual([]);
    await coordinator.post('/seen', { treeId, what: [id, visitId] });
    expect((await coordinator.get('/notices')).body.unseen).toBe(0);
    const { seen } = (await crew.get(`/trees/${treeId}`)).body;
    expect(seen.map((one: { what: string; by: { name: string } }) => [one.what, one.by.name])).toEqual(
      expect.arrayContaining([
        [id, 'Test coordinator'],
        [visitId, 'Test coordinator'],
      ]),
    );
  });
  it('what is not of the tree is not noted as seen, however often it is sent', async () => {
    const { treeId, visitId } = await visited();
    const other = await visited();
    const before = (await crew.get(`/trees/${treeId}`)).text.length;
    for (let i = 0; i < 5; i++) {
      const what = [...Array.from({ length: 390 }, () => newId()), other.visitId, visitId];
      expect((await coordinator.post('/seen', { treeId, what })).status).toBe(204);
      expect((await coordinator.post('/seen', { treeId: newId(), what })).status).toBe(204);
    }
    const { text, body } = await crew.get(`/trees/${treeId}`);
    expect(body.seen.map((one: { what: string }) => one.what)).toEqual([visitId]);
    expect(text.length - before).toBeLessThan(400);
    const rows = await service.sequelize.query('SELECT what_id FROM seen WHERE what_id = ?', {
      type: QueryTypes.SELECT,
      replacements: [other.visitId],
    });
    expect(rows).toEqual([]);
  });
  it('somebody else’s id, nobody, an empty word and a point without its visit are refused with a sentence', async () => {
    const { treeId, visitId } = await visited();
    const id = newId();
    await reviewer.put(`/messages/${id}`, word(treeId, visitId));
    expect((await crew.put(`/messages/${id}`, word(treeId, visitId))).status).toBe(409);
    expect((await crew.put(`/messages/${newId()}`, word(treeId, visitId, { mentions: [newId()] }))).body).toMatchObject({
      status: 422,
      path: 'mentions[0]',
    });
    expect((await crew.put(`/messages/${newId()}`, word(treeId, visitId, { text: '  ' }))).body).toMatchObject({
      status: 422,
      path: 'text',
    });
    expect((await crew.put(`/messages/${newId()}`, word(treeId, null, { point: 'trait/bark-texture' }))).body.status).toBe(422);
    expect((await crew.put(`/messages/${newId()}`, word(treeId, newId()))).status).toBe(404);
    expect((await crew.put(`/messages/${newId()}`, word(newId(), null))).status).toBe(404);
    expect((await (await service.as('viewer')).put(`/messages/${newId()}`, word(treeId, null))).status).toBe(403);
  });
  it('a question and an overturning tell the person whose visit it is', async () => {
    const { visitId } = await visited();
    const id = newId();
    await reviewer.put(`/reviews/${id}`, review(visitId, { verdict: 'question', reason: 'Which buds were these?' }));
    expect((await crew.get('/notices')).body.items[0]).toMatchObject({ id, kind: 'question', text: 'Which buds were these?' });
  });
});

describe('review', () => {
  it('keeps own bands, points and what it knew; sent again it changes nothing, sent otherwise it is refused', async () => {
    const { treeId, visitId } = await visited();
    const id = newId();
    const bands = { vigour: 'fair', soundness: null };
    const points = [{ point: 'trait/bark-texture', reads: 'differs', says: 'smooth' }];
    const given = review(visitId, { bands, points });
    expect((await reviewer.put(`/reviews/${id}`, given)).body.isNew).toBe(true);
    expect((await reviewer.put(`/reviews/${id}`, given)).body.isNew).toBe(false);
    expect((await reviewer.put(`/reviews/${id}`, { ...given, bands: { vigour: 'failing' } })).status).toBe(409);
    const [kept] = (await crew.get(`/trees/${treeId}`)).body.reviews;
    expect(kept).toMatchObject({ bands, points, knew: [] });
  });
  it('a question with a mark wanted goes back as a follow-up for its months, and stays open until the mark is seen', async () => {
    const { treeId, visitId } = await visited();
    const wanted = { trait: 'flower-colour', months: [4, 5], by: '2027-05-31', because: 'Flower colour in April to May' };
    const answer = await reviewer.put(`/reviews/${newId()}`, review(visitId, { verdict: 'question', reason: 'Two stand still.', wanted }));
    expect(answer.status).toBe(200);
    const asked = (await crew.get(`/trees/${treeId}`)).body.followUps.find((one: { trait: string }) => one.trait === 'flower-colour');
    expect(asked).toMatchObject({ dueOn: '2027-05-31', doneOn: null });
    expect(asked.because).toContain('Two stand still.');
    expect((await reviewer.put(`/reviews/${newId()}`, review(visitId, { wanted }))).body.path).toBe('wanted');
    expect(
      (
        await reviewer.put(
          `/reviews/${newId()}`,
          review(visitId, { verdict: 'question', reason: 'Check again', wanted: { ...wanted, trait: 'flowr-colour' } }),
        )
      ).body.detail,
    ).toContain('flower-colour');
  });
  it('two reviewers at once: both are kept, the name is contested and waits for one who knows both', async () => {
    const { treeId, visitId } = await visited();
    const [one, two] = [newId(), newId()];
    const answers = await Promise.all([
      reviewer.put(`/reviews/${one}`, review(visitId)),
      coordinator.put(`/reviews/${two}`, review(visitId, { verdict: 'overturn', taxon: 'Acer saccharinum', reason: 'White beneath.' })),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    const tree = (await crew.get(`/trees/${treeId}`)).body;
    expect(tree.reviews).toHaveLength(2);
    expect(tree.standing).toBe('contested');
    const waits = async (about: string) =>
      (await reviewer.get(`/review-queue?about=${about}`)).body.items.find((item: { visit: { id: string } }) => item.visit.id === visitId);
    expect((await waits('disagreement'))?.why.map(({ says }: { says: string }) => says)).toContain(
      'two reviewers disagreed, independently',
    );
    await coordinator.put(`/reviews/${newId()}`, review(visitId, { knew: [one, two] }));
    expect((await crew.get(`/trees/${treeId}`)).body.standing).toBe('confirmed');
    expect(await waits('disagreement')).toBeUndefined();
  });
  it('the queue by person, street and what it is about', async () => {
    const { visitId } = await visited();
    const has = async (query: string) =>
      (await reviewer.get(`/review-queue?limit=100&${query}`)).body.items.some(
        (item: { visit: { id: string } }) => item.visit.id === visitId,
      );
    expect(await has(`by=${ids.crew}`)).toBe(true);
    expect(await has(`by=${ids.crew2}`)).toBe(false);
    expect(await has('street=Ferry%20Street')).toBe(true);
    expect(await has('street=Nowhere')).toBe(false);
    expect(await has('about=name')).toBe(true);
    expect((await reviewer.get('/review-queue?about=gossip')).status).toBe(422);
  });
});

describe('amending', () => {
  it('whoever amends a visit that was amended meanwhile is asked; having seen it, theirs stands', async () => {
    const { treeId, visitId } = await visited();
    const [first, second] = [newId(), newId()];
    const amendment = (amends: string, note: string, minute: number) => {
      const one = aVisit(treeId, { amends, finishedAt: `${TODAY}T11:${minute}:00.000Z` });
      return { ...one, look: { ...one.look, note } };
    };
    expect((await crew.put(`/visits/${first}`, amendment(visitId, 'from the phone', 10))).status).toBe(200);
    expect((await coordinator.put(`/visits/${second}`, amendment(visitId, 'from the desk', 20))).body).toMatchObject({
      status: 409,
      path: 'amends',
      detail: expect.stringMatching(/choose which one to keep/),
    });
    // Sent again, what was taken is still taken.
    expect((await crew.put(`/visits/${first}`, amendment(visitId, 'from the phone', 10))).body.isNew).toBe(false);
    expect((await coordinator.put(`/visits/${second}`, amendment(first, 'from the desk', 20))).status).toBe(200);
  });
});

describe('putting off', () => {
  it('keeps the day it is due and says who and why; too far or past is refused', async () => {
    const { treeId } = await visited();
    const before = (await crew.get(`/trees/${treeId}`)).body.dueOn;
    const given = { treeId, at: AT, until: '2026-06-20', reason: 'The road is closed.' };
    const id = newId();
    expect((await crew.put(`/put-offs/${id}`, given)).body.isNew).toBe(true);
    expect((await crew.put(`/put-offs/${id}`, given)).body.isNew).toBe(false);
    const tree = (await crew.get(`/trees/${treeId}`)).body;
    expect(tree.dueOn).toBe(before);
    expect(tree.putOffs).toMatchObject([{ until: '2026-06-20', reason: 'The road is closed.', by: { name: 'Test crew' } }]);
    // Today does not propose it and says so; what presses is proposed all the same.
    await service.sequelize.query('UPDATE trees SET due_on = ? WHERE id = ?', { replacements: [TODAY, treeId] });
    const proposed = async () => (await crew.get(`/round?dueBy=${TODAY}`)).body;
    expect(await proposed()).toMatchObject({ putOff: 1 });
    expect((await proposed()).items.some((one: { id: string }) => one.id === treeId)).toBe(false);
    await service.sequelize.query("UPDATE trees SET risk = 'extreme' WHERE id = ?", { replacements: [treeId] });
    expect((await proposed()).items.some((one: { id: string }) => one.id === treeId)).toBe(true);
    for (const until of [TODAY, '2027-06-20'])
      expect((await crew.put(`/put-offs/${newId()}`, { ...given, until })).body).toMatchObject({ status: 422, path: 'until' });
  });
});

/** Listens as a browser does. @returns what came so far, and a way to stop */
async function listen(client: Client, base: string) {
  const stop = new AbortController();
  const response = await fetch(`${base}/api/v1/live`, { headers: { cookie: client.signedIn }, signal: stop.signal });
  expect(response.headers.get('content-type')).toMatch(/^text\/event-stream/);
  const events: (LiveEvent | { kind: 'begin' | 'missed' })[] = [];
  const read = async () => {
    const text = new TextDecoderStream();
    void response.body?.pipeTo(text.writable as WritableStream<Uint8Array>).catch(() => undefined);
    const reader = text.readable.getReader();
    for (let rest = ''; ;) {
      const { value, done } = await reader.read();
      if (done) return;
      rest += value;
      const parts = rest.split('\n\n');
      rest = parts.pop() ?? '';
      for (const part of parts) if (part.startsWith('data: ')) events.push(JSON.parse(part.slice(6)));
    }
  };
  const reading = read().catch(() => undefined);
  return {
    events,
    async until(found: (event: (typeof events)[number]) => boolean, ms = 30_000) {
      const end = Date.now() + ms;
      while (!events.some(found)) {
        if (Date.now() > end) throw new Error(`nothing heard within ${ms} ms, but ${JSON.stringify(events)}`);
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    },
    async stop() {
      stop.abort();
      await reading;
    },
  };
}

describe('live', () => {
  it('what is written through one server is heard at another', async () => {
    // Another server with connections of its own, as another process has them.
    const sequelize = connect(urlOf(service.sequelize));
    defineModels(sequelize);
    const other = createApp({ world: { ...service.world, sequelize }, fonts: '', secret: 'test secret', limit: 100_000 }).listen(
      0,
      '127.0.0.1',
    );
    await new Promise((resolve) => other.once('listening', resolve));
    const { port } = other.address() as { port: number };
    const there = await listen(crew2, `http://127.0.0.1:${port}`);
    await there.until(({ kind }) => kind === 'begin');
    try {
      // The first look only learns where the log is.
      await new Promise((resolve) => setTimeout(resolve, 1000));
      const { treeId, visitId } = await visited();
      const heard = (what: string) =>
        there.until((event) => event.kind === 'change' && event.what === what && event.trees.includes(treeId));
      await heard('submit');
      await reviewer.put(`/reviews/${newId()}`, review(visitId));
      await heard('confirm');
      await reviewer.put(`/messages/${newId()}`, word(treeId, null, { mentions: [ids.crew2] }));
      await heard('say');
      expect(there.events.some((event) => event.kind === 'change' && event.told.includes(ids.crew2 as string))).toBe(true);
      await crew.put('/presence', { tree: treeId });
      await there.until((event) => event.kind === 'presence' && event.tree === treeId && event.by.name === 'Test crew');
      // At a tree that is not there nobody stands.
      await crew.put('/presence', { tree: newId() });
      expect((await crew.get('/live/since')).body.events).toContainEqual(expect.objectContaining({ kind: 'presence', tree: treeId }));
      await crew.put('/presence', { tree: null });
      await there.until((event) => event.kind === 'presence' && event.tree === null && event.by.name === 'Test crew');
    } finally {
      await there.stop();
      other.closeAllConnections();
      await new Promise((resolve) => other.close(resolve));
      // Connecting tied the models to that connection; they go back to the one the other tests use.
      defineModels(service.sequelize);
      await sequelize.close();
    }
  });
  it('those whom no events reach ask for what happened since', async () => {
    const { n } = (await crew.get('/live/since')).body;
    const { treeId } = await visited();
    await crew2.put('/presence', { tree: treeId });
    const { body } = await crew.get(`/live/since?n=${n}`);
    expect(body.missed).toBe(false);
    expect(body.events.filter(({ kind }: LiveEvent) => kind === 'change').map(({ what }: { what: string }) => what)).toEqual([
      'add',
      'submit',
    ]);
    expect(body.events.at(-1)).toMatchObject({ kind: 'presence', tree: treeId });
    expect((await crew.get(`/live/since?n=${body.n}`)).body.events.filter(({ kind }: LiveEvent) => kind === 'change')).toEqual([]);
  });
  it('only those who are signed in hear anything', async () => {
    expect((await service.anyone().get('/live')).status).toBe(401);
    expect((await service.anyone().get('/live/since')).status).toBe(401);
  });
});

describe('the chain', () => {
  it('holds words, reviews with what is new in them, and putting off; one that was altered is found', async () => {
    expect((await verify(service.world)).findings).toEqual([]);
    const { items } = (await crew.get('/trees?limit=100')).body;
    for (const { id } of items) {
      const { body } = await crew.get(`/trees/${id}/audit`);
      expect(body.findings).toEqual([]);
      expect(body.rows).toBeGreaterThan(0);
    }
    await service.sequelize.query("UPDATE messages SET text = 'Never said.' LIMIT 1");
    await service.sequelize.query(`UPDATE reviews SET points = '[]' WHERE points IS NOT NULL LIMIT 1`);
    await service.sequelize.query("UPDATE put_offs SET until = '2026-08-01' LIMIT 1");
    await service.sequelize.query('DELETE FROM determinations LIMIT 1');
    await service.sequelize.query("UPDATE audit_entries SET body = '{}' WHERE action = 'submit' LIMIT 1");
    // Each is found from the page of its tree too, and nowhere else.
    const told = (
      await Promise.all(items.map(async ({ id }: { id: string }) => (await crew.get(`/trees/${id}/audit`)).body.findings))
    ).flat();
    const kinds = [...new Set(told.map(({ what, where }: { what: string; where: string }) => `${what} ${where.split(/[/ ]/)[0]}`))].sort();
    expect(kinds).toEqual([
      'chain broken entry',
      'row altered messages',
      'row altered putOffs',
      'row altered reviews',
      'row missing determinations',
    ]);
    const found = (await verify(service.world)).findings;
    expect(found.map(({ what, where }) => `${what} ${where.split(/[/ ]/)[0]}`).sort()).toEqual([
      'chain broken entry',
      'row altered messages',
      'row altered putOffs',
      'row altered reviews',
      'row missing determinations',
    ]);
  });
});
