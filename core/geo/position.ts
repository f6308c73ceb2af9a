import { median, outliers } from '../maths/readings';
import { offsetFrom, placeAt } from './distance';

/** A position fix from a receiver. */
export interface Fix {
  /** Degrees, north and east positive. */
  latitude: number;
  longitude: number;
  /** Horizontal dilution of precision; the smaller the better. */
  hdop: number | null;
  satellites: number | null;
  /** Height above sea level, m. */
  altitude: number | null;
  /** Time of day, UTC, hh:mm:ss. */
  time: string | null;
}

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

/** Errors of a receiver hang together for about so many fixes; more of them in a row tell little that is new. Common practice, no source. */
const TELLS_NEW_AFTER = 30;
/** Scatter taken for real even when a receiver repeats itself, m. */
const LEAST_SCATTER = 0.5;
const SHARE_68 = 0.68;
/** No receiver has a better dilution of precision; some send 0 when they do not know it. */
const LEAST_HDOP = 0.5;

/** Weight of a fix: 1 / HDOP²; one that does not say counts as 1. */
const weightOf = ({ hdop }: Fix): number => (hdop === null || hdop <= 0 ? 1 : 1 / Math.max(LEAST_HDOP, hdop) ** 2);

/**
 * Averages fixes: those far off the median in either direction are left out (modified z-score), the rest are weighted by
 * 1 / HDOP². Under a canopy fixes jump when a signal comes by way of a wall; the median does not follow them.
 * Holds across 180°.
 * @throws RangeError for no fix
 */
export function averagePosition(fixes: readonly Fix[]): Position {
  const [first] = fixes;
  if (!first) throw new RangeError('no fix to average');
  const steps = fixes.map((fix) => offsetFrom(first, fix));
  const middle = placeAt(first, { east: median(steps.map((s) => s.east)), north: median(steps.map((s) => s.north)) });
  const from = fixes.map((fix) => offsetFrom(middle, fix));
  const oddEast = outliers(
    from.map((o) => o.east),
    LEAST_SCATTER,
  );
  const oddNorth = outliers(
    from.map((o) => o.north),
    LEAST_SCATTER,
  );
  const kept = fixes.flatMap((fix, i) => {
    const step = from[i];
    return !step || oddEast[i] || oddNorth[i] ? [] : [{ ...step, weight: weightOf(fix) }];
  });
  const weight = kept.reduce((sum, o) => sum + o.weight, 0);
  const east = kept.reduce((sum, o) => sum + o.weight * o.east, 0) / weight;
  const north = kept.reduce((sum, o) => sum + o.weight * o.north, 0) / weight;
  const off = kept.map((o) => Math.hypot(o.east - east, o.north - north)).sort((a, b) => a - b);
  const spread = off[Math.min(off.length - 1, Math.floor(SHARE_68 * off.length))] ?? 0;
  return {
    ...placeAt(middle, { east, north }),
    spread,
    plusMinus: Math.max(spread, LEAST_SCATTER) / Math.sqrt(Math.max(1, kept.length / TELLS_NEW_AFTER)),
    fixes: kept.length,
    leftOut: fixes.length - kept.length,
  };
}
