import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';
import { QueryTypes } from 'sequelize';
import type { Account, BackgroundView } from '@dendrix/core/contracts';
import { chain } from '../chain/service';
import { HttpProblem, notFound } from '../http/problem';
import { inTransaction } from '../db/transaction';
import { inThread } from '../threads/pool';
import type { PlanRead } from '../threads/tasks';
import { Background } from '../models/districts';
import type { World } from '../world';

// What lies behind the map is kept in the database in parts of a megabyte, so that every server has it, one backup holds it, and a part
// of a large file can be read without the rest.

/** bytes */
export const PART = 1024 * 1024;
/** A plan of a city's streets and houses, and a file of tiles of a region, bytes. */
const LARGEST = { plan: 64 * 1024 * 1024, tiles: 4 * 1024 * 1024 * 1024 } as const;
/** First bytes of a file of tiles: PMTiles, version 3. */
const MAGIC = Buffer.concat([Buffer.from('PMTiles'), Buffer.from([3])]);
/** At most so many bytes of it are answered at once. */
const LONGEST_RANGE = 8 * PART;

const viewOf = (row: Background): BackgroundView => ({
  id: row.id,
  name: row.name,
  kind: row.kind,
  attribution: row.attribution,
  size: row.size,
  at: row.at.toISOString(),
  districtId: row.districtId,
});

/** What lies behind the maps of the town. */
export const listBackgrounds = async (): Promise<BackgroundView[]> =>
  (await Background.findAll({ where: { whole: true }, order: [['name', 'ASC']] })).map(viewOf);

/** Cuts what comes in into parts. */
async function* partsOf(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let held: Buffer[] = [];
  let size = 0;
  for await (const chunk of source) {
    held.push(chunk);
    size += chunk.length;
    while (size >= PART) {
      const all = Buffer.concat(held);
      yield all.subarray(0, PART);
      held = [all.subarray(PART)];
      size -= PART;
    }
  }
  if (size > 0) yield Buffer.concat(held);
}

async function takeAway({ sequelize }: World, id: string): Promise<void> {
  await sequelize.query('DELETE FROM background_parts WHERE background_id = ?', { replacements: [id] });
  await Background.destroy({ where: { id } });
}

/** What is said of a background that comes in. */
export interface BackgroundGiven {
  id: string;
  name: string;
  attribution: string;
  kind: 'plan' | 'tiles';
  /** The district it is the map of; of the whole town where none is said. */
  district?: string | undefined;
}

/** Reads a whole plan and writes it anew as it will be drawn, in a thread; what was not understood is told. */
async function planBytes(source: AsyncIterable<Buffer>): Promise<PlanRead> {
  const held: Buffer[] = [];
  let size = 0;
  for await (const chunk of source) {
    held.push(chunk);
    size += chunk.length;
    if (size > LARGEST.plan)
      throw new HttpProblem(413, 'Too large', 'Map files can be up to 64 MB. Cut the file to the district, or upload tiles.');
  }
  try {
    return await inThread('readPlan', { bytes: Buffer.concat(held) });
  } catch (error) {
    if (error instanceof HttpProblem) throw error;
    throw new HttpProblem(422, 'Not understood', (error as Error).message);
  }
}

/** Writes what comes in, part by part, under an id of its own. @throws HttpProblem 413 or 422 with what is wrong with the file */
async function writeParts(
  { sequelize }: World,
  id: string,
  kind: BackgroundGiven['kind'],
  source: AsyncIterable<Buffer>,
): Promise<{ size: number; sha256: string }> {
  const sum = createHash('sha256');
  let size = 0;
  let n = 0;
  for await (const part of partsOf(source)) {
    if (n === 0 && kind === 'tiles' && !part.subarray(0, MAGIC.length).equals(MAGIC))
      throw new HttpProblem(422, 'Not understood', 'This is not a PMTiles version 3 file.');
    size += part.length;
    if (size > LARGEST.tiles) throw new HttpProblem(413, 'Too large', 'Tile files can be up to 4 GB. Cut the file to the district.');
    sum.update(part);
    await sequelize.query('INSERT INTO background_parts (background_id, n, data) VALUES (?, ?, ?)', { replacements: [id, n++, part] });
  }
  if (size === 0) throw new HttpProblem(422, 'Not understood', 'The file is empty.');
  return { size, sha256: sum.digest('hex') };
}

/**
 * Takes in what is to lie behind the map, as it arrives, beside what is there; once it is whole it takes its place in one step. Of what
 * was cut off nothing is kept, and what was there stays.
 * @param still whether they who send it may still do so when it has come in
 * @throws HttpProblem 413 or 422 with what is wrong with the file, 403 where they may no longer
 */
