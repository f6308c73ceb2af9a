import fc from 'fast-check';
import { randomFrom } from '../maths/random';

// What is held over the whole library is held over a part of it in every run of the tests, another part each day, and over all of it by
// `npm run sweep`. DENDRIX_SEED=n draws the part of another run again.

/** Whether all is swept, not a part. */
export const SWEEP = process.env.DENDRIX_SWEEP === '1';
/** Draws the part: the number of the day, where nothing is said. */
export const SEED = Number(process.env.DENDRIX_SEED ?? Math.floor(Date.now() / 86_400_000));
/** A sweep tries a property so many times as often. */
const SWEEP_TIMES = 10;

// Properties of whoever reads this are drawn by the seed too, so that a failure can be had again.
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: SEED });

/** How often a property is tried. @param usual in a run of the tests */
export const runs = (usual: number): number => (SWEEP ? usual * SWEEP_TIMES : usual);

/**
 * A part of a list, in its order; the whole of it in a sweep.
 * @param most so many in a run of the tests
 * @param salt so that two tests draw different parts on one day
 */
export function sample<T>(all: readonly T[], most: number, salt = 0): T[] {
  if (SWEEP || all.length <= most) return [...all];
  const random = randomFrom(SEED * 1009 + salt);
  // Of the places left, so many are still wanted (Knuth, The Art of Computer Programming, 3.4.2, algorithm S).
  let wanted = most;
  return all.filter((_one, i) => {
    const taken = random() * (all.length - i) < wanted;
    if (taken) wanted--;
    return taken;
  });
}
