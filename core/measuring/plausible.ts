import type { Taxon } from '../knowledge';
import { slenderness, UNSTABLE_SLENDERNESS } from './stem';
import { stemWords, treeWords, type UnitSystem } from '../units/lengths';

/** What was read, m. */
export interface Readings {
  dbh?: number | undefined;
  height?: number | undefined;
  crownBase?: number | undefined;
  crownSpread?: number | undefined;
}

/** An earlier visit's readings, m, and how many years ago. */
export interface Earlier extends Readings {
  years: number;
}

/** Growth beyond this in a year is a wrong reading or a wrong tree, m. Common practice, no source. */
const FASTEST_DBH = 0.03;
const FASTEST_HEIGHT = 2;
/** Share by which a stem may read thinner than last time before it is asked about. */
const THINNER = 0.95;
/** A crown dies back or a top breaks, but so much height lost is asked about. */
const SHORTER = 0.8;
const TALLER_THAN_KIND = 1.35;
/** Open-grown crowns are seldom wider than this many stem diameters, and seldom wider than this share of the height. Common practice, no source. */
const WIDEST_IN_DIAMETERS = 45;
const WIDEST_IN_HEIGHTS = 2.5;
const TOO_STOUT = 12;

/**
 * What is worth asking about, each with its reason; nothing is ever refused for being unlikely.
 * @param taxon the name as far as it is known
 * @param last the newest earlier readings
 * @param units in which they are worded
 */
export function questionsAbout(
  now: Readings,
  taxon: Pick<Taxon, 'name' | 'maxDbh' | 'matureHeight'> | null,
  last: Earlier | null,
  units: UnitSystem = 'metric',
): string[] {
  const thick = (m: number) => stemWords(m, units);
  const tall = (m: number) => treeWords(m, units);
  const asked: string[] = [];
  const { dbh, height, crownSpread } = now;
  if (dbh !== undefined) {
    if (taxon && dbh > taxon.maxDbh)
      asked.push(`${thick(dbh)} is stouter than ${taxon.name} is commonly met (${thick(taxon.maxDbh)}). Girth or diameter? Unit right?`);
    if (last?.dbh !== undefined) {
      if (dbh < last.dbh * THINNER) asked.push(`Last time it was ${thick(last.dbh)}: stems do not shrink. Same height, same tree?`);
      if (last.years > 0.5 && (dbh - last.dbh) / last.years > FASTEST_DBH)
        asked.push(`Last time it was ${thick(last.dbh)}: more than ${thick(FASTEST_DBH)} a year is very fast. Same tree?`);
    }
  }
  if (height !== undefined) {
    if (taxon && height > taxon.matureHeight.to * TALLER_THAN_KIND)
      asked.push(
        `${tall(height)} is taller than ${taxon.name} is commonly met (${tall(taxon.matureHeight.to)}). Distance and angles right?`,
      );
    if (last?.height !== undefined) {
      if (height < last.height * SHORTER)
        asked.push(`Last time it was ${tall(last.height)}: has the top gone, or was another tree's top sighted?`);
      if (last.years > 0.5 && (height - last.height) / last.years > FASTEST_HEIGHT)
        asked.push(
          `Last time it was ${tall(last.height)}: more than ${tall(FASTEST_HEIGHT)} a year is very fast. Was the true top sighted then and now?`,
        );
    }
  }
  if (dbh !== undefined && height !== undefined && dbh > 0) {
    const ratio = slenderness(height, dbh);
    if (ratio > 1.5 * UNSTABLE_SLENDERNESS)
      asked.push(
        `${tall(height)} on ${thick(dbh)} is ${ratio.toFixed(0)} times as tall as thick: few stems stand so. Girth or diameter? Unit right?`,
      );
    // A stump or a pollard can be so; a street tree is not.
    else if (ratio < TOO_STOUT && dbh > 0.1)
      asked.push(`${tall(height)} on ${thick(dbh)} is only ${ratio.toFixed(0)} times as tall as thick. Was a girth written as a diameter?`);
  }
  if (crownSpread !== undefined) {
    if (dbh !== undefined && dbh > 0.05 && crownSpread > WIDEST_IN_DIAMETERS * dbh)
      asked.push(`A crown ${tall(crownSpread)} wide on a stem of ${thick(dbh)} is very wide. Radius or width?`);
    if (height !== undefined && height > 3 && crownSpread > WIDEST_IN_HEIGHTS * height)
      asked.push(`A crown ${tall(crownSpread)} wide on a tree ${tall(height)} tall is very wide. Radius or width?`);
  }
  return asked;
}
