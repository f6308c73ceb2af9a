import { ENDINGS, type EndRule, type Library, type Sign, type Taxon } from '../knowledge';
import { endRule } from '../record/ending';
import type { SignSeen } from '../record/sign';
import { leafMonths, recordMonths, type Latitude } from '../time/season';

/** Where and on what the looks were made: the months in which a passing sign would show hang on it. */
export interface Place {
  taxon: Pick<Taxon, 'evergreen' | 'months'> | null;
  latitude: Latitude;
}

/** A place of which nothing is known: nothing passes there by itself. */
export const ANYWHERE: Place = { taxon: null, latitude: null };

/** The place of a tree by its record. */
export const placeOf = (library: Pick<Library, 'taxa'>, tree: { taxon: string | null; latitude: number }): Place => ({
  taxon: library.taxa.find(({ name }) => name === tree.taxon) ?? null,
  latitude: tree.latitude,
});

/** The hardest ending of a sign over its sightings: what was once more than passing does not end as if it never had been. */
export function hardestEnd(sign: Pick<Sign, 'ends' | 'unsaid'>, met: readonly SignSeen[]): EndRule {
  const rules = met.map((seen) => endRule(sign, seen));
  return rules.reduce((a, b) => (ENDINGS.indexOf(b.by) > ENDINGS.indexOf(a.by) ? b : a), rules[0] ?? { by: 'closed' });
}

/** Whether a look of a day would show a passing sign, in every month that the day may stand for. */
export function wouldShow(sign: Pick<Sign, 'season'>, { months }: EndRule, day: string, { taxon, latitude }: Place): boolean {
  const leaf = sign.season.includes('needs-leaf') ? leafMonths(taxon) : null;
  return recordMonths(day, latitude).every((month) => (!months || months.includes(month)) && (!leaf || leaf.includes(month)));
}
