import type { CandidatesAnswer, PlanCandidate, TreeBrief } from '@dendrix/core/contracts';
import { due } from '@dendrix/core/planning';
import { stopKind } from '@dendrix/core/rounds';
import { stopTimes } from '@dendrix/core/planning/stop-times';
import { heldTrees } from '@/offline/held';

/**
 * What a round is made from where there is no signal: the trees that the device holds, by what is stated of stops.
 * @param isOwn whether a tree is of whoever walks
 */
export async function heldCandidates(
  day: string,
  pinned: readonly string[],
  isOwn: (tree: TreeBrief) => boolean,
): Promise<Pick<CandidatesAnswer, 'items' | 'times'>> {
  const held = await heldTrees();
  const wanted = new Map([...due(held, day).filter(isOwn), ...held.filter(({ id }) => pinned.includes(id))].map((tree) => [tree.id, tree]));
  return {
    items: [...wanted.values()].map((tree): PlanCandidate => ({
      tree,
      kind: stopKind(tree, null, day),
      look: null,
      putOff: null,
      takenBy: null,
    })),
    times: stopTimes([]),
  };
}
