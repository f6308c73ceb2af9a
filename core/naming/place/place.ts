import { zoneNumber, type Taxon, type Where } from '../../knowledge';

/** What is known of the place a tree stands at; a place nobody named weighs nothing. */
export interface Site {
  /** Regions it may lie in: one, or more near a border. Empty where nobody knows. */
  regions: readonly number[];
  /** Its hardiness zone, 1 (coldest) to 13.5; null where nobody knows. */
  hardiness: number | null;
}

/** Weight of a kind as a wild tree, by what is known of it in the region. Nothing is ruled out: birds and gardens carry seed. Chosen. */
export const WILD = { native: 1, naturalised: 0.5, neither: 0.03 } as const;
/** Weight of a kind as a planted tree where it does not grow wild, by how far planting carries it. Chosen. */
export const PLANTED: Record<Where['carried'], number> = { everywhere: 0.8, abroad: 0.35, home: 0.06 };
/** For each zone that a place is colder than a kind stands, or warmer than it thrives in; and the least that is left. Chosen. */
const COLDER = 0.3;
const WARMER = 0.6;
const LEAST = 0.02;

/**
 * The mildest zone in which many towns of a region lie; regions that reach into the tropics have none. A kind too tender even for
 * these is a stranger in the region, wherever in it the tree stands. From memory of the hardiness maps, and generous.
 */
export const MILDEST: Readonly<Record<number, number>> = {
  10: 9.5,
  11: 8.5,
  12: 10.5,
  13: 10.5,
  14: 8,
  20: 11,
  30: 5,
  31: 6.5,
  32: 8,
  33: 9,
  34: 11,
  37: 5,
  38: 11,
  70: 5,
  71: 9,
  72: 7,
  73: 9.5,
  74: 7,
  75: 8,
  76: 11,
  77: 10,
  78: 11,
};

/** How well a kind stands the winters of the mildest towns of a region, 0.02 to 1; 1 where nobody knows. */
export function standsSomewhere({ hardiness: bears }: Where, region: number): number {
  return Math.max(LEAST, COLDER ** Math.max(0, zoneNumber(bears.coldest) - (MILDEST[region] ?? Infinity)));
}

/** How well a climate suits a kind, 0.02 to 1: 1 between its coldest and its warmest zone. @param hardiness zone, 1 to 13.5 */
export function climateWeight({ hardiness: bears }: Where, hardiness: number | null): number {
  if (hardiness === null) return 1;
  const colder = Math.max(0, zoneNumber(bears.coldest) - hardiness);
  const warmer = Math.max(0, hardiness - zoneNumber(bears.warmest) - 0.5);
  return Math.max(LEAST, COLDER ** colder * WARMER ** warmer);
}

/** How likely a kind is to stand in one region, against one that is at home there. */
function weightIn(where: Where, region: number, hardiness: number | null, planted: boolean): number {
  const climate = hardiness === null ? standsSomewhere(where, region) : climateWeight(where, hardiness);
  const native = where.native.includes(region);
  const naturalised = where.naturalised.includes(region);
  if (!planted) return climate * (native ? WILD.native : naturalised ? WILD.naturalised : WILD.neither);
  return climate * (native ? 1 : Math.max(naturalised ? WILD.naturalised : 0, PLANTED[where.carried]));
}

/**
 * How likely a kind is to stand at a place before anything was seen, against one that is at home there, above 0 to 1. Of several
 * regions (a place near a border, or known only roughly) the likeliest counts, so that more can only raise it.
 */
export function placeWeight({ where }: Pick<Taxon, 'where'>, { regions, hardiness }: Site, planted: boolean): number {
  if (regions.length === 0) return climateWeight(where, hardiness);
  return Math.max(...regions.map((region) => weightIn(where, region, hardiness, planted)));
}
