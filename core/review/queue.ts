import type { TreeBrief, VisitView } from '../contracts/api';
import type { District } from '../knowledge';

const SETTLED = ['confirmed', 'overturned'];

/** How much a visit needs a second pair of eyes, and why, in words. Higher first. Weights are our own. */
export function reviewWeight(
  visit: Pick<VisitView, 'name' | 'judgement' | 'record'>,
  tree: Pick<TreeBrief, 'standing' | 'siteKind'>,
  earlierNames: readonly (string | null)[],
  district?: District,
): { weight: number; why: string[] } {
  let weight = 1;
  const why: string[] = [];
  const add = (n: number, reason: string) => {
    weight += n;
    why.push(reason);
  };
  const band = (scale: string) => (visit.judgement[scale] as { band?: string } | undefined)?.band;
  const soundness = band('soundness');
  if (soundness === 'act first') add(10, 'act first');
  else if (soundness === 'serious weakness') add(6, 'serious weakness');
  if (band('hiddenDecay') === 'likely') add(3, 'hidden decay likely');
  if (band('vigour') === 'failing') add(3, 'vigour failing');
  const name = visit.name;
  if (tree.standing === 'questioned') add(4, 'questioned before');
  if (!name?.taxon) {
    // A visit that only looked the tree over leaves a name that is settled alone.
    if (!SETTLED.includes(tree.standing)) add(3, 'no name given');
  } else {
    if (!name.confirmed) add(2, 'name not confirmed by the rule');
    if (name.probability < 0.8) add(2, `only ${Math.round(name.probability * 100)} % sure`);
    const before = earlierNames.filter((n): n is string => n !== null && n !== name.taxon);
    if (before.length > 0) add(5, `was called ${before[0]} before`);
    if (district?.lists.rare.includes(name.taxon)) add(2, 'on the rare list');
    if (district?.lists.invasive.includes(name.taxon)) add(2, 'on the invasive list');
  }
  const percent = (visit.judgement.lookedAt as { percent?: number } | undefined)?.percent ?? 0;
  if (percent < 50) add(1, `${percent} % looked at`);
  if (why.length === 0) why.push('routine second look');
  return { weight, why };
}
