// The account of a running service: all of the tests beside this run by it. What it must not be able to do, whoever got hold of it.
import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { aTree, aVisit, startService, type Service } from '../testing/service';
import { grantsFor, NEEDS } from './grants';
import { migrate } from './migrate';
import { STEPS } from './migrations';

let service: Service;
beforeAll(async () => {
  service = await startService();
  const crew = await service.as('crew');
  const tree = newId();
  await crew.put(`/trees/${tree}`, aTree('G-1'));
  expect((await crew.put(`/visits/${newId()}`, aVisit(tree))).status).toBe(200);
});
afterAll(() => service.stop());

describe('the account of a running service', () => {
  it.each([
    'DELETE FROM audit_entries',
    "UPDATE audit_entries SET hash = 'x'",
    'DELETE FROM visits',
    'DELETE FROM trees',
    'DELETE FROM users',
    'DELETE FROM audit_head',
    "UPDATE reviews SET reason = 'x'",
    "UPDATE determinations SET taxon = 'x'",
    'DELETE FROM photos',
    "UPDATE messages SET text = 'x'",
    "INSERT INTO migrations (name) VALUES ('9999-x')",
    'DROP TABLE trees',
    'TRUNCATE TABLE sessions',
    'ALTER TABLE users ADD COLUMN x INT',
    'CREATE TABLE mine (x INT)',
    'CREATE TRIGGER t BEFORE INSERT ON trees FOR EACH ROW SET NEW.tag = 1',
    "GRANT ALL ON *.* TO 'dendrix_least'@'127.0.0.1'",
    'SELECT * FROM mysql.user',
    "SELECT LOAD_FILE('/etc/passwd') INTO OUTFILE '/tmp/dendrix-out'",
  ])('cannot: %s', async (statement) => {
    const error = (await service.sequelize.query(statement).catch((one: unknown) => one)) as { parent?: { errno?: number } };
    // 1142 and 1143 table and column, 1044 and 1045 database and account, 1227 a right of the whole server.
    expect([1142, 1143, 1044, 1045, 1227]).toContain(error.parent?.errno);
  });

  it('starts on the newest schema without a right to change it, and says who has to where it is older', async () => {
    expect(await migrate(service.sequelize)).toEqual([]);
    const newer = { name: '9999-newer', statements: ['ALTER TABLE users ADD COLUMN newer INT'] };
    await expect(migrate(service.sequelize, [...STEPS, newer])).rejects.toThrow(/run npm run upgrade by the one that owns it/);
  });

  it('is told of every table there is, so that none is forgotten', async () => {
    const rows = await service.sequelize.query<{ name: string }>(
      'SELECT DISTINCT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
      { type: QueryTypes.SELECT },
    );
    expect(rows.map(({ name }) => name).sort()).toEqual(Object.keys(NEEDS).sort());
  });

  it('is named plainly, or not at all', () => {
    expect(grantsFor('dendrix', 'dendrix_service', '10.0.0.%')[0]).toBe(
      "GRANT SELECT ON `dendrix`.`migrations` TO 'dendrix_service'@'10.0.0.%';",
    );
    for (const name of ["x' OR", 'x`', '']) expect(() => grantsFor('dendrix', name, 'localhost')).toThrow(/is no name/);
  });
});
