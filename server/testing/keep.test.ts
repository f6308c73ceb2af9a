// The drill of a backup: a town with 2,000 visits and 500 pictures, backed up while somebody writes, destroyed, restored, and everything
// is as it was.
import { appendFileSync, copyFileSync, existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import { backUp, restore } from '../../ops/backup/archive';
import { programInTest } from '../../ops/programs.mjs';
import { headKeeper, keptHeads } from '../chain/head';
import { verify } from '../audit/verify';
import { connect } from '../db/connect';
import { migrate } from '../db/migrate';
import { STEPS } from '../db/migrations';
import { defineModels } from '../models';
import { Photo } from '../models/photos';
import { sha256 } from '../chain/canonical';
import { chain } from '../chain/service';
import { inTransaction } from '../db/transaction';
import { rebuildAll } from '../trees/rebuild';
import { aTree, aVisit, dropDatabase, freshDatabase, startService, urlOf, type Service } from './service';

const VISITS = 2000;
const PICTURES = 500;
/** As a camera of today writes it, and as no packing makes it smaller. */
const LARGEST = 11_700_000;

let service: Service;
let dir: string;
let chainFile: string;
beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'dendrix-keep-'));
  chainFile = join(dir, 'heads.txt');
  service = await startService();
  service.world.keepHead = headKeeper(chainFile);
  const crew = await service.as('crew');
  const { id: userId } = (await crew.get('/session')).body as { id: string };
  const trees = Array.from({ length: 40 }, () => newId());
  for (const [i, id] of trees.entries()) await crew.put(`/trees/${id}`, aTree(`K-${i}`, { latitude: 45.6 + i * 0.001 }));
  // Some as phones send them, the rest as rows of the same record: what is backed up is rows.
  const visits: string[] = [];
  for (const id of trees) {
    const visit = newId();
    visits.push(visit);
    await crew.put(`/visits/${visit}`, aVisit(id));
  }
  const columns = (
    await service.sequelize.query<{ name: string }>(
      "SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = 'visits' AND column_name <> 'id' AND extra NOT LIKE '%GENERATED%' ORDER BY ordinal_position",
      { type: QueryTypes.SELECT },
    )
  ).map(({ name }) => `\`${name}\``);
  const copies: string[] = [];
  while (visits.length + copies.length < VISITS) {
    const id = newId();
    await service.sequelize.query(`INSERT INTO visits (id, ${columns.join()}) SELECT ?, ${columns.join()} FROM visits WHERE id = ?`, {
      replacements: [id, visits[copies.length % visits.length]],
    });
    copies.push(id);
  }
  const thumbnail = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#445533' } })
    .jpeg()
    .toBuffer();
  const photos = Array.from({ length: PICTURES }, (_, i) => {
    const picture = randomBytes(i === 0 ? LARGEST : 20_000);
    return {
      id: newId(),
      visitId: visits[i % visits.length] as string,
      treeId: trees[i % trees.length] as string,
      userId,
      type: 'image/jpeg',
      width: 8,
      height: 8,
      sha256: sha256(picture),
      picture,
      thumbnail,
      receivedAt: new Date('2026-06-15T12:00:00Z'),
    };
  });
  await Photo.bulkCreate(photos.slice(0, 1));
  for (let i = 1; i < photos.length; i += 50) await Photo.bulkCreate(photos.slice(i, i + 50));
  await inTransaction(service.world, (transaction) =>
    chain(service.world, transaction, {
      userId,
      action: 'fill',
      entity: 'record',
      entityId: newId(),
      body: {},
      wrote: { visits: copies, photos: photos.map(({ id }) => id) },
    }),
  );
  await rebuildAll(service.world);
});
afterAll(async () => {
  await service.stop();
  rmSync(dir, { recursive: true, force: true });
});

/** Every row of every table, hashed: what a town is. */
async function all(sequelize: Sequelize): Promise<Record<string, string>> {
  const tables = await sequelize.query<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
    { type: QueryTypes.SELECT },
  );
  const sums: Record<string, string> = {};
  for (const { name } of tables) {
    const [sum] = await sequelize.query<Record<string, unknown>>(`CHECKSUM TABLE \`${name}\` EXTENDED`, { type: QueryTypes.SELECT });
    sums[name] = JSON.stringify(Object.values(sum ?? {}).at(-1));
  }
  return sums;
}

const placeOf = (sequelize: Sequelize, file = chainFile) => ({ url: urlOf(sequelize), sequelize, chainFile: file });

/** An empty database. */
async function emptyPlace(): Promise<Sequelize> {
  const sequelize = await freshDatabase();
  const name = sequelize.getDatabaseName();
  await sequelize.query(`DROP DATABASE ${name}`);
  const admin = connect(process.env.DENDRIX_TEST_DATABASE ?? '');
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await admin.close();
  await sequelize.close();
  const again = connect(urlOf(sequelize));
  return again;
}

