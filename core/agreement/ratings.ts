import { z } from 'zod';
import { Refusal } from '../problem/refusal';

/** What one rater said of one unit: a visit's name, a band, the state of a mark. */
export const rating = z.strictObject({ unit: z.string().min(1), rater: z.string().min(1), value: z.union([z.string(), z.number()]) });
export type Rating = z.output<typeof rating>;

/** How values are compared: alike or not, by their order, or by how far they are apart. */
export const SCALES = ['nominal', 'ordinal', 'interval'] as const;
export type RatingScale = (typeof SCALES)[number];

/** Ratings as a table: a row a unit, a column a rater; null where that rater said nothing of that unit. */
export interface Table {
  units: readonly string[];
  raters: readonly string[];
  /** Values in their order where they have one, as they were first said otherwise. */
  values: readonly string[];
  /** Index into `values`. */
  cells: readonly (readonly (number | null)[])[];
}

/**
 * Makes a table of ratings.
 * @param order values from low to high, where they have an order
 * @throws Refusal where somebody rated a unit twice, or a value is not in the order
 */
export function tableOf(ratings: readonly Rating[], order?: readonly string[]): Table {
  const units = [...new Set(ratings.map(({ unit }) => unit))];
  const raters = [...new Set(ratings.map(({ rater }) => rater))];
  const said = [...new Set(ratings.map(({ value }) => String(value)))];
  const values = order ?? said;
  const at = (list: readonly string[]) => new Map(list.map((one, i) => [one, i]));
  const [unitAt, raterAt, valueAt] = [at(units), at(raters), at(values)];
  const cells: (number | null)[][] = units.map(() => raters.map(() => null));
  for (const [i, { unit, rater, value }] of ratings.entries()) {
    const row = cells[unitAt.get(unit) as number] as (number | null)[];
    const column = raterAt.get(rater) as number;
    const index = valueAt.get(String(value));
    if (index === undefined) throw new Refusal('not-in-order', `ratings[${i}].value`, { word: String(value), order: values.join(', ') });
    if (row[column] !== null) throw new Refusal('rated-twice', `ratings[${i}]`, { rater, unit });
    row[column] = index;
  }
  return { units, raters, values, cells };
}

/** What was said of a unit, without what was not. */
export const saidOf = (row: readonly (number | null)[]): number[] => row.filter((value): value is number => value !== null);
