/**
 * Uncompacted live crown ratio, 0 to 1: (H − height of the lowest live crown) / H.
 * Source: US forest inventory field guide (public domain; from memory).
 */
export const crownRatio = (height: number, crownBase: number): number => (height - crownBase) / height;

/** Error of a crown ratio from the errors of both heights, by first-order propagation: √((b σ_H / H²)² + (σ_b / H)²). */
export const crownRatioError = (height: number, crownBase: number, heightError: number, baseError: number): number =>
  Math.hypot((crownBase * heightError) / height ** 2, baseError / height);

/** Mean spread from the longest axis and the one across it, same unit. Source: handbooks. */
export const spreadFromAxes = (longest: number, across: number): number => (longest + across) / 2;

/** Mean spread from radii measured in several directions: twice their mean, same unit. Source: handbooks. */
export const spreadFromSpokes = (radii: readonly number[]): number => (2 * radii.reduce((a, b) => a + b, 0)) / radii.length;

/** Live crown ratios at which vigour is at least so bad; half a point of slack keeps "a fifth" a fifth after unit conversion. Common practice, no source. */
const SLACK = 0.005;
export const isFailingRatio = (ratio: number): boolean => ratio <= 0.2 + SLACK;
export const isWeakRatio = (ratio: number): boolean => ratio <= 1 / 3 + SLACK;
export const isShortRatio = (ratio: number): boolean => ratio < 0.4;

/** What a live crown ratio says, in a sentence. */
export function crownRatioWords(ratio: number): string {
  if (isFailingRatio(ratio)) return 'A fifth or less is a failing tree.';
  if (isWeakRatio(ratio)) return 'About a third is weak.';
  return isShortRatio(ratio) ? 'Short of 40 %.' : 'Good.';
}
