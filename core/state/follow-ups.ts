import type { FollowUpView, ReviewView, VisitView } from '../contracts/api';
import { addDays, addMonths } from '../time/dates';
import { dayAt } from '../time/day';
import { wordsIn, type Speech } from '../words/catalogue';
import { standingVisits } from './standing';

/** A question to the crew is to be answered within this many days. */
const ANSWER_DAYS = 30;
const LONGEST_REASON = 1000;

/** A visit with the looks it planned. */
export type Planning = Pick<VisitView, 'id' | 'finishedAt' | 'amends' | 'look' | 'judgement' | 'laterLooks'>;

/** What of the tree's place days hang on. */
export interface OfPlace {
  /** Its time zone (IANA). */
  timeZone: string;
  /** Months after which its district wants any tree to be seen again; it brings a day nearer and never puts one off. */
  longestGap?: number | undefined;
}

/** What is to be done, by its kind, so that the same thing has the same name however often it is derived. */
export interface FollowUp extends Omit<FollowUpView, 'id'> {
  /** Visit or review it comes from, and what for: unique on a tree. */
  key: string;
}

/**
 * What is to be done at a tree, and what was: made from its visits and reviews by their own days, never by when they arrived.
 * A visit sets the day to come back and closes the one before it, and every question; a look that is to settle the name stays open
 * until its mark is seen, it is planned anew, or its day has come and gone with a visit.
 */
export function followUpsOf(
  visits: readonly Planning[],
  reviews: readonly (Pick<ReviewView, 'id' | 'visitId' | 'at' | 'verdict' | 'reason'> & Partial<Pick<ReviewView, 'wanted'>>)[],
  { timeZone, longestGap, ...speech }: OfPlace & Speech,
): FollowUp[] {
  const say = wordsIn(speech);
  const made: FollowUp[] = [];
  const dayOf = new Map(visits.map((visit) => [visit.id, visit.look.day]));
  // A review of a visit is never of an earlier day than the visit, whatever the zones of the two.
  const reviewDay = (review: { visitId: string; at: string }) => {
    const [said, seen] = [dayAt(review.at, timeZone), dayOf.get(review.visitId) ?? ''];
    return said > seen ? said : seen;
  };
  const events = [
    ...standingVisits(visits).map((visit) => ({ day: visit.look.day, at: visit.finishedAt, id: visit.id, visit, review: null })),
    ...reviews
      .filter((review) => review.verdict === 'question')
      .map((review) => ({ day: reviewDay(review), at: review.at, id: review.id, visit: null, review })),
  ].sort((a, b) => a.day.localeCompare(b.day) || a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  for (const { visit, review } of events) {
    if (review) {
      made.push({
        key: `${review.id}/question`,
        visitId: review.visitId,
        // A mark that shows in another season is waited for; the question is not closed by a visit that could not see it.
        dueOn: review.wanted?.by ?? addDays(dayAt(review.at, timeZone), ANSWER_DAYS),
        because: `${say.review.question(review.reason)}${review.wanted ? say.review.wanted(review.wanted.because) : ''}`.slice(
          0,
          LONGEST_REASON,
        ),
        season: review.wanted ? say.naming.months(review.wanted.months) : null,
        trait: review.wanted?.trait ?? null,
        doneOn: null,
      });
      continue;
    }
    const { day } = visit.look;
    const seen = new Set(visit.look.observations.map((observation) => observation.trait));
    const planned = new Set(visit.laterLooks.map((look) => look.trait));
    for (const one of made) {
      if (one.doneOn !== null) continue;
      if (one.trait === null || seen.has(one.trait) || planned.has(one.trait) || one.dueOn <= day) one.doneOn = day;
    }
    const { by, because, season } = visit.judgement.comeBack;
    const last = longestGap === undefined ? by : addMonths(day, longestGap);
    const sooner = longestGap !== undefined && last < by ? { dueOn: last, because: say.review.longestGap(longestGap), season: null } : null;
    made.push({
      key: `${visit.id}/come-back`,
      visitId: visit.id,
      trait: null,
      doneOn: null,
      ...(sooner ?? { dueOn: by, because, season }),
    });
    for (const look of visit.laterLooks) {
      if (seen.has(look.trait)) continue;
      made.push({
        key: `${visit.id}/${look.trait}`,
        visitId: visit.id,
        dueOn: look.by,
        because: look.because,
        season: say.naming.months(look.months),
        trait: look.trait,
        doneOn: null,
      });
    }
  }
  return made;
}
