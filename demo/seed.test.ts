import { v7 as newId } from 'uuid';
import type { Sequelize } from 'sequelize';
import { testLibrary } from '../core/testing/library';
import { daysBetween, utcDay } from '@dendrix/core/time';
import { Review } from '../server/models/reviews';
import { Setting } from '../server/models/organisation';
import { Tree } from '../server/models/trees';
import { User } from '../server/models/accounts';
import { Visit } from '../server/models/visits';
import { needsSeed, seedQuillhaven } from './quillhaven';
import { verify } from '../server/audit/verify';
import { rebuildAll } from '../server/trees/rebuild';
import type { World } from '../server/world';
import { dropDatabase, freshDatabase } from '../server/testing/service';

const TODAY = '2026-06-15';
let sequelize: Sequelize;
let world: World;
beforeAll(async () => {
  sequelize = await freshDatabase();
  // A planting that was cut short: somebody is there, the town is not.
  await Setting.create({ name: 'planting', value: 'true' });
  await User.create({ id: newId(), name: 'Left over', login: 'left', passwordHash: 'x', role: 'crew', createdAt: new Date() });
  expect(await needsSeed()).toBe(true);
  world = { sequelize, library: testLibrary, now: () => new Date(`${TODAY}T12:00:00Z`), newId };
  await seedQuillhaven(world, TODAY);
});
afterAll(() => dropDatabase(sequelize));

// The whole town is judged anew.

describe('Quillhaven', () => {
  it('replaces what a cut-short start left, and is not planted twice', async () => {
    expect(await User.findOne({ where: { login: 'left' } })).toBeNull();
    expect(await needsSeed()).toBe(false);
  });
  it('has 400 trees or more of 60 taxa or more, 60 visits over four years, disagreements and due work', async () => {
    const trees = await Tree.findAll();
    const visits = await Visit.findAll();
    expect(trees.length).toBeGreaterThanOrEqual(400);
    expect(new Set(trees.map((t) => t.taxon).filter(Boolean)).size).toBeGreaterThanOrEqual(60);
    expect(visits.length).toBeGreaterThanOrEqual(60);
    const days = visits.map((v) => daysBetween(utcDay(v.finishedAt), TODAY));
    expect(Math.min(...days)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...days)).toBeGreaterThan(1300);
    expect(trees.filter((t) => t.dueOn !== null && t.dueOn <= TODAY).length).toBeGreaterThanOrEqual(9);
    const verdicts = (await Review.findAll()).map((r) => r.verdict);
    for (const verdict of ['confirm', 'question', 'overturn']) expect(verdicts).toContain(verdict);
  });
  it('its record is in order', async () => {
    expect((await rebuildAll(world)).moved).toEqual([]);
    expect((await verify(world)).findings).toEqual([]);
  });
});
