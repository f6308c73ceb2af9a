import type { DeterminationView, NameStanding, ReviewView, TreeBrief, VisitView } from '../contracts/api';
import { genusOf } from '../knowledge';
import { dayAt } from '../time/day';
import { standingVisits } from './standing';

/** A name given to a tree: by a list, a visit or a review. */
export type NameGiven = Pick<DeterminationView, 'id' | 'visitId' | 'at' | 'taxon' | 'level' | 'source'>;
type Name = Pick<NameGiven, 'taxon' | 'level'>;
type Said = Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict'> & Partial<Pick<ReviewView, 'knew' | 'taxon'>>;

/**
 * Whether a name says no more than one already held and nothing against it: none at all, a family, the genus of the one held,
 * or the same with less surety.
 */
export function saysLess(name: Name, held: Name): boolean {
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
export const judgedName = (name: Name, tree: Pick<TreeBrief, 'taxon' | 'level'>): JudgedName =>
  tree.taxon !== null && saysLess(name, { taxon: tree.taxon, level: tree.level ?? 'none' })
    ? { taxon: tree.taxon, byRecord: true }
    : { taxon: name.taxon, byRecord: false };

type Visits = readonly (Pick<VisitView, 'id' | 'finishedAt' | 'amends'> & { look: Pick<VisitView['look'], 'day'> })[];

/** When something was said: the day it speaks of, then the moment. */
interface When {
  day: string;
  at: string;
  id: string;
}
const inTurn = (a: When, b: When) => a.day.localeCompare(b.day) || a.at.localeCompare(b.at) || a.id.localeCompare(b.id);
const byMoment = (a: When, b: When) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id);

/** A name as a visit or list proposed it. */
type Proposal<D> = When & { kind: 'proposal'; given: D };
/** A review's word on a name: it settles one, or asks. */
type Word<D> = When & { kind: 'settled' | 'question'; given: D; review: Said | undefined };

/** Everything said of the names of a tree. Proposals of visits that were amended are left out; a review keeps the name it spoke of. */
function sayings<D extends NameGiven>(given: readonly D[], reviews: readonly Said[], visits: Visits, timeZone: string) {
  const standing = new Set(standingVisits(visits).map((visit) => visit.id));
  const dayOf = new Map(visits.map((visit) => [visit.id, visit.look.day]));
  // A review of a visit is never of an earlier day than the visit, whatever the zones of the two.
  const when = ({ id, at, visitId }: { id: string; at: string; visitId: string | null }): When => {
    const [said, seen] = [dayAt(at, timeZone), dayOf.get(visitId ?? '') ?? ''];
    return { id, at, day: said > seen ? said : seen };
  };
  const proposals = given.flatMap((d): Proposal<D>[] => {
    if (d.source === 'review') return [];
    const day = dayOf.get(d.visitId ?? '');
    if (d.source === 'visit' && d.visitId !== null && day !== undefined && !standing.has(d.visitId)) return [];
    return [{ kind: 'proposal', id: d.id, at: d.at, day: day ?? dayAt(d.at, timeZone), given: d }];
  });
  const words = [
    ...given
      .filter((d) => d.source === 'review')
      .map((d): Word<D> => ({
        ...when(d),
        kind: 'settled',
        given: d,
        review: reviews.find(
          (r) => r.verdict === 'overturn' && r.visitId === d.visitId && r.at === d.at && (r.taxon ?? d.taxon) === d.taxon,
        ),
      })),
    // What a review overturned to is given as a name of its own.
    ...reviews.flatMap((review): Word<D>[] => {
      const said = given.find((d) => d.source === 'visit' && d.visitId === review.visitId);
      if (review.verdict === 'overturn' || !said || said.taxon === null) return [];
      return [{ ...when(review), kind: review.verdict === 'confirm' ? 'settled' : 'question', given: said, review }];
    }),
  ];
  return { proposals, words };
}

/** The name a tree is held to have, and how it stands. */
export interface StandingName<D extends NameGiven = NameGiven> {
  named: D | null;
  standing: NameStanding;
}

/** Whether a review was said without knowing another of the same tree. An older app did not tell what it knew: it is taken to have known. */
const blindTo = (review: Said | undefined, other: Said | undefined): boolean =>
  review !== undefined && other !== undefined && review.id !== other.id && review.knew != null && !review.knew.includes(other.id);

/**
 * Reviews of one visit that say otherwise than one another and did not know each other, with nobody since who knew both: neither outdoes
 * the other, and a further look is needed.
 */
