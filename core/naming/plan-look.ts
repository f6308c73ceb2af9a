import type { PlannedLook } from '../record/visit';
import { dueInMonths } from '../time/dates';
import { monthWords } from '../time/season';

/**
 * Plans a look at a mark that comes into view later.
 * @param splits names still standing, likeliest first; the look is to tell them apart
 * @returns null when the mark never shows
 */
export function planLook(
  look: { trait: { id: string; label: string }; months: readonly number[] },
  splits: readonly string[],
  today: string,
): PlannedLook | null {
  const by = dueInMonths(look.months, today);
  if (by === null) return null;
  const [first, ...others] = splits;
  const purpose = others.length > 0 ? `tells ${first} from ${others.slice(0, 2).join(' and ')}` : 'makes the name surer';
  return { trait: look.trait.id, months: [...look.months], by, because: `${look.trait.label}, ${monthWords(look.months)}: ${purpose}` };
}
