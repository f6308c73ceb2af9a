import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { fromGeojsonVt } from '@maplibre/vt-pbf';
import { LRUCache } from 'lru-cache';
import { QueryTypes } from 'sequelize';
import { boxOf, EXTENT, inTile, onFlat, tileAt, type Tile } from '@dendrix/core/geo';
import { ANSWERS, ASKS, tileTags, type Asked } from '@dendrix/core/town';
import { BY_PLACE, inBox } from '../trees/within';
import type { World } from '../world';
import { atlasOf, type Atlas } from './atlas';

// Tiles of trees (Mapbox Vector Tile Specification 2.1): near, each tree by itself with its answer to every question, so that another
// question asks for nothing; far out, trees counted together with their shares of each answer.

/** Far out, trees are counted by sixteen squares of a tile, 128 points wide. */
const FINER = 2;
/** Bytes of tiles that are kept. */
const KEPT = 64 * 1024 * 1024;

const zip = promisify(gzip);

interface Made {
  /** Compressed. */
  bytes: Buffer;
  /** Changes with what the tile holds. */
  tag: string;
}

type Feature = { type: 1; geometry: [number, number][]; tags: Record<string, string | number> };

/** Trees of a tile, each by itself. */
async function singles({ sequelize }: World, tile: Tile): Promise<Feature[]> {
  const rows = await sequelize.query<Asked & { id: string; tag: string; latitude: number; longitude: number }>(
    `SELECT id, tag, latitude, longitude, due_on AS dueOn, standing, vigour, soundness
     FROM trees FORCE INDEX (${BY_PLACE}) WHERE ${inBox(boxOf(tile))}`,
    { type: QueryTypes.SELECT },
  );
  return rows.flatMap((tree): Feature[] => {
    const { x, y } = tileAt(tree, tile.z);
    if (x !== tile.x || y !== tile.y) return [];
    return [{ type: 1, geometry: [inTile(tile, onFlat(tree))], tags: tileTags(tree) }];
  });
}

/** Trees of a tile counted together: how many, and of each question how many give each answer. */
const counts = (atlas: Atlas, tile: Tile, day: string): Feature[] =>
  atlas.gathered(tile, FINER, day).map(({ trees, x, y, answers }): Feature => {
    const tags: Record<string, number> = { trees };
    for (const ask of ASKS) ANSWERS[ask].forEach((answer, i) => (tags[`${ask}-${answer}`] = answers[ask][i] ?? 0));
    return { type: 1, geometry: [inTile(tile, { x: x / trees, y: y / trees })], tags };
  });

const encode = (layer: string, features: Feature[]): Buffer =>
  Buffer.from(fromGeojsonVt({ [layer]: { features } } as never, { version: 2, extent: EXTENT }));

const made = new WeakMap<World['sequelize'], LRUCache<string, Made>>();
function keptBy(world: World): LRUCache<string, Made> {
  const held = made.get(world.sequelize) ?? new LRUCache({ maxSize: KEPT, sizeCalculation: ({ bytes }) => bytes.length + 200 });
  made.set(world.sequelize, held);
  return held;
}

/**
 * A tile of trees as it is now. It is made once and kept until something in it is written.
 * @param day from which it is seen, ISO: what is due is counted by it
 */
export async function treeTile(world: World, tile: Tile, day: string): Promise<Made> {
  const atlas = await atlasOf(world);
  const single = tile.z >= atlas.singlesFrom;
  const tag = `${tile.z}/${tile.x}/${tile.y}-${atlas.versionOf(tile)}-${single ? 'each' : day}`;
  const kept = keptBy(world);
  const held = kept.get(tag);
  if (held) return held;
  const plain = single ? encode('tree', await singles(world, tile)) : encode('count', counts(atlas, tile, day));
  const one = { bytes: await zip(plain), tag };
  kept.set(tag, one);
  return one;
}
