import type { Build } from '../knowledge';
import { wordsIn, type Speech } from '../words/catalogue';

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
const FAILING = 0.2 + SLACK;
const WEAK = 1 / 3 + SLACK;

/** Live crown ratio from which a crown is good: a conifer, or a tree whose kind is not known, from 40 %, a broadleaf from half. Common practice, no source. */
export const shortRatioOf = (build: Build | null): number => (build === 'broadleaf' ? 0.5 : 0.4);

/** Where a live crown ratio stands. */
export type RatioStanding = 'failing' | 'weak' | 'short' | 'good';

/** Where a live crown ratio stands for a tree of this build; of any build where it is not known. */
export function ratioStands(ratio: number, build: Build | null): RatioStanding {
  if (ratio <= FAILING) return 'failing';
  if (ratio <= WEAK) return 'weak';
  return ratio < shortRatioOf(build) - SLACK ? 'short' : 'good';
}

/** What a live crown ratio says, in a sentence. */
export const crownRatioWords = (ratio: number, build: Build | null, speech: Speech = {}): string =>
  wordsIn(speech).measuring.crownRatio(ratioStands(ratio, build), shortRatioOf(build));
