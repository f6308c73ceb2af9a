import type { Library } from '../knowledge';
import { inLeafSeason, seasonOf } from '../season';
import { addMonths } from '../schedule/dates';
import type { AgentLikelihood } from './agents';
import type { LookedAt } from './looked';
import type { AssessInput } from './request';
import type { Judged } from './scales';

export interface ComeBack {
  /** ISO date */
  by: string;
  because: string;
  season: string;
}

/** Months until the next look, by the worst reading. Common practice, no source. */
const BY_VIGOUR: Record<string, number> = { thriving: 36, fair: 24, strained: 12, failing: 6, dead: 3 };
const BY_SOUNDNESS: Record<string, number> = { weakness: 12, 'serious weakness': 6, 'act first': 0.25 };
const BY_DECAY: Record<string, number> = { possible: 12, likely: 6 };
const UNSEEN_SIDES = 12;
const NEVER_LOOKED = 6;
/** An agent sets the pace once it is at least this likely. */
const COUNTS = 0.3;

/** When to come back, and why: the shortest interval any reading asks for, moved to a season that can settle what is open. */
export function comeBack(
  library: Library,
  input: AssessInput,
  judged: { vigour: Judged; soundness: Judged; hiddenDecay: Judged },
  agents: readonly AgentLikelihood[],
  looked: LookedAt,
): ComeBack {
  const asks: { months: number; because: string }[] = [
    { months: BY_VIGOUR[judged.vigour.band] ?? NEVER_LOOKED, because: `vigour ${judged.vigour.band}` },
  ];
  const sound = BY_SOUNDNESS[judged.soundness.band];
  if (sound !== undefined) asks.push({ months: sound, because: `soundness: ${judged.soundness.band}` });
  const decay = BY_DECAY[judged.hiddenDecay.band];
  if (decay !== undefined) asks.push({ months: decay, because: `hidden decay ${judged.hiddenDecay.band}` });
  const sides = looked.unseen.filter((zone) => zone.startsWith('stem-') || zone === 'collar' || zone === 'unions');
  if (sides.length > 0)
    asks.push({
      months: UNSEEN_SIDES,
      because: `${sides.length === 1 ? 'one part that bears the tree was' : `${sides.length} parts that bear the tree were`} not looked at`,
    });
  for (const likely of agents) {
    const agent = library.agents.find((a) => a.id === likely.agent);
    if (agent && likely.probability >= COUNTS) asks.push({ months: agent.lookAgainMonths, because: `${agent.name} possible` });
  }
  asks.sort((a, b) => a.months - b.months);
  const first = asks[0] ?? { months: NEVER_LOOKED, because: 'nothing judged' };
  const by = addMonths(input.date, first.months);
  const reasons = asks.filter((ask) => ask.months <= first.months * 1.01).map((ask) => ask.because);
  const season = seasonOf(by, input.latitude);
  const now = inLeafSeason(input.date, input.latitude);
  const evergreen = input.taxon?.evergreen === true;
  const want =
    evergreen || first.months < 4
      ? ''
      : now && sides.length > 0
        ? '; structure shows best bare'
        : !now
          ? '; the foliage still has to be seen in leaf'
          : '';
  return { by, because: `${reasons.join(', ')}${want}`, season };
}
