import { monthWords } from '../season';

/** The day of a month by which a look that shows in that month is due: far enough in that early years have come round. */
const MID_MONTH = 15;

/**
 * The next date on which something that shows in some months can be looked at: the middle of the first of them that is still ahead.
 * @param months calendar months at the place, 1 to 12
 * @param today ISO date
 * @returns ISO date, or null when there are no months
 */
export function dueInMonths(months: readonly number[], today: string): string | null {
  if (months.length === 0) return null;
  const year = Number(today.slice(0, 4));
  const dates = months.flatMap((month) =>
    [year, year + 1].map((y) => `${y}-${String(month).padStart(2, '0')}-${String(MID_MONTH).padStart(2, '0')}`),
  );
  return dates.sort().find((date) => date > today) ?? null;
}

/** A look that will settle the name in another season, as a visit plans it: which mark, when, what it is for. */
export interface Planned {
  trait: string;
  months: number[];
  by: string;
  because: string;
}

/**
 * Plans a look at a mark that comes into view later.
 * @param splits names still standing, likeliest first; the look is to tell them apart
 * @returns null when the mark never shows
 */
export function planLook(
  look: { trait: { id: string; label: string }; months: readonly number[] },
  splits: readonly string[],
  today: string,
): Planned | null {
  const by = dueInMonths(look.months, today);
  if (by === null) return null;
  const [first, ...others] = splits;
  const purpose = others.length > 0 ? `tells ${first} from ${others.slice(0, 2).join(' and ')}` : 'makes the name surer';
  return { trait: look.trait.id, months: [...look.months], by, because: `${look.trait.label}, ${monthWords(look.months)}: ${purpose}` };
}
