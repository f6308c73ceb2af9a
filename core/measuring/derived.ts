import type { Measurements } from '../record/measurement';
import { buildOf, type GrowthFactor, type Taxon } from '../knowledge';
import { ageGuess, type AgeGuess } from './age';
import { growth, type DbhReading, type Growth } from './growth';
import { rootZone, type RootZone } from './roots';
import { type RootStandard } from '../record/organisation';
import { basalArea, basalAreaError, championPoints } from './stem';
import { fromMetres } from '../units/units';

/** What follows from the readings of one visit. Null where a reading is missing, or where it says nothing of this kind of tree. */
export interface Derived {
  /** m², with one standard deviation */
  crossSection: { area: number; plusMinus: number } | null;
  rootZone: RootZone | null;
  /** Points of a big tree. */
  points: number | null;
  age: AgeGuess | null;
  /** The stem was measured on a kind without a published growth factor. */
  noFactor: boolean;
  growth: Growth | null;
  /** How many dated diameters the growth rests on. */
  growthReadings: number;
  /** Crown ratio and height over diameter say nothing of a palm. */
  palm: boolean;
}

/**
 * Works out what follows from measurements.
 * @param before dated diameters of earlier visits, m
 * @param date of the present ones, ISO
 */
export function derivedFrom(
  values: Measurements,
  taxon: Taxon | null,
  known: { growthFactors: readonly GrowthFactor[]; rootStandard: RootStandard },
  before: readonly DbhReading[],
  date: string,
): Derived {
  const { dbh, height, crownSpread, breastHeight } = values;
  const palm = taxon !== null && buildOf(taxon) === 'palm';
  const readings: DbhReading[] = [
    ...before,
    ...(dbh ? [{ date, dbh: dbh.m, ...(breastHeight === undefined ? {} : { breastHeight }) }] : []),
  ];
  const age = dbh && taxon && !palm ? ageGuess(known.growthFactors, taxon.name, dbh.m) : null;
  return {
    crossSection: dbh ? { area: basalArea(dbh.m), plusMinus: basalAreaError(dbh.m) } : null,
    rootZone: dbh && !palm ? rootZone(dbh.m, known.rootStandard) : null,
    points:
      dbh && height && crownSpread
        ? championPoints(fromMetres(Math.PI * dbh.m, 'in'), fromMetres(height.m, 'ft'), fromMetres(crownSpread.m, 'ft'))
        : null,
    age,
    noFactor: dbh !== undefined && taxon !== null && !palm && age === null,
    growth: dbh && new Set(readings.map((r) => r.date)).size >= 2 ? growth(readings) : null,
    growthReadings: readings.length,
    palm,
  };
}
