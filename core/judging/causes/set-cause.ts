import type { Library } from '../../knowledge';
import type { AgentLikelihood, Overruled } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import type { SignSeen } from '../../record/sign';
import type { Catalogue } from '../../words/catalogue';
import type { StandingWord } from '../overrule/standing-words';
import { UNKNOWN_CAUSE } from './differential';
import type { Plausible } from './plausible';

/** The cause the person holds for right goes first; what the signs say of it is kept. One that no record holds is not taken. */
export function setCause(
  library: Library,
  agents: readonly AgentLikelihood[],
  overrules: readonly Overrule[],
  say: Catalogue,
): { agents: AgentLikelihood[]; overruled: Overruled | null } {
  const set = overrules.find((o) => o.what === 'cause');
  const of = (id: string | undefined) => library.agents.find((a) => a.id === id);
  const agent = of(set?.to);
  const leading = agents[0];
  if (!set || (!agent && set.to !== UNKNOWN_CAUSE) || leading?.agent === set.to) return { agents: [...agents], overruled: null };
  const held = agents.find((a) => a.agent === set.to);
  const name = agent?.name ?? say.causes.unknown;
  const chosen: AgentLikelihood = {
    agent: set.to,
    name,
    probability: held?.probability ?? 0,
    because: [say.causes.heldByObserver(set.why), ...(held?.because ?? [])],
  };
  // Away from an agent that has to be reported, or from any agent to none, is the milder word.
  const was = of(leading?.agent);
  const milder = was !== undefined && (!agent || (Boolean(was.reportable) && !agent.reportable));
  return {
    agents: [chosen, ...agents.filter((a) => a.agent !== set.to)],
    overruled: { what: 'cause', from: leading?.name ?? say.causes.noSign, to: name, why: set.why, milder },
  };
}

/**
 * Causes with those that people set on earlier looks, each while a sign of it still stands: a cause somebody had tested is not
 * forgotten because a later look does not name it.
 * @param signs that count
 */
export function withCausesSet(
  library: Library,
  causes: readonly Plausible[],
  words: readonly StandingWord[],
  signs: readonly SignSeen[],
): Plausible[] {
  const set = words.flatMap(({ what, to, on }): Plausible[] => {
    const agent = what === 'cause' ? library.agents.find(({ id }) => id === to) : undefined;
    const stands = agent?.signs.some(({ sign }) => signs.some(({ id }) => id === sign));
    return agent && stands ? [{ agent: agent.id, probability: 1, since: on }] : [];
  });
  return [...set, ...causes.filter((one) => !set.some(({ agent }) => agent === one.agent))];
}
