import type { Look as Seen } from '@dendrix/core/record';
import { addDays } from '@dendrix/core/time';
import { nameFinder } from '@dendrix/core/naming';
import { derive } from '@dendrix/core/state';
import { Determination, Tree } from '../server/models/trees';
import { Setting } from '../server/models/organisation';
import { User } from '../server/models/accounts';
import { Visit } from '../server/models/visits';
import { accountOf, addAccount } from '../server/accounts/service';
import { submitMessage } from '../server/talk/service';
import { chain } from '../server/chain/service';
import { lockTree } from '../server/trees/rows';
import { settleTree } from '../server/trees/settle';
import { keepReview } from '../server/reviews/service';
import { pointOf } from '../server/trees/service';
import { keepVisit } from '../server/visits/service';
import { type World } from '../server/world';
import { DEMO_PASSWORD, PEOPLE } from './people';
import { randomFrom, type Random } from './random';
import { STORIES, type Look } from './stories';
import { demoTrees, type DemoTree } from './trees';
import { demoSubmission } from './visit';
import { districtAt } from '@dendrix/core/geo';

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
  return (await User.findOne({ attributes: ['id'] })) === null && (await Tree.findOne({ attributes: ['id'] })) === null;
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
    'messages',
    'told',
    'seen',
    'put_offs',
    'presence',
    'rounds',
    'round_stops',
    'visits',
    'trees',
    'users',
    'audit_entries',
    'changes',
    'settings',
  ];
  for (const table of tables) await sequelize.query(`DELETE FROM ${table}`);
  await sequelize.query(`UPDATE audit_head SET seq = 0, anchored = TRUE, hash = '${'0'.repeat(64)}'`);
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
    const account = await addAccount(seeding, { ...person, id: world.newId(), password: DEMO_PASSWORD });
    users.set(person.login, account.id);
  }
  const coordinator = users.get('ines') as string;

  const demo = demoTrees(world.library.taxa, Number(today.slice(0, 4)), random);
  const ids = await keepTownList(seeding, demo, coordinator);
  const planned = plan(demo, random);
  planned.push(...trainingDays(demo, planned));
  planned.sort((a, b) => b.look.daysAgo - a.look.daysAgo);

  // What was seen at a tree before, so that a later look can tell what changed.
  const seenBefore = new Map<string, Seen[]>();
  for (const { demo: tree, look } of planned) {
    const date = addDays(today, -look.daysAgo);
    const treeId = ids.get(tree.tag) as string;
    const before = seenBefore.get(tree.tag) ?? [];
    const submission = demoSubmission(world.library, district, { tree, treeId, date, before, ...look }, random, today);
    seenBefore.set(tree.tag, [...before, submission.look]);
    clock.now = new Date(Date.parse(submission.finishedAt) + 3_600_000);
    const visitId = world.newId();
    const by = users.get(look.by) as string;
    await world.sequelize.transaction(async (transaction) => {
      const row = await lockTree(treeId, transaction);
      const wrote = await keepVisit(seeding, transaction, visitId, submission, by);
      await settleTree(seeding, row, transaction, date);
      await chain(seeding, transaction, {
        userId: by,
        action: 'submit',
        entity: 'visit',
        entityId: visitId,
        body: { treeId, day: date },
        wrote,
        trees: [treeId],
      });
    });
    if (look.review) {
      const { by, verdict, reason, taxon = null, secondLook = submission.name?.taxon ?? null } = look.review;
      const at = new Date(clock.now.getTime() + (2 + Math.floor(random.next() * 4)) * 86_400_000);
      clock.now = at;
      const visit = (await Visit.findByPk(visitId)) as Visit;
      const reviewId = world.newId();
      const userId = users.get(by) as string;
      await world.sequelize.transaction(async (transaction) => {
        const row = await lockTree(treeId, transaction);
        const wrote = await keepReview(seeding, transaction, reviewId, visit, { visitId, verdict, reason, taxon, secondLook }, userId, at);
        await settleTree(seeding, row, transaction, date);
        await chain(seeding, transaction, {
          userId,
          action: verdict,
          entity: 'visit',
          entityId: visitId,
          body: { review: reviewId },
          wrote,
          trees: [treeId],
        });
      });
    }
  }
  clock.now = new Date(`${today}T07:00:00Z`);
  await talk(seeding, users, today);
  await planFirstVisits(seeding, demo, ids, planned, today, random);
  await world.sequelize.transaction(async (transaction) => {
    // The demonstration is a place for practice: simulated devices are offered, and what they read is marked.
    const settings = { 'demo-password': DEMO_PASSWORD, 'practice-place': 'true' };
    for (const [name, value] of Object.entries(settings)) await Setting.create({ name, value }, { transaction });
    await Setting.destroy({ where: { name: PLANTING }, transaction });
    await chain(seeding, transaction, {
      userId: coordinator,
      action: 'plant',
      entity: 'demo',
      entityId: world.newId(),
      body: { town: 'Quillhaven' },
      wrote: { settings: Object.keys(settings) },
    });
  });
  return { trees: demo.length, visits: planned.length };
}

