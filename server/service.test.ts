import { v7 as newId } from 'uuid';
import { QueryTypes } from 'sequelize';
import { stockAnswer } from '@dendrix/core/contracts';
import { districtAt } from '@dendrix/core/geo';
import { AuditEntry } from './models/audit';
import { verify } from './audit/verify';
import { reviewQueue } from './reviews/service';
import { rebuildAll } from './trees/rebuild';
import { aTree, aVisit, PASSWORD, startService, TODAY, type Service } from './testing/service';

let service: Service;
beforeAll(async () => {
  // What is altered here, the account of a running service could not alter.
  service = await startService({}, 'owner');
});
afterAll(() => service.stop());

async function newTree(tag: string, more: object = {}) {
  const crew = await service.as('crew');
  const id = newId();
  expect((await crew.put(`/trees/${id}`, aTree(tag, more))).status).toBe(200);
  return { crew, id };
}

describe('signing in', () => {
  it('gives a cookie that scripts cannot read and other sites cannot send', async () => {
    const response = await fetch(`${service.base}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login: 'crew', password: PASSWORD }),
    });
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Strict/);
  });
  it('refuses a wrong password with a sentence, as problem+json (RFC 9457)', async () => {
    const answer = await service.anyone().post('/session', { login: 'crew', password: 'wrong' });
    expect(answer.status).toBe(401);
    expect(answer.type).toMatch(/application\/problem\+json/);
    expect(answer.body).toMatchObject({
      type: 'about:blank',
      title: 'Not signed in',
      status: 401,
      detail: expect.stringMatching(/Wrong name or password/),
    });
  });
  it('a device on which nobody signed in is told so without an error; a session that is over is one', async () => {
    expect(await service.anyone().get('/session')).toMatchObject({ status: 204 });
    const forged = await fetch(`${service.base}/api/v1/session`, { headers: { cookie: 'dendrix=s%3Amade-up.signature' } });
    expect(forged.status).toBe(204);
    const client = await service.as('viewer');
    expect((await client.get('/session')).body.role).toBe('viewer');
    await client.delete('/session');
    expect((await client.get('/session')).status).toBe(401);
  });
  it('ends when signed out', async () => {
    const client = await service.as('crew');
    expect((await client.get('/session')).body.role).toBe('crew');
    await client.delete('/session');
    expect((await client.get('/session')).status).toBe(401);
  });
  it('keeps passwords as argon2id', async () => {
    const [row] = await service.sequelize.query<{ password_hash: string }>('SELECT password_hash FROM users LIMIT 1', {
      type: QueryTypes.SELECT,
    });
    expect(row?.password_hash).toMatch(/^\$argon2id\$/);
  });
});

describe('roles on every route', () => {
  const id = newId();
  const visit = newId();
  const ROUTES: [string, string, unknown, string][] = [
    ['GET', '/trees', undefined, 'viewer'],
    ['GET', '/stock', undefined, 'viewer'],
    ['GET', '/round', undefined, 'viewer'],
    ['GET', '/find', undefined, 'viewer'],
    ['GET', '/kinds/Tilia', undefined, 'viewer'],
    ['GET', '/records', undefined, 'viewer'],
    ['GET', '/map', undefined, 'viewer'],
    ['GET', '/tiles/0/0/0', undefined, 'viewer'],
    ['GET', `/trees/${id}/visits`, undefined, 'viewer'],
    ['POST', '/known', {}, 'crew'],
    ['GET', `/trees/${id}`, undefined, 'viewer'],
    ['PUT', `/trees/${id}`, {}, 'crew'],
    ['PUT', `/visits/${id}`, {}, 'crew'],
    ['GET', `/trees/${id}/sheet.pdf`, undefined, 'viewer'],
    ['GET', `/photos/${id}`, undefined, 'viewer'],
    ['PUT', `/visits/${visit}/photos/${id}`, undefined, 'crew'],
    ['GET', '/review-queue', undefined, 'reviewer'],
    ['PUT', `/reviews/${id}`, {}, 'reviewer'],
    ['GET', '/people', undefined, 'viewer'],
    ['PUT', `/messages/${id}`, {}, 'crew'],
    ['PUT', `/put-offs/${id}`, {}, 'crew'],
    ['GET', '/notices', undefined, 'viewer'],
    ['POST', '/seen', {}, 'viewer'],
    ['GET', '/live/since', undefined, 'viewer'],
    ['PUT', '/presence', {}, 'viewer'],
    ['GET', '/plan/candidates', undefined, 'viewer'],
    ['GET', '/plan/season', undefined, 'viewer'],
    ['GET', '/rounds', undefined, 'viewer'],
    ['PUT', `/rounds/${id}`, {}, 'crew'],
    ['DELETE', `/rounds/${id}`, undefined, 'crew'],
    ['GET', `/rounds/${id}/round.ics`, undefined, 'viewer'],
    ['GET', `/rounds/${id}/round.gpx`, undefined, 'viewer'],
    ['GET', `/rounds/${id}/round.pdf`, undefined, 'viewer'],
    ['GET', '/agreement', undefined, 'reviewer'],
    ['GET', '/agreement/bench', undefined, 'reviewer'],
    ['GET', '/town-errors', undefined, 'viewer'],
    ['PUT', '/town-errors', {}, 'coordinator'],
    ['GET', `/trees/${id}/audit`, undefined, 'viewer'],
    ['GET', '/exports/trees.csv', undefined, 'viewer'],
    ['GET', '/exports/trees.geojson', undefined, 'viewer'],
    ['GET', '/organisation', undefined, 'viewer'],
    ['PUT', '/organisation', { confirmationRule: 'three-lines' }, 'coordinator'],
    ['GET', '/audit', undefined, 'coordinator'],
    ['GET', '/audit/head', undefined, 'coordinator'],
    ['PUT', `/imports/${id}`, {}, 'coordinator'],
    ['GET', `/imports/${id}`, undefined, 'coordinator'],
    ['DELETE', `/imports/${id}`, undefined, 'coordinator'],
    ['GET', '/me/devices', undefined, 'viewer'],
    ['DELETE', `/me/devices/${id}`, undefined, 'viewer'],
    ['PUT', '/me/password', {}, 'viewer'],
    ['POST', '/me/factor', {}, 'viewer'],
    ['PUT', '/me/factor', {}, 'viewer'],
    ['POST', '/me/factor/off', {}, 'viewer'],
    ['GET', '/me/data', undefined, 'viewer'],
    ['GET', '/accounts', undefined, 'administrator'],
    ['POST', '/accounts', {}, 'administrator'],
    ['PUT', `/accounts/${id}`, {}, 'administrator'],
    ['POST', `/accounts/${id}/link`, undefined, 'administrator'],
    ['POST', `/accounts/${id}/erase`, undefined, 'administrator'],
    ['DELETE', `/accounts/${id}/factor`, undefined, 'administrator'],
    ['DELETE', `/accounts/${id}/identity`, undefined, 'administrator'],
    ['GET', `/accounts/${id}/devices`, undefined, 'administrator'],
    ['DELETE', `/accounts/${id}/devices`, undefined, 'administrator'],
    ['DELETE', `/accounts/${id}/devices/${visit}`, undefined, 'administrator'],
    ['GET', '/access-rules', undefined, 'viewer'],
    ['PUT', '/access-rules', { factorFor: 'x' }, 'administrator'],
    ['GET', '/districts', undefined, 'viewer'],
    ['GET', `/districts/${id}`, undefined, 'coordinator'],
    ['PUT', `/districts/${id}`, {}, 'coordinator'],
    ['DELETE', `/districts/${id}`, undefined, 'coordinator'],
    ['GET', '/backgrounds', undefined, 'viewer'],
    ['PUT', `/backgrounds/${id}`, undefined, 'coordinator'],
    ['DELETE', `/backgrounds/${id}`, undefined, 'coordinator'],
    ['GET', `/backgrounds/${id}/file`, undefined, 'viewer'],
    ['GET', '/set-up', undefined, 'coordinator'],
    ['PUT', '/set-up', {}, 'coordinator'],
  ];
  /** The first never ends by itself, and is asked in talk.test.ts; the second is no error where nobody ever signed in, as is held below. */
  const APART = ['GET /live', 'GET /session'];
  it('covers all routes that need one', async () => {
    const { body } = await service.anyone().get('/openapi.json');
    const all = Object.entries(body.paths as Record<string, Record<string, { description: string }>>).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, r]) => ({ key: `${method.toUpperCase()} ${path}`, open: r.description === 'For anyone.' })),
    );
    const tested = new Set(
      ROUTES.map(
        ([method, path]) =>
          `${method} ${path
            .replace(id, '{id}')
            .replace(visit, path.startsWith('/accounts') ? '{device}' : '{visitId}')
            .replace('kinds/Tilia', 'kinds/{taxon}')
            .replace('0/0/0', '{z}/{x}/{y}')}`,
      ),
    );
    expect(
      all
        .filter((r) => !r.open && !APART.includes(r.key))
        .map((r) => r.key)
        .sort(),
    ).toEqual([...tested].sort());
    expect(
      all
        .filter((r) => r.open)
        .map((r) => r.key)
        .sort(),
    ).toEqual(['DELETE /session', 'GET /about', 'GET /links/{token}', 'POST /links/{token}', 'POST /session']);
  });
  it.each(ROUTES)('%s %s', async (method, path, body, needs) => {
    const order = ['viewer', 'crew', 'reviewer', 'coordinator', 'administrator'];
    expect((await service.anyone().call(method, `/api/v1${path}`, body)).status).toBe(401);
    for (const role of order) {
      const { status } = await (await service.as(role)).call(method, `/api/v1${path}`, body);
      if (order.indexOf(role) < order.indexOf(needs)) expect(status).toBe(403);
      else expect([200, 204, 404, 422]).toContain(status);
    }
  });
});

describe('trees and visits', () => {
  it('a visit names, measures and judges; sending it again changes nothing', async () => {
    const { crew, id } = await newTree('T-1');
    const visitId = newId();
    const visit = aVisit(id);
    expect((await crew.put(`/visits/${visitId}`, visit)).body).toEqual({ id: visitId, isNew: true });
    expect((await crew.put(`/visits/${visitId}`, visit)).body).toEqual({ id: visitId, isNew: false });
    const { body } = await crew.get(`/trees/${id}`);
    expect(body).toMatchObject({
      tag: 'T-1',
      taxon: 'Platanus × acerifolia',
      standing: 'proposed',
      dbh: 0.42,
      soundness: 'no weakness seen on what was looked at',
      lastVisitOn: TODAY,
    });
    expect(body.visits).toHaveLength(1);
    expect(body.visits[0].look.observations[0]).toMatchObject({ trait: 'bark-texture', certainty: 'sure' });
    expect(body.dueOn).toBe(visit.judgement?.comeBack.by);
    expect(body.followUps.filter((f: { doneOn: string | null }) => f.doneOn === null)).toHaveLength(1);
  });
  it('a look that will confirm the name later stays open until its mark is seen, and is not planned twice', async () => {
    const { crew, id } = await newTree('T-1b');
    const look = { trait: 'flower-form', months: [4, 5], by: '2027-04-15', because: 'Flower, April to May: tells one plane from another' };
    const open = async () =>
      (await crew.get(`/trees/${id}`)).body.followUps.filter((f: { doneOn: string | null }) => f.doneOn === null) as {
        trait: string | null;
        dueOn: string;
        season: string | null;
      }[];
    await crew.put(`/visits/${newId()}`, aVisit(id, { laterLooks: [look] }));
    expect((await open()).find((f) => f.trait === 'flower-form')).toMatchObject({ dueOn: '2027-04-15', season: 'April to May' });
    // Another visit that does not see the flower leaves it open, and does not open a second one.
    await crew.put(`/visits/${newId()}`, aVisit(id, { laterLooks: [look] }));
    expect((await open()).filter((f) => f.trait === 'flower-form')).toHaveLength(1);
    const seen = aVisit(id);
    seen.look.observations = [{ trait: 'flower-form', state: 'pom-pom', certainty: 'sure', source: 'tree' }];
    seen.look.specimens = [{ label: 'T-1b / 2026-06-15 / A', part: 'twig', from: 'ground', settles: ['pith'], note: '' }];
    await crew.put(`/visits/${newId()}`, seen);
    expect((await open()).filter((f) => f.trait !== null)).toHaveLength(0);
    expect((await crew.get(`/trees/${id}`)).body.visits[0].look.specimens[0].label).toBe('T-1b / 2026-06-15 / A');
    const odd = await crew.put(`/visits/${newId()}`, aVisit(id, { laterLooks: [{ ...look, trait: 'flower-frm' }] }));
    expect(odd.body).toMatchObject({
      status: 422,
      path: 'laterLooks[0].trait',
      detail: expect.stringMatching(/nearest known: flower-form/),
    });
  });
  it('refuses a visit of an unknown tree, an unknown mark, a wrong clock, and keeps nothing', async () => {
    const { crew, id } = await newTree('T-2');
    const put = (visit: unknown) => crew.put(`/visits/${newId()}`, visit);
    expect((await put(aVisit(newId()))).status).toBe(404);
    const odd = aVisit(id);
    odd.look.observations = [{ trait: 'bark-textur', state: 'smooth', certainty: 'sure', source: 'tree' }];
    expect((await put(odd)).body).toMatchObject({
      status: 422,
      path: 'look.observations[0].trait',
      detail: expect.stringMatching(/nearest known: bark-texture/),
    });
    expect((await put(aVisit(id, { finishedAt: '2031-01-01T00:00:00.000Z' }))).body.detail).toMatch(/clock/);
    expect((await put({ ...aVisit(id), extra: 1 })).status).toBe(422);
    expect((await put('{')).status).toBe(400);
    expect((await crew.get(`/trees/${id}`)).body.visits).toHaveLength(0);
  });
  it('somebody else cannot take over a visit id', async () => {
    const { crew, id } = await newTree('T-3');
    const visitId = newId();
    await crew.put(`/visits/${visitId}`, aVisit(id));
    const other = await service.as('crew2');
    expect((await other.put(`/visits/${visitId}`, aVisit(id))).status).toBe(409);
  });
  it('an amendment points at what it amends, and the first stays readable', async () => {
    const { crew, id } = await newTree('T-4');
    const first = newId();
    await crew.put(`/visits/${first}`, aVisit(id));
    const name = {
      taxon: 'Acer pseudoplatanus',
      level: 'species' as const,
      rule: 'three-lines' as const,
      confirmed: false,
      probability: 0.4,
      why: 'looked again',
    };
    await crew.put(`/visits/${newId()}`, aVisit(id, { amends: first, name }));
    const { body } = await crew.get(`/trees/${id}`);
    expect(body.taxon).toBe('Acer pseudoplatanus');
    expect(body.visits).toHaveLength(2);
    expect((await crew.put(`/visits/${newId()}`, aVisit(id, { amends: newId() }))).status).toBe(422);
  });
  it('a tag is given once', async () => {
    const { crew } = await newTree('T-5');
    const again = await crew.put(`/trees/${newId()}`, aTree('T-5'));
    expect(again.body).toMatchObject({ status: 409, path: 'tag', detail: expect.stringMatching(/Tag T-5 is already in use/) });
  });
  it('lists in pages, by box and by due date', async () => {
    await newTree('Z-1', { latitude: 10, longitude: 20 });
    await newTree('Z-2', { latitude: 10.001, longitude: 20.001 });
    const viewer = await service.as('viewer');
    const inBox = await viewer.get('/trees?box=19.9,9.9,20.1,10.1');
    expect(inBox.body.items.map((t: { tag: string }) => t.tag)).toEqual(['Z-1', 'Z-2']);
    const first = (await viewer.get('/trees?limit=2')).body;
    expect(first.items).toHaveLength(2);
    const second = (await viewer.get(`/trees?limit=2&after=${encodeURIComponent(first.next)}`)).body;
    expect(second.items[0].tag > first.items[1].tag).toBe(true);
    expect((await viewer.get('/trees?box=1,2,3')).status).toBe(422);
    expect((await viewer.get('/trees?dueBy=2000-01-01')).body.items).toEqual([]);
  });
});

describe('the stock of a town', () => {
  it('counts kinds by district and by what their names rest on, and learns from a review', async () => {
    const reviewer = await service.as('reviewer');
    const counted = async (district: string, taxon: string, wild = false) => {
      const kinds = stockAnswer.parse((await reviewer.get('/stock')).body)[district] ?? [];
      const { confirmed, listed } = kinds.find((kind) => kind.taxon === taxon && kind.wild === wild) ?? { confirmed: 0, listed: 0 };
      return { confirmed, listed };
    };
    const plane = 'Platanus × acerifolia';
    const before = { plane: await counted('quillhaven', plane), maple: await counted('quillhaven', 'Acer saccharinum') };
    const { crew, id } = await newTree('S-1');
    expect(await counted('quillhaven', plane)).toEqual(before.plane);
    const visitId = newId();
    await crew.put(`/visits/${visitId}`, aVisit(id));
    expect(await counted('quillhaven', plane)).toEqual({ ...before.plane, listed: before.plane.listed + 1 });
    const review = { visitId, verdict: 'overturn', secondLook: null, taxon: 'Acer saccharinum', reason: 'Buds are opposite.' };
    await reviewer.put(`/reviews/${newId()}`, review);
    expect(await counted('quillhaven', plane)).toEqual(before.plane);
    expect(await counted('quillhaven', 'Acer saccharinum')).toEqual({ ...before.maple, confirmed: before.maple.confirmed + 1 });
    // A wild tree of another town counts there, and with the wild ones.
    const far = await newTree('S-2', { latitude: -38.1, longitude: 146.2, planted: false });
    await far.crew.put(`/visits/${newId()}`, aVisit(far.id));
    const { id: there } = districtAt(service.world.library.districts, { latitude: -38.1, longitude: 146.2 });
    expect(there).not.toBe('quillhaven');
    expect(await counted(there, plane, true)).toEqual({ confirmed: 0, listed: 1 });
    expect(await counted('quillhaven', plane, true)).toEqual({ confirmed: 0, listed: 0 });
  });
});

describe('reviews', () => {
  it('overturns with a reason; both names stay; the CSV holds it', async () => {
    const { crew, id } = await newTree('R-1');
    const visitId = newId();
    await crew.put(`/visits/${visitId}`, aVisit(id));
    const reviewer = await service.as('reviewer');
    const queue = (await reviewer.get('/review-queue')).body.items;
    expect(queue.find((i: { visit: { id: string } }) => i.visit.id === visitId)).toMatchObject({
      tree: { tag: 'R-1' },
      why: expect.any(Array),
    });
    const review = { visitId, verdict: 'overturn', secondLook: null, taxon: 'Acer pseudoplatanus', reason: 'Buds are opposite.' };
    const reviewId = newId();
    expect((await reviewer.put(`/reviews/${reviewId}`, review)).body).toEqual({ id: reviewId, isNew: true });
    expect((await reviewer.put(`/reviews/${reviewId}`, review)).body.isNew).toBe(false);
    const { body } = await reviewer.get(`/trees/${id}`);
    expect(body).toMatchObject({ taxon: 'Acer pseudoplatanus', standing: 'overturned' });
    expect(body.determinations.map((d: { taxon: string }) => d.taxon)).toEqual(['Acer pseudoplatanus', 'Platanus × acerifolia']);
    expect((await reviewer.get('/exports/trees.csv')).text).toMatch(/R-1,.*Acer pseudoplatanus,species,overturned/);
    expect((await reviewer.get('/review-queue')).body.items.some((i: { visit: { id: string } }) => i.visit.id === visitId)).toBe(false);
  });
  it('weighs every visit that waits: the heaviest comes first however few are sent, and all are counted', async () => {
    const reviewer = await service.as('reviewer');
    const old = await newTree('R-old');
    await old.crew.put(`/visits/${newId()}`, {
      ...aVisit(old.id),
      look: { ...aVisit(old.id).look, signs: [{ id: 'union-crack', zone: 'unions', key: 'a' }] },
    });
    for (const tag of ['R-new-1', 'R-new-2']) {
      const later = await newTree(tag);
      await later.crew.put(`/visits/${newId()}`, aVisit(later.id));
    }
    const all = (await reviewer.get('/review-queue')).body;
    expect(all.total).toBe(all.items.length);
    const { id: account } = (await reviewer.get('/session')).body;
    const one = await reviewQueue(service.world, account, undefined, 1);
    expect(one.total).toBe(all.total);
    expect(one.items.map((item) => item.weight)).toEqual([Math.max(...all.items.map((item: { weight: number }) => item.weight))]);
    expect(one.items[0]?.tree.tag).toBe('R-old');
  });
  it('of a visit, its amendment and what amends that, the last of the chain waits', async () => {
    const { crew, id } = await newTree('R-amended');
    const [first, last, late] = [newId(), newId(), newId()];
    const of = (finishedAt: string, amends?: string) => ({
      ...aVisit(id),
      startedAt: '2026-05-01T09:00:00.000Z',
      finishedAt,
      look: { ...aVisit(id).look, day: '2026-05-01' },
      ...(amends === undefined ? {} : { amends }),
    });
    const sent = [
      await crew.put(`/visits/${first}`, of('2026-05-01T10:00:00.000Z')),
      await crew.put(`/visits/${last}`, of('2026-05-03T10:00:00.000Z', first)),
      await crew.put(`/visits/${late}`, of('2026-05-02T10:00:00.000Z', last)),
    ];
    expect(sent.map(({ status }) => status)).toEqual([200, 200, 200]);
    const { items } = (await (await service.as('reviewer')).get('/review-queue')).body;
    expect(
      items
        .filter((item: { tree: { tag: string } }) => item.tree.tag === 'R-amended')
        .map((item: { visit: { id: string } }) => item.visit.id),
    ).toEqual([late]);
  });
  it('a question comes back as work', async () => {
    const { crew, id } = await newTree('R-2');
    const visitId = newId();
    await crew.put(`/visits/${visitId}`, aVisit(id));
    const reviewer = await service.as('reviewer');
    await reviewer.put(`/reviews/${newId()}`, {
      visitId,
      verdict: 'question',
      secondLook: null,
      taxon: null,
      reason: 'Which side was seen?',
    });
    expect((await reviewer.get(`/trees/${id}`)).body).toMatchObject({
      standing: 'questioned',
      dueBecause: 'question from review: Which side was seen?',
    });
  });
  it.each([
    [{ verdict: 'overturn', taxon: null, reason: 'because' }, 422, /Enter the correct species name/],
    [{ verdict: 'overturn', taxon: 'Acer rubrum', reason: '' }, 422, /Enter a reason/],
    [{ verdict: 'overturn', taxon: 'Acer rubrm', reason: 'because' }, 422, /nearest known: Acer rubrum/],
    [{ verdict: 'overturn', taxon: 'Platanus × acerifolia', reason: 'because' }, 422, /already/],
    [{ verdict: 'maybe', taxon: null, reason: '' }, 422, /verdict/],
  ])('refuses %j', async (part, status, sentence) => {
    const { crew, id } = await newTree(`R-${newId().slice(-6)}`);
    const visitId = newId();
    await crew.put(`/visits/${visitId}`, aVisit(id));
    const reviewer = await service.as('reviewer');
    const answer = await reviewer.put(`/reviews/${newId()}`, { visitId, secondLook: null, ...part });
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toMatch(sentence);
  });
  it('nobody reviews their own visit', async () => {
    const { id } = await newTree('R-9');
    const reviewer = await service.as('reviewer');
    const visitId = newId();
    await reviewer.put(`/visits/${visitId}`, aVisit(id));
    expect(
      (await reviewer.put(`/reviews/${newId()}`, { visitId, verdict: 'confirm', secondLook: null, taxon: null, reason: '' })).body,
    ).toMatchObject({ status: 409, detail: expect.stringMatching(/Another person must review it/) });
  });
});

describe('the audit chain', () => {
  it('holds, and shows where it was tampered with', async () => {
    const coordinator = await service.as('coordinator');
    const before = (await coordinator.get('/audit')).body;
    expect(before).toMatchObject({ findings: [] });
    expect(before.entries).toBeGreaterThan(5);
    expect(before.rows).toBeGreaterThan(5);
    const entry = (await AuditEntry.findByPk(3)) as AuditEntry;
    const { body } = entry;
    await entry.update({ body: `${body} ` });
    expect((await coordinator.get('/audit')).body.findings).toEqual([{ what: 'chain broken', where: 'entry 3' }]);
    await entry.update({ body });
    expect((await coordinator.get('/audit')).body).toEqual(before);
  });
  it('has no forks when many write at once', async () => {
    const crew = await service.as('crew');
    await Promise.all(Array.from({ length: 12 }, (_, i) => crew.put(`/trees/${newId()}`, aTree(`P-${i}`))));
    expect((await verify(service.world)).findings).toEqual([]);
  });
});

describe('derived columns', () => {
  it('rebuild to what they are', async () => {
    const { trees, moved } = await rebuildAll(service.world);
    expect(trees).toBeGreaterThan(10);
    expect(moved).toEqual([]);
  });
  it('tell which moved when somebody changed one behind the record', async () => {
    await service.sequelize.query("UPDATE trees SET taxon = 'Acer rubrum' WHERE tag = 'R-1'");
    expect((await rebuildAll(service.world)).moved).toEqual([{ tag: 'R-1', what: ['taxon'] }]);
  });
});

describe('the rest', () => {
  it('is alive and ready', async () => {
    expect((await fetch(`${service.base}/healthz`)).status).toBe(200);
    const ready = await fetch(`${service.base}/readyz`);
    expect([ready.status, await ready.json()]).toEqual([200, { ready: true, headsLost: 0 }]);
  });
  it('publishes OpenAPI 3.1 with every route and its problem answer', async () => {
    const { body } = await service.anyone().get('/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    expect(body.paths['/visits/{id}'].put.requestBody.content['application/json'].schema.required).toContain('look');
    for (const methods of Object.values(body.paths as object))
      for (const r of Object.values(methods as Record<string, { responses: object }>)) expect(r.responses).toHaveProperty('default');
  });
  it('answers an unknown path with a problem', async () =>
    expect((await service.anyone().get('/nope')).body).toMatchObject({ status: 404, title: 'Not found' }));
});
