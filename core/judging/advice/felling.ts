import { NORMAL, UNKNOWN_CAUSE } from '../causes/differential';
import { signNamed, type Mechanism } from '../../knowledge';
import { worstRule } from '../scales/rules';
import { inLeaf } from '../../time/season';
import { LIKELY } from './outlook';
import { dueBy, seenSince, type Standing } from './standing';
import { DEAD, FAILING, weights, type Ranks, type Say, type Weighed } from './weighed';

/** A ground for felling and the way the tree fails by it. */
interface Ground {
  mechanism: Mechanism | 'vigour' | 'killer';
  says: string;
}

/** The likeliest cause that seldom lets a tree live, and whether it is acute. */
function killerOf({ library, plausible }: Pick<Standing, 'library' | 'plausible'>) {
  return plausible.flatMap(({ agent: id, probability }) => {
    const agent = library.agents.find((a) => a.id === id);
    return agent && agent.outlook === 'short' && probability >= LIKELY ? [agent] : [];
  })[0];
}

/**
 * Grounds for felling, one a mechanism: a sign counts once, so a fungus is not both the serious defect and the decay behind it. What
 * has settled is none.
 */
function groundsToRemove(of: Standing, { weak, risk }: Ranks, say: Say): Ground[] {
  const { library, vigour, faults, signs, setting } = of;
  const grounds = new Map<Ground['mechanism'], string>();
  const killer = killerOf(of);
  if (weak >= FAILING) grounds.set('vigour', say.found(vigour));
  for (const fault of faults)
    if (!fault.onLimb && fault.rank >= 2 && !fault.settled && !grounds.has(fault.sign.mechanism))
      grounds.set(fault.sign.mechanism, say.ground(fault.sign.label));
  const decayed = signs.some((seen) => {
    const sign = signNamed(library, seen.id);
    return sign?.mechanism === 'decay' && (worstRule(sign, seen, 'hiddenDecay', setting)?.rank ?? 0) >= 2 && seen.trend !== 'same';
  });
  if (decayed && of.stemDecay === 2 && of.stemRank >= 2 && !grounds.has('decay')) grounds.set('decay', say.decayed);
  // A failing tree with a cause that goes on is a ground of its own where it can hurt somebody.
  if (killer && (weak >= FAILING ? risk >= 1 || killer.acute : of.stemRank >= 2 && !grounds.has('decay')))
    grounds.set('killer', say.killer(killer.name));
  return [...grounds].map(([mechanism, says]) => ({ mechanism, says }));
}

/** How much safety wants a dead tree felled. */
const removalOfDead = (atOnce: boolean, nobodySaid: boolean): number => (atOnce ? 16 : nobodySaid ? 8 : 5);

/** How much safety wants a live tree felled: behind keeping people out, before a closer look only where it gives way. */
function removalOfWeak(stemRank: number, risk: number, grounds: number): number {
  if (stemRank >= 3) return risk >= 2 ? 10 : 9;
  return grounds >= 3 ? 7 : 5;
}

/** Days until a tree has to be down, by the risk. A road is not kept shut for a month. Common practice, no source. */
const BY_RISK = [180, 90, 28, 14] as const;
const DEAD_OVER_PEOPLE = 28;
const ACUTE = 28;

/**
 * Felling: of a dead tree, of one that gives way, or on two grounds of two mechanisms. A living tree with nothing in reach is not felled
 * for safety.
 */
export function felling(of: Standing, ranks: Ranks, say: Say): Weighed[] {
  const { input, agents, faults, stemRank, rare, vigour, harm, weakening } = of;
  const { weak, risk, young } = ranks;
  const grounds = groundsToRemove(of, ranks, say);
  const givesWay = stemRank >= 3;
  if (weak < DEAD && (harm === 'none' || (grounds.length < 2 && !givesWay))) return [];
  const cause = agents[0];
  const atOnce = weak === DEAD && harm === 'in reach';
  const severe = faults.filter((fault) => !fault.onLimb && fault.rank >= 2);
  const amenity = rare
    ? 1
    : weak === DEAD
      ? removalOfDead(young || atOnce, harm === 'not said')
      : removalOfWeak(stemRank, risk, grounds.length);
  const likely = cause && cause.probability > LIKELY && cause.agent !== UNKNOWN_CAUSE && cause.agent !== NORMAL;
  const killer = killerOf(of);
  const days = Math.min(
    BY_RISK[risk] ?? 180,
    atOnce ? DEAD_OVER_PEOPLE : Infinity,
    killer?.acute && harm === 'in reach' ? ACUTE : Infinity,
  );
  const since = seenSince(input, [...severe.map(({ seen }) => seen), ...(weak >= FAILING ? weakening : [])]);
  const unsure = weak === DEAD && !inLeaf(input.taxon, input.day, input.latitude);
  return [
    {
      do: 'remove',
      because: [
        ...(grounds.length === 0 ? [say.found(vigour)] : [...new Set(grounds.map(({ says }) => says))]),
        ...(givesWay ? [say.cannotWait] : []),
        ...(likely ? [say.likelyCause(cause.name)] : []),
      ],
      needs: [...(weak === DEAD || grounds.length >= 2 ? [] : [say.secondLook]), ...(unsure ? [say.confirmDead] : [])],
      weight: weights(amenity, Math.max(1, amenity - 1), 1),
      by: dueBy(input, days, since),
    },
  ];
}