it('a town backed up while somebody writes, destroyed and restored is as it was, sealed or not', async () => {
  const key = join(dir, 'key');
  writeFileSync(key, randomBytes(32).toString('base64'));
  const before = await all(service.sequelize);
  const plain = join(dir, 'plain.backup');
  const sealed = join(dir, 'sealed.backup');
  const manifest = await backUp(placeOf(service.sequelize), plain);
  await backUp(placeOf(service.sequelize), sealed, key);
  expect(await all(service.sequelize)).toEqual(before);
  expect(manifest.rows).toMatchObject({ visits: VISITS, photos: PICTURES });
  expect(statSync(plain).mode & 0o077).toBe(0);
  // What is sealed is no archive that anybody reads.
  expect(readFileSync(sealed).includes('manifest.json')).toBe(false);
  await expect(backUp(placeOf(service.sequelize), plain)).rejects.toThrow(/never replaces another/);

  for (const [file, keyFile] of [
    [plain, undefined],
    [sealed, key],
  ] as const) {
    const into = await emptyPlace();
    const heads = join(dir, `heads-${file === plain ? 'plain' : 'sealed'}.txt`);
    const done = await restore(placeOf(into, heads), file, keyFile);
    expect(done.manifest.rows.visits).toBe(VISITS);
    expect(keptHeads(heads)).toEqual(keptHeads(chainFile));
    const restored = await all(into);
    expect(restored).toEqual(before);
    // And read as a town: chain, rows, pictures, derived columns. What is the same row by row need not be read twice.
    if (file === plain) {
      defineModels(into);
      const world = { ...service.world, sequelize: into };
      const { findings, entries } = await verify(world, done.heads);
      expect(findings).toEqual([]);
      expect(entries).toBeGreaterThan(80);
      expect((await rebuildAll(world, undefined, false)).moved).toEqual([]);
    }
    await expect(restore(placeOf(into, heads), file, keyFile)).rejects.toThrow(/This database is not empty/);
    await dropDatabase(into);
    defineModels(service.sequelize);
  }
});

it('what was written while it was made comes after it, and the backup is of one moment', async () => {
  const crew = await service.as('crew');
  const file = join(dir, 'busy.backup');
  let writing = true;
  let written = 0;
  const writer = (async () => {
    while (writing) {
      await crew.put(`/trees/${newId()}`, aTree(`W-${written++}`));
    }
  })();
  await backUp(placeOf(service.sequelize), file);
  writing = false;
  await writer;
  expect(written).toBeGreaterThan(0);
  const into = await emptyPlace();
  const done = await restore(placeOf(into, join(dir, 'busy-heads.txt')), file);
  defineModels(into);
  // The heads of the file are read when the file is written: what came after the moment of the dump is not in it.
  const { findings } = await verify({ ...service.world, sequelize: into }, done.heads);
  expect(findings.filter(({ what }) => what !== 'chain cut')).toEqual([]);
  await dropDatabase(into);
  defineModels(service.sequelize);
});

it('a backup of an older version is restored as it is, by the command, which says that it cannot hold it against the chain', async () => {
  const older = await emptyPlace();
  defineModels(older);
  await migrate(older, STEPS.slice(0, 9));
  const file = join(dir, 'older.backup');
  await backUp(placeOf(older), file);
  const into = await emptyPlace();
  const { status, stdout } = spawnSync(process.execPath, [...programInTest('ops/keep.ts'), 'restore', '--from', file], {
    cwd: join(__dirname, '../..'),
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: urlOf(into), DENDRIX_CHAIN_FILE: join(dir, 'older-heads.txt') },
  });
  expect(stdout).toMatch(/schema 0009-shared/);
  expect(stdout).toMatch(/It is of an older version/);
  expect(status).toBe(0);
  expect(Object.keys(await all(into)).sort()).toEqual(Object.keys(await all(older)).sort());
  // Asked whether it holds, that is no yes.
  const asked = spawnSync(process.execPath, [...programInTest('ops/keep.ts'), 'verify'], {
    cwd: join(__dirname, '../..'),
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: urlOf(into), DENDRIX_CHAIN_FILE: join(dir, 'older-heads.txt') },
  });
  expect([asked.status, asked.stdout]).toEqual([1, expect.stringMatching(/It is of an older version/)]);
  // And this version lifts it.
  expect(await migrate(into)).toEqual(STEPS.slice(9).map(({ name }) => name));
  await dropDatabase(into);
  await dropDatabase(older);
  defineModels(service.sequelize);
});

it('a backup that was altered, cut, or sealed with another key is refused before anything is written', async () => {
  const key = join(dir, 'key');
  const other = join(dir, 'other-key');
  writeFileSync(other, randomBytes(32).toString('base64'));
  const sealed = join(dir, 'sealed.backup');
  const cut = join(dir, 'cut.backup');
  writeFileSync(cut, readFileSync(join(dir, 'plain.backup')).subarray(0, 100_000));
  const altered = join(dir, 'altered.backup');
  const bytes = readFileSync(sealed);
  bytes[bytes.length >> 1] = (bytes[bytes.length >> 1] as number) ^ 1;
  writeFileSync(altered, bytes);
  const longer = join(dir, 'longer.backup');
  copyFileSync(sealed, longer);
  appendFileSync(longer, 'x');
  const into = await emptyPlace();
  const heads = join(dir, 'none.txt');
  for (const [file, keyFile, says] of [
    [cut, undefined, /backup is incomplete/],
    [altered, key, /cannot be opened/],
    [longer, key, /cannot be opened/],
    [sealed, other, /cannot be opened/],
    [sealed, undefined, /is encrypted/],
    [join(dir, 'nowhere'), undefined, /is not there/],
  ] as const)
    await expect(restore(placeOf(into, heads), file, keyFile)).rejects.toThrow(says);
  expect(await into.query('SHOW TABLES', { type: QueryTypes.SHOWTABLES })).toEqual([]);
  expect(existsSync(heads)).toBe(false);
  await dropDatabase(into);
});
