import type { DeterminationView, ReviewView, TreeBrief, VisitView } from '../contracts/api';
import { genusOf } from '../knowledge';

type Named = Pick<DeterminationView, 'id' | 'visitId' | 'at' | 'taxon' | 'level' | 'source'>;
type Level = Pick<Named, 'taxon' | 'level'>;

/**
 * Whether a name says no more than one already held and nothing against it: none at all, a family, the genus of the one held,
 * or the same with less surety.
 */
export function saysLess(name: Level, held: Level): boolean {
  if (name.taxon === null) return true;
  if (held.taxon === null) return false;
  if (name.taxon === held.taxon) return name.level === 'cf. species' && held.level === 'species';
  return name.level === 'family' ? held.level !== 'family' : name.taxon === genusOf(held.taxon);
}

/** The name a tree is judged by, and whether it is only the record's. */
export interface JudgedName {
  taxon: string | null;
  byRecord: boolean;
}

/** The visit's own name; the record's where the visit says less and nothing against it. */
export const judgedName = (name: Level, tree: Pick<TreeBrief, 'taxon' | 'level'>): JudgedName =>
  tree.taxon !== null && saysLess(name, { taxon: tree.taxon, level: tree.level ?? 'none' })
    ? { taxon: tree.taxon, byRecord: true }
    : { taxon: name.taxon, byRecord: false };

const oldestFirst = <T extends { at: string; id: string }>(items: readonly T[]) =>
  [...items].sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));

/**
 * The name that stands: the newest one given, except that a visit which says less than was known takes nothing away. What only
 * a list says gives way to whatever a visit saw.
 */
export function standingName<D extends Named>(given: readonly D[]): D | undefined {
  return oldestFirst(given).reduce<D | undefined>(
    (held, next) => (held && (held.source === 'import' ? next.taxon === null : saysLess(next, held)) ? held : next),
    undefined,
  );
}

/** The names of a tree without those of visits that were amended. */
export function namesThatCount<D extends Named>(given: readonly D[], visits: readonly Pick<VisitView, 'amends'>[]): D[] {
  const amended = new Set(visits.flatMap((visit) => visit.amends ?? []));
  return given.filter((d) => d.visitId === null || !amended.has(d.visitId));
}

/**
 * How a name stands: nobody's, imported, proposed, confirmed, questioned or overturned. A review of any visit that gave the same
 * name counts; a question is answered once a later visit gives the name again.
 */
export function standingOf(
  named: Named | undefined,
  given: readonly Named[],
  reviews: readonly Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict'>[],
): string {
  if (!named || named.taxon === null) return 'unnamed';
  if (named.source === 'import') return 'imported';
  const same = given.filter((d) => d.taxon === named.taxon);
  const of = (source: Named['source'], visitId: string) => same.some((d) => d.source === source && d.visitId === visitId);
  // An overturning review speaks for the name it gave, any other for the name of its visit.
  const last = oldestFirst(reviews.filter((r) => of(r.verdict === 'overturn' ? 'review' : 'visit', r.visitId))).at(-1);
  if (!last) return 'proposed';
  if (last.verdict === 'question' && oldestFirst(same.filter((d) => d.source === 'visit')).at(-1)?.visitId !== last.visitId)
    return 'proposed';
  return { confirm: 'confirmed', question: 'questioned', overturn: 'overturned' }[last.verdict];
}
