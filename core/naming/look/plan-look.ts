import type { PlannedLook } from '../../record/visit';
import { dueInMonths } from '../../time/dates';
import { wordsIn, type Speech } from '../../words/catalogue';

/**
 * Plans a look at a mark that comes into view later.
 * @param splits names still standing, likeliest first; the look is to tell them apart
 * @returns null when the mark never shows
 */
export function planLook(
  look: { trait: { id: string; label: string }; months: readonly number[] },
  splits: readonly string[],
  today: string,
  speech: Speech = {},
): PlannedLook | null {
  const by = dueInMonths(look.months, today);
  if (by === null) return null;
  const because = wordsIn(speech).naming.plannedLook(look.trait.label, look.months, splits);
  return { trait: look.trait.id, months: [...look.months], by, because };
}
