/**
 * Uncompacted live crown ratio, 0 to 1: (H − height of the lowest live crown) / H.
 * Source: US forest inventory field guide (public domain; from memory).
 */
export const crownRatio = (height: number, crownBase: number): number => (height - crownBase) / height;

/** Mean spread from the longest axis and the one across it, same unit. Source: handbooks. */
export const spreadFromAxes = (longest: number, across: number): number => (longest + across) / 2;

/** Mean spread from radii measured in several directions: twice their mean, same unit. Source: handbooks. */
export const spreadFromSpokes = (radii: readonly number[]): number => (2 * radii.reduce((a, b) => a + b, 0)) / radii.length;
