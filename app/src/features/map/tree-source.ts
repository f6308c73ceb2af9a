import { fromGeojsonVt } from '@maplibre/vt-pbf';
import { addProtocol } from 'maplibre-gl';
import type { TreeBrief } from '@dendrix/core/contracts';
import { EXTENT, inTile, keyOf, onFlat, tileAt, type Tile } from '@dendrix/core/geo';
import { tileTags } from '@dendrix/core/town';
import { heldTrees } from '@/offline/held';

// Where the map has its trees from: tiles of the server, and without a signal the same made here from what the device holds.

const SCHEME = 'trees';
const TILES = '/api/v1/tiles/';
/** What is held is read again after so long, ms: it changes seldom, and a map asks for many tiles at once. */
const READ_EVERY = 10_000;

/** Address of the tiles, as they are on a day. @param version another one makes the map ask again */
export const tilesOf = (day: string, version: string | number): string => `${SCHEME}://{z}/{x}/{y}?day=${day}&v=${version}`;

let held: { at: number; byTile: Promise<Map<number, Map<number, TreeBrief[]>>> } | null = null;

/** Held trees of a tile; those of one level are sorted into its tiles once. */
async function heldIn(tile: Tile): Promise<readonly TreeBrief[]> {
  if (!held || Date.now() - held.at > READ_EVERY) held = { at: Date.now(), byTile: Promise.resolve(new Map()) };
  const levels = await held.byTile;
  let level = levels.get(tile.z);
  if (!level) {
    level = new Map();
    for (const tree of await heldTrees()) {
      const key = keyOf(tileAt(tree, tile.z));
      level.set(key, [...(level.get(key) ?? []), tree]);
    }
    levels.set(tile.z, level);
  }
  return level.get(keyOf(tile)) ?? [];
}

/** A tile made here. */
async function ownTile(tile: Tile): Promise<ArrayBuffer> {
  const features = (await heldIn(tile)).map((tree) => ({ type: 1, geometry: [inTile(tile, onFlat(tree))], tags: tileTags(tree) }));
  const bytes = fromGeojsonVt({ tree: { features } } as never, { version: 2, extent: EXTENT });
  return new Uint8Array(bytes).buffer;
}

let added = false;

/** Teaches the map where trees come from. */
export function addTreeSource(): void {
  if (added) return;
  added = true;
  addProtocol(SCHEME, async ({ url }, { signal }) => {
    const path = url.slice(`${SCHEME}://`.length);
    const answer = await fetch(TILES + path, { signal, credentials: 'same-origin' }).catch((error: unknown) => {
      if (signal.aborted) throw error;
      return null;
    });
    if (answer?.ok) return { data: await answer.arrayBuffer() };
    const [z, x, y] = path.split(/[/?]/).map(Number) as [number, number, number];
    return { data: await ownTile({ z, x, y }) };
  });
}