export function reviewersDiffer(reviews: readonly Said[], visitId: string): boolean {
  const said = reviews.filter((review) => review.visitId === visitId);
  const apart = (a: Said, b: Said) =>
    (a.verdict !== b.verdict || (a.verdict === 'overturn' && a.taxon !== b.taxon)) && blindTo(a, b) && blindTo(b, a);
  return said.some((a, i) =>
    said.slice(i + 1).some((b) => apart(a, b) && !said.some((c) => c.knew?.includes(a.id) === true && c.knew.includes(b.id))),
  );
}

/** A name that a review settled: it stays, whatever was said since; that is told. So is what was said before and the review did not know. */
function settledName<D extends NameGiven>(settled: Word<D>, proposals: readonly Proposal<D>[], words: readonly Word<D>[]): StandingName<D> {
  const named = settled.given;
  let standing: NameStanding = named.source === 'review' ? 'overturned' : 'confirmed';
  const rest = standing;
  const unknown = (word: Word<D>) =>
    byMoment(word, settled) < 0 && blindTo(settled.review, word.review) && blindTo(word.review, settled.review);
  for (const { kind, given } of words.filter(unknown).sort(inTurn)) {
    const same = given.taxon === named.taxon;
    if (kind === 'settled' && !same) standing = 'contested';
    else if (kind === 'question' && same && standing === rest) standing = 'questioned';
  }
  const since = [...proposals, ...words].filter((event) => byMoment(event, settled) > 0).sort(inTurn);
  for (const { kind, given } of since) {
    const same = given.taxon === named.taxon;
    if (kind === 'question') standing = same ? 'questioned' : standing === 'contested' ? rest : standing;
    else if (same) standing = standing === 'questioned' ? 'proposed' : rest;
    else if (!saysLess(given, named)) standing = 'contested';
  }
  return { named, standing: named.taxon === null ? 'unnamed' : standing };
}

/** A name that no review has settled: the newest proposal, unless it says less than was known. */
function proposedName<D extends NameGiven>(proposals: readonly Proposal<D>[], words: readonly Word<D>[]): StandingName<D> {
  let named: D | null = null;
  let questioned = false;
  for (const { kind, given } of [...proposals, ...words].sort(inTurn)) {
    if (kind === 'question') {
      if (named?.taxon === given.taxon) questioned = true;
    } else if (named === null || (named.source === 'import' ? given.taxon !== null : !saysLess(given, named))) {
      [named, questioned] = [given, false];
    }
  }
  if (named === null || named.taxon === null) return { named, standing: 'unnamed' };
  return { named, standing: questioned ? 'questioned' : named.source === 'import' ? 'imported' : 'proposed' };
}

/**
 * The name that stands. Visits propose: the newest holds, except that one which says less than was known takes nothing away, and
 * that what only a list says gives way to whatever a visit saw. A review settles: its word is taken, also where it is wider, and
 * only a review can undo it; a later visit that says otherwise makes the name contested. A question is answered once a later
 * visit gives the name again.
 * @param timeZone of the tree's place (IANA)
 */
export function standingNameOf<D extends NameGiven>(
  given: readonly D[],
  reviews: readonly Said[],
  visits: Visits,
  timeZone: string,
): StandingName<D> {
  const { proposals, words } = sayings(given, reviews, visits, timeZone);
  const settled = words
    .filter(({ kind }) => kind === 'settled')
    .sort(byMoment)
    .at(-1);
  return settled ? settledName(settled, proposals, words) : proposedName(proposals, words);
}

/**
 * The name that stood when a visit was made: what visits before it, lists and reviews before it had said.
 * @param timeZone of the tree's place (IANA)
 */
export function nameBefore<D extends NameGiven>(
  given: readonly D[],
  reviews: readonly Said[],
  visits: Visits,
  visit: Visits[number],
  timeZone: string,
): D | null {
  const earlier = visits.filter(
    (other) => other.look.day < visit.look.day || (other.look.day === visit.look.day && other.finishedAt < visit.finishedAt),
  );
  const ids = new Set(earlier.map((other) => other.id));
  return standingNameOf(
    given.filter((d) => (d.source === 'visit' ? d.visitId !== null && ids.has(d.visitId) : d.at < visit.finishedAt)),
    reviews.filter((r) => r.at < visit.finishedAt),
    earlier,
    timeZone,
  ).named;
}
