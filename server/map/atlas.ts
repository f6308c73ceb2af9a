import { setImmediate as breathe } from 'node:timers/promises';
import { QueryTypes } from 'sequelize';
import { boxOf, districtAt, keyOf, middleOf, placeOnFlat, tileAt, tileOfKey, type Box, type Place, type Tile } from '@dendrix/core/geo';
import { ANSWERS, ASKS, dayNumber, stockOf, type Ask, type Countable } from '@dendrix/core/town';
import type { StockAnswer } from '@dendrix/core/contracts';
import { changedTrees, newestChange } from '../chain/changes';
import { BY_PLACE, inBox } from '../trees/within';
import type { World } from '../world';
import { answersOf, COUNTED_COLUMNS, Counting, Kinds, type Cell, type Counted } from './cell';

// The trees of the town counted by small squares, in memory: what a map far out and the record of kinds are made of. It is read from
// the database once, and then follows the log of changes: a square in which something was written is counted anew from the spatial
// index. So no question about the whole town reads the whole town, and several servers each see what the others wrote.

/** Level of the squares that are counted: some 215 m at 45 degrees. */
export const FINE = 17;
/** Level of the squares that tell where trees stand closest: as large as a quarter of a town. */
const CLOSE = 14;
/** Trees read at a time when everything is. */
const PAGE = 20_000;
/** Squares that are counted in one statement. */
const AT_ONCE = 100;
/** More squares than that are read faster with everything. */
const MOST_SQUARES = 3000;
/** The levels from which on each tree may be drawn by itself, and the most trees of one tile that are. */
const SINGLES = { first: 11, last: 16, most: 3000 } as const;

/** Trees of a square of the map, counted together. */
export interface Gathered {
  trees: number;
  /** Their middle, as shares of the world. */
  x: number;
  y: number;
  answers: Record<Ask, number[]>;
}

const none = (): Gathered => ({
  trees: 0,
  x: 0,
  y: 0,
  answers: Object.fromEntries(ASKS.map((ask) => [ask, ANSWERS[ask].map(() => 0)])) as Record<Ask, number[]>,
});

function gather(into: Gathered, cell: Cell, today: number): void {
  into.trees += cell.trees;
  into.x += cell.x;
  into.y += cell.y;
  for (const ask of ASKS) {
    const sums = into.answers[ask];
    answersOf(cell, ask, today).forEach((n, i) => (sums[i] = (sums[i] ?? 0) + n));
  }
}

export class Atlas {
  private readonly kinds = new Kinds();
  private cells = new Map<number, Cell>();
  /** The change up to which it is known, and that of each square of every level since it was read. */
  private known = 0;
  private read = 0;
  private readonly versions = new Map<number, number>();
  private looking: Promise<void> | null = null;
  private next: Promise<void> | null = null;
  private loaded = false;
  private singles: { known: number; from: number } | null = null;
  private stock: { known: number; answer: StockAnswer } | null = null;

  constructor(private readonly world: Pick<World, 'sequelize' | 'library'>) {}

  /**
   * Reads what was written since it last looked: whoever asks sees what was written before they asked. Of many who ask while it looks,
   * all share the next look.
   */
  async current(): Promise<this> {
    if (!this.looking) await this.look();
    else
      await (this.next ??= this.looking
        .catch(() => undefined)
        .then(() => {
          this.next = null;
          return this.look();
        }));
    return this;
  }

  private look(): Promise<void> {
    this.looking = this.follow().finally(() => (this.looking = null));
    return this.looking;
  }

  /** A number that is another whenever something in a tile was written. */
  versionOf(tile: Tile): number {
    return this.versions.get(levelKey(tile)) ?? this.read;
  }

  get version(): number {
    return this.known;
  }

