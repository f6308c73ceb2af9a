import { QueryTypes, type Sequelize } from 'sequelize';
import { dropDatabase, freshDatabase, urlOf } from '../testing/service';
import { connect } from './connect';
import { migrate } from './migrate';
import { STEPS } from './migrations';

let sequelize: Sequelize;
beforeEach(async () => {
  sequelize = await freshDatabase();
});
afterEach(() => dropDatabase(sequelize));

const tables = async () =>
  (
    await sequelize.query<{ t: string }>(
      'SELECT table_name AS t FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
      { type: QueryTypes.SELECT },
    )
  ).map((r) => r.t);
const columns = () =>
  sequelize.query<object>(
    'SELECT table_name, column_name, column_type, is_nullable FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY 1, 2',
    { type: QueryTypes.SELECT },
  );

/** Empties the database of this test, which freshDatabase made. */
async function empty(): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const t of await tables()) await sequelize.query(`DROP TABLE \`${t}\``, { transaction });
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
}

describe('bringing a database to the newest schema', () => {
  it('runs each step once', async () => {
    expect(await migrate(sequelize)).toEqual([]);
    await empty();
    expect(await migrate(sequelize)).toEqual(STEPS.map((step) => step.name));
  });
  it('heals wherever it was cut short, statement by statement', async () => {
    const whole = await columns();
    const statements = STEPS.flatMap((step) => step.statements.map((_s, i) => ({ step, upTo: i + 1 })));
    // Every step cut after its first, a middle and its last statement, before it was noted as done.
    const cuts = statements.filter(({ step, upTo }) => [1, Math.ceil(step.statements.length / 2), step.statements.length].includes(upTo));
    for (const { step, upTo } of cuts) {
      await empty();
      const before = STEPS.slice(0, STEPS.indexOf(step));
      await migrate(sequelize, before);
      for (const statement of step.statements.slice(0, upTo)) await sequelize.query(statement);
      await migrate(sequelize);
      expect(await columns()).toEqual(whole);
    }
  });
  it('several servers that start at once take turns', async () => {
    await empty();
    const others = Array.from({ length: 3 }, () => connect(urlOf(sequelize)));
    const ran = await Promise.all(others.map((other) => migrate(other)));
    expect(ran.flat().sort()).toEqual(STEPS.map((step) => step.name).sort());
    for (const other of others) await other.close();
  });
  it('a database of the first version is lifted with its rows', async () => {
    await empty();
    await migrate(sequelize, STEPS.slice(0, 3));
    const id = (n: number) => `01976a00-0000-7000-8000-00000000000${n}`;
    await sequelize.query(`INSERT INTO users VALUES ('${id(1)}', 'Jory', 'jory', 'x', 'crew', NOW(3))`);
    await sequelize.query(
      `INSERT INTO trees (id, tag, place, site_kind, latitude, longitude, point, note, created_at) VALUES ('${id(2)}', 'M-1', '', 'street', 45.6, -31.2, POINT(-31.2, 45.6), '', NOW(3))`,
    );
    const record = {
      observations: [],
      cannotSee: [],
      looked: ['stem-n'],
      signs: [{ id: 'cavity', zone: 'stem-n', opening: 0.2 }],
      measurements: {},
      safety: [],
    };
    await sequelize.query(
      `INSERT INTO visits (id, tree_id, user_id, started_at, finished_at, time_zone, library_version, record, name, judgement, come_back, amends, received_at)
       VALUES ('${id(3)}', '${id(2)}', '${id(1)}', '2024-06-14 22:00:00', '2024-06-14 23:30:00', 'Pacific/Auckland', 'x', ?, NULL, '{}', NULL, NULL, NOW(3))`,
      { replacements: [JSON.stringify(record)] },
    );
    await sequelize.query(
      `INSERT INTO follow_ups (id, tree_id, due_on, because) VALUES ('${id(4)}', '${id(2)}', '2024-01-05', 'new on the list, never visited')`,
    );
    await migrate(sequelize);
    const { anchor } = await import('../chain/service');
    const { verify } = await import('../audit/verify');
    const { rebuildAll } = await import('../trees/rebuild');
    const { judgeUnjudged } = await import('../trees/upkeep');
    const { treeDetail } = await import('../trees/service');
    const { testLibrary } = await import('../../core/testing/library');
    const world = { sequelize, library: testLibrary, now: () => new Date('2026-06-15T12:00:00Z'), newId: () => id(9) };
    await anchor(world);
    expect(await judgeUnjudged(world)).toBe(1);
    const tree = await treeDetail(world, id(2));
    expect(tree.visits[0]?.look).toMatchObject({ day: '2024-06-15', signs: [{ key: 'cavity@stem-n', opening: 0.2 }] });
    expect(tree).toMatchObject({ lastVisitOn: '2024-06-15', soundness: 'serious weakness' });
    expect((await rebuildAll(world)).moved).toEqual([]);
    expect((await verify(world)).findings).toEqual([]);
  });
});