type Named = Parameters<typeof derive>[0]['determinations'][number];

/** The derived columns of a tree that only a list knows. */
function columnsOf(timeZone: string, listed: { dbh: number | null; height: number | null }, named: Named | undefined) {
  const { followUps: _none, ...columns } = derive({ timeZone, listed, visits: [], reviews: [], determinations: named ? [named] : [] });
  return columns;
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
          ...columnsOf(districtAt(world.library.districts, tree).timeZone, listed, determination),
        };
      }),
      { transaction },
    );
    await Determination.bulkCreate(determinations, { transaction });
    await chain(world, transaction, {
      userId,
      action: 'import',
      entity: 'list',
      entityId: importId,
      body: { trees: demo.length },
      wrote: { trees: [...ids.values()], determinations: determinations.map(({ id }) => id) },
      trees: [...ids.values()],
    });
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

/** Trees that two people saw within days, so that it shows how far they read the same alike. */
const TRAINING = 16;
const TRAINED_DAYS_AGO = 130;
/** Marks that people here mix up, and how often the second of two does. */
const MIXED: readonly { trait: string; states: readonly [string, string]; share: number }[] = [
  { trait: 'bark-texture', states: ['interlacing-ridges', 'deep-furrows'], share: 0.5 },
  { trait: 'leaf-margin', states: ['single-toothed', 'double-toothed'], share: 0.4 },
  { trait: 'bud-shape', states: ['ovoid', 'conical'], share: 0.35 },
];

/** Days on which crews went in twos and looked apart; with a random of its own, so that the rest of the town stays as it is. */
function trainingDays(demo: readonly DemoTree[], planned: readonly Planned[]): Planned[] {
  const random = randomFrom(77);
  const taken = new Set(planned.map((one) => one.demo.tag));
  const free = demo.filter(({ tag, place }) => !taken.has(tag) && !/Saltmarket|Northgate|Lantern/.test(place));
  return Array.from({ length: TRAINING }, (_, i) => free[Math.floor((i * free.length) / TRAINING)] as DemoTree).flatMap(
    (tree): Planned[] => {
      const mistaken = MIXED.flatMap(({ trait, states: [a, b], share }) => {
        const record = tree.taxon.traits[trait];
        const own = record?.kind === 'states' ? Object.keys(record.mature)[0] : undefined;
        if ((own !== a && own !== b) || random.next() >= share) return [];
        return [{ trait, state: own === a ? b : a, certainty: 'sure' as const, source: 'tree' as const }];
      });
      const review = { by: random.pick(['tomas', 'marit']), verdict: 'confirm' as const, reason: 'Seen by two.' };
      const [first, second] = random.next() < 0.5 ? (['jory', 'adaeze'] as const) : (['luk', 'jory'] as const);
      return [
        { demo: tree, look: { daysAgo: TRAINED_DAYS_AGO, by: first } },
        { demo: tree, look: { daysAgo: TRAINED_DAYS_AGO - 3, by: second, mistaken, review } },
      ];
    },
  );
}

/** What was said lately at the trees that wait for review. */
async function talk(world: World, users: ReadonlyMap<string, string>, today: string): Promise<void> {
  const waiting = await Visit.findAll({ order: [['reviewWeight', 'DESC']], limit: 2 });
  const say = async (visit: Visit, by: string, text: string, to: readonly string[], point = 'tree') => {
    const account = await User.findByPk(users.get(by) as string);
    if (!account) return;
    await submitMessage(
      world,
      world.newId(),
      {
        treeId: visit.treeId,
        visitId: point === 'tree' ? null : visit.id,
        point,
        at: `${today}T06:30:00.000Z`,
        text,
        mentions: to.map((login) => users.get(login) as string),
      },
      accountOf(account),
    );
  };
  const [first, second] = waiting;
  if (first)
    await say(first, 'tomas', 'Could somebody look at the buds before they open? Two of us read them otherwise.', ['jory', 'adaeze']);
  if (second) await say(second, 'marit', 'How far round the stem does the soft wood go?', ['luk'], 'scale/soundness');
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
    const firstDueOn = addDays(today, Math.round(random.between(-6, 0)));
    await world.sequelize.transaction(async (transaction) => {
      const row = await lockTree(treeId, transaction);
      await row.update({ firstDueOn }, { transaction });
      await settleTree(world, row, transaction, firstDueOn);
      await chain(world, transaction, {
        userId: null,
        action: 'plan',
        entity: 'tree',
        entityId: treeId,
        body: { firstDueOn },
        wrote: { trees: [treeId] },
        trees: [treeId],
      });
    });
  }
}
