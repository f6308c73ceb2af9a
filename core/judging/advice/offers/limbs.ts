import { dueBy, seenSince, type Fault, type Standing } from '../standing';
import { all, weights, type Ranks, type Say, type Weighed, type Weights } from '../weighed';
import { NOTHING_IN_REACH } from './days';

const callsDeadwood = ({ sign }: Fault) => sign.calls.some((one) => one.do === 'take out dead wood');

/** Days until a limb at fault is down: three for one that hangs or breaks, a week at high risk. Common practice, no source. */
function limbDays(rank: number, risk: number, breaking: number): number {
  if (rank === 3) return breaking;
  if (risk >= 2) return 7;
  return risk === 1 ? 56 : rank === 2 ? 180 : 365;
}

/** What is done about limbs at fault, and how: the sooner and the more wanted, the worse the worst and the more people are beneath. */
interface Way {
  do: 'take out dead wood' | 'prune or reduce';
  because: string[];
  /** Days until one that hangs or breaks is down. */
  breaking: number;
  urgent: Weights;
  /** By the rank of the worst limb and the risk. */
  otherwise: (rank: number, risk: number) => Weights;
}

function offLimbs({ input, harm }: Standing, risk: number, limbs: readonly Fault[], way: Way): Weighed[] {
  const [worst] = limbs;
  if (!worst) return [];
  const alike = limbs.filter(({ rank }) => rank === worst.rank).map(({ seen }) => seen);
  const weight = worst.rank === 3 || risk >= 2 ? way.urgent : way.otherwise(worst.rank, risk);
  return [
    {
      do: way.do,
      because: way.because,
      weight: harm === 'none' ? all(NOTHING_IN_REACH) : weight,
      by: dueBy(input, limbDays(worst.rank, risk, way.breaking), seenSince(input, alike)),
    },
  ];
}

/** Dead, hung and broken limbs are taken out, the sooner the more people are beneath. */
export function deadWood(of: Standing, { risk, palm }: Ranks, say: Say): Weighed[] {
  const left = of.screening?.after.find((one) => one.do === 'take out dead wood');
  return offLimbs(
    of,
    risk,
    of.faults.filter((fault) => fault.onLimb && callsDeadwood(fault)),
    {
      do: 'take out dead wood',
      // The sign's own call says what will fall.
      because: [...(palm ? [say.fronds] : []), ...(left && left.risk !== of.screening?.risk ? [say.left(left.risk)] : [])],
      breaking: 3,
      urgent: all(14),
      otherwise: (rank, at) => (rank === 2 || at === 1 ? weights(10, 8, 7) : weights(6.5, 5.5, 4.5)),
    },
  );
}

/** A limb with a crack, a hole or a fungus in it is taken off or shortened: what is wrong with it is no reason to fell the tree. */
export function limbAtFault(of: Standing, { risk }: Ranks, say: Say): Weighed[] {
  const limbs = of.faults.filter((fault) => fault.onLimb && !callsDeadwood(fault) && (fault.rank >= 2 || (fault.rank === 1 && risk >= 1)));
  return offLimbs(of, risk, limbs, {
    do: 'prune or reduce',
    because: [say.takeLimb(limbs.map(({ sign }) => sign.label))],
    breaking: 7,
    urgent: all(13.5),
    otherwise: () => weights(8.6, 6.6, 6.6),
  });
}
