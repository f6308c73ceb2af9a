import type { PlannedLook } from '../../record/visit';
import type { Speech } from '../../words/catalogue';
import { planLook } from './plan-look';
import type { Identification } from '../identify';

/** Looks offered for another season. */
const OFFERED = 4;
/** A name below this probability no longer needs telling apart. */
const STANDS = 0.02;

/** A look in another season that will help to settle the name. */
export interface SettlingLook {
  look: PlannedLook;
  label: string;
  /** Planned unless somebody takes it off: the best of them, while the name is not confirmed. */
  byItself: boolean;
}

/** What will settle a name in another season, the best look first; nothing before anything was seen. @param today ISO date */
export function settlingLooks(
  { comesIntoView, ranking, confirmation }: Pick<Identification, 'comesIntoView' | 'ranking' | 'confirmation'>,
  today: string,
  speech: Speech = {},
): SettlingLook[] {
  if (ranking.observations.length === 0) return [];
  const standing = ranking.candidates.filter((c) => c.probability > STANDS).map((c) => c.taxon.name);
  return comesIntoView.slice(0, OFFERED).flatMap((view, i): SettlingLook[] => {
    const look = planLook(view, standing, today, speech);
    return look ? [{ look, label: view.trait.label, byItself: i === 0 && !confirmation.met }] : [];
  });
}
