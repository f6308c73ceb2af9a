import type { Build } from '../knowledge';

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

/** Live crown ratio from which a crown is good: a conifer, or a tree whose kind is not known, from 40 %, a broadleaf from half. Common practice, no source. */
export const shortRatioOf = (build: Build | null): number => (build === 'broadleaf' ? 0.5 : 0.4);
export const isShortRatio = (ratio: number, build: Build | null): boolean => ratio < shortRatioOf(build) - SLACK;

/** What a live crown ratio says, in a sentence. */
export function crownRatioWords(ratio: number, build: Build | null): string {
  if (isFailingRatio(ratio)) return 'A fifth or less is a failing tree.';
  if (isWeakRatio(ratio)) return 'About a third is weak.';
  return isShortRatio(ratio, build) ? `Short of ${Math.round(100 * shortRatioOf(build))} %.` : 'Good.';
}
