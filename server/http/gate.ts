import { HttpProblem } from './problem';

/** What waits for its turn. */
export type Gate = <T>(work: () => Promise<T>) => Promise<T>;

/** Who finds the queue full is told to come again after, s. */
const COME_AGAIN_S = 10;

/**
 * Lets a few through at once; the others wait in the order they came, and no more of them than are done soon.
 * @param atOnce how many go at once
 * @param waiting how many may wait
 * @returns a gate that throws HttpProblem 503, with the seconds after which to come again, where too many wait
 */
export function gate(atOnce: number, waiting: number): Gate {
  const queue: (() => void)[] = [];
  let going = 0;
  return async (work) => {
    if (going >= atOnce) {
      if (queue.length >= waiting)
        throw new HttpProblem(
          503,
          'Busy',
          'The server is busy. Try again in a moment. Waiting entries upload automatically.',
          undefined,
          COME_AGAIN_S,
        );
      // Whoever ends hands the place on, so that nobody slips in between.
      await new Promise<void>((turn) => queue.push(turn));
    } else going++;
    try {
      return await work();
    } finally {
      const next = queue.shift();
      if (next) next();
      else going--;
    }
  };
}

/** What takes time or room: from the first byte of its body to the end of its answer. One server's share of each kind. */
const KINDS = {
  /** Lists of all trees: as long as whoever takes them takes. */
  list: gate(4, 16),
  /** Sheets are printed one after another, in a thread of their own. */
  sheet: gate(8, 64),
  /** Pictures: some megabytes each in memory. */
  picture: gate(8, 64),
} as const satisfies Record<string, Gate>;
export type Heavy = keyof typeof KINDS;

/** The gate of a kind of heavy work. */
export const gateOf = (kind: Heavy): Gate => KINDS[kind];
