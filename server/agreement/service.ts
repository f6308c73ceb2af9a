import { setImmediate as breathe } from 'node:timers/promises';
import { Op, QueryTypes } from 'sequelize';
import type { Account, AgreementAnswer, ErrorBenchAnswer, TownErrors } from '@dendrix/core/contracts';
import { errorModel, readTwice, type Reading, type SettledCase } from '@dendrix/core/town/agreement';
import { chain } from '../chain/service';
import { inTransaction } from '../db/transaction';
import { Setting } from '../models/organisation';
import { Review } from '../models/reviews';
import { inThread } from '../threads/pool';
import { Tree } from '../models/trees';
import { reviewViewOf, sentOf, visitViewOf, type People } from '../trees/view';
import { Visit } from '../models/visits';
import type { World } from '../world';

// How far the people of a town read the same alike, from its own record. Nobody is named: it is about marks, and what to practise.

/** The newest visits among which pairs are looked for, and reviews that are read: enough for every mark, and the same cost in a city. */
const VISITS = 20_000;
const REVIEWS = 1500;
/** Pairs of visits that are read. */
const PAIRS = 1500;
/** Visits read at a time: between them others are answered. */
const AT_ONCE = 100;
/** What was reckoned is told again for so long, ms. */
const KEPT_MS = 600_000;
/** Visits with a settled name that the bench names again. */
const CASES = 300;

const nobody: People = new Map();

interface Read {
  visits: number;
  readings: Reading[];
}

/** Everything that was read by more than one person since a day. */
async function readingsSince(world: Pick<World, 'sequelize' | 'library'>, since: string): Promise<Read> {
  const { sequelize } = world;
  const pairs = await sequelize.query<{ a: string; b: string }>(
    `SELECT a.id AS a, b.id AS b
     FROM (SELECT id, tree_id, user_id, day FROM visits WHERE day >= ? ORDER BY id DESC LIMIT ?) a
     STRAIGHT_JOIN visits b FORCE INDEX (by_day)
       ON b.tree_id = a.tree_id AND b.day BETWEEN a.day - INTERVAL 42 DAY AND a.day AND b.user_id <> a.user_id
     LIMIT ?`,
    { type: QueryTypes.SELECT, replacements: [since, VISITS, PAIRS] },
  );
  const reviews = await Review.findAll({
    where: { at: { [Op.gte]: new Date(`${since}T00:00:00Z`) } },
    order: [['at', 'DESC']],
    limit: REVIEWS,
  });
  const told = reviews.filter(({ secondLook, bands, points }) => secondLook !== null || bands || points);
  const ids = [...new Set([...pairs.flatMap(({ a, b }) => [a, b]), ...told.map(({ visitId }) => visitId)])];
  const visits: ReturnType<typeof visitViewOf>[] = [];
  for (let start = 0; start < ids.length; start += AT_ONCE) {
    const part = await Visit.findAll({ where: { id: ids.slice(start, start + AT_ONCE) } });
    visits.push(...part.filter(({ judged }) => judged).map((visit) => visitViewOf(visit, nobody)));
    await breathe();
  }
  return {
    visits: visits.length,
    readings: readTwice(
      world.library,
      visits,
      told.map((review) => reviewViewOf(review, nobody)),
    ),
  };
}

const kept = new WeakMap<World['sequelize'], Map<string, { at: number; answer: AgreementAnswer }>>();

/** The same as it was reckoned a while ago, or anew. */
export async function agreementSince(
  world: Pick<World, 'sequelize' | 'library'>,
  since: string,
  signal: AbortSignal,
  fresh = false,
): Promise<AgreementAnswer> {
  const held = kept.get(world.sequelize) ?? new Map<string, { at: number; answer: AgreementAnswer }>();
  kept.set(world.sequelize, held);
  const before = held.get(since);
  if (!fresh && before && Date.now() - before.at < KEPT_MS) return before.answer;
  const answer = await reckon(world, since, signal);
  held.set(since, { at: Date.now(), answer });
  return answer;
}

