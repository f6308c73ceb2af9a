import { QueryTypes, type Transaction } from 'sequelize';
import { districtAt, middleOfOutline, regionsAt, utmZoneAt } from '@dendrix/core/geo';
import { genusOf, type District } from '@dendrix/core/knowledge';
import type { Account, DistrictSubmission, SetUpAnswer } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { User } from '../models/accounts';
import { HttpProblem, notFound } from '../http/problem';
import { inTransaction } from '../db/transaction';
import { Setting } from '../models/organisation';
import { THE_ORGANISATION } from '../organisation/service';
import { Tree } from '../models/trees';
import { followDistricts } from '../trees/upkeep';
import { Background, DistrictRow } from '../models/districts';
import type { World } from '../world';

/** What the town is called, and whether its first hour is over. */
export const TOWN_NAME = 'town-name';
export const SET_UP = 'set-up';
const INVENTED = 'Quillhaven';

export const townName = async (): Promise<string> => (await Setting.findByPk(TOWN_NAME))?.value ?? INVENTED;

/** The districts there are, by name. */
const standing = (transaction?: Transaction): Promise<DistrictRow[]> =>
  DistrictRow.findAll({ where: { goneAt: null }, order: [['name', 'ASC']], transaction });

/** A district as the rules read it. */
export function districtOf(id: string, given: DistrictSubmission): District {
  const { outline, hardiness, longestGap, regions, ...rest } = given;
  const place = outline ? middleOfOutline(outline) : { latitude: given.latitude, longitude: given.longitude };
  return {
    ...rest,
    ...place,
    id,
    utmZone: utmZoneAt(place),
    regions: regions.length > 0 ? regions : [...regionsAt(place)],
    ...(outline ? { outline: outline as NonNullable<District['outline']> } : {}),
    ...(hardiness === null ? {} : { hardiness }),
    ...(longestGap === null ? {} : { longestGap }),
  };
}

/** Which districts a server knows it looks up anew so often, ms. */
const FRESH_MS = 2000;
const known = new WeakMap<World, { at: number; version: string }>();

/**
 * Takes up the districts of the town, as somebody may have changed them on another server. The invented towns of the library stand only
 * where no district was set up.
 */
export async function keepDistricts(world: World, now = Date.now()): Promise<void> {
  const held = known.get(world);
  if (held && now - held.at < FRESH_MS) return;
  const [row] = await world.sequelize.query<{ n: number; at: Date | string | null }>('SELECT COUNT(*) AS n, MAX(at) AS at FROM districts', {
    type: QueryTypes.SELECT,
  });
  const version = `${row?.n ?? 0}/${row?.at ? new Date(row.at).getTime() : 0}`;
  if (held?.version !== version && Number(row?.n ?? 0) > 0) {
    const rows = await standing();
    // A new library: what is derived from the old one and kept by it is made anew.
    world.library = { ...world.library, districts: rows.map(({ id, body }) => districtOf(id, body)) };
  }
  known.set(world, { at: now, version });
}

/** @throws HttpProblem 422 naming the first kind that the library does not hold */
function checkKinds({ library }: World, { lists, planted, wild, agents }: DistrictSubmission): void {
  const taxa = new Set(library.taxa.flatMap(({ name }) => [name, genusOf(name)]));
  for (const [list, names] of Object.entries({ ...lists, planted: Object.keys(planted), wild }))
    for (const name of names)
      if (!taxa.has(name)) throw new HttpProblem(422, 'Not understood', `${list}: ${name} is not in the library.`, `lists.${list}`);
  const ids = new Set(library.agents.map(({ id }) => id));
  for (const agent of Object.keys(agents))
    if (!ids.has(agent)) throw new HttpProblem(422, 'Not understood', `Cause not in the library: ${agent}.`, 'agents');
}

/** Trees whose district is looked up at once. */
const BATCH = 2000;

/** Finds out anew in which district each tree stands. */
async function assignTrees(world: World, districts: readonly District[], transaction: Transaction): Promise<void> {
  const { sequelize } = world;
  let after = '';
  for (;;) {
    const rows = await sequelize.query<{ id: string; latitude: number; longitude: number; district_id: string | null }>(
      'SELECT id, latitude, longitude, district_id FROM trees WHERE id > ? ORDER BY id LIMIT ?',
      { type: QueryTypes.SELECT, replacements: [after, BATCH], transaction },
    );
    const moved = new Map<string, string[]>();
    for (const row of rows) {
      const { id } = districtAt(districts, row);
      if (id !== row.district_id) moved.set(id, [...(moved.get(id) ?? []), row.id]);
    }
    for (const [district, trees] of moved)
      await sequelize.query('UPDATE trees SET district_id = ? WHERE id IN (?)', { replacements: [district, trees], transaction });
    if (rows.length < BATCH) return;
    after = rows.at(-1)?.id ?? '';
  }
}

