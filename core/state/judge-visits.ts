import type { ReviewView, VisitView } from '../contracts/api';
import { districtAt } from '../geo/district';
import type { Place } from '../geo/distance';
import { assess } from '../judging/assess';
import type { Library } from '../knowledge';
import type { Judgement } from '../record/judgement';
import type { Look } from '../record/look';
import type { Organisation } from '../record/organisation';
import type { UnitSystem } from '../units/lengths';
import { readAsReviewed } from './closed';
import { judgedName, nameBefore, type JudgedName, type NameGiven } from './name';
import { rootOf, standingVisits } from './standing';

/** A visit as it is judged: what was seen, and the name that was given. */
export type Judgeable = Pick<VisitView, 'id' | 'finishedAt' | 'amends' | 'look' | 'name'> & { units: UnitSystem };

/** What is known of the names of a tree. */
export interface NameRecord {
  given: readonly NameGiven[];
  reviews: readonly (Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict'> & Partial<Pick<ReviewView, 'reason' | 'closes'>>)[];
}

/** The name a visit is judged by: what a review put in its place, or its own, or the record's where it says less. */
export function nameJudgedBy(visit: Judgeable, visits: readonly Judgeable[], { given, reviews }: NameRecord, timeZone: string): JudgedName {
  const corrected = given
    .filter((d) => d.source === 'review' && d.visitId === visit.id)
    .sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  const last = corrected.at(-1);
  if (last) return { taxon: last.taxon, byRecord: true };
  const held = nameBefore(given, reviews, visits, visit, timeZone);
  return judgedName(visit.name ?? { taxon: null, level: 'none' }, { taxon: held?.taxon ?? null, level: held?.level ?? null });
}

/** A look with what its judgement rests on besides. */
export interface LookInContext {
  look: Look;
  /** The name the tree is judged by. */
  name: JudgedName;
  /** Looks at the tree before this one. */
  before: readonly Look[];
  /** In which the sentences are worded. */
  units: UnitSystem;
}

/**
 * Judges one look in its context: as the tree's own place, its district and the organisation have it. The phone and the server judge
 * by this.
 */
export const judgeLook = (
  library: Library,
  tree: Place,
  organisation: Pick<Organisation, 'profile' | 'rootStandard'>,
  { look, name, before, units }: LookInContext,
): Judgement =>
  assess(
    library,
    {
      ...look,
      taxon: library.taxa.find((taxon) => taxon.name === name.taxon) ?? null,
      name: name.taxon,
      nameUnchecked: name.byRecord,
      latitude: tree.latitude,
      profile: look.profile ?? organisation.profile,
      rootStandard: organisation.rootStandard,
      before: [...before],
      units,
    },
    districtAt(library.districts, tree),
  );

/**
 * Judges visits from the whole record of their tree: each with the looks before it by their days, the name that holds for it, and
 * the tree's own place. What stands is judged beside what stands; a visit that was amended keeps its own judgement, beside what
 * stood before it.
 * @param wanted which to judge; every one when not given
 * @returns a judgement for each id asked for
 */
export function judgeVisits(
  library: Library,
  tree: Place,
  visits: readonly Judgeable[],
  names: NameRecord,
  organisation: Pick<Organisation, 'profile' | 'rootStandard'>,
  wanted: (visit: Judgeable) => boolean = () => true,
): Map<string, Judgement> {
  const all = new Map(visits.map((visit) => [visit.id, visit]));
  const standing = standingVisits(visits);
  const { timeZone } = districtAt(library.districts, tree);
  const reviewed = readAsReviewed(
    visits,
    names.reviews.map(({ verdict, reason = '', closes, visitId }) => ({ verdict, reason, closes, visitId })),
  );
  return new Map(
    visits.filter(wanted).map((visit): [string, Judgement] => {
      const root = rootOf(visit, all);
      const earlier = standing.filter(
        (other) =>
          rootOf(other, all) !== root &&
          (other.look.day < visit.look.day || (other.look.day === visit.look.day && other.finishedAt < visit.finishedAt)),
      );
      const name = nameJudgedBy(visit, visits, names, timeZone);
      const before = earlier.map(reviewed);
      const look = reviewed(visit);
      return [visit.id, judgeLook(library, tree, organisation, { look, name, before, units: visit.units })];
    }),
  );
}