/** How far people agree, and how often each mark is read wrong, since a day. Reckoned in a thread; `signal` stops it. */
async function reckon(world: Pick<World, 'sequelize' | 'library'>, since: string, signal: AbortSignal): Promise<AgreementAnswer> {
  const { visits, readings } = await readingsSince(world, since);
  const { items, marks } = await inThread('agreement', { readings }, { signal });
  return { visits, readings: readings.length, items, marks };
}

/** Visits whose name a review has settled to a species, with what was seen. */
async function settledCases({ sequelize }: Pick<World, 'sequelize'>): Promise<SettledCase[]> {
  const rows = await sequelize.query<{ id: string }>(
    `SELECT r.visit_id AS id FROM reviews r FORCE INDEX (by_at) WHERE r.verdict <> 'question' ORDER BY r.at DESC, r.id DESC LIMIT ?`,
    { type: QueryTypes.SELECT, replacements: [CASES * 3] },
  );
  const ids = [...new Set(rows.map(({ id }) => id))];
  if (ids.length === 0) return [];
  const visits = await Visit.findAll({ where: { id: ids } });
  const trees = await Tree.findAll({
    where: { id: [...new Set(visits.map(({ treeId }) => treeId))], standing: ['confirmed', 'overturned'], level: 'species' },
  });
  const treeOf = new Map(trees.map((tree) => [tree.id, tree]));
  return visits
    .flatMap((visit): SettledCase[] => {
      const tree = treeOf.get(visit.treeId);
      const { look } = sentOf(visit);
      if (!tree?.taxon || look.observations.length < 2) return [];
      return [{ day: look.day, latitude: tree.latitude, planted: look.planted, observations: look.observations, taxon: tree.taxon }];
    })
    .slice(0, CASES);
}

/** What the town's own errors, as learnt since a day, change in naming trees whose names are settled. */
export async function benchSince(
  world: Pick<World, 'sequelize' | 'library'>,
  since: string,
  signal: AbortSignal,
): Promise<ErrorBenchAnswer> {
  const [{ marks }, cases] = await Promise.all([agreementSince(world, since, signal), settledCases(world)]);
  return inThread('benchErrors', { cases, errors: errorModel(marks) }, { signal });
}

const KEY = 'town-errors';
const THE_ORGANISATION = '00000000-0000-7000-8000-000000000000';
const OFF: TownErrors = { on: false, at: null, errors: {} };

/** The town's own errors as they were taken when they were switched on. */
export async function heldErrors(): Promise<TownErrors> {
  const kept = await Setting.findByPk(KEY);
  return kept ? (JSON.parse(kept.value) as TownErrors) : OFF;
}

async function writeErrors(world: World, held: TownErrors, by: Pick<Account, 'id'>): Promise<TownErrors> {
  return inTransaction(world, async (transaction) => {
    await Setting.upsert({ name: KEY, value: JSON.stringify(held) }, { transaction });
    await chain(world, transaction, {
      userId: by.id,
      action: 'pick',
      entity: 'organisation',
      entityId: THE_ORGANISATION,
      body: { townErrors: held.on },
      wrote: { settings: [KEY] },
    });
    return held;
  });
}

/** Switches the town's own errors on, as they are learnt by now; they stay so until somebody takes them anew. */
export async function switchOn(world: World, since: string, by: Pick<Account, 'id'>, signal: AbortSignal): Promise<TownErrors> {
  const { marks } = await agreementSince(world, since, signal, true);
  return writeErrors(world, { on: true, at: world.now().toISOString(), errors: errorModel(marks) }, by);
}

/** Naming goes by what is stated again. */
export const switchOff = (world: World, by: Pick<Account, 'id'>): Promise<TownErrors> => writeErrors(world, OFF, by);
