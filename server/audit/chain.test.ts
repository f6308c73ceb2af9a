import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import { AuditEntry } from '../models/audit';
import { rebuildAll } from '../trees/rebuild';
import { aTree, aVisit, startService, type Service } from '../testing/service';
import { headKeeper, headLine, keptHeads, readHead } from '../chain/head';
import { anchor, chainHead, linkHash } from '../chain/service';
import { verify } from './verify';

let service: Service;
const file = join(mkdtempSync(join(tmpdir(), 'dendrix-heads-')), 'apart', 'heads.txt');
let treeId: string;
let visitId: string;
beforeAll(async () => {
  // What is altered here, the account of a running service could not alter.
  service = await startService({}, 'owner');
  service.world.keepHead = headKeeper(file);
  const crew = await service.as('crew');
  const reviewer = await service.as('reviewer');
  treeId = newId();
  visitId = newId();
  await crew.put(`/trees/${treeId}`, aTree('C-1'));
  await crew.put(`/visits/${visitId}`, aVisit(treeId));
  await reviewer.put(`/reviews/${newId()}`, { visitId, verdict: 'overturn', secondLook: null, taxon: 'Acer', reason: 'Opposite buds.' });
  const coordinator = await service.as('coordinator');
  await coordinator.put('/organisation', { profile: 'habitat' });
});
afterAll(() => service.stop());

const sql = (text: string, replacements: unknown[] = []) => service.sequelize.query(text, { replacements });
const found = async () => (await verify(service.world, keptHeads(file))).findings;

