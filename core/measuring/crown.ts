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

/**
 * Live crown ratio from which a crown is good: a conifer, or a tree whose kind is not known, from 40 %, a broadleaf from half; a
 * kind of its own habit, such as a stone pine, from its usual one. Common practice, no source.
 * @param usual least ratio of a grown tree of the kind in the open, 0 to 1, where its record names one
 */
export const shortRatioOf = (build: Build | null, usual?: number): number => usual ?? (build === 'broadleaf' ? 0.5 : 0.4);
/** On a kind with a usual ratio of its own a crown fails, or is weak, at these shares of it: those a fifth and a third are of a half. */
const FAILING_OF_USUAL = 0.4;
const WEAK_OF_USUAL = 2 / 3;

/** Where a live crown ratio stands. */
export type RatioStanding = 'failing' | 'weak' | 'short' | 'good';

/** Where a live crown ratio stands for a tree of this build, of any build where it is not known, or of a kind with its own `usual` ratio. */
export function ratioStands(ratio: number, build: Build | null, usual?: number): RatioStanding {
  if (ratio <= (usual === undefined ? FAILING : FAILING_OF_USUAL * usual + SLACK)) return 'failing';
  if (ratio <= (usual === undefined ? WEAK : WEAK_OF_USUAL * usual + SLACK)) return 'weak';
  return ratio < shortRatioOf(build, usual) - SLACK ? 'short' : 'good';
}

/** What a live crown ratio says, in a sentence. */
export const crownRatioWords = (ratio: number, build: Build | null, speech: Speech = {}, usual?: number): string =>
  wordsIn(speech).measuring.crownRatio(ratioStands(ratio, build, usual), shortRatioOf(build, usual));
