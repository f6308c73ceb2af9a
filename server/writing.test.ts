import { v7 as newId } from 'uuid';
import { QueryTypes } from 'sequelize';
import type { Look, VisitSubmission } from '@dendrix/core/record';
import { addDays } from '@dendrix/core/time';
import { verify } from './audit/verify';
import { rebuildAll } from './trees/rebuild';
import { aTree, aVisit, startService, TODAY, type Answer, type Client, type Service } from './testing/service';

let service: Service;
let crew: Client;
let reviewer: Client;
beforeAll(async () => {
  service = await startService();
  [crew, reviewer] = await Promise.all([service.as('crew'), service.as('reviewer')]);
});
afterAll(() => service.stop());

let count = 0;
async function newTree(): Promise<string> {
  const id = newId();
  expect((await crew.put(`/trees/${id}`, aTree(`W-${++count}`))).status).toBe(200);
  return id;
}

/** A visit of a day with what was seen; the name the engine gives, or another. */
function visitOn(treeId: string, day: string, look: Partial<Look> = {}, more: Partial<VisitSubmission> = {}): VisitSubmission {
  const base = aVisit(treeId);
  return {
    ...base,
    startedAt: `${day}T09:00:00.000Z`,
    finishedAt: `${day}T09:20:00.000Z`,
    look: { ...base.look, day, ...look },
    ...more,
  };
}
const named = (taxon: string | null): VisitSubmission['name'] => ({
  taxon,
  level: taxon === null ? 'none' : 'species',
  rule: 'three-lines',
  confirmed: false,
  probability: 0.9,
  why: 'as seen',
});
const cavity = (opening: number, again?: string): Look['signs'][number] => ({
  id: 'cavity',
  zone: 'stem-n',
  key: `c-${opening}`,
  opening,
  ...(again === undefined ? {} : { again }),
});

/** What is derived of a tree, without what is its alone. */
async function derived(treeId: string) {
  const { body } = await crew.get(`/trees/${treeId}`);
  const { taxon, level, standing, dbh, height, vigour, soundness, hiddenDecay, seenPercent, risk, dueOn, dueBecause, lastVisitOn } = body;
  const followUps = body.followUps.map(({ dueOn, because, season, trait, doneOn }: Record<string, unknown>) => ({
    dueOn,
    because,
    season,
    trait,
    doneOn,
  }));
  // Of one day they stand in no order of their own.
  followUps.sort((a: object, b: object) => JSON.stringify(a).localeCompare(JSON.stringify(b)));
  const notes = body.visits.map((v: { look: Look; judgement: { note: string } }) => `${v.look.day}: ${v.judgement.note}`);
  return {
    taxon,
    level,
    standing,
    dbh,
    height,
    vigour,
    soundness,
    hiddenDecay,
    seenPercent,
    risk,
    dueOn,
    dueBecause,
    lastVisitOn,
    followUps,
    notes,
  };
}

describe('forty visits to one tree at once', () => {
  it('shuffled and doubled, all are kept once and derive the same tree as in order', async () => {
    const [ordered, shuffled] = [await newTree(), await newTree()];
    const visits = Array.from({ length: 40 }, (_, i) => {
      const day = addDays('2022-06-01', i * 30);
      const look: Partial<Look> = {
        signs: i % 3 === 0 ? [{ ...cavity(0.02 + i * 0.003), key: `c-${i}` }] : [],
        looked: i % 4 === 0 ? ['stem-n', 'collar'] : ['stem-s'],
        measurements: { dbh: { m: Number((0.4 + i * 0.002).toFixed(3)) } },
        beneath: i % 5 === 0 ? [{ what: 'people-passing', howOften: 'frequent' }] : [],
      };
      return { day, look, name: named(['Platanus × acerifolia', null, 'Acer pseudoplatanus'][i % 3] ?? null) };
    });
    for (const { day, look, name } of visits)
      expect((await crew.put(`/visits/${newId()}`, visitOn(ordered, day, look, { name }))).status).toBe(200);

    const parcels = visits.map(({ day, look, name }) => ({ id: newId(), body: visitOn(shuffled, day, look, { name }) }));
    const doubled = [...parcels, ...parcels].map((p) => ({ p, at: Math.random() })).sort((a, b) => a.at - b.at);
    const answers = await Promise.all(doubled.map(({ p }) => sent(() => crew.put(`/visits/${p.id}`, p.body))));
    expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
    expect(answers.filter((a) => a.body.isNew)).toHaveLength(40);
    expect(await derived(shuffled)).toEqual(await derived(ordered));
    expect((await rebuildAll(service.world)).moved).toEqual([]);
    expect((await verify(service.world)).findings).toEqual([]);
  });
});

