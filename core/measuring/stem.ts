import { wordsIn, type Speech } from '../words/catalogue';
import { dbhTolerance } from './growth';

/** Heights above ground at which a stem is measured, m, by custom. BS 5837 uses 1.5 m (from memory). */
export const BREAST_HEIGHTS = [1.3, 1.37, 1.4, 1.5] as const;

/** Diameter of a round stem of a girth, same unit: d = g / π. Source: geometry. */
export const diameterFromGirth = (girth: number): number => girth / Math.PI;

/** One standard deviation of a diameter read with a tape, from its repeat tolerance (half-width of 95 %). */
export const diameterError = (diameter: number): number => dbhTolerance(diameter) / 1.96;

/** Error of a combined diameter by first-order propagation: σ = √Σ(dᵢ σᵢ)² / d. */
export const combinedError = (diameters: readonly number[]): number =>
  Math.hypot(...diameters.map((d) => d * diameterError(d))) / combinedDiameter(diameters);

/**
 * One diameter that stands for several stems, same unit: d = √Σdᵢ², the stem of equal basal area.
 * Source: BS 5837:2012 (from memory) for up to five stems; its rule for more, √(mean d² · n), is the same number.
 */
export const combinedDiameter = (diameters: readonly number[]): number => Math.hypot(...diameters);

/** Cross-section of a stem, m², from a diameter in m: π d² / 4. */
export const basalArea = (diameter: number): number => (Math.PI * diameter * diameter) / 4;

/** Error of a cross-section, m²: π d σ / 2. */
export const basalAreaError = (diameter: number): number => (Math.PI * diameter * diameterError(diameter)) / 2;

/**
 * Height over diameter, both in m; no unit. Over 100 a tree in a stand is unstable, over 50 in the open it needs a look.
 * Source: Wang and others 1998; Mattheck (both from memory).
 */
export const slenderness = (height: number, dbh: number): number => height / dbh;

/**
 * Points of a big tree: girth in inches + height in feet + a quarter of the mean crown spread in feet.
 * Source: the American Forests formula.
 */
export const championPoints = (girthIn: number, heightFt: number, spreadFt: number): number => girthIn + heightFt + spreadFt / 4;

/** Height over diameter above which a stem is unstable, and above which it deserves a look in the open. Same sources. */
export const UNSTABLE_SLENDERNESS = 100;
export const LOOK_SLENDERNESS = 50;

/** What height over diameter says, in a sentence; null when there is nothing to say. */
export function slendernessWords(ratio: number, speech: Speech = {}): string | null {
  const say = wordsIn(speech).measuring;
  if (ratio > UNSTABLE_SLENDERNESS) return say.slenderness('unstable');
  return ratio > LOOK_SLENDERNESS ? say.slenderness('worth a look') : null;
}
