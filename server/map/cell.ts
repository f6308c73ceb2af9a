import { ANSWERS, answerOf, dayNumber, SOON_DAYS, type Ask, type Countable } from '@dendrix/core/town';
import { onFlat } from '@dendrix/core/geo';

/** What is read of a tree to count it. */
export interface Counted {
  latitude: number;
  longitude: number;
  dueOn: string | null;
  standing: Countable['standing'];
  vigour: string | null;
  soundness: string | null;
  taxon: string | null;
  level: Countable['level'];
  planted: number | boolean | null;
}

/** Columns that give it, for a query. */
export const COUNTED_COLUMNS = 'latitude, longitude, due_on AS dueOn, standing, vigour, soundness, taxon, level, planted' as const;

/** The questions whose answers do not change from one day to the next. */
const STEADY = ['name', 'vigour', 'soundness'] as const satisfies readonly Ask[];

/** Kinds of tree as a small number each: what is the same about thousands is written once. */
export class Kinds {
  private readonly numbers = new Map<string, number>();
  private readonly kinds: Countable[] = [];

  numberOf({ taxon, level, standing, planted }: Counted): number {
    const key = `${taxon ?? ''}/${level ?? ''}/${standing}/${planted === null ? '' : Number(planted)}`;
    const held = this.numbers.get(key);
    if (held !== undefined) return held;
    this.numbers.set(key, this.kinds.length);
    this.kinds.push({ taxon, level, standing, planted: planted === null ? null : Boolean(planted) });
    return this.kinds.length - 1;
  }

  of(number: number): Countable {
    return this.kinds[number] as Countable;
  }
}

/** Trees of one small square, counted. */
export interface Cell {
  trees: number;
  /** Sums of where they stand, as shares of the world, for their middle. */
  x: number;
  y: number;
  /** Days on which they are due, in order; those without one are the rest. */
  due: Int32Array;
  steady: Record<(typeof STEADY)[number], readonly number[]>;
  /** Number of a kind, and how many there are, in turn. */
  kinds: readonly number[];
}

/** Counts trees as they come, for a cell that is made when all were there. */
export class Counting {
  private x = 0;
  private y = 0;
  private trees = 0;
  private readonly due: number[] = [];
  private readonly steady = Object.fromEntries(STEADY.map((ask) => [ask, ANSWERS[ask].map(() => 0)])) as Record<
    (typeof STEADY)[number],
    number[]
  >;
  private readonly kinds = new Map<number, number>();

  constructor(private readonly numbers: Kinds) {}

  add(tree: Counted): void {
    const { x, y } = onFlat(tree);
    this.x += x;
    this.y += y;
    this.trees++;
    if (tree.dueOn !== null) this.due.push(dayNumber(tree.dueOn));
    for (const ask of STEADY) {
      const at = (ANSWERS[ask] as readonly string[]).indexOf(answerOf(ask, tree, ''));
      this.steady[ask][at] = (this.steady[ask][at] ?? 0) + 1;
    }
    const kind = this.numbers.numberOf(tree);
    this.kinds.set(kind, (this.kinds.get(kind) ?? 0) + 1);
  }

  cell(): Cell {
    const { trees, x, y, steady } = this;
    return { trees, x, y, steady, due: Int32Array.from(this.due).sort(), kinds: [...this.kinds].flat() };
  }
}

/** How many of an ordered list are not above a number. */
function upTo(sorted: Int32Array, limit: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as number) <= limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Trees of a cell by the answers to a question, in their order, seen from a day. */
export function answersOf(cell: Cell, ask: Ask, today: number): readonly number[] {
  if (ask !== 'due') return cell.steady[ask];
  const over = upTo(cell.due, today);
  const soon = upTo(cell.due, today + SOON_DAYS) - over;
  return [over, soon, cell.due.length - over - soon, cell.trees - cell.due.length];
}
