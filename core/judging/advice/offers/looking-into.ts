import { atTheFoot, dueBy, seenSince, type Standing } from '../standing';
import { FAILING, weights, type Ranks, type Say, type Weighed } from '../weighed';
import { hastenedDays } from './days';

/** Days until a fault of what bears the tree is looked into, by its rank and the risk. Common practice, no source. */
function investigated(stemRank: number, risk: number): number {
  if (stemRank >= 3 || risk === 3) return 7;
  if (risk === 2) return 14;
  if (stemRank === 2) return risk === 1 ? 28 : 90;
  return risk === 1 ? 90 : 180;
}

/** Possible decay is looked into within so many days; likely decay always sooner. */
const POSSIBLE_DECAY = 365;

/** What looks closer and takes load off, by the fault that asks for it. */
export function lookingInto(of: Standing, { weak, risk, palm, unsound }: Ranks, say: Say): Weighed[] {
  const { hiddenDecay, input, faults, stemRank, stemDecay, build, weakening, decaying } = of;
  const made: Weighed[] = [];
  const severe = faults.filter((fault) => !fault.onLimb && fault.rank >= 2);
  // What strangles the stem is cut away; nobody drills for it, nor takes load off it.
  const aloft = severe.filter(({ seen, sign }) => !atTheFoot(seen.zone) && sign.mechanism !== 'strangling');
  const onlyTied = severe.length > 0 && stemRank === 2 && severe.every(({ sign }) => sign.mechanism === 'strangling');
  const since = seenSince(
    input,
    severe.map(({ seen }) => seen),
  );
  // A conifer does not shoot from old wood: its crown is not shortened for a weak stem, only its limbs.
  if (aloft.length > 0 && build !== 'conifer')
    made.push({
      do: 'prune or reduce',
      because: [say.lessLoad(aloft.map(({ sign }) => sign.label))],
      weight: weights(7, 3.5, 4.5),
      by: dueBy(
        input,
        hastenedDays(unsound, risk, 180),
        seenSince(
          input,
          aloft.map(({ seen }) => seen),
        ),
      ),
    });
  const settled = severe.length > 0 && severe.every((fault) => fault.settled);
  // What is to be settled is named: the fault, or the decay it points to; a poor crown is looked into before anything is felled.
  if ((stemRank >= 2 && !onlyTied) || stemDecay === 2)
    made.push({
      do: 'investigate further',
      because: [
        say.investigate(
          severe.map(({ sign }) => sign.label),
          stemDecay === 0 ? 'none suspected' : hiddenDecay.band,
        ),
      ],
      weight: settled ? weights(6, 4, 5) : stemRank >= 2 ? weights(8, 6.5, 6.5) : weights(5.6, 4.5, 5),
      by: dueBy(input, investigated(stemRank, risk), stemRank >= 2 ? since : seenSince(input, decaying)),
    });
  else if (stemDecay === 1)
    made.push({
      do: 'investigate further',
      because: [say.found(hiddenDecay)],
      weight: weights(4.5, 4, 4),
      by: dueBy(input, POSSIBLE_DECAY, seenSince(input, decaying)),
    });
  // A palm that fails has one bud to lose: within days, not weeks.
  if (weak === FAILING)
    made.push({
      do: 'investigate further',
      because: [palm ? say.findThePalmsCause : say.findTheCause],
      weight: weights(8.2, 7, 7),
      by: dueBy(input, palm || risk >= 2 ? 14 : 60, seenSince(input, weakening)),
    });
  return made;
}
