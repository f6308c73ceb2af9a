import { useMemo } from 'react';
import type { ReviewView, TreeBrief, VisitView } from '@dendrix/core/contracts';
import { knownSigns } from '@dendrix/core/history';
import { yearsBetween } from '@dendrix/core/maths';
import { readEntry } from '@dendrix/core/measuring';
import { isEmptyLook } from '@dendrix/core/record';
import { judgedName, readAsReviewed, standingVisits, versionsOf } from '@dendrix/core/state';
import { useOrganisation } from '@/features/shell/useOrganisation';
import { library, taxonNamed } from '@/features/shell/library';
import { useSettings } from '@/features/shell/settings';
import { lookOfDraft, type VisitDraft } from '@/offline/draft';
import { useNaming } from './name/useNaming';
import { waitingZones } from './walk/known';
import { judgementOf, laterOf, measurementsOf, nameOf } from './submission';

const NO_REVIEWS: readonly ReviewView[] = [];

/**
 * What a visit comes to as far as it got: its name, its sizes, its look and how that is judged beside the looks before it. All of it
 * follows from the draft and the record; each part is made again only when what it rests on changes.
 * @param date ISO date of the day on which somebody stands there
 * @param reviews of the tree: what they closed is over
 */
export function useVisitAsFarAs(
  draft: VisitDraft,
  tree: TreeBrief,
  visits: readonly VisitView[],
  date: string,
  reviews: readonly ReviewView[] = NO_REVIEWS,
) {
  const { settings } = useSettings();
  const naming = useNaming(draft, date, tree);
  const name = useMemo(() => nameOf(draft, naming), [draft, naming]);
  const organisation = useOrganisation();
  const judged = useMemo(() => judgedName(name, tree), [name, tree]);
  const taxon = taxonNamed(judged.taxon);
  const corrects = draft.amends?.visit;
  const before = useMemo(() => {
    // What an amendment corrects is no look before it.
    const own = corrects === undefined ? new Set<string>() : new Set(versionsOf(visits, corrects).map(({ id }) => id));
    const reviewed = readAsReviewed(visits, reviews);
    return standingVisits(visits)
      .filter((visit) => visit.look.day <= date && !own.has(visit.id))
      .map((visit) => ({ ...visit, look: reviewed(visit) }));
  }, [visits, date, corrects, reviews]);
  const last = before.at(-1);
  const known = useMemo(
    () =>
      knownSigns(
        library,
        before.map((visit) => visit.look),
        { taxon, latitude: tree.latitude },
      ),
    [before, taxon, tree.latitude],
  );
  const measuring = useMemo(() => {
    const then = last?.look.measurements;
    const earlier = then ? { dbh: then.dbh?.m, height: then.height?.m, years: yearsBetween(last.look.day, date) } : null;
    return readEntry(draft.measure, settings, taxon, earlier);
  }, [draft.measure, settings, taxon, last, date]);
  const look = useMemo(() => {
    const seen = lookOfDraft(draft, measurementsOf(draft, measuring), date, draft.profile ?? organisation.profile);
    // A side with a known defect that nobody has answered was not inspected.
    const waiting = waitingZones(draft, known);
    return waiting.size === 0 ? seen : { ...seen, looked: seen.looked.filter((zone) => !waiting.has(zone)) };
  }, [draft, known, measuring, date, organisation.profile]);
  const judgement = useMemo(
    () => judgementOf(look, judged, tree, organisation, before, settings.units),
    [look, judged, tree, organisation, before, settings.units],
  );
  const later = useMemo(() => laterOf(draft, naming, date), [draft, naming, date]);
  const empty = isEmptyLook(look) && draft.chosenName === null;
  return { naming, name, judged, taxon, before, last, known, measuring, look, judgement, later, empty };
}
