import type { Taxon } from '../knowledge';
import type { Speech } from '../words/catalogue';
import { planningIn } from '../words/catalogue-planning';
import { bareMonths, inLeaf, leafMonths, localMonth, monthsOf, recordMonths, type Latitude } from '../time/season';

/** What a visit in this season can settle on a tree, and what has to wait, in short words. */
export interface Settles {
  now: string[];
  later: { what: string; when: string }[];
}

/** What shows today, from the taxon's months; with no taxon, from the season of most broadleaves. */
export function settles(taxon: Pick<Taxon, 'evergreen' | 'months'> | null, date: string, latitude: Latitude, speech: Speech = {}): Settles {
  const say = planningIn(speech);
  const today = recordMonths(date, latitude);
  const now = [say.form, say.bark, say.twig];
  const later: Settles['later'] = [];
  const leafy = inLeaf(taxon, date, latitude);
  const wait = (what: string, months: readonly number[]) => {
    if (months.length > 0) later.push({ what, when: say.months(months.map((m) => localMonth(m, latitude))) });
  };
  if (leafy) now.push(say.leaf, say.foliage);
  else wait(say.leafAndFoliage, leafMonths(taxon));
  if (!leafy) now.push(say.bareStructure);
  else if (taxon) wait(say.bareStructure, bareMonths(taxon));
  for (const part of ['flower', 'fruit'] as const) {
    const months = taxon ? monthsOf(taxon.months[part]) : [];
    if (today.some((month) => months.includes(month))) now.push(say[part]);
    else wait(say[part], months);
  }
  return { now, later };
}
