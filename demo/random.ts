import { randomFrom as stream } from '@dendrix/core/maths';

/** A repeatable source of randomness, with the ways the planting draws from it. */
export function randomFrom(seed: number) {
  const next = stream(seed);
  return {
    next,
    /** A number from a to b. */
    between: (a: number, b: number) => a + (b - a) * next(),
    /** One of the items. */
    pick: <T>(items: readonly T[]): T => items[Math.floor(next() * items.length)] as T,
  };
}
export type Random = ReturnType<typeof randomFrom>;
