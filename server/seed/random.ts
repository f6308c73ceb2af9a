/** A repeatable source of randomness (mulberry32, public domain). */
export function randomFrom(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    next,
    /** A number from a to b. */
    between: (a: number, b: number) => a + (b - a) * next(),
    /** One of the items. */
    pick: <T>(items: readonly T[]): T => items[Math.floor(next() * items.length)] as T,
  };
}
export type Random = ReturnType<typeof randomFrom>;
