import type { Taxon } from '../knowledge';
import { bareMonths, inLeaf, leafMonths, localMonth, monthsOf, monthWords, recordMonths, type Latitude } from '../time/season';

/** What a visit in this season can settle on a tree, and what has to wait, in short words. */
export interface Settles {
  now: string[];
  later: { what: string; when: string }[];
}

/** What shows today, from the taxon's months; with no taxon, from the season of most broadleaves. */
export function settles(taxon: Taxon | null, date: string, latitude: Latitude): Settles {
  const today = recordMonths(date, latitude);
  const now = ['form', 'bark', 'twig and bud'];
  const later: Settles['later'] = [];
  const leafy = inLeaf(taxon, date, latitude);
  const wait = (what: string, months: readonly number[]) => {
    if (months.length > 0) later.push({ what, when: monthWords(months.map((m) => localMonth(m, latitude))) });
  };
  if (leafy) now.push('leaf', 'foliage');
  else wait('leaf and foliage', leafMonths(taxon));
  if (!leafy) now.push('structure, bare');
  else if (taxon) wait('structure, bare', bareMonths(taxon));
  for (const part of ['flower', 'fruit'] as const) {
    const months = taxon ? monthsOf(taxon.months[part]) : [];
    if (today.some((month) => months.includes(month))) now.push(part);
    else wait(part, months);
  }
  return { now, later };
}
