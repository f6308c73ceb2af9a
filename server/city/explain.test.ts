import { QueryTypes } from 'sequelize';
import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import { boxOf, placeAt, tileAt } from '@dendrix/core/geo';
import { aTree, aVisit, startService, TODAY, type Service } from '../testing/service';
import { GROWN, growTown } from '../testing/grown';

// Every query of every route, as the database itself explains it on a grown town: none reads all of a table that grows.

const TREES = 6000;
/** Tables that grow with the town or the years. What a screen asks of them is answered by an index. */
const GROWING = [
  'trees',
  'visits',
  'determinations',
  'reviews',
  'follow_ups',
  'photos',
  'audit_entries',
  'changes',
  'sessions',
  'imports',
  'messages',
  'put_offs',
  'seen',
  'told',
  'rounds',
  'round_stops',
];

let service: Service;
let ids: string[];
/** Has every statement told. Sequelize reads this option at each of them. */
const listen = (logging: false | ((sql: string) => void)) =>
  Object.assign((service.sequelize as unknown as { options: object }).options, { logging });
const asked: string[] = [];
beforeAll(async () => {
  service = await startService();
  ids = await growTown(service.sequelize, TREES);
  const crew = await service.as('crew');
  for (const id of ids.slice(0, 60)) await crew.put(`/visits/${newId()}`, aVisit(id));
  for (const table of GROWING) await service.sequelize.query(`ANALYZE TABLE ${table}`, { type: QueryTypes.SELECT });
  listen((sql) => void asked.push(sql.replace(/^Execut(?:ed|ing) \([^)]*\): /, '')));
});
afterAll(async () => {
  listen(false);
  await service.stop();
});

interface Step {
  table: string | null;
  type: string | null;
  key: string | null;
  rows: number | null;
  Extra: string | null;
}

/** Statements that read everything on purpose, each with why. */
const WHOLE: readonly [RegExp, string][] = [
  [
    /SELECT id, latitude, longitude, due_on AS dueOn.*FROM trees WHERE id > /s,
    'the map is counted once after a start, in pages by primary key',
  ],
  [
    /^SELECT .* FROM \w+ WHERE (user_id|created_by) = '[^']+'$/,
    'what is kept about a person, told to them: asked seldom, and over everything there is',
  ],
  [/^SELECT user_id, COUNT\(\*\) AS devices/, 'devices by person: an administrator looks at them seldom'],
  [/^SELECT DISTINCT street FROM trees/, 'the streets of the town, read along their index once a minute'],
];

/** A statement that was prepared, with something in its places. Text that was written into one has its own quotes. */
const bound = (sql: string) => sql.replace(/'(?:[^'\\]|\\.)*'|\?/g, (part) => (part === '?' ? "'1'" : part));

/** Routes that are not asked here, each with why. */
const LEFT_OUT: Readonly<Record<string, string>> = {
  'GET /audit': 'holds the whole record against the chain: all of it is read, on purpose',
  'GET /live': 'never ends; what it reads is what GET /live/since reads',
  ...Object.fromEntries(
    [
      'POST /accounts',
      'PUT /accounts/{id}',
      'POST /accounts/{id}/link',
      'POST /accounts/{id}/erase',
      'DELETE /accounts/{id}/factor',
      'DELETE /accounts/{id}/identity',
      'DELETE /accounts/{id}/devices',
      'DELETE /accounts/{id}/devices/{device}',
      'PUT /access-rules',
      'GET /links/{token}',
      'POST /links/{token}',
      'DELETE /me/devices/{id}',
      'PUT /me/password',
      'POST /me/factor',
      'PUT /me/factor',
      'POST /me/factor/off',
    ].map((route) => [route, 'about one person, by the primary key of a table of people; access.test.ts asks it']),
  ),
  ...Object.fromEntries(
    ['PUT /districts/{id}', 'DELETE /districts/{id}'].map((route) => [route, 'looks at every tree, in pages by primary key, on purpose']),
  ),
  ...Object.fromEntries(
    ['GET /districts/{id}', 'PUT /backgrounds/{id}', 'DELETE /backgrounds/{id}', 'GET /backgrounds/{id}/file', 'PUT /set-up'].map(
      (route) => [route, 'a table of a few rows, by its primary key; districts.test.ts asks it'],
    ),
  ),
};