/** Sends as the phone does: what is busy is tried again. */
async function sent(send: () => Promise<Answer>): Promise<Answer> {
  for (;;) {
    const answer = await send();
    if (answer.status !== 503) return answer;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

describe('many hands at once', () => {
  it('three visits and two reviewers on one tree: none is a server error', async () => {
    const second = await service.as('coordinator');
    for (let round = 0; round < 8; round++) {
      const tree = await newTree();
      const first = newId();
      await crew.put(`/visits/${first}`, visitOn(tree, '2026-05-01'));
      const review = (by: Client) => () =>
        by.put(`/reviews/${newId()}`, { visitId: first, verdict: 'confirm', secondLook: null, taxon: null, reason: '' });
      const visits = ['2026-05-10', '2026-05-11', '2026-05-12'].map((day) => () => crew.put(`/visits/${newId()}`, visitOn(tree, day)));
      const answers = await Promise.all([...visits, review(reviewer), review(second)].map(sent));
      expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200, 200]);
    }
  });
  it('the same id with other content is told apart, at once and later; the first stays', async () => {
    const tree = await newTree();
    const id = newId();
    const [one, other] = [visitOn(tree, '2026-05-01', { note: 'one' }), visitOn(tree, '2026-05-01', { note: 'other' })];
    const both = await Promise.all([one, other].map((body) => crew.put(`/visits/${id}`, body)));
    expect(both.map((a) => a.status).sort()).toEqual([200, 409]);
    expect(both.find((a) => a.status === 409)?.body.detail).toMatch(/A visit with this ID is already saved/);
    expect((await crew.put(`/visits/${id.toUpperCase()}`, both[0]?.status === 200 ? one : other)).body).toEqual({ id, isNew: false });
    expect((await crew.get(`/trees/${tree}`)).body.visits).toHaveLength(1);
    const review = { visitId: id, verdict: 'confirm', secondLook: null, taxon: null, reason: '' };
    const reviewId = newId();
    await reviewer.put(`/reviews/${reviewId}`, review);
    expect((await reviewer.put(`/reviews/${reviewId}`, { ...review, reason: 'on second thoughts' })).status).toBe(409);
    expect((await crew.put(`/trees/${tree}`, aTree(`W-${count}`, { place: 'Elsewhere' }))).status).toBe(409);
  });
});

describe('late arrivals', () => {
  it('an older visit that comes in late moves no newer date, and is known to the visit after it', async () => {
    const tree = await newTree();
    const urgent = visitOn(tree, '2026-06-01', {
      signs: [{ ...cavity(0.2), again: 'c-0.05' }],
      beneath: [{ what: 'people-staying', howOften: 'constant' }],
    });
    await crew.put(`/visits/${newId()}`, urgent);
    const before = (await crew.get(`/trees/${tree}`)).body;
    await crew.put(`/visits/${newId()}`, visitOn(tree, '2024-06-01', { signs: [cavity(0.05)] }));
    const after = (await crew.get(`/trees/${tree}`)).body;
    expect(after.dueOn <= before.dueOn).toBe(true);
    expect(after.lastVisitOn).toBe('2026-06-01');
    const newest = after.visits[0];
    expect(newest.judgement.changes.find((c: { sign?: string }) => c.sign === 'cavity')).toMatchObject({ course: 'worse' });
    // The phone did not know the older visit: what it said is shown beside.
    expect(newest.judgedWith).toBe(service.world.library.version);
    expect(newest.differs.map((d: { what: string }) => d.what)).toContain('soundness');
  });
});

