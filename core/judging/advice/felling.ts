import { NORMAL, UNKNOWN_CAUSE } from '../causes/differential';
import { addDays } from '../../time/dates';
import { LIKELY } from './outlook';
import { somebodyBeneath, type Standing } from './standing';
import { DEAD, FAILING, weights, type Ranks, type Say, type Weighed } from './weighed';

/** Independent grounds for felling; one alone asks for a second look. */
function groundsToRemove(
  { library, vigour, soundness, agents, stemRank, faults }: Standing,
  { weak, decay, risk }: Ranks,
  say: Say,
): string[] {
  const leading = agents[0];
  const killer =
    leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent && a.outlook === 'short') : undefined;
  const bearing = faults.filter((fault) => !fault.onLimb);
  const settled = bearing.length > 0 && bearing.every((fault) => fault.settled);
  return [
    ...(weak >= FAILING ? [say.vigour(vigour.band)] : []),
    ...(stemRank >= 2 && !settled ? [say.soundness(soundness.band)] : []),
    ...(stemRank >= 3 ? [say.cannotWait] : []),
    ...(stemRank >= 2 && decay === 2 && !settled ? [say.decayed] : []),
    ...(killer ? [say.killer(killer.name)] : []),
    ...(stemRank >= 2 && risk >= 2 ? [say.screened(risk === 3 ? 'extreme' : 'high')] : []),
  ];
}

/** How much safety wants a dead tree felled. */
const removalOfDead = (atOnce: boolean, inReach: boolean): number => (atOnce ? 16 : inReach ? 8 : 5);

/** How much safety wants a live tree felled: behind keeping people out, before a closer look only where it gives way. */
function removalOfWeak(stemRank: number, risk: number, grounds: number): number {
  if (stemRank >= 3) return risk >= 2 ? 10 : 9;
  return grounds >= 3 ? 7 : 5;
}

/** Felling, for a dead tree or on two grounds; grounds that all come from one fault ask for a second look first. */
export function felling(of: Standing, ranks: Ranks, say: Say): Weighed[] {
  const { input, agents, faults, stemRank, rare, vigour } = of;
  const { weak, risk, young } = ranks;
  const grounds = groundsToRemove(of, ranks, say);
  if (weak < DEAD && grounds.length < 2) return [];
  const cause = agents[0];
  const peopled = somebodyBeneath(input);
  const atOnce = weak === DEAD && peopled;
  const severe = faults.filter((fault) => !fault.onLimb && fault.rank >= 2);
  const amenity = rare
    ? 1
    : weak === DEAD
      ? removalOfDead(young || atOnce, peopled || input.beneath.length === 0)
      : removalOfWeak(stemRank, risk, grounds.length);
  const likely = cause && cause.probability > LIKELY && cause.agent !== UNKNOWN_CAUSE && cause.agent !== NORMAL;
  return [
    {
      do: 'remove',
      because: [...(grounds.length === 0 ? [say.vigour(vigour.band)] : grounds), ...(likely ? [say.likelyCause(cause.name)] : [])],
      needs: weak === DEAD || (weak >= FAILING ? 1 : 0) + severe.length >= 2 ? [] : [say.secondLook],
      weight: weights(amenity, Math.max(1, amenity - 1), 1),
      by: addDays(input.day, atOnce ? 30 : stemRank >= 3 ? 28 : 180),
    },
  ];
}