/** What a statement reads of tables that grow, where that is all of them. */
async function scans(sql: string): Promise<string[]> {
  const steps = await service.sequelize.query<Step>(`EXPLAIN ${bound(sql)}`, { type: QueryTypes.SELECT, logging: false });
  return (
    steps
      .filter(({ table }) => GROWING.includes((table ?? '').toLowerCase()))
      // Along a whole index is as long as all of a table, but for a walk that ends early.
      .filter(({ type, rows }) => type === 'ALL' || (type === 'index' && Number(rows) > TREES / 4))
      .map(({ table, rows }) => `${table}: ${rows} rows`)
  );
}

describe('what the routes ask of the database', () => {
  it('is answered by an index, however large the town', async () => {
    const called: string[] = [];
    const fetching = jest.spyOn(global, 'fetch');
    const [crew, reviewer, coordinator, administrator] = await Promise.all(
      ['crew', 'reviewer', 'coordinator', 'administrator'].map((login) => service.as(login)),
    );
    if (!crew || !reviewer || !coordinator || !administrator) throw new Error('nobody signed in');
    const tree = ids[5] as string;
    const near = `latitude=${GROWN.latitude}&longitude=${GROWN.longitude}`;
    const tile = tileAt(placeAt(GROWN, { east: 300, north: 300 }), 16);
    const [visit, review, list, pictured, round] = [newId(), newId(), newId(), newId(), newId()];
    const planOf = (treeId: string) => ({
      from: '08:00',
      minutes: 60,
      by: 'foot',
      start: { ...GROWN, words: 'the yard' },
      end: null,
      tools: [],
      stops: [{ treeId, tag: 'G', place: 'Row 3', ...GROWN, why: 'due', minutes: 5, arrive: 1, metres: 1, pinned: false, lacks: [] }],
      metres: 1,
      takes: 6,
      line: [],
    });
    const picture = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#6b705c' } })
      .jpeg()
      .toBuffer();
    const photo = { id: newId(), zone: 'stem-n' as const, sign: null, takenAt: `${TODAY}T09:05:00.000Z`, timeFrom: 'device' as const, latitude: null, longitude: null, width: 80, height: 60, bytes: picture.length }; // prettier-ignore
    const seen = aVisit(tree);
    const withPicture = { ...seen, look: { ...seen.look, photos: [photo] } };
    const { body: detail } = await crew.get(`/trees/${tree}`);
    const answers = [
      await crew.get('/session'),
      await crew.get('/trees?limit=50'),
      await crew.get('/trees?limit=50&after=G%20000100'),
      await crew.get(`/trees?box=${boxOf(tile).join()}`),
      await crew.get('/trees?dueBy=2026-01-12&limit=20'),
      await crew.get('/round?dueBy=2026-06-15'),
      await crew.get(`/round?dueBy=2026-06-15&${near}`),
      await crew.get(`/find?words=&${near}`),
      ...(await Promise.all(
        ['', 'G 00', 'oak', 'row 3', 'oak row 3', 'linden'].map((words) => crew.get(`/find?words=${encodeURIComponent(words)}`)),
      )),
      await crew.get(`/kinds/${encodeURIComponent('Quercus robur')}`),
      await crew.get(`/map?day=${TODAY}`),
      await crew.get(`/tiles/16/${tile.x}/${tile.y}?day=${TODAY}`),
      await crew.get('/stock'),
      await crew.get(`/records?ids=${ids.slice(0, 5).join()}`),
      await crew.get(`/trees/${tree}/visits?after=${encodeURIComponent(`2030-01-01~1~${newId()}`)}`),
      await crew.post('/known', { tags: ['G 000001'], places: [[GROWN.latitude, GROWN.longitude]] }),
      await crew.put(`/trees/${newId()}`, aTree('E-1', { latitude: 45.61, longitude: -31.29 })),
      await crew.put(`/visits/${visit}`, aVisit(tree)),
      await reviewer.get('/review-queue'),
      await reviewer.get('/review-queue?limit=5'),
      await reviewer.put(`/reviews/${review}`, { visitId: visit, verdict: 'confirm', secondLook: null, taxon: null, reason: '' }),
      await reviewer.get(`/review-queue?by=${newId()}`),
      await reviewer.get('/review-queue?street=Row%203&about=danger'),
      await reviewer.get('/review-queue?about=disagreement'),
      await crew.get('/people'),
      await crew.put(`/messages/${newId()}`, {
        treeId: tree,
        visitId: visit,
        point: 'name',
        at: `${TODAY}T10:00:00.000Z`,
        text: 'Look.',
        mentions: [],
      }),
      await crew.put(`/put-offs/${newId()}`, { treeId: tree, at: `${TODAY}T10:00:00.000Z`, until: '2026-06-20', reason: 'Road closed.' }),
      await reviewer.get('/notices'),
      await crew.get('/live/since?n=1'),
      await crew.get(`/plan/candidates?day=${TODAY}&${near}&wanted=${tree}`),
      await crew.get(`/round?dueBy=${TODAY}&${near}&districts=${newId()},${newId()}`),
      await crew.get(`/plan/candidates?day=${TODAY}&${near}&districts=${newId()}`),
      await crew.get(`/plan/season?day=${TODAY}`),
      await crew.get(`/rounds?day=${TODAY}`),
      await crew.put(`/rounds/${round}`, { day: TODAY, crew: (await crew.get('/session')).body.id, plan: planOf(tree) }),
      await crew.get(`/rounds/${round}/round.ics`),
      await crew.get(`/rounds/${round}/round.gpx`),
      await crew.get(`/rounds/${round}/round.pdf`),
      await reviewer.get('/agreement?since=2026-01-01'),
      await reviewer.get('/agreement/bench?since=2026-01-01'),
      await crew.get('/town-errors'),
      await coordinator.put('/town-errors', { on: false, since: '2026-01-01' }),
      await crew.get(`/trees/${tree}/audit`),
      await crew.get('/exports/trees.csv'),
      await crew.get('/organisation'),
      await crew.get(`/trees/${tree}/sheet.pdf`),
      await crew.get('/exports/trees.geojson'),
      await service.anyone().get('/about'),
      ...(await Promise.all(['/me/devices', '/me/data', '/access-rules', '/districts', '/backgrounds'].map((path) => crew.get(path)))),
      await coordinator.get('/set-up'),
      await administrator.get('/accounts'),
      await administrator.get(`/accounts/${newId()}/devices`),
      await coordinator.put('/organisation', (await coordinator.get('/organisation')).body),
      await coordinator.get('/audit/head'),
      await coordinator.put(`/imports/${list}`, { text: 'tag,lat,lon\nL-1,45.5,-31.5' }),
      await coordinator.get(`/imports/${list}`),
      await crew.put(`/visits/${pictured}`, withPicture),
      await crew.raw('PUT', `/api/v1/visits/${pictured}/photos/${photo.id}`, picture, 'image/jpeg'),
      await crew.bytes(`/api/v1/photos/${photo.id}`),
    ];
    expect(answers.map(({ status }) => status).filter((status) => status !== 200)).toEqual([]);
    expect(detail.id).toBe(tree);
    const queue = (await reviewer.get('/review-queue?limit=5')).body;
    expect((await reviewer.get(`/review-queue?limit=5&after=${encodeURIComponent(queue.next)}`)).status).toBe(200);

    expect((await crew.delete(`/rounds/${round}`)).status).toBe(204);
    expect((await crew.post('/seen', { treeId: tree, what: [visit] })).status).toBe(204);
    expect((await crew.put('/presence', { tree })).status).toBe(204);
    expect((await coordinator.delete(`/imports/${list}`)).status).toBe(204);
    expect((await (await service.as('crew2')).delete('/session?everywhere=true')).status).toBe(204);

    for (const [url, init] of fetching.mock.calls)
      called.push(`${init?.method ?? 'GET'} ${new URL(String(url)).pathname.replace('/api/v1', '')}`);
    fetching.mockRestore();
    const { body: openApi } = await service.anyone().get('/openapi.json');
    const left = Object.entries(openApi.paths as Record<string, object>).flatMap(([path, methods]) =>
      Object.keys(methods).flatMap((method) => {
        const route = `${method.toUpperCase()} ${path}`;
        const shape = new RegExp(`^${route.replace(/\{\w+\}/g, '[^/]+').replace(/\./g, '\\.')}$`);
        return called.some((one) => shape.test(one)) ? [] : [route];
      }),
    );
    expect(left.sort()).toEqual(Object.keys(LEFT_OUT).sort());

    const statements = [...new Set(asked)].filter((sql) => /^\(?(SELECT|UPDATE|DELETE)/i.test(sql));
    expect(statements.length).toBeGreaterThan(60);
    const found: string[] = [];
    for (const sql of statements) {
      if (WHOLE.some(([which]) => which.test(sql))) continue;
      for (const scan of await scans(sql)) found.push(`${scan} by ${sql.slice(0, 160)}`);
    }
    expect(found).toEqual([]);
  });
  it('a scan would be found', async () => {
    expect(await scans("SELECT tag FROM trees WHERE note = 'x'")).toEqual([expect.stringMatching(/^trees: \d+ rows$/)]);
  });
});
