import { zoneNumber, type Taxon, type Where } from '../knowledge';

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

/** How well a climate suits a kind, 0.02 to 1: 1 between its coldest and its warmest zone. @param hardiness zone, 1 to 13.5 */
export function climateWeight({ hardiness: bears }: Where, hardiness: number | null): number {
  if (hardiness === null) return 1;
  const colder = Math.max(0, zoneNumber(bears.coldest) - hardiness);
  const warmer = Math.max(0, hardiness - zoneNumber(bears.warmest) - 0.5);
  return Math.max(LEAST, COLDER ** colder * WARMER ** warmer);
}

const among = (list: readonly number[], regions: readonly number[]) => regions.some((code) => list.includes(code));

/**
 * How likely a kind is to stand at a place before anything was seen, against one that is at home there, above 0 to 1. More regions
 * (a place near a border, or known only roughly) can only raise it.
 */
export function placeWeight(taxon: Pick<Taxon, 'where'>, { regions, hardiness }: Site, planted: boolean): number {
  const { where } = taxon;
  const climate = climateWeight(where, hardiness);
  if (regions.length === 0) return climate;
  const native = among(where.native, regions);
  const naturalised = among(where.naturalised, regions);
  if (!planted) return climate * (native ? WILD.native : naturalised ? WILD.naturalised : WILD.neither);
  return climate * (native ? 1 : Math.max(naturalised ? WILD.naturalised : 0, PLANTED[where.carried]));
}