const nowAfter = async (transaction: Transaction): Promise<Date> => {
  // Two changes within a millisecond are two versions.
  const last = await DistrictRow.max<Date, DistrictRow>('at', { transaction });
  return new Date(Math.max(Date.now(), (last ? new Date(last).getTime() : 0) + 1));
};

/** Sets a district up, or changes it, under an id made by whoever asks. A change of the outline moves trees between districts. */
export async function putDistrict(world: World, id: string, given: DistrictSubmission, by: Pick<Account, 'id'> | null): Promise<District> {
  checkKinds(world, given);
  const made = districtOf(id, given);
  await inTransaction(world, async (transaction) => {
    const at = await nowAfter(transaction);
    await DistrictRow.upsert({ id, name: given.name, body: given, at, goneAt: null }, { transaction });
    await assignTrees(
      world,
      (await standing(transaction)).map((row) => districtOf(row.id, row.body)),
      transaction,
    );
    await chain(world, transaction, {
      userId: by?.id ?? null,
      action: 'set up',
      entity: 'district',
      entityId: id,
      body: { name: given.name },
      wrote: { districts: [id] },
    });
  });
  known.delete(world);
  await keepDistricts(world);
  // Nobody waits for it: a stop cuts it short, and the next start goes on with it.
  void followDistricts(world).catch(() => undefined);
  return made;
}

/** Takes a district away; its trees belong to the nearest of the others. @throws HttpProblem 409 for the last one */
export async function dropDistrict(world: World, id: string, by: Pick<Account, 'id'>): Promise<void> {
  await inTransaction(world, async (transaction) => {
    const row = await DistrictRow.findByPk(id, { transaction });
    if (!row || row.goneAt !== null) throw notFound('This district');
    const others = (await standing(transaction)).filter((one) => one.id !== id);
    if (others.length === 0) throw new HttpProblem(409, 'The last district', 'A town needs at least one district. Edit this one instead.');
    const at = await nowAfter(transaction);
    await row.update({ at, goneAt: at }, { transaction });
    // Its maps are everybody's again.
    await Background.update({ districtId: null }, { where: { districtId: id }, transaction });
    await assignTrees(
      world,
      others.map((one) => districtOf(one.id, one.body)),
      transaction,
    );
    await chain(world, transaction, {
      userId: by.id,
      action: 'take away',
      entity: 'district',
      entityId: id,
      body: { name: row.name },
      wrote: { districts: [id] },
    });
  });
  known.delete(world);
  await keepDistricts(world);
  void followDistricts(world).catch(() => undefined);
}

/** A district as it was set up. @throws HttpProblem 404 */
export async function districtGiven(id: string): Promise<DistrictSubmission> {
  const row = await DistrictRow.findByPk(id);
  if (!row || row.goneAt !== null) throw notFound('This district');
  return row.body;
}

/** How far setting up is. */
export async function setUp(): Promise<SetUpAnswer> {
  const [done, rows, backgrounds, trees, people] = await Promise.all([
    Setting.findByPk(SET_UP),
    standing(),
    Background.count({ where: { whole: true } }),
    Tree.findAll({ attributes: ['id'], limit: 1 }),
    User.count(),
  ]);
  const of = (holds: (body: DistrictSubmission) => boolean) => rows.filter(({ body }) => holds(body)).length;
  return {
    isDone: done?.value === 'done',
    districts: rows.length,
    outlined: of(({ outline }) => outline !== null),
    climate: of(({ hardiness }) => hardiness !== null),
    listed: of(({ lists }) => Object.values(lists).some((list) => list.length > 0)),
    backgrounds,
    trees: trees.length,
    people,
  };
}

/** Says that the first hour is over, or begins it again. */
export const leaveSetUp = (world: World, isDone: boolean, by: Pick<Account, 'id'>): Promise<void> =>
  inTransaction(world, async (transaction) => {
    await Setting.upsert({ name: SET_UP, value: isDone ? 'done' : 'going on' }, { transaction });
    await chain(world, transaction, {
      userId: by.id,
      action: 'set up',
      entity: 'organisation',
      entityId: THE_ORGANISATION,
      body: { isDone },
      wrote: { settings: [SET_UP] },
    });
  });