describe('whose a visit is', () => {
  it('only its author or a coordinator amends it, on its own day, also through a chain', async () => {
    const tree = await newTree();
    const first = newId();
    await crew.put(`/visits/${first}`, visitOn(tree, '2026-05-01', {}, { name: named('Platanus × acerifolia') }));
    const amend = (by: Client, amends: string, more: Partial<VisitSubmission> = {}, day = '2026-05-01') =>
      by.put(`/visits/${newId()}`, visitOn(tree, day, { note: newId() }, { amends, finishedAt: '2026-05-02T09:00:00.000Z', ...more }));
    expect((await amend(await service.as('crew2'), first)).body).toMatchObject({
      status: 403,
      detail: expect.stringMatching(/person who made a visit/),
    });
    expect((await amend(crew, first, {}, '2026-04-30')).body.detail).toMatch(/dated 2026-05-01/);
    const second = newId();
    const body = visitOn(tree, '2026-05-01', { note: 'second' }, { amends: first, finishedAt: '2026-05-02T09:00:00.000Z' });
    expect((await crew.put(`/visits/${second}`, body)).status).toBe(200);
    expect((await amend(await service.as('coordinator'), second, { name: named('Acer pseudoplatanus') })).status).toBe(200);
    const tree2 = (await crew.get(`/trees/${tree}`)).body;
    expect(tree2).toMatchObject({ taxon: 'Acer pseudoplatanus', lastVisitOn: '2026-05-01' });
    expect(tree2.visits).toHaveLength(3);
  });
  it('no amendment takes a reviewer’s name away', async () => {
    const tree = await newTree();
    const first = newId();
    await crew.put(`/visits/${first}`, visitOn(tree, '2026-05-01', {}, { name: named('Platanus × acerifolia') }));
    const review = { visitId: first, verdict: 'overturn', secondLook: null, taxon: 'Acer', reason: 'Buds are opposite.' };
    expect((await reviewer.put(`/reviews/${newId()}`, review)).status).toBe(200);
    expect((await crew.get(`/trees/${tree}`)).body).toMatchObject({ taxon: 'Acer', level: 'genus', standing: 'overturned' });
    const amended = visitOn(
      tree,
      '2026-05-01',
      {},
      { amends: first, name: named('Platanus × acerifolia'), startedAt: `${TODAY}T12:50:00.000Z`, finishedAt: `${TODAY}T13:00:00.000Z` },
    );
    expect((await crew.put(`/visits/${newId()}`, amended)).status).toBe(200);
    expect((await crew.get(`/trees/${tree}`)).body).toMatchObject({ taxon: 'Acer', standing: 'contested' });
  });
});

