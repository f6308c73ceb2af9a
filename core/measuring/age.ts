import { genusOf, type GrowthFactor, type Stage } from '../knowledge';

/** A rough age. Shown with its spread, never alone. */
export interface AgeGuess {
  years: number;
  low: number;
  high: number;
  /** Years per inch that were used. */
  factor: number;
  /** Whether the factor was printed for the taxon itself, or is the mean of its genus. */
  from: 'species' | 'genus';
  /** So thick that it has long grown slower than the line says. */
  slowed: boolean;
}

/** How far a tree's own pace lies from the printed one: a third faster, half as slow again. Common practice, no source. */
const FASTER = 0.65;
const SLOWER = 1.5;
const INCH = 0.0254;
/** Diameter over which a tree adds less and less each year, m. Common practice, no source. */
const SLOWED_FROM = 0.6;

/**
 * Rough age from the diameter: growth factor × diameter in inches (published growth factors, from memory).
 * @param dbh m
 * @returns null when no factor was published for the taxon or its genus
 */
export function ageGuess(factors: readonly GrowthFactor[], taxon: string, dbh: number): AgeGuess | null {
  const own = factors.find((f) => f.taxon === taxon);
  const kin = factors.filter((f) => genusOf(f.taxon) === genusOf(taxon)).map((f) => f.yearsPerInch);
  if (!own && kin.length === 0) return null;
  const inches = dbh / INCH;
  const factor = own?.yearsPerInch ?? kin.reduce((a, b) => a + b, 0) / kin.length;
  // A genus is as wide as its slowest and fastest members.
  const [least, most] = own ? [factor, factor] : [Math.min(...kin), Math.max(...kin)];
  return {
    years: factor * inches,
    low: FASTER * least * inches,
    high: SLOWER * most * inches,
    factor,
    from: own ? 'species' : 'genus',
    slowed: dbh > SLOWED_FROM,
  };
}

/** Years after planting at which a street tree counts as mature, and as old. Common practice, no source. */
const MATURE_FROM = 18;
const OLD_FROM = 70;

/** Life stage of a planted tree in a year; null where nobody knows when it was planted. */
export function stageIn(year: number, plantedYear: number | null): Stage | null {
  if (plantedYear === null) return null;
  const age = year - plantedYear;
  return age < MATURE_FROM ? 'young' : age < OLD_FROM ? 'mature' : 'old';
}
