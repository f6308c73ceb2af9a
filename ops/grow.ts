// Fills a database of its own with an invented city, to measure with: the same seed gives the same city.
//
//   npm run grow -- --trees 500000 --visits 1000000 [--crews 200] [--seed 1] [--dir .data/city]
//
// Then `DENDRIX_DATA=.data/city npm start` serves it. What every visit saw, was named and was judged comes from the engine, for some
// thousand trees of each kind, season and state of health; the other visits are those again, on other days, at other trees of the same
// kind. So the record has the sizes and the variety of a real one; `npm run rebuild` would judge each tree by its own history instead.
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { createConnection } from 'mariadb';
import { v7 } from 'uuid';
import { addDays, daysBetween, utcDay } from '@dendrix/core/time';
import { reviewWeight } from '@dendrix/core/review';
import { derive } from '@dendrix/core/state';
import type { VisitSubmission } from '@dendrix/core/record';
import type { Taxon } from '@dendrix/core/knowledge';
import { loadLibrary } from '@dendrix/library';
import { cityTrees, type CityTree } from '../demo/city';
import { DEMO_PASSWORD, PEOPLE } from '../demo/people';
import { randomFrom } from '../demo/random';
import { demoSubmission, type DemoSign } from '../demo/visit';
import { addAccount } from '../server/accounts/service';
import { User } from '../server/models/accounts';
import type { ChainHead } from '../server/chain/head';
import { chain, chainHead } from '../server/chain/service';
import { connect } from '../server/db/connect';
import { migrate } from '../server/db/migrate';
import { defineModels } from '../server/models';
import { Setting } from '../server/models/organisation';
import { Chain, Writer } from './chained-rows';
import { openDatabase } from './database.mjs';

const { values } = parseArgs({
  options: {
    trees: { type: 'string', default: '50000' },
    visits: { type: 'string', default: '100000' },
    crews: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
    dir: { type: 'string', default: '.data/city' },
    today: { type: 'string', default: utcDay(new Date()) },
  },
});
const whole = (name: 'trees' | 'visits' | 'crews' | 'seed'): number => {
  const n = Number(values[name]);
  if (Number.isInteger(n) && n >= 0) return n;
  console.error(`--${name} takes a whole number; "${values[name]}" is none.`);
  process.exit(2);
};
const wanted = { trees: whole('trees'), visits: whole('visits'), crews: whole('crews'), seed: whole('seed') };
const { today } = values;

/** Years over which the visits lie. */
const YEARS = 8;
/** A visit older than this has mostly been reviewed, days; and the share of the newer ones that has. */
const REVIEWED_AFTER = 60;
const REVIEWED = { old: 0.96, new: 0.35 } as const;

const started = performance.now();
const seconds = () => `${((performance.now() - started) / 1000).toFixed(0)} s`;

const library = loadLibrary();
const district = library.districts.find((d) => d.id === 'quillhaven');
if (!district) throw new Error('the library has no district quillhaven');
const random = randomFrom(wanted.seed);

/** A visit as the engine made it once, to be used again on other days. */
interface Model {
  date: string;
  submission: VisitSubmission;
  weight: number;
  derived: ReturnType<typeof derive>;
}

/** What is found at a tree: mostly nothing, now and then something, seldom something grave. */
const STATES: readonly { share: number; signs: readonly DemoSign[] }[] = [
  { share: 0.68, signs: [] },
  { share: 0.14, signs: [{ id: 'deadwood', zone: 'crown-mid', percent: 10 }] },
  { share: 0.1, signs: [{ id: 'open-wound', zone: 'stem-s', width: 0.12, height: 1.1 }] },
  { share: 0.05, signs: [{ id: 'cavity', zone: 'stem-n', opening: 0.14, height: 1.4 }] },
  { share: 0.03, signs: [{ id: 'union-crack', zone: 'unions' }] },
];
const MONTHS = ['02', '05', '07', '10'] as const;