describe('what a visit may say', () => {
  it.each([
    ['a name no library holds', (v: VisitSubmission) => ({ ...v, name: named('Nonsense absurda') }), 'name.taxon', /nearest known/],
    [
      'a sign',
      (v: VisitSubmission) => ({ ...v, look: { ...v.look, signs: [{ id: 'cavty', zone: 'stem-n', key: 'k' }] } }),
      'look.signs[0].id',
      /nearest known: cavity/,
    ],
    [
      'a field',
      (v: VisitSubmission) => ({ ...v, look: { ...v.look, signs: [{ id: 'lean', zone: 'stem-n', key: 'k', cover: 3 }] } }),
      'look.signs[0].cover',
      /not recorded with "cover"/,
    ],
    ['a zone', (v: VisitSubmission) => ({ ...v, look: { ...v.look, looked: ['stem-nn'] } }), 'look.looked[0]', /./],
    [
      'a lean of the leaves',
      (v: VisitSubmission) => ({ ...v, look: { ...v.look, signs: [{ id: 'lean', zone: 'foliage', key: 'k' }] } }),
      'look.signs[0].zone',
      /cannot be recorded at foliage/,
    ],
    [
      'a crown above its top',
      (v: VisitSubmission) => ({ ...v, look: { ...v.look, measurements: { height: { m: 10 }, crownBase: { m: 18 } } } }),
      'look.measurements.crownBase',
      /outside the height of the tree/,
    ],
    [
      'a day of another week',
      (v: VisitSubmission) => ({ ...v, look: { ...v.look, day: '2026-05-01' } }),
      'look.day',
      /\(Atlantic\/Azores\)/,
    ],
    [
      'the year one',
      (v: VisitSubmission) => ({
        ...v,
        startedAt: '0001-01-01T00:00:00.000Z',
        finishedAt: '0001-01-01T00:10:00.000Z',
        look: { ...v.look, day: '0001-01-01' },
      }),
      'look.day',
      /cannot be dated before/,
    ],
    ['thirty years', (v: VisitSubmission) => ({ ...v, startedAt: '1996-01-01T00:00:00.000Z' }), 'startedAt', /longer than three days/],
    ['a time zone', (v: VisitSubmission) => ({ ...v, timeZone: 'Mars/Olympus' }), 'timeZone', /not a time zone/],
    ['a judgement of any shape', (v: VisitSubmission) => ({ ...v, judgement: {} }), 'judgement.vigour', /./],
    [
      'nothing at all',
      (v: VisitSubmission) => ({ ...v, name: null, look: { ...v.look, observations: [], looked: [], measurements: {} } }),
      'look',
      /has no observations/,
    ],
  ] as const)('refuses %s with a sentence, and keeps nothing', async (_words, change, path, sentence) => {
    const tree = await newTree();
    const answer = await crew.put(`/visits/${newId()}`, change(visitOn(tree, TODAY)));
    expect(answer.body).toMatchObject({ status: 422, path, detail: expect.stringMatching(sentence) });
    expect((await crew.get(`/trees/${tree}`)).body.visits).toEqual([]);
  });
  it('a name the library does not hold is kept as written text, and nothing is judged by it', async () => {
    const tree = await newTree();
    const name = {
      taxon: null,
      level: 'none' as const,
      rule: 'three-lines' as const,
      confirmed: false,
      probability: 0,
      why: 'as written',
      written: 'Tetradium daniellii',
    };
    expect((await crew.put(`/visits/${newId()}`, visitOn(tree, TODAY, {}, { name }))).status).toBe(200);
    const { body } = await crew.get(`/trees/${tree}`);
    expect(body).toMatchObject({ taxon: null, standing: 'unnamed' });
    expect(body.determinations[0].why).toMatch(/Tetradium daniellii/);
  });
  it('simulated readings are refused here, and kept where the organisation is a place for practice', async () => {
    const tree = await newTree();
    const practised = visitOn(tree, TODAY, { measurements: { dbh: { m: 0.9, simulated: true }, height: { m: 12 } } });
    expect((await crew.put(`/visits/${newId()}`, practised)).body).toMatchObject({
      status: 422,
      path: 'look.measurements.dbh',
      detail: expect.stringMatching(/diameter came from a simulated device/),
    });
    const coordinator = await service.as('coordinator');
    const usual = (await coordinator.get('/organisation')).body;
    await coordinator.put('/organisation', { ...usual, practicePlace: true });
    expect((await crew.put(`/visits/${newId()}`, practised)).status).toBe(200);
    await coordinator.put('/organisation', usual);
    const { body } = await crew.get(`/trees/${tree}`);
    expect(body).toMatchObject({ dbh: null, height: 12 });
    expect(body.visits[0].judgement.lookedAt.cannotSay.join(' ')).toMatch(/diameter came from a simulated device/);
  });
  it.each([
    [
      'a drilling',
      { measurements: { drillings: [{ zone: 'stem-n', height: 1, bark: 0, shell: 0.05, plusMinus: 0, decayMet: true, from: 'drill' }] } },
    ],
    ['a sounding', { sounding: [{ zone: 'stem-n', sound: 'clear' }] }],
    [
      'a place',
      { measurements: { position: { latitude: 45, longitude: -31, plusMinus: 1, spread: 1, fixes: 9, leftOut: 0, from: 'phone' } } },
    ],
  ] as [string, Partial<Look>][])('%s alone is a visit', async (_words, look) => {
    const tree = await newTree();
    const alone = visitOn(tree, TODAY, { observations: [], looked: [], measurements: {}, ...look }, { name: null });
    expect((await crew.put(`/visits/${newId()}`, alone)).status).toBe(200);
  });
  it('what an old phone kept is taken by this server, and sent twice it is once', async () => {
    const tree = await newTree();
    const {
      schema: _schema,
      look,
      units: _units,
      laterLooks: _later,
      judgement,
      ...rest
    } = visitOn(tree, '2026-06-14', { signs: [cavity(0.1)] });
    const { day: _day, ...record } = look;
    const old = {
      ...rest,
      record: { ...record, signs: record.signs.map(({ key: _key, ...sign }) => sign) },
      judgement: { soundness: { band: 'weakness' } },
      comeBack: judgement?.comeBack ?? null,
    };
    const id = newId();
    expect((await crew.put(`/visits/${id}`, old)).body).toEqual({ id, isNew: true });
    expect((await crew.put(`/visits/${id}`, old)).body).toEqual({ id, isNew: false });
    const { body } = await crew.get(`/trees/${tree}`);
    expect(body.visits[0].look).toMatchObject({ day: '2026-06-14', signs: [{ key: 'cavity@stem-n' }] });
    expect(body.visits[0].differs).toEqual([]);
  });
  it.each([
    ['Pacific/Auckland', '2026-06-14T20:30:00.000Z', '2026-06-15'],
    ['Pacific/Honolulu', '2026-06-15T09:30:00.000Z', '2026-06-14'],
    ['Europe/London', '2026-06-14T23:30:00.000Z', '2026-06-15'],
  ])('the day is that of the place: %s', async (timeZone, finishedAt, day) => {
    const library = service.world.library;
    service.world.library = { ...library, districts: library.districts.map((district) => ({ ...district, timeZone })) };
    const tree = await newTree();
    const startedAt = new Date(Date.parse(finishedAt) - 600_000).toISOString();
    const visit = visitOn(tree, day, {}, { timeZone, startedAt, finishedAt });
    expect((await crew.put(`/visits/${newId()}`, visit)).status).toBe(200);
    expect((await crew.get(`/trees/${tree}`)).body.lastVisitOn).toBe(day);
    const wrong = { ...visit, look: { ...visit.look, day: addDays(day, 1) } };
    expect((await crew.put(`/visits/${newId()}`, wrong)).body.path).toBe('look.day');
    service.world.library = library;
  });
  it('a device that thinks it is elsewhere dates no visit to a day that has not begun at the tree', async () => {
    const tree = await newTree();
    const [startedAt, finishedAt] = ['2026-06-14T11:00:00.000Z', '2026-06-14T11:10:00.000Z'];
    const visit = visitOn(tree, '2026-06-15', {}, { timeZone: 'Pacific/Kiritimati', startedAt, finishedAt });
    const refused = await crew.put(`/visits/${newId()}`, visit);
    expect(refused.body).toMatchObject({ status: 422, path: 'look.day', detail: expect.stringMatching(/Azores.* it was 2026-06-14/) });
    const there = { ...visit, timeZone: 'Atlantic/Azores', look: { ...visit.look, day: '2026-06-14' } };
    expect((await crew.put(`/visits/${newId()}`, there)).status).toBe(200);
    expect((await crew.get(`/trees/${tree}`)).body.lastVisitOn).toBe('2026-06-14');
  });
});

