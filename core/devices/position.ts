import { median, outliers } from '../measure/readings';
import type { Fix } from './nmea';

/** Where something stands, from many fixes. */
export interface Position {
  latitude: number;
  longitude: number;
  /** Distance from the mean that 68 of 100 of the kept fixes lie within, m: how widely they scatter. */
  spread: number;
  /** One standard deviation of the mean, m, fixes of the same half minute counted as one. */
  plusMinus: number;
  fixes: number;
  /** Fixes left out because they stood far off the others. */
  leftOut: number;
}

/** Metres of one degree of latitude on a sphere of the mean radius of the earth, 6 371 008.8 m (IUGG). */
const METRES_PER_DEGREE = (Math.PI * 6_371_008.8) / 180;
/** Errors of a receiver hang together for about so many fixes; more of them in a row tell little that is new. Common practice, no source. */
const TELLS_NEW_AFTER = 30;
/** Scatter taken for real even when a receiver repeats itself, m. */
const LEAST_SCATTER = 0.5;
const SHARE_68 = 0.68;

/** Offsets of fixes from a place, m east and north. */
const offsets = (fixes: readonly Fix[], latitude: number, longitude: number) =>
  fixes.map((fix) => ({
    east: (fix.longitude - longitude) * METRES_PER_DEGREE * Math.cos((latitude * Math.PI) / 180),
    north: (fix.latitude - latitude) * METRES_PER_DEGREE,
  }));

/**
 * Averages fixes: those far off the median in either direction are left out (modified z-score), the rest are weighted by
 * 1 / HDOP². Under a canopy fixes jump when a signal comes by way of a wall; the median does not follow them.
 * @throws RangeError for no fix
 */
export function averagePosition(fixes: readonly Fix[]): Position {
  if (fixes.length === 0) throw new RangeError('no fix to average');
  const lat = median(fixes.map((fix) => fix.latitude));
  const lon = median(fixes.map((fix) => fix.longitude));
  const from = offsets(fixes, lat, lon);
  const oddEast = outliers(
    from.map((o) => o.east),
    LEAST_SCATTER,
  );
  const oddNorth = outliers(
    from.map((o) => o.north),
    LEAST_SCATTER,
  );
  const kept = from.flatMap((offset, i) => (oddEast[i] || oddNorth[i] ? [] : [{ ...offset, weight: 1 / (fixes[i]?.hdop ?? 1) ** 2 }]));
  const weight = kept.reduce((sum, o) => sum + o.weight, 0);
  const east = kept.reduce((sum, o) => sum + o.weight * o.east, 0) / weight;
  const north = kept.reduce((sum, o) => sum + o.weight * o.north, 0) / weight;
  const off = kept.map((o) => Math.hypot(o.east - east, o.north - north)).sort((a, b) => a - b);
  const spread = off[Math.min(off.length - 1, Math.floor(SHARE_68 * off.length))] ?? 0;
  return {
    latitude: lat + north / METRES_PER_DEGREE,
    longitude: lon + east / (METRES_PER_DEGREE * Math.cos((lat * Math.PI) / 180)),
    spread,
    plusMinus: Math.max(spread, LEAST_SCATTER) / Math.sqrt(Math.max(1, kept.length / TELLS_NEW_AFTER)),
    fixes: kept.length,
    leftOut: fixes.length - kept.length,
  };
}