const models = new Map<string, Model>();
function modelOf(tree: CityTree, month: string, state: number): Model {
  const stage = tree.dbh < 0.2 ? 'young' : 'grown';
  const key = `${tree.taxon.name}/${month}/${state}/${stage}`;
  const held = models.get(key);
  if (held) return held;
  const date = `${Number(today.slice(0, 4)) - 1}-${month}-15`;
  const { signs } = STATES[state] as (typeof STATES)[number];
  const demo = { ...tree, height: Math.max(3, tree.dbh * 32), writtenName: tree.taxon.name };
  const submission = demoSubmission(
    library,
    district as NonNullable<typeof district>,
    { tree: demo, treeId: 'x', date, signs, beneath: [{ what: 'path-or-lawn', howOften: 'occasional' }] },
    random,
    date,
  );
  if (!submission.judgement) throw new Error('the engine judges every visit');
  const id = '00000000-0000-7000-8000-000000000000';
  const visit = { ...submission, id, judgement: submission.judgement, amends: null, differs: [] };
  const derived = derive({
    timeZone: submission.timeZone,
    visits: [visit],
    determinations: submission.name
      ? [{ id, visitId: id, at: submission.finishedAt, taxon: submission.name.taxon, level: submission.name.level, source: 'visit' }]
      : [],
    reviews: [],
  });
  const { weight } = reviewWeight(library, visit, { standing: derived.standing, siteKind: tree.siteKind }, [], district);
  const made = { date, submission, weight, derived };
  models.set(key, made);
  return made;
}

const drawState = (): number => {
  let left = random.next();
  return Math.max(
    0,
    STATES.findIndex(({ share }) => (left -= share) <= 0),
  );
};

/** Ids in the order in which they are made, from the seed alone. */
let clock = Date.parse('2016-01-01T00:00:00Z');
const newId = (): string => v7({ msecs: clock++, random: Uint8Array.from({ length: 16 }, () => Math.floor(random.next() * 256)) });

const TREE_COLUMNS = ['id', 'tag', 'place', 'site_kind', 'latitude', 'longitude', 'point', 'planted_year', 'planted', 'written_name', 'listed_dbh', 'listed_dbh_entered', 'listed_height', 'note', 'created_at', 'created_by', 'import_id', 'first_due_on', 'taxon', 'level', 'standing', 'dbh', 'height', 'vigour', 'soundness', 'hidden_decay', 'seen_percent', 'risk', 'due_on', 'due_because', 'last_visit_on']; // prettier-ignore
const VISIT_COLUMNS = ['id', 'tree_id', 'user_id', 'started_at', 'finished_at', 'time_zone', '`schema`', 'day', 'library_version', 'units', 'look', 'name', 'device_judgement', 'come_back', 'later_looks', 'amends', 'received_at', 'judged', 'judged_with', 'review_weight']; // prettier-ignore
const NAME_COLUMNS = ['id', 'tree_id', 'visit_id', 'review_id', 'user_id', 'at', 'taxon', 'level', 'source', 'why', 'infraspecific']; // prettier-ignore
const REVIEW_COLUMNS = ['id', 'visit_id', 'tree_id', 'user_id', 'at', 'verdict', 'second_look', 'taxon', 'reason'];

