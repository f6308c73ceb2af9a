import { alertsOf } from '../history/change';
import { protectionOf } from '../judging/advice/protection';
import type { QueueItem, TreeBrief, VisitView } from '../contracts/api';
import { isListed, type District, type Library } from '../knowledge';
import type { Judgement } from '../record/judgement';
import { occupancyOf } from '../record/look';
import { eyeEnds } from '../record/ending';
import { saidGone, type SignSeen } from '../record/sign';
import { wordsIn, type Speech } from '../words/catalogue';

/** Whether it takes more than an eye to say that a sign is gone. */
const needsReviewer = (library: Pick<Library, 'signs'>, seen: SignSeen): boolean => {
  const sign = library.signs.find(({ id }) => id === seen.id);
  return sign !== undefined && !eyeEnds(sign, seen);
};

const SETTLED: readonly TreeBrief['standing'][] = ['confirmed', 'overturned'];
const BY_SOUNDNESS: Partial<Record<Judgement['ruled']['soundness'], number>> = { 'act first': 10, 'serious weakness': 6 };
const BY_RISK: Partial<Record<NonNullable<Judgement['ruled']['risk']>, number>> = { extreme: 10, high: 6, moderate: 2 };
/** More than all the rest can come to. */
const FORGOTTEN = 200;
/** From so likely on a cause that has to be reported asks for a second pair of eyes. */
const REPORT_COUNTS_FROM = 0.05;
/** A defect that a crew says is gone, or closed, is seen by a second pair of eyes. */
const SAID_GONE = 6;

/**
 * How much a visit needs a second pair of eyes, and why, in words. Higher first. It is weighed by what the rules say, whatever the
 * person overruled: their milder word adds to it and takes nothing away. Weights are our own.
 */
export function reviewWeight(
  library: Pick<Library, 'agents' | 'taxa' | 'signs'>,
  visit: Pick<VisitView, 'name' | 'look' | 'judgement' | 'differs'>,
  tree: Pick<TreeBrief, 'standing' | 'siteKind'> & { reviewersDiffer?: boolean; forgotten?: boolean },
  earlierNames: readonly (string | null)[],
  district?: District,
  speech: Speech = {},
): Pick<QueueItem, 'weight' | 'why'> {
  const { review: say } = wordsIn(speech);
  let weight = 1;
  const why: QueueItem['why'] = [];
  const add = (n: number, says: string, reveals = false) => {
    if (n === 0) return;
    weight += n;
    why.push({ says, reveals });
  };
  const { judgement, name } = visit;
  const { ruled } = judgement;
  // What came to light after it had been forgotten goes before everything else, once.
  if (tree.forgotten) add(FORGOTTEN, say.forgotten);
  add(BY_SOUNDNESS[ruled.soundness] ?? 0, say.soundness(ruled.soundness));
  add(BY_RISK[ruled.risk ?? 'low'] ?? 0, say.risk(ruled.risk));
  // Somebody beneath all day makes a weakness more of a matter than a meadow does; what the rules found beneath is in the risk already.
  const staying = visit.look.beneath.some(
    (one) => one.what === 'people-staying' || (one.what === 'people-passing' && occupancyOf(one) === 'constant'),
  );
  if (staying && (BY_SOUNDNESS[ruled.soundness] ?? 0) + (ruled.soundness === 'weakness' ? 1 : 0) > 0) add(2, say.peopleBeneath);
  const worse = alertsOf(judgement.changes).length;
  if (worse > 0) add(Math.min(4, 1 + worse), say.worse(worse));
  if (tree.reviewersDiffer) add(6, say.reviewersDiffer, true);
  if (ruled.hiddenDecay === 'likely') add(3, say.decayLikely);
  if (ruled.vigour === 'failing' || ruled.vigour === 'dead') add(3, say.vigour(ruled.vigour));
  for (const one of judgement.overruled.filter((o) => o.milder)) add(5, say.milderWord(one.from, one.to), true);
  for (const { agent, name: called, probability } of judgement.agents) {
    if (probability >= REPORT_COUNTS_FROM && library.agents.find((a) => a.id === agent)?.reportable) add(4, say.reportable(called), true);
  }
  const claimed = visit.look.signs.filter((sign) => saidGone(sign) && needsReviewer(library, sign)).length;
  if (claimed > 0) add(SAID_GONE, say.saidGone(claimed));
  if (visit.differs.some(({ what }) => what === 'soundness' || what === 'risk')) add(4, say.deviceDiffers);
  if (tree.standing === 'questioned') add(4, say.questioned);
  if (tree.standing === 'contested') add(5, say.contested, true);
  if (!name?.taxon) {
    // A visit that only looked the tree over leaves a name that is settled alone.
    if (!SETTLED.includes(tree.standing)) add(3, say.noName);
  } else {
    if (!name.confirmed) add(2, say.notConfirmed);
    if (visit.look.observations.length === 0) add(2, say.withoutMarks);
    // Less likely than a name drawn blind: it was written down against what was seen.
    else if (name.probability < 1 / library.taxa.length) add(2, say.againstMarks, true);
    else if (name.probability < 0.8) add(2, say.onlySure(name.probability));
    const before = earlierNames.filter((n): n is string => n !== null && n !== name.taxon);
    if (before.length > 0) add(5, say.calledBefore(before[0] as string), true);
    if (isListed(district?.lists.rare ?? [], name.taxon)) add(2, say.rare, true);
    if (protectionOf(district, name.taxon) === 'protected' && judgement.options.some((option) => option.do === 'remove'))
      add(3, say.protectedKind, true);
    if (isListed(district?.lists.invasive ?? [], name.taxon)) add(2, say.invasive, true);
  }
  const { percent } = judgement.lookedAt;
  if (percent < 50) add(1, say.lookedAt(percent));
  if (why.length === 0) why.push({ says: say.routine, reveals: false });
  return { weight, why };
}
