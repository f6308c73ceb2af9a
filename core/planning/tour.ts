import { randomFrom, within } from '../maths/random';

/** Lengths between places, by index; need not be the same both ways. */
export type Lengths = (from: number, to: number) => number;

/** Where a walk begins and where it ends, by index; an end of null is wherever the last stop is. */
export interface Ends {
  start: number;
  end: number | null;
}

/** Changes smaller than this are none, in the unit of the lengths: rounding would have the search go round for ever. */
const LEAST = 1e-9;
/** Longest run of stops that is moved as a whole (Or 1976). */
const LONGEST_RUN = 3;

/** The same shake-ups each time. */
const SEED = 1;

/** Length of a walk through stops in order. */
export function tourLength(order: readonly number[], lengths: Lengths, { start, end }: Ends): number {
  let at = start;
  let total = 0;
  for (const stop of order) {
    total += lengths(at, stop);
    at = stop;
  }
  return end === null ? total : total + lengths(at, end);
}

/** Nearest stop next, from the start. */
function nearestFirst(stops: readonly number[], lengths: Lengths, start: number): number[] {
  const left = [...stops];
  const order: number[] = [];
  for (let at = start; left.length > 0;) {
    let best = 0;
    for (let i = 1; i < left.length; i++) if (lengths(at, left[i] as number) < lengths(at, left[best] as number)) best = i;
    [at] = left.splice(best, 1) as [number];
    order.push(at);
  }
  return order;
}

/** A walk as an array with its ends, so that a move at either end is like one in the middle. */
class Walk {
  readonly path: number[];
  constructor(
    order: readonly number[],
    readonly lengths: Lengths,
    readonly ends: Ends,
  ) {
    this.path = [ends.start, ...order, ...(ends.end === null ? [] : [ends.end])];
  }
  get order(): number[] {
    return this.path.slice(1, this.ends.end === null ? undefined : -1);
  }
  /** Index of the last stop. */
  get last(): number {
    return this.path.length - (this.ends.end === null ? 1 : 2);
  }
  /** Length of the leg between two indices; none where one of them is behind the end. */
  leg(i: number, j: number): number {
    const [a, b] = [this.path[i], this.path[j]];
    return a === undefined || b === undefined ? 0 : this.lengths(a, b);
  }

  /** Turns a part of the walk about where that shortens it (2-opt, Croes 1958). @returns whether it did anywhere */
  turn(symmetric: boolean): boolean {
    let changed = false;
    for (let i = 1; i < this.last; i++)
      for (let j = i + 1; j <= this.last; j++) {
        let gain = this.leg(i - 1, i) + this.leg(j, j + 1) - this.leg(i - 1, j) - this.leg(i, j + 1);
        if (!symmetric) for (let k = i; k < j; k++) gain += this.leg(k, k + 1) - this.leg(k + 1, k);
        if (gain <= LEAST) continue;
        for (let a = i, b = j; a < b; a++, b--) [this.path[a], this.path[b]] = [this.path[b] as number, this.path[a] as number];
        changed = true;
      }
    return changed;
  }
  /** Moves a run of one to three stops to where it costs less, either way round (Or-opt, Or 1976). @returns whether it did anywhere */
  move(): boolean {
    let changed = false;
    for (let size = 1; size <= LONGEST_RUN; size++)
      for (let i = 1; i + size - 1 <= this.last; i++) {
        const run = this.path.slice(i, i + size);
        const [first, final] = [run[0] as number, run.at(-1) as number];
        const without = this.leg(i - 1, i) + this.leg(i + size - 1, i + size) - this.leg(i - 1, i + size);
        const rest = [...this.path.slice(0, i), ...this.path.slice(i + size)];
        const lastGap = this.ends.end === null ? rest.length : rest.length - 1;
        let best = { gain: LEAST, at: -1, turned: false };
        const inner = (turned: boolean) => {
          let total = 0;
          for (let k = 1; k < run.length; k++) total += this.lengths(run[turned ? k : k - 1] as number, run[turned ? k - 1 : k] as number);
          return total;
        };
        const asIs = inner(false);
        for (let at = 1; at <= lastGap; at++)
          for (const turned of size === 1 ? [false] : [false, true]) {
            const [head, tail] = turned ? [final, first] : [first, final];
            const [before, after] = [rest[at - 1] as number, rest[at]];
            const cost =
              this.lengths(before, head) +
              (after === undefined ? 0 : this.lengths(tail, after) - this.lengths(before, after)) +
              inner(turned) -
              asIs;
            if (without - cost > best.gain) best = { gain: without - cost, at, turned };
          }
        if (best.at < 0) continue;
        rest.splice(best.at, 0, ...(best.turned ? run.reverse() : run));
        for (const [k, place] of rest.entries()) this.path[k] = place;
        changed = true;
      }
    return changed;
  }

  settle(symmetric: boolean): this {
    while (this.turn(symmetric) || this.move());
    return this;
  }
}

/** How a search is held. */
export interface Search {
  /** Shake-ups after the first walk; none of few stops. */
  shakes?: number;
  /** Told how far it is, 0 to 1; throws to give up. */
  progress?: (done: number) => void;
}

/** Distances asked a shake costs about the square of the stops: fewer of them for many stops. */
const shakesFor = (stops: number): number => (stops < 4 ? 0 : Math.max(4, Math.min(60, Math.round(60_000 / stops ** 2))));

/**
 * An order in which a walk through all stops is short: the nearest next, then parts turned and runs moved while that shortens it, then
 * shaken up at random and settled again, the shortest kept (iterated local search with double bridges; Martin, Otto and Felten 1991;
 * Lourenço, Martin and Stützle 2003). The same each time.
 */
export function shortTour(stops: readonly number[], given: Lengths, ends: Ends, search: Search = {}): number[] {
  const lengths = lookedUp(stops, given, ends);
  const symmetric = isSymmetric(stops, lengths);
  const { shakes = shakesFor(stops.length), progress } = search;
  const random = randomFrom(SEED);
  let best = new Walk(nearestFirst(stops, lengths, ends.start), lengths, ends).settle(symmetric).order;
  let length = tourLength(best, lengths, ends);
  for (let shake = 0; shake < shakes; shake++) {
    progress?.(shake / shakes);
    const cuts = Array.from({ length: 3 }, () => within(random, best.length + 1)).sort((a, b) => a - b) as [number, number, number];
    const [a, b, c] = cuts;
    const shaken = [...best.slice(0, a), ...best.slice(b, c), ...best.slice(a, b), ...best.slice(c)];
    const order = new Walk(shaken, lengths, ends).settle(symmetric).order;
    const other = tourLength(order, lengths, ends);
    if (other < length - LEAST) [best, length] = [order, other];
  }
  return best;
}

/** The same lengths, each worked out once: a search asks for them some million times. */
function lookedUp(stops: readonly number[], lengths: Lengths, { start, end }: Ends): Lengths {
  const places = [...new Set([start, ...stops, ...(end === null ? [] : [end])])];
  const size = Math.max(...places) + 1;
  const table = new Float64Array(size * size);
  for (const a of places) for (const b of places) table[a * size + b] = a === b ? 0 : lengths(a, b);
  return (a, b) => table[a * size + b] as number;
}

function isSymmetric(stops: readonly number[], lengths: Lengths): boolean {
  return stops.every((a, i) => stops.slice(i + 1).every((b) => Math.abs(lengths(a, b) - lengths(b, a)) <= LEAST));
}