describe('the record as it was written', () => {
  it('holds, and its head is kept apart after every write', async () => {
    expect(await found()).toEqual([]);
    const head = await chainHead();
    expect(keptHeads(file).at(-1)).toEqual(head);
    expect(readHead(headLine(head as never))).toEqual(head);
  });
  // What an attack on the running service changed without being found: each is found, and put back.
  const cases: [string, string, string, string, RegExp][] = [
    [
      'a note of a visit',
      'visits',
      "UPDATE visits SET look = JSON_SET(look, '$.note', 'nothing here')",
      "UPDATE visits SET look = JSON_SET(look, '$.note', '')",
      /row altered visits\//,
    ],
    [
      'the author of a visit',
      'visits',
      'UPDATE visits SET user_id = (SELECT id FROM users WHERE login = "crew2")',
      'UPDATE visits SET user_id = (SELECT id FROM users WHERE login = "crew")',
      /row altered visits\//,
    ],
    [
      'the day of a visit',
      'visits',
      "UPDATE visits SET day = '2026-06-01'",
      "UPDATE visits SET day = '2026-06-15'",
      /row altered visits\//,
    ],
    [
      'a reason of a review',
      'reviews',
      "UPDATE reviews SET reason = 'because'",
      "UPDATE reviews SET reason = 'Opposite buds.'",
      /row altered reviews\//,
    ],
    [
      'a name',
      'determinations',
      "UPDATE determinations SET level = 'species' WHERE source = 'review'",
      "UPDATE determinations SET level = 'genus' WHERE source = 'review'",
      /row altered determinations\//,
    ],
    ['a place', 'trees', 'UPDATE trees SET latitude = 45.63', 'UPDATE trees SET latitude = 45.62', /row altered trees\//],
    [
      'a role',
      'users',
      'UPDATE users SET role = "coordinator" WHERE login = "crew"',
      'UPDATE users SET role = "crew" WHERE login = "crew"',
      /row altered users\//,
    ],
    [
      'a setting',
      'settings',
      'UPDATE settings SET value = "amenity" WHERE name = "practice-profile"',
      'UPDATE settings SET value = "habitat" WHERE name = "practice-profile"',
      /row altered settings\/practice-profile/,
    ],
    [
      'a setting slipped in',
      'settings',
      'INSERT INTO settings VALUES ("demo-password", "x")',
      'DELETE FROM settings WHERE name = "demo-password"',
      /row slipped in settings\/demo-password/,
    ],
    ['the head', 'audit_head', 'UPDATE audit_head SET seq = seq - 1', 'UPDATE audit_head SET seq = seq + 1', /chain cut/],
  ];
  it.each(cases)('%s that was altered is found', async (_words, _table, change, back, finding) => {
    await sql(change);
    expect((await found()).map(({ what, where }) => `${what} ${where}`).join('; ')).toMatch(finding);
    await sql(back);
    expect(await found()).toEqual([]);
  });
  it('a review that was deleted, with the name it gave, is found', async () => {
    await sql('DELETE FROM determinations WHERE review_id IS NOT NULL');
    await sql('DELETE FROM reviews');
    expect((await found()).map((f) => f.what)).toEqual(['row missing', 'row missing']);
  });
});

describe('the chain itself', () => {
  it('the newest entries deleted: the head kept apart tells, also where the head in the database was set back', async () => {
    const last = (await AuditEntry.findOne({ order: [['seq', 'DESC']] })) as AuditEntry;
    const before = (await AuditEntry.findByPk(Number(last.seq) - 1)) as AuditEntry;
    const plain = last.get({ plain: true });
    await last.destroy();
    await sql('UPDATE audit_head SET seq = ?, hash = ? WHERE one = 1', [Number(before.seq), before.hash]);
    expect((await found()).map((f) => f.what)).toContain('chain cut');
    await AuditEntry.create(plain);
    await sql('UPDATE audit_head SET seq = ?, hash = ? WHERE one = 1', [Number(plain.seq), plain.hash]);
    expect((await found()).map((f) => f.what)).not.toContain('chain cut');
  });
  it('written anew from the start so that every link holds, it is no longer the chain whose head was kept', async () => {
    const entries = await AuditEntry.findAll({ order: [['seq', 'ASC']] });
    let previous = '0'.repeat(64);
    for (const entry of entries) {
      const changed = { ...entry.get({ plain: true }), seq: Number(entry.seq), previousHash: previous, body: '{"forged":true}' };
      const hash = linkHash(changed);
      await entry.update({ body: changed.body, previousHash: previous, hash });
      previous = hash;
    }
    await sql('UPDATE audit_head SET hash = ? WHERE one = 1', [previous]);
    const what = (await found()).map((f) => f.what);
    expect(what).toContain('chain rewritten');
    expect(what).not.toContain('chain broken');
    // Without a head kept apart nobody could tell; a printed one does as well as the file.
    expect((await verify(service.world)).findings.map((f) => f.what)).not.toContain('chain rewritten');
  });
  it('gone altogether, every row is one that no entry wrote', async () => {
    await sql('DELETE FROM audit_entries');
    await sql(`UPDATE audit_head SET seq = 0, hash = '${'0'.repeat(64)}'`);
    const what = new Set((await found()).map((f) => f.what));
    expect(what).toContain('row slipped in');
    expect(what).toContain('chain cut');
  });
});

describe('a place for heads that cannot be written', () => {
  it('is an alarm and never makes an error of a deed that is done', async () => {
    const { keepHead } = service.world;
    const alarm = jest.fn();
    Object.assign(service.world, {
      alarm,
      keepHead: () => {
        throw new Error('ENOSPC: no space left on device');
      },
    });
    try {
      const crew = await service.as('crew');
      const id = newId();
      expect((await crew.put(`/trees/${id}`, aTree('ENOSPC 1'))).status).toBe(200);
      expect((await crew.get(`/trees/${id}`)).status).toBe(200);
      expect(alarm).toHaveBeenCalledWith(expect.stringContaining('head of the chain'), expect.any(Error));
    } finally {
      Object.assign(service.world, { keepHead, alarm: undefined });
    }
  });
});

describe('a record of before rows were hashed', () => {
  it('is taken into the chain once, and from then on holds', async () => {
    await sql('UPDATE audit_head SET anchored = FALSE');
    const other = join(mkdtempSync(join(tmpdir(), 'dendrix-heads-')), 'heads.txt');
    const world = { ...service.world, keepHead: headKeeper(other) };
    expect(await anchor(world)).toBeGreaterThan(5);
    expect(await anchor(world)).toBe(0);
    expect((await verify(world, keptHeads(other))).findings).toEqual([]);
    expect(keptHeads(other)).toHaveLength(1);
  });
  it('a line of the file that was cut short is passed over', () => {
    writeFileSync(file, `${readFileSync(file, 'utf8').split('\n')[0]}\n17 abc`);
    expect(keptHeads(file)).toHaveLength(1);
  });
});

describe('what follows from the record', () => {
  it('is made anew where somebody changed it: columns, follow-ups and judgements', async () => {
    const fresh = newId();
    const crew = await service.as('crew');
    const other = newId();
    await crew.put(`/trees/${other}`, aTree('C-2'));
    await crew.put(`/visits/${fresh}`, aVisit(other));
    await rebuildAll(service.world);
    await sql("UPDATE trees SET soundness = 'no weakness seen', due_on = '2039-01-01' WHERE tag = 'C-2'");
    await sql("UPDATE follow_ups SET due_on = '2039-01-01' WHERE tree_id = ?", [other]);
    await sql("UPDATE visits SET judged = JSON_SET(judged, '$.soundness.band', 'no weakness seen') WHERE id = ?", [fresh]);
    const { moved } = await rebuildAll(service.world);
    expect(moved).toEqual([{ tag: 'C-2', what: expect.arrayContaining(['judgement of 2026-06-15', 'soundness', 'dueOn', 'follow-ups']) }]);
    expect((await rebuildAll(service.world)).moved).toEqual([]);
  });
});
