import { ZONES } from '../../../knowledge';
import { NOT_JUDGED } from '../../../record/judgement';
import type { Standing } from '../standing';
import { all, DEAD, FAILING, weights, type Ranks, type Say, type Weighed } from '../weighed';

/** Not having looked at half of the zones makes "keep" a weaker answer than coming again. */
const MUCH_UNSEEN = 8;
/** What lets the tree stand as it is: keeping, watching, and leaving a weak one for habitat where it can harm nobody. */
export function keeping(of: Standing, { weak, unsound, decay, risk }: Ranks, comeBackBy: string, say: Say): Weighed[] {
  const { vigour, soundness, hiddenDecay, looked, rare, stemRank, harm, faults } = of;
  const made: Weighed[] = [];
  const unseen = looked.unseen.length;
  const judged = vigour.band !== NOT_JUDGED && soundness.band !== NOT_JUDGED;
  // An old hollow that stayed the same, or deadwood over a meadow, is no reason to do anything.
  const settled =
    faults.length > 0 &&
    harm !== 'not said' &&
    unsound < 3 &&
    risk === 0 &&
    faults.every((fault) => fault.settled || (fault.onLimb && harm === 'none'));
  if (judged && (unsound === 0 || settled) && weak <= 1)
    made.push({
      do: 'keep',
      because: [settled ? say.settled : say.found(vigour), say.found(soundness)],
      weight: settled ? all(8.7) : all(unseen > MUCH_UNSEEN ? 4 : 6),
    });
  if (rare) made.push({ do: 'keep as seed source', because: [say.rare], weight: weights(3, 8, 6) });
  if ((unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0 || !judged) && weak < DEAD) {
    const because = [
      ...(unseen > 0 ? [say.unseen(unseen, ZONES.length)] : []),
      ...(decay >= 1 ? [say.found(hiddenDecay)] : []),
      ...(weak >= 2 ? [say.found(vigour)] : []),
      ...(unsound >= 1 ? [say.found(soundness)] : []),
    ];
    const few = weak >= FAILING || stemRank >= 2;
    made.push({
      do: 'watch',
      because: because.length > 0 ? because : [say.found(soundness)],
      weight: few ? weights(2, 3, 4) : weights(5, 5, 5.5),
    });
  }

  if (harm !== 'in reach' && (weak >= FAILING || stemRank >= 2))
    made.push({
      do: 'keep as habitat',
      because: [harm === 'not said' ? say.onceEmpty : say.leftStanding(weak)],
      weight: harm === 'not said' ? weights(2, 3, 8.5) : weak === DEAD ? all(12) : all(9),
      by: comeBackBy,
    });
  return made;
}
