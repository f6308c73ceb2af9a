import { lookOf, type EarlierLook } from '@dendrix/core/condition';
import { addDays } from '@dendrix/core/schedule';
import { nameFinder } from '@dendrix/core/identify';
import { derive } from '@dendrix/core/review';
import { Determination, FollowUp, Setting, Tree, User, Visit } from '../models';
import { addAccount } from '../services/accounts';
import { record } from '../services/audit';
import { rebuildTree } from '../services/rebuild';
import { keepReview } from '../services/reviews';
import { pointOf } from '../services/trees';
import { keepVisit, type World } from '../services/visits';
import { DEMO_PASSWORD, PEOPLE } from './people';
import { randomFrom, type Random } from './random';
import { STORIES, type Look } from './stories';
import { demoTrees, type DemoTree } from './trees';
import { demoSubmission } from './visit';

/** Day the old town list was taken over, before anything else in the demo. */
const LIST_DAYS_AGO = 1500;
const ROUTINE_VISITS = 22;
/** Trees of the old list that a first visit was planned for this week. */
const FIRST_VISITS_DUE = 9;

interface Planned {
  demo: DemoTree;
  look: Look;
}

/** Set while the town is being planted; found later, it tells of a start that was cut short. */
const PLANTING = 'planting';

/** Whether the database holds no people and no trees yet, or a town only half planted. */
export async function needsSeed(): Promise<boolean> {
  if (await Setting.findByPk(PLANTING)) return true;
  return (await User.count()) === 0 && (await Tree.count()) === 0;
}

/** Clears what a planting that was cut short left behind. */
async function clear({ sequelize }: World): Promise<void> {
  const tables = [
    'sessions',
    'imports',
    'follow_ups',
    'determinations',
    'photos',
    'reviews',
    'visits',
    'trees',
    'users',
    'audit_entries',
    'settings',
  ];
  for (const table of tables) await sequelize.query(`DELETE FROM ${table}`);
  await sequelize.query(`UPDATE audit_head SET seq = 0, hash = '${'0'.repeat(64)}'`);
}

/**
 * Fills an empty database with the invented town of Quillhaven: people, trees, four years of visits, reviews and due work.
 * @param today the day it is to be in the demo, ISO
 */
export async function seedQuillhaven(world: World, today: string): Promise<{ trees: number; visits: number }> {
  const random = randomFrom(20_417);
  const district = world.library.districts.find((d) => d.id === 'quillhaven');
  if (!district) throw new Error('the library has no district quillhaven');
  const clock = { now: new Date(`${addDays(today, -LIST_DAYS_AGO)}T09:00:00Z`) };
  const seeding: World = { ...world, now: () => clock.now };

  await clear(world);
  await Setting.create({ name: PLANTING, value: 'true' });
  const users = new Map<string, string>();
  for (const person of PEOPLE) {
    const account = await addAccount({ ...person, id: world.newId(), password: DEMO_PASSWORD }, clock.now);
    users.set(person.login, account.id);
  }
  const coordinator = users.get('ines') as string;

  const demo = demoTrees(world.library.taxa, Number(today.slice(0, 4)), random);
  const ids = await keepTownList(seeding, demo, coordinator);
  const planned = plan(demo, random);
  planned.sort((a, b) => b.look.daysAgo - a.look.daysAgo);

  // What was seen at a tree before, so that a later look can tell what changed.
  const seenBefore = new Map<string, EarlierLook[]>();
  for (const { demo: tree, look } of planned) {
    const date = addDays(today, -look.daysAgo);
    const treeId = ids.get(tree.tag) as string;
    const before = seenBefore.get(tree.tag) ?? [];
    const submission = demoSubmission(world.library, district, { tree, treeId, date, before, ...look }, random, today);
    seenBefore.set(tree.tag, [...before, lookOf(submission)]);
    clock.now = new Date(Date.parse(submission.finishedAt) + 3_600_000);
    const visitId = world.newId();
    const row = (await Tree.findByPk(treeId)) as Tree;
    await world.sequelize.transaction(async (transaction) => {
      await keepVisit(seeding, transaction, row, visitId, submission, users.get(look.by) as string);
      await rebuildTree(row, transaction);
    });
    if (look.review) {
      const { by, verdict, reason, taxon = null, secondLook = submission.name?.taxon ?? null } = look.review;
      const at = new Date(clock.now.getTime() + (2 + Math.floor(random.next() * 4)) * 86_400_000);
      clock.now = at;
      const visit = (await Visit.findByPk(visitId)) as Visit;
      await world.sequelize.transaction(async (transaction) => {
        await keepReview(
          seeding,
          transaction,
          world.newId(),
          visit,
          { visitId, verdict, reason, taxon, secondLook },
          users.get(by) as string,
          at,
        );
        await rebuildTree(row, transaction);
      });
    }
  }
  await planFirstVisits(seeding, demo, ids, planned, today, random);
  await Setting.create({ name: 'demo-password', value: DEMO_PASSWORD });
  await Setting.destroy({ where: { name: PLANTING } });
  return { trees: demo.length, visits: planned.length };
}

