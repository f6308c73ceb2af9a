import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { boxOf, placeAt, tileAt } from '@dendrix/core/geo';
import { aTree, aVisit, startService, TODAY, type Service } from '../testing/service';
import { GROWN, growTown } from '../testing/grown';

// Every query of every route, as the database itself explains it on a grown town: none reads all of a table that grows.

const TREES = 6000;
/** Tables that grow with the town or the years. What a screen asks of them is answered by an index. */
const GROWING = ['trees', 'visits', 'determinations', 'reviews', 'follow_ups', 'photos', 'audit_entries', 'changes', 'sessions', 'imports'];

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
  [/^SELECT DISTINCT street FROM trees/, 'the streets of the town, read along their index once a minute'],
  [/FROM (`)?audit_entries/, 'the chain is walked from end to end when it is verified'],
];

/** A statement that was prepared, with something in its places. Text that was written into one has its own quotes. */
const bound = (sql: string) => sql.replace(/'(?:[^'\\]|\\.)*'|\?/g, (part) => (part === '?' ? "'1'" : part));

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
    const [crew, reviewer, coordinator] = await Promise.all(['crew', 'reviewer', 'coordinator'].map((login) => service.as(login)));
    if (!crew || !reviewer || !coordinator) throw new Error('nobody signed in');
    const tree = ids[5] as string;
    const near = `latitude=${GROWN.latitude}&longitude=${GROWN.longitude}`;
    const tile = tileAt(placeAt(GROWN, { east: 300, north: 300 }), 16);
    const [visit, review] = [newId(), newId()];
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
      await crew.get('/exports/trees.csv'),
      await crew.get('/organisation'),
      await crew.get(`/trees/${tree}/sheet.pdf`),
    ];
    expect(answers.map(({ status }) => status).filter((status) => status !== 200)).toEqual([]);
    expect(detail.id).toBe(tree);
    const queue = (await reviewer.get('/review-queue?limit=5')).body;
    expect((await reviewer.get(`/review-queue?limit=5&after=${encodeURIComponent(queue.next)}`)).status).toBe(200);

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
