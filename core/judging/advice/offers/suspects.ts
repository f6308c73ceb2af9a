import type { Agent } from '../../../knowledge';
import type { Standing } from '../standing';

/** Causes that are at least so likely over the signs that could come from them, the likeliest first. */
export const suspectsFrom = ({ library, plausible }: Pick<Standing, 'library' | 'plausible'>, least: number): Suspect[] =>
  plausible.flatMap(({ agent: id, probability, since }) => {
    const agent = probability >= least ? library.agents.find((a) => a.id === id) : undefined;
    return agent ? [{ agent, probability, since }] : [];
  });
export interface Suspect {
  agent: Agent;
  probability: number;
  /** Day of the newest sign that speaks for it. */
  since: string;
}
