/** Numbers of 0 to under 1, evenly spread; comes in from outside, so that a simulation can be repeated. */
export type Random = () => number;

/** A repeatable stream of numbers from a seed (mulberry32, public domain). */
export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A seed from words, such as the id of a tree (FNV-1a, 32 bit). */
export const seedOf = (words: string): number =>
  [...words].reduce((hash, letter) => Math.imul(hash ^ letter.charCodeAt(0), 16_777_619) >>> 0, 2_166_136_261);

/** A number of the standard normal (Box and Muller 1958). */
export const normal = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A whole number from 0 to under n. */
export const within = (random: Random, n: number): number => Math.min(n - 1, Math.floor(random() * n));

/** One of some things, each as likely. @throws RangeError of none */
export function pick<T>(random: Random, items: readonly T[]): T {
  if (items.length === 0) throw new RangeError('nothing to pick from');
  return items[within(random, items.length)] as T;
}