  /** The level from which on each tree is drawn by itself: where no tile holds too many. */
  get singlesFrom(): number {
    if (this.singles?.known === this.known) return this.singles.from;
    let from: number = SINGLES.last;
    for (; from > SINGLES.first; from--) {
      const sums = new Map<number, number>();
      let most = 0;
      for (const [key, { trees }] of this.cells) {
        const { x, y } = tileOfKey(key, FINE);
        const shift = FINE - (from - 1);
        const at = keyOf({ z: from - 1, x: x >> shift, y: y >> shift });
        const sum = (sums.get(at) ?? 0) + trees;
        sums.set(at, sum);
        most = Math.max(most, sum);
      }
      if (most > SINGLES.most) break;
    }
    this.singles = { known: this.known, from };
    return from;
  }

  /** Where trees stand, in degrees; null in a town without any. */
  get box(): Box | null {
    let box: [number, number, number, number] | null = null;
    for (const key of this.cells.keys()) {
      const [w, s, e, n] = boxOf(tileOfKey(key, FINE));
      box = box ? [Math.min(box[0], w), Math.min(box[1], s), Math.max(box[2], e), Math.max(box[3], n)] : [w, s, e, n];
    }
    return box;
  }

  /** Where trees stand closest; null in a town without any. The middle of its box may be a lake. */
  get middle(): Place | null {
    const squares = new Map<number, { trees: number; x: number; y: number }>();
    let most: { trees: number; x: number; y: number } | null = null;
    for (const [key, cell] of this.cells) {
      const { x, y } = tileOfKey(key, FINE);
      const at = keyOf({ z: CLOSE, x: x >> (FINE - CLOSE), y: y >> (FINE - CLOSE) });
      const held = squares.get(at) ?? { trees: 0, x: 0, y: 0 };
      const sum = { trees: held.trees + cell.trees, x: held.x + cell.x, y: held.y + cell.y };
      squares.set(at, sum);
      if (!most || sum.trees > most.trees) most = sum;
    }
    return most && placeOnFlat({ x: most.x / most.trees, y: most.y / most.trees });
  }

  /** All trees of the town, or of a box, by their answers. */
  counted(day: string, box?: Box): Gathered {
    const all = none();
    const today = dayNumber(day);
    for (const [key, cell] of this.cells) {
      if (box) {
        const { latitude, longitude } = middleOf(tileOfKey(key, FINE));
        if (longitude < box[0] || latitude < box[1] || longitude > box[2] || latitude > box[3]) continue;
      }
      gather(all, cell, today);
    }
    return all;
  }

  /**
   * The trees of a tile, counted by the squares of a finer level.
   * @param finer levels below that of the tile
   */
  gathered(tile: Tile, finer: number, day: string): Gathered[] {
    const today = dayNumber(day);
    const [toTile, toSquare] = [FINE - tile.z, FINE - Math.min(FINE, tile.z + finer)];
    const squares = new Map<number, Gathered>();
    for (const [key, cell] of this.cells) {
      const { x, y } = tileOfKey(key, FINE);
      if (x >> toTile !== tile.x || y >> toTile !== tile.y) continue;
      const at = keyOf({ z: FINE, x: x >> toSquare, y: y >> toSquare });
      let square = squares.get(at);
      if (!square) squares.set(at, (square = none()));
      gather(square, cell, today);
    }
    return [...squares.values()];
  }

  /** The trees of each district counted by kind. */
  get stockByDistrict(): StockAnswer {
    if (this.stock?.known === this.known) return this.stock.answer;
    const byDistrict = new Map<string, Map<number, number>>();
    for (const [key, { kinds }] of this.cells) {
      const { id } = districtAt(this.world.library.districts, middleOf(tileOfKey(key, FINE)));
      const sums = byDistrict.get(id) ?? new Map<number, number>();
      byDistrict.set(id, sums);
      for (let i = 0; i < kinds.length; i += 2)
        sums.set(kinds[i] as number, (sums.get(kinds[i] as number) ?? 0) + (kinds[i + 1] as number));
    }
    const counted = (sums: Map<number, number>): Countable[] =>
      [...sums].flatMap(([kind, trees]) => {
        const of = this.kinds.of(kind);
        return of.taxon === null ? [] : [{ ...of, trees }];
      });
    const answer = Object.fromEntries(
      [...byDistrict].flatMap(([id, sums]) => {
        const stock = stockOf(counted(sums));
        return stock.length === 0 ? [] : [[id, stock]];
      }),
    );
    this.stock = { known: this.known, answer };
    return answer;
  }

