import type { Taxon } from '../knowledge';
import { slenderness, UNSTABLE_SLENDERNESS } from './stem';
import { wordsIn, type Speech } from '../words/catalogue';

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
 * @param speech in which they are worded
 */
export function questionsAbout(
  now: Readings,
  taxon: Pick<Taxon, 'name' | 'maxDbh' | 'matureHeight'> | null,
  last: Earlier | null,
  speech: Speech = {},
): string[] {
  const say = wordsIn(speech).measuring;
  const asked: string[] = [];
  const { dbh, height, crownSpread } = now;
  if (dbh !== undefined) {
    if (taxon && dbh > taxon.maxDbh) asked.push(say.stouterThanKind(dbh, taxon.name, taxon.maxDbh));
    if (last?.dbh !== undefined) {
      if (dbh < last.dbh * THINNER) asked.push(say.thinnerThanLast(last.dbh));
      if (last.years > 0.5 && (dbh - last.dbh) / last.years > FASTEST_DBH) asked.push(say.grewTooFast(last.dbh, FASTEST_DBH));
    }
  }
  if (height !== undefined) {
    if (taxon && height > taxon.matureHeight.to * TALLER_THAN_KIND)
      asked.push(say.tallerThanKind(height, taxon.name, taxon.matureHeight.to));
    if (last?.height !== undefined) {
      if (height < last.height * SHORTER) asked.push(say.shorterThanLast(last.height));
      if (last.years > 0.5 && (height - last.height) / last.years > FASTEST_HEIGHT)
        asked.push(say.roseTooFast(last.height, FASTEST_HEIGHT));
    }
  }
  if (dbh !== undefined && height !== undefined && dbh > 0) {
    const ratio = slenderness(height, dbh);
    if (ratio > 1.5 * UNSTABLE_SLENDERNESS) asked.push(say.tooThin(height, dbh, ratio));
    // A stump or a pollard can be so; a street tree is not.
    else if (ratio < TOO_STOUT && dbh > 0.1) asked.push(say.tooStout(height, dbh, ratio));
  }
  if (crownSpread !== undefined) {
    if (dbh !== undefined && dbh > 0.05 && crownSpread > WIDEST_IN_DIAMETERS * dbh) asked.push(say.wideForStem(crownSpread, dbh));
    if (height !== undefined && height > 3 && crownSpread > WIDEST_IN_HEIGHTS * height) asked.push(say.wideForHeight(crownSpread, height));
  }
  return asked;
}
