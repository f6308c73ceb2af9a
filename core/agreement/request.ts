import { z } from 'zod';
import { read, Refusal } from '../problem/refusal';
import { krippendorff, type Alpha } from './alpha';
import { agreed, cohen, fleiss } from './kappa';
import { observers, type Observers } from './observers';
import { rating, SCALES, tableOf, type Rating, type Table } from './ratings';

const ratings = z.array(rating).min(1, { error: 'at least one rating' });

/** Request of `agreement`. */
export const agreementRequest = z.strictObject({
  scale: z.enum(SCALES),
  ratings,
  /** Values from low to high; ordinal ratings that are no numbers need it. */
  order: z.array(z.string()).min(2).optional(),
});
/** Request of `observers`; the scale, where it is said, is nominal. */
export const observersRequest = z.strictObject({
  scale: z.literal('nominal').optional(),
  ratings,
  order: z.array(z.string()).min(1).optional(),
});

/** How far raters agree. */
export interface Agreement {
  units: number;
  raters: number;
  /** Of 100; null where no unit was rated twice. */
  percent: number | null;
  cohen: { kappa: number | null; weighted: number | null } | null;
  fleiss: { kappa: number } | null;
  krippendorff: Alpha;
}

const isNumber = ({ value }: Rating): boolean => String(value).trim() !== '' && Number.isFinite(Number(value));

/** Values from low to high: as said, or as numbers. @throws Refusal where neither is there */
function orderOf(given: readonly string[] | undefined, all: readonly Rating[], needed: boolean): readonly string[] | undefined {
  if (given) {
    const twice = given.find((value, i) => given.indexOf(value) !== i);
    if (twice !== undefined) throw new Refusal('twice', 'order', { word: twice });
    return given;
  }
  const odd = all.findIndex((one) => !isNumber(one));
  if (odd < 0) return [...new Set(all.map(({ value }) => String(value)))].sort((a, b) => Number(a) - Number(b));
  if (needed) throw new Refusal('needs-order', 'order', { word: String(all[odd]?.value) });
  return undefined;
}

function tableIn(scale: (typeof SCALES)[number], all: readonly Rating[], order: readonly string[] | undefined): Table {
  if (scale === 'interval') {
    const odd = all.findIndex((one) => !isNumber(one));
    if (odd >= 0) throw new Refusal('needs-number', `ratings[${odd}].value`, { word: String(all[odd]?.value) });
  }
  return tableOf(all, scale === 'nominal' ? order : orderOf(scale === 'interval' ? undefined : order, all, true));
}

/** Answers how far raters agree. @throws Refusal */
export function agreement(request: unknown): Agreement {
  const { scale, ratings: all, order } = read(agreementRequest, request);
  const table = tableIn(scale, all, order);
  const percent = agreed(table);
  const kappa = fleiss(table);
  return {
    units: table.units.length,
    raters: table.raters.length,
    percent: percent === null ? null : percent * 100,
    cohen: cohen(table, scale !== 'nominal' || order !== undefined),
    fleiss: kappa === null ? null : { kappa },
    krippendorff: krippendorff(table, scale),
  };
}

/** Answers what was most likely true, and how each rater errs. @throws Refusal */
export function observersOf(request: unknown): Observers {
  const { ratings: all, order } = read(observersRequest, request);
  return observers(tableOf(all, order));
}
