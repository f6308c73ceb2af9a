// A small file of map tiles, made for the tests by the published format (PMTiles specification, version 3): no packing, one directory.
import { zxyToTileId } from 'pmtiles';
import type { Box, Tile } from '@dendrix/core/geo';

/** A square of the map, with what is drawn in it. */
export type DrawnTile = Tile & { bytes: Uint8Array };

const HEADER = 127;
const NONE = 1;
const TYPES = { mvt: 1, png: 2 } as const;

/** Whole numbers in seven bits a byte, the lowest first. */
function varints(numbers: readonly number[]): Buffer {
  const out: number[] = [];
  for (let n of numbers) {
    while (n > 127) {
      out.push((n % 128) + 128);
      n = Math.floor(n / 128);
    }
    out.push(n);
  }
  return Buffer.from(out);
}

/** @param box west, south, east, north, degrees */
export function pmtilesFile(
  tiles: readonly DrawnTile[],
  type: keyof typeof TYPES,
  [west, south, east, north]: Box,
  metadata: object = {},
): Buffer {
  const sorted = tiles.map((tile) => ({ ...tile, id: zxyToTileId(tile.z, tile.x, tile.y) })).sort((a, b) => a.id - b.id);
  const directory = varints([
    sorted.length,
    ...sorted.map(({ id }, i) => id - (sorted[i - 1]?.id ?? 0)),
    ...sorted.map(() => 1),
    ...sorted.map(({ bytes }) => bytes.length),
    // One lies right after the other.
    ...sorted.map((_tile, i) => (i === 0 ? 1 : 0)),
  ]);
  const words = Buffer.from(JSON.stringify(metadata));
  const data = Buffer.concat(sorted.map(({ bytes }) => bytes));
  const header = Buffer.alloc(HEADER);
  header.write('PMTiles', 0, 'ascii');
  header.writeUInt8(3, 7);
  const places: [number, number][] = [
    [HEADER, directory.length],
    [HEADER + directory.length, words.length],
    [HEADER + directory.length + words.length, 0],
    [HEADER + directory.length + words.length, data.length],
  ];
  for (const [i, [offset, length]] of places.entries()) {
    header.writeBigUInt64LE(BigInt(offset), 8 + i * 16);
    header.writeBigUInt64LE(BigInt(length), 16 + i * 16);
  }
  for (const at of [72, 80, 88]) header.writeBigUInt64LE(BigInt(sorted.length), at);
  const zooms = sorted.map(({ z }) => z);
  for (const [i, value] of [1, NONE, NONE, TYPES[type], Math.min(...zooms), Math.max(...zooms)].entries()) header.writeUInt8(value, 96 + i);
  for (const [i, value] of [west, south, east, north].entries()) header.writeInt32LE(Math.round(value * 1e7), 102 + i * 4);
  header.writeUInt8(Math.min(...zooms), 118);
  header.writeInt32LE(Math.round(((west + east) / 2) * 1e7), 119);
  header.writeInt32LE(Math.round(((south + north) / 2) * 1e7), 123);
  return Buffer.concat([header, directory, words, data]);
}