describe('rubbish is a sentence, never a server error', () => {
  const nested = `{"a":${'['.repeat(50)}${']'.repeat(50)}}`;
  it.each([
    ['not JSON', '{'],
    ['JSON that is no visit', nested],
    ['a number', '3'],
    ['null', 'null'],
    ['a text with NUL', JSON.stringify({ note: '\u0000' })],
  ])('%s', async (_words, body) => {
    for (const path of [`/trees/${newId()}`, `/visits/${newId()}`, '/session']) {
      const { status, body: problem } = await crew.call(path === '/session' ? 'POST' : 'PUT', `/api/v1${path}`, body);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(problem.detail.length).toBeGreaterThan(10);
    }
  });
  it('a tree text with four-byte letters and control letters is kept or refused, never half', async () => {
    for (const place of ['🌳 Row', 'a\u0000b', 'x'.repeat(120)]) {
      const id = newId();
      const { status } = await crew.put(`/trees/${id}`, aTree(`E-${newId().slice(-8)}`, { place }));
      expect([200, 422]).toContain(status);
      if (status === 200) expect((await crew.get(`/trees/${id}`)).body.place).toBe(place);
    }
  });
  it('strict mode: the database refuses what does not fit instead of cutting it', async () => {
    const [row] = await service.sequelize.query<{ mode: string }>('SELECT @@SESSION.sql_mode AS mode', { type: QueryTypes.SELECT });
    expect(row?.mode).toMatch(/STRICT_ALL_TABLES/);
  });
});
