import { placeAt, type Place } from '@dendrix/core/geo';
import type { Taxon } from '@dendrix/core/knowledge';
import { randomFrom, type Random } from './random';
import { ageBounds } from './trees';

// An invented city of any size about Quillhaven, to measure with: streets in a bent grid, denser towards the middle, each with its own
// few kinds of tree as a town plants them, and parks with some of everything. The same seed gives the same city.

/** A tree of the city, as a list would have it. */
export interface CityTree extends Place {
  tag: string;
  place: string;
  siteKind: 'street' | 'park';
  taxon: Taxon;
  plantedYear: number;
  /** m */
  dbh: number;
}

const FIRST = ['Alder', 'Amber', 'Anchor', 'Apple', 'Barrow', 'Bell', 'Birch', 'Brook', 'Candle', 'Chapel', 'Cinder', 'Clover', 'Cobble', 'Copper', 'Crane', 'Dove', 'Dyer', 'Elder', 'Ember', 'Fallow', 'Fern', 'Finch', 'Flint', 'Fuller', 'Garnet', 'Glebe', 'Grain', 'Harbour', 'Hazel', 'Heron', 'Hollow', 'Juniper', 'Kiln', 'Lantern', 'Lark', 'Linden', 'Loom', 'Mallow', 'Maple', 'Meadow', 'Mill', 'Mint', 'Moss', 'Oriel', 'Otter', 'Pebble', 'Pewter', 'Quarry', 'Quill', 'Raven', 'Reed', 'Rope', 'Rowan', 'Saddle', 'Salt', 'Sedge', 'Spindle', 'Stone', 'Swift', 'Tallow', 'Tanner', 'Teasel', 'Thorn', 'Tide', 'Vesper', 'Weaver', 'Willow', 'Wren']; // prettier-ignore
const SECOND = ['bank', 'bridge', 'brook', 'croft', 'dale', 'field', 'ford', 'gate', 'grove', 'ham', 'hill', 'hurst', 'lea', 'mere', 'moor', 'mouth', 'ridge', 'shaw', 'side', 'stead', 'wick', 'worth']; // prettier-ignore
const KIND = ['Street', 'Road', 'Lane', 'Avenue', 'Row', 'Way', 'Terrace', 'Rise', 'Walk', 'Crescent'];

/** m between the trees of a kerb, and between streets in the middle and at the edge of the city. */
const STEP = 9;
const BLOCK = { middle: 75, edge: 190 } as const;
/** m from the middle of the road. */
const KERB = 5.5;
/** Every so many-th block is a park, with a tree to so many square metres. */
const PARK_EVERY = 23;
const PARK_TREE = 140;
/** A kerb place in eight is empty; one tree in six is none of the street's own kinds. */
const GAP = 1 / 8;
const STRAY = 1 / 6;

const streetName = (n: number): string => {
  const kind = KIND[n % KIND.length];
  const first = FIRST[Math.floor(n / KIND.length) % FIRST.length];
  const second = SECOND[Math.floor(n / (KIND.length * FIRST.length)) % SECOND.length];
  return `${first}${second} ${kind}`;
};

/**
 * Trees of a city, street by street from its middle outwards.
 * @param taxa kinds that grow there
 */
export function* cityTrees(taxa: readonly Taxon[], middle: Place, trees: number, seed: number, thisYear: number): Generator<CityTree> {
  const random = randomFrom(seed);
  // A few kinds make up most of a city, as in any: the weight falls with the rank.
  const ranked = [...taxa].sort((a, b) => a.name.localeCompare(b.name));
  for (let i = ranked.length - 1; i > 0; i--) {
    const j = Math.floor(random.next() * (i + 1));
    [ranked[i], ranked[j]] = [ranked[j] as Taxon, ranked[i] as Taxon];
  }
  const draw = (): Taxon => ranked[Math.floor(ranked.length * random.next() ** 3)] as Taxon;
  let made = 0;
  const grow = (at: { east: number; north: number }, place: string, siteKind: CityTree['siteKind'], kinds: readonly Taxon[]): CityTree => {
    const taxon = random.next() < STRAY ? draw() : random.pick(kinds);
    const age = Math.round(3 + (ageBounds(taxon) - 3) * random.next() ** 1.6);
    const spot = placeAt(middle, { east: at.east + random.between(-1, 1), north: at.north + random.between(-1, 1) });
    const dbh = Math.min(taxon.maxDbh * 0.75, 0.04 + (age * random.between(0.6, 1.1)) / 100);
    return {
      tag: `C ${String(++made).padStart(7, '0')}`,
      place,
      siteKind,
      latitude: Number(spot.latitude.toFixed(7)),
      longitude: Number(spot.longitude.toFixed(7)),
      taxon,
      plantedYear: thisYear - age,
      dbh: Number(dbh.toFixed(3)),
    };
  };
  // Blocks along a square spiral: the city grows outwards, and stops when it has its trees.
  for (let n = 0, ring = 0; ; ring++) {
    for (const [column, row] of ringOf(ring)) {
      const block = BLOCK.middle + (BLOCK.edge - BLOCK.middle) * Math.min(1, ring / 70);
      const east = bent(column, row) * block;
      const north = bent(row, column) * block;
      if (++n % PARK_EVERY === 0) {
        const kinds = Array.from({ length: 12 }, draw);
        for (let t = 0; t < (block * block) / PARK_TREE; t++) {
          yield grow(
            { east: east + random.between(0, block), north: north + random.between(0, block) },
            `${streetName(n).split(' ')[0]} Park`,
            'park',
            kinds,
          );
          if (made >= trees) return;
        }
        continue;
      }
      // Two sides of the block are its own; the others belong to its neighbours. A street keeps its name over some blocks.
      for (const along of ['east', 'north'] as const) {
        const name = streetName(
          (along === 'east' ? Math.floor(column / 6) * 977 + row * 3 : Math.floor(row / 6) * 577 + column * 7 + 1) + 40_000,
        );
        const kinds = kindsOf(name, ranked);
        for (let m = 0; m < block; m += STEP)
          for (const side of [-1, 1]) {
            if (random.next() < GAP) continue;
            const at = along === 'east' ? { east: east + m, north: north + KERB * side } : { east: east + KERB * side, north: north + m };
            yield grow(at, `${name}, ${SIDES[along][side as -1 | 1]} verge`, 'street', kinds);
            if (made >= trees) return;
          }
      }
    }
  }
}

const SIDES = { east: { '-1': 'south', 1: 'north' }, north: { '-1': 'west', 1: 'east' } } as const;

/** A grid that is nowhere quite straight. */
const bent = (a: number, b: number): number => a + 0.18 * Math.sin(b / 3.1) + 0.1 * Math.sin(a / 2.3);

/** The squares of a ring about the middle. */
function* ringOf(ring: number): Generator<[number, number]> {
  if (ring === 0) return void (yield [0, 0]);
  for (let i = -ring; i < ring; i++) {
    yield [i, -ring];
    yield [ring, i];
    yield [-i, ring];
    yield [-ring, -i];
  }
}

/** The kinds that a street was planted with, by its name: the same wherever it goes on. */
function kindsOf(name: string, ranked: readonly Taxon[]): Taxon[] {
  let hash = 7;
  for (const letter of name) hash = (hash * 31 + letter.charCodeAt(0)) >>> 0;
  const random: Random = randomFrom(hash);
  return Array.from({ length: 3 }, () => ranked[Math.floor(ranked.length * random.next() ** 3)] as Taxon);
}