export async function keepBackground(
  world: World,
  given: BackgroundGiven,
  source: AsyncIterable<Buffer>,
  by: Account,
  still: () => Promise<boolean>,
): Promise<{ background: BackgroundView; read: Pick<PlanRead, 'counts' | 'passedOver' | 'box'> | null }> {
  const { sequelize } = world;
  if (given.district !== undefined && !world.library.districts.some(({ id }) => id === given.district)) throw notFound('This district');
  const plan = given.kind === 'plan' ? await planBytes(source) : null;
  const { name, kind, attribution } = given;
  const said = { name, kind, attribution, at: new Date(), districtId: given.district ?? null };
  const incoming = world.newId();
  await Background.create({ ...said, id: incoming, size: 0, sha256: '', whole: false });
  try {
    const { size, sha256 } = await writeParts(world, incoming, kind, plan ? oneOf(Buffer.from(plan.bytes)) : source);
    if (!(await still())) throw new HttpProblem(403, 'Not allowed', 'You may no longer bring in a map. What was there stays.');
    const row = await inTransaction(world, async (transaction) => {
      const replacements = { id: given.id, incoming };
      await sequelize.query('DELETE FROM background_parts WHERE background_id = :id', { replacements, transaction });
      await sequelize.query('UPDATE background_parts SET background_id = :id WHERE background_id = :incoming', {
        replacements,
        transaction,
      });
      await Background.destroy({ where: { id: [given.id, incoming] }, transaction });
      const kept = await Background.create({ ...said, id: given.id, size, sha256, whole: true }, { transaction });
      await chain(world, transaction, {
        userId: by.id,
        action: 'bring in',
        entity: 'background',
        entityId: given.id,
        body: { name, kind, sha256 },
      });
      return kept;
    });
    return { background: viewOf(row), read: plan && { counts: plan.counts, passedOver: plan.passedOver, box: plan.box } };
  } catch (error) {
    await takeAway(world, incoming).catch(() => undefined);
    throw error;
  }
}

async function* oneOf(bytes: Buffer): AsyncGenerator<Buffer> {
  yield bytes;
}

/** Takes a background away. @throws HttpProblem 404 */
export async function dropBackground(world: World, id: string, by: Account): Promise<void> {
  const row = await Background.findByPk(id);
  if (!row) throw notFound('This background');
  await takeAway(world, id);
  await inTransaction(world, (transaction) =>
    chain(world, transaction, { userId: by.id, action: 'take away', entity: 'background', entityId: id, body: { name: row.name } }),
  );
}

/** Bytes from one to another, both of them with. */
async function* bytesOf({ sequelize }: World, id: string, from: number, to: number): AsyncGenerator<Buffer> {
  for (let n = Math.floor(from / PART); n * PART <= to; n++) {
    const [part] = await sequelize.query<{ data: Buffer }>('SELECT data FROM background_parts WHERE background_id = ? AND n = ?', {
      type: QueryTypes.SELECT,
      replacements: [id, n],
    });
    if (!part) throw new Error(`part ${n} of background ${id} is not there`);
    yield part.data.subarray(Math.max(0, from - n * PART), Math.min(PART, to - n * PART + 1));
  }
}

const RANGE = /^bytes=(\d+)-(\d*)$/;

/** Answers a background, whole or the part that is asked for (RFC 9110, section 14). It never changes under its hash. */
export async function sendBackground(world: World, id: string, request: Request, response: Response): Promise<void> {
  const row = await Background.findByPk(id);
  if (!row?.whole) throw notFound('This background');
  const { size } = row;
  const tag = `"${row.sha256.slice(0, 32)}"`;
  response.set({ ETag: tag, 'Accept-Ranges': 'bytes', 'Cache-Control': 'private, max-age=0, must-revalidate' });
  response.type(row.kind === 'plan' ? 'application/geo+json' : 'application/octet-stream');
  if (request.headers['if-none-match'] === tag) return void response.status(304).end();
  const [, first, last] = RANGE.exec(request.headers.range ?? '') ?? [];
  let from = 0;
  let to = size - 1;
  if (first !== undefined) {
    from = Number(first);
    to = Math.min(last ? Number(last) : size - 1, size - 1, from + LONGEST_RANGE - 1);
    if (from >= size || to < from) {
      response.set('Content-Range', `bytes */${size}`);
      throw new HttpProblem(416, 'Not there', `The file has ${size} bytes.`);
    }
    response.status(206).set('Content-Range', `bytes ${from}-${to}/${size}`);
  }
  // A part that is packed is another part.
  if (row.kind === 'tiles') response.set({ 'Content-Length': String(to - from + 1), 'Content-Encoding': 'identity' });
  for await (const part of bytesOf(world, id, from, to))
    if (!response.write(part)) await new Promise((resolve) => response.once('drain', resolve));
  response.end();
}