async function write(url: string, head: ChainHead, users: readonly string[]): Promise<void> {
  const { username, password, hostname, port, pathname } = new URL(url);
  const connection = await createConnection({
    host: hostname,
    port: Number(port),
    user: username,
    password: decodeURIComponent(password),
    database: pathname.slice(1),
    timezone: 'Z',
    bulk: true,
  });
  // The error that a broken connection tells besides is that of the statement it broke.
  connection.on('error', () => {});
  await connection.query('SET SESSION unique_checks = 0, foreign_key_checks = 0');
  const chained = new Chain(connection, head);
  const trees = new Writer(connection, chained, 'trees', TREE_COLUMNS, { point: 'ST_GeomFromText(?)' });
  const visits = new Writer(connection, chained, 'visits', VISIT_COLUMNS);
  const names = new Writer(connection, chained, 'determinations', NAME_COLUMNS);
  const reviews = new Writer(connection, chained, 'reviews', REVIEW_COLUMNS);
  const planted = library.taxa.filter((taxon: Taxon) => (district?.planted[taxon.name] ?? 0) > 0.2);
  const thisYear = Number(today.slice(0, 4));
  const createdAt = new Date(`${thisYear - YEARS}-01-01T09:00:00Z`);
  const importId = newId();
  const mean = wanted.trees === 0 ? 0 : wanted.visits / wanted.trees;
  let madeTrees = 0;
  let madeVisits = 0;
  const whereAll = district as NonNullable<typeof district>;
  for (const tree of cityTrees(planted, whereAll, wanted.trees, wanted.seed, thisYear)) {
    const id = newId();
    const left = wanted.trees - madeTrees;
    // As many visits as fall to this tree: some trees are looked at often, others never; the last ones even the sum out.
    const due = wanted.visits - madeVisits;
    const count = left <= 200 ? Math.round(due / left) : Math.min(due, Math.floor(-Math.log(1 - random.next()) * mean + random.next()));
    const days = Array.from({ length: count }, () => addDays(today, -Math.floor(1 + random.next() * (YEARS * 365 - 2)))).sort();
    const user = random.pick(users);
    const at = createdAt;
    await names.add(
      ...nameRow({
        treeId: id,
        visitId: null,
        userId: user,
        at,
        taxon: tree.taxon.name,
        level: 'species',
        source: 'import',
        why: 'From the list of the city.',
      }),
    );
    let last: { model: Model; day: string; reviewed: boolean; name: VisitSubmission['name'] } | null = null;
    for (const [i, day] of days.entries()) {
      const model = modelOf(tree, MONTHS[Math.floor((Number(day.slice(5, 7)) - 1) / 3)] as string, drawState());
      const newest = i === days.length - 1;
      const age = daysBetween(day, today);
      const reviewed = newest && random.next() < (age > REVIEWED_AFTER ? REVIEWED.old : REVIEWED.new);
      const visitId = newId();
      const by = random.pick(users);
      await visits.add(...visitRow(visitId, id, by, day, model, newest && !reviewed));
      const { name } = model.submission;
      const finishedAt = new Date(`${day}T09:14:00Z`);
      if (name)
        await names.add(
          ...nameRow({
            treeId: id,
            visitId,
            userId: by,
            at: finishedAt,
            taxon: name.taxon,
            level: name.level,
            source: 'visit',
            why: name.why,
          }),
        );
      if (reviewed) {
        const review = {
          id: newId(),
          visitId,
          treeId: id,
          userId: random.pick(users.filter((u) => u !== by)),
          at: new Date(finishedAt.getTime() + 3 * 86_400_000),
          verdict: 'confirm',
          secondLook: name?.taxon ?? null,
          taxon: null,
          reason: 'Agrees.',
        };
        await reviews.add(review, [review.id, visitId, id, review.userId, review.at, 'confirm', review.secondLook, null, review.reason]);
      }
      last = { model, day, reviewed, name };
    }
    madeVisits += count;
    await trees.add(...treeRow(id, tree, user, createdAt, importId, last));
    if (++madeTrees % 20_000 === 0) console.log(`${madeTrees} trees, ${madeVisits} visits after ${seconds()}`);
  }
  for (const writer of [trees, visits, names, reviews]) await writer.flush();
  console.log(`${madeTrees} trees and ${madeVisits} visits written after ${seconds()}; counting …`);
  for (const table of ['trees', 'visits', 'determinations', 'reviews']) await connection.query(`ANALYZE TABLE ${table}`);
  await connection.end();
}

type Name = {
  treeId: string;
  visitId: string | null;
  userId: string;
  at: Date;
  taxon: string | null;
  level: string;
  source: string;
  why: string;
};
function nameRow(name: Name): [Record<string, unknown>, unknown[]] {
  const id = newId();
  const { treeId, visitId, userId, at, taxon, level, source, why } = name;
  return [{ id, ...name }, [id, treeId, visitId, null, userId, at, taxon, level, source, why, null]];
}

function visitRow(
  id: string,
  treeId: string,
  userId: string,
  day: string,
  model: Model,
  waits: boolean,
): [Record<string, unknown>, unknown[]] {
  const { submission, weight } = model;
  const { look: seen, judgement, name, timeZone, schema, libraryVersion, units } = submission;
  const look = { ...seen, day };
  const judged = judgement && { ...judgement, comeBack: { ...judgement.comeBack, by: moved(judgement.comeBack.by, model.date, day) } };
  const [startedAt, finishedAt] = [new Date(`${day}T09:00:00Z`), new Date(`${day}T09:14:00Z`)];
  const receivedAt = new Date(`${day}T12:00:00Z`);
  const record = {
    id,
    treeId,
    userId,
    startedAt,
    finishedAt,
    timeZone,
    schema,
    day,
    libraryVersion,
    units,
    look,
    name,
    laterLooks: [],
    receivedAt,
  };
  const judgedWith = { library: libraryVersion, profile: 'amenity', rootStandard: 'bs5837' };
  return [
    record,
    [id, treeId, userId, startedAt, finishedAt, timeZone, schema, day, libraryVersion, units, JSON.stringify(look), JSON.stringify(name), null, null, '[]', null, receivedAt, JSON.stringify(judged), JSON.stringify(judgedWith), waits ? weight : null], // prettier-ignore
  ];
}