/** The old town list comes in as one import: every tree with the name as it was written. */
async function keepTownList(world: World, demo: readonly DemoTree[], userId: string): Promise<Map<string, string>> {
  const names = nameFinder(world.library);
  const importId = world.newId();
  const now = world.now();
  const ids = new Map(demo.map((tree) => [tree.tag, world.newId()]));
  const determinations = demo.flatMap((tree) => {
    const taxon = names.resolve(tree.writtenName).taxon;
    return taxon
      ? [
          {
            id: world.newId(),
            treeId: ids.get(tree.tag) as string,
            visitId: null,
            reviewId: null,
            userId,
            at: now,
            taxon,
            level: 'species' as const,
            source: 'import' as const,
            why: `The list says "${tree.writtenName}".`,
            infraspecific: null,
          },
        ]
      : [];
  });
  const named = new Map(determinations.map((d) => [d.treeId, { ...d, at: now.toISOString() }]));
  await world.sequelize.transaction(async (transaction) => {
    await Tree.bulkCreate(
      demo.map((tree) => {
        const id = ids.get(tree.tag) as string;
        const determination = named.get(id);
        const listed = { dbh: tree.dbh, height: null };
        return {
          id,
          tag: tree.tag,
          place: tree.place,
          siteKind: tree.siteKind,
          latitude: tree.latitude,
          longitude: tree.longitude,
          point: pointOf(tree.latitude, tree.longitude),
          plantedYear: tree.plantedYear,
          planted: true,
          writtenName: tree.writtenName,
          listedDbh: listed.dbh,
          listedDbhEntered: `${Math.round(tree.dbh * 100)} cm`,
          listedHeight: null,
          note: '',
          createdAt: now,
          createdBy: userId,
          importId,
          ...derive({ listed, visits: [], reviews: [], followUps: [], determinations: determination ? [determination] : [] }),
        };
      }),
      { transaction },
    );
    await Determination.bulkCreate(determinations, { transaction });
    await record(
      world.sequelize,
      transaction,
      { userId, action: 'import', entity: 'list', entityId: importId, body: { trees: demo.length } },
      now,
    );
  });
  return ids;
}

/** Chooses a tree for each story and adds routine looks at others. */
function plan(demo: readonly DemoTree[], random: Random): Planned[] {
  const taken = new Set<string>();
  const planned: Planned[] = [];
  for (const story of STORIES) {
    const fits = demo.filter((tree) => tree.taxon.name === story.taxon && !taken.has(tree.tag));
    const here = fits.filter((tree) => tree.place.startsWith(story.place));
    // The stoutest one there: stories are about trees that have lived a while.
    const tree = [...(here.length > 0 ? here : fits)].sort((a, b) => b.dbh - a.dbh)[0];
    if (!tree) throw new Error(`the demo town has no ${story.taxon}`);
    taken.add(tree.tag);
    for (const look of story.looks) planned.push({ demo: tree, look });
  }
  const rest = demo.filter((tree) => !taken.has(tree.tag));
  for (let n = 0; n < ROUTINE_VISITS; n++) {
    const tree = random.pick(rest);
    if (taken.has(tree.tag)) continue;
    taken.add(tree.tag);
    const daysAgo = 30 + Math.floor(random.next() * 1300);
    const reviewed = daysAgo > 250 || random.next() < 0.3;
    planned.push({
      demo: tree,
      look: {
        daysAgo,
        by: random.pick(['jory', 'adaeze', 'luk']),
        signs: [],
        ...(random.next() < 0.4 ? { notLooked: ['roots', 'soil', 'unions'] as const satisfies Look['notLooked'] } : {}),
        ...(reviewed ? { review: { by: random.pick(['tomas', 'marit']), verdict: 'confirm' as const, reason: 'Agrees.' } } : {}),
      },
    });
  }
  return planned;
}

/** Some trees of the old list have never been looked at; a first visit is due these days. */
async function planFirstVisits(
  world: World,
  demo: readonly DemoTree[],
  ids: ReadonlyMap<string, string>,
  planned: readonly Planned[],
  today: string,
  random: Random,
) {
  const visited = new Set(planned.map((p) => p.demo.tag));
  const waiting = demo.filter((tree) => !visited.has(tree.tag) && /Saltmarket|Northgate|Lantern/.test(tree.place));
  for (let n = 0; n < FIRST_VISITS_DUE && n < waiting.length; n++) {
    const tree = waiting[Math.floor((n * waiting.length) / FIRST_VISITS_DUE)] as DemoTree;
    const treeId = ids.get(tree.tag) as string;
    const dueOn = addDays(today, Math.round(random.between(-6, 0)));
    await FollowUp.create({
      id: world.newId(),
      treeId,
      visitId: null,
      dueOn,
      because: 'on the list, never looked at',
      season: null,
      doneOn: null,
    });
    await rebuildTree((await Tree.findByPk(treeId)) as Tree);
  }
}