  private async follow(): Promise<void> {
    const newest = await newestChange(this.world);
    if (!this.loaded) return this.readAll(newest);
    if (newest === this.known) return;
    const changed = newest < this.known ? null : await changedTrees(this.world, this.known, newest);
    const squares = new Set(changed?.map((tree) => keyOf(tileAt(tree, FINE))));
    if (changed === null || squares.size > MOST_SQUARES) return this.readAll(newest);
    const keys = [...squares];
    for (let from = 0; from < keys.length; from += AT_ONCE) {
      const some = keys.slice(from, from + AT_ONCE);
      const cells = await this.countSquares(some);
      for (const key of some) {
        const cell = cells.get(key);
        if (cell) this.cells.set(key, cell);
        else this.cells.delete(key);
        const { x, y } = tileOfKey(key, FINE);
        for (let z = 0; z <= FINE; z++) this.versions.set(levelKey({ z, x: x >> (FINE - z), y: y >> (FINE - z) }), newest);
      }
    }
    this.known = newest;
  }

  /** Counts squares from the spatial index, all in one statement: one at a time, a busy hour would keep every map waiting. */
  private async countSquares(keys: readonly number[]): Promise<Map<number, Cell>> {
    const one = (key: number) =>
      `(SELECT id, ${COUNTED_COLUMNS} FROM trees FORCE INDEX (${BY_PLACE}) WHERE ${inBox(boxOf(tileOfKey(key, FINE)))})`;
    const rows = await this.world.sequelize.query<Counted & { id: string }>(keys.map(one).join(' UNION ALL '), { type: QueryTypes.SELECT });
    const counting = new Map<number, Counting>();
    const wanted = new Set(keys);
    const counted = new Set<string>();
    for (const tree of rows) {
      // Squares share their edges: a tree on one is read with both, and belongs to the next.
      const key = keyOf(tileAt(tree, FINE));
      if (!wanted.has(key) || counted.has(tree.id)) continue;
      counted.add(tree.id);
      const square = counting.get(key) ?? new Counting(this.kinds);
      counting.set(key, square);
      square.add(tree);
    }
    return new Map([...counting].map(([key, square]) => [key, square.cell()]));
  }

  /** Reads every tree once, in the order of their ids, some at a time. */
  private async readAll(newest: number): Promise<void> {
    const counting = new Map<number, Counting>();
    for (let after = ''; ;) {
      const rows = await this.world.sequelize.query<Counted & { id: string }>(
        `SELECT id, ${COUNTED_COLUMNS} FROM trees WHERE id > ? ORDER BY id LIMIT ${PAGE}`,
        { type: QueryTypes.SELECT, replacements: [after] },
      );
      for (const row of rows) {
        const key = keyOf(tileAt(row, FINE));
        let square = counting.get(key);
        if (!square) counting.set(key, (square = new Counting(this.kinds)));
        square.add(row);
      }
      after = rows.at(-1)?.id ?? '';
      if (rows.length < PAGE) break;
      await breathe();
    }
    this.cells = new Map([...counting].map(([key, square]) => [key, square.cell()]));
    this.versions.clear();
    this.known = this.read = newest;
    this.loaded = true;
  }
}

/** Squares of all levels in one map: the level is the last digits. */
const levelKey = (tile: Tile): number => keyOf(tile) * 32 + tile.z;

const atlases = new WeakMap<World['sequelize'], Atlas>();

/** The atlas of a database, as it is now. */
export function atlasOf(world: Pick<World, 'sequelize' | 'library'>): Promise<Atlas> {
  const held = atlases.get(world.sequelize) ?? new Atlas(world);
  atlases.set(world.sequelize, held);
  return held.current();
}