/** A date that lies as far from a new day as it did from the old one. */
const moved = (date: string, from: string, to: string): string => addDays(to, daysBetween(from, date));

function treeRow(
  id: string,
  tree: CityTree,
  createdBy: string,
  createdAt: Date,
  importId: string,
  last: { model: Model; day: string; reviewed: boolean; name: VisitSubmission['name'] } | null,
): [Record<string, unknown>, unknown[]] {
  const { tag, place, siteKind, latitude, longitude, plantedYear, dbh: listedDbh } = tree;
  const point = { type: 'Point', coordinates: [longitude, latitude] };
  const listedDbhEntered = `${Math.round(listedDbh * 100)} cm`;
  const record = {
    id,
    tag,
    place,
    siteKind,
    latitude,
    longitude,
    point,
    plantedYear,
    planted: true,
    writtenName: tree.taxon.name,
    listedDbh,
    listedDbhEntered,
    listedHeight: null,
    note: '',
    createdAt,
    createdBy,
    importId,
    firstDueOn: null,
  };
  const derived = last?.model.derived;
  const named = last?.name?.taxon ?? null;
  const dueOn = derived?.dueOn && last ? moved(derived.dueOn, last.model.date, last.day) : null;
  return [
    record,
    [id, tag, place, siteKind, latitude, longitude, `POINT(${longitude} ${latitude})`, plantedYear, true, tree.taxon.name, listedDbh, listedDbhEntered, null, '', createdAt, createdBy, importId, null, named ?? tree.taxon.name, named ? (last?.name?.level ?? 'species') : 'species', named ? (last?.reviewed ? 'confirmed' : 'proposed') : 'imported', derived?.dbh ?? listedDbh, derived?.height ?? null, derived?.vigour ?? null, derived?.soundness ?? null, derived?.hiddenDecay ?? null, derived?.seenPercent ?? null, derived?.risk ?? null, dueOn, dueOn ? (derived?.dueBecause ?? null) : null, last?.day ?? null], // prettier-ignore
  ];
}

const dir = resolve(values.dir);
mkdirSync(dir, { recursive: true });
const database = await openDatabase({ dir, log: (line: string) => console.log(line), quick: true, own: true, memory: '2G' });
const sequelize = connect(database.url);
try {
  defineModels(sequelize);
  await migrate(sequelize);
  if (await User.findOne({ attributes: ['id'] }))
    throw new Error(`${values.dir} holds a town already; name another place, or take it away.`);
  const world = { sequelize, library, now: () => new Date('2016-01-01T00:00:00Z'), newId };
  const users: string[] = [];
  for (const person of PEOPLE) {
    const { id, role } = await addAccount(world, { ...person, id: newId(), password: DEMO_PASSWORD });
    if (role === 'crew') users.push(id);
  }
  // The crews that a bench lets work all have the password of the demonstration; one hash serves them.
  const passwordHash = (await User.findOne({ where: { login: 'luk' } }))?.passwordHash ?? '';
  const crews = Array.from({ length: wanted.crews }, (_, i) => ({
    id: newId(),
    name: `Crew ${i + 1}`,
    login: `crew${i + 1}`,
    passwordHash,
    role: 'crew' as const,
    createdAt: world.now(),
  }));
  await sequelize.transaction(async (transaction) => {
    await User.bulkCreate(crews, { transaction });
    const settings = { 'demo-password': DEMO_PASSWORD, 'practice-place': 'true' };
    for (const [name, value] of Object.entries(settings)) await Setting.create({ name, value }, { transaction });
    const wrote = { users: crews.map(({ id }) => id), settings: Object.keys(settings) };
    await chain(world, transaction, { userId: null, action: 'grow', entity: 'city', entityId: newId(), body: {}, wrote });
    await sequelize.query('UPDATE audit_head SET anchored = TRUE', { transaction });
    await sequelize.query("REPLACE INTO derived_with VALUES ('queue', '1')", { transaction });
  });
  const head = await chainHead();
  if (!head) throw new Error('the accounts were not written to the chain');
  await write(database.url, head, users);
} finally {
  await sequelize.close();
  await database.close();
}
console.log(`The city stands in ${join(values.dir)} after ${seconds()}. Serve it with: DENDRIX_DATA=${values.dir} npm start`);
