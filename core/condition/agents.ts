import { genusOf, type Agent, type Frequency, type Library } from '../knowledge';
import { recordMonth } from '../season';
import type { LookedAt } from './looked';
import type { SetAside } from './normal';
import type { AssessInput } from './request';

export interface AgentLikelihood {
  /** Agent id, `cause unknown` or `normal for this tree`. */
  agent: string;
  name: string;
  /** 0 to 1; sums to 1 over all, those under 2 % are left out. */
  probability: number;
  because: string[];
}

const CHANCE: Record<Frequency, number> = { always: 0.95, usually: 0.7, sometimes: 0.3, rarely: 0.08 };
const PRIOR = { common: 1, occasional: 0.4, rare: 0.12 } as const;
/** A sign the agent's record does not hold still turns up beside it, by chance. */
const BY_CHANCE = 0.04;
/**
 * "Cause unknown" explains every sign a little: the chance of meeting the sign on a tree with no agent of the library. A sign that
 * many agents show is met for many reasons; one that hardly any shows is seldom met by chance. Chosen, not measured.
 */
const UNKNOWN_PRIOR = 1;
const UNKNOWN_CHANCE = { least: 0.03, perAgent: 0.03, most: 0.15 } as const;
/** Normal findings: usual before anything else where the taxon's record holds them. */
const NORMAL_PRIOR = 1.5;
const NORMAL_CHANCE = 0.7;
/** Weight of a sign looked for and not found, against one found. */
const ABSENCE = 0.7;
const PRONE = 2;
const OUT_OF_SEASON = 0.5;
const SHOWN = 0.02;

const hosts = (agent: Agent, name: string | null) =>
  agent.hosts.length === 0 || (name !== null && agent.hosts.some((host) => host === name || host === genusOf(name)));

/**
 * Ranks agents for a host by the signs found, and by those looked for and not found (Bayes' rule over agents, "cause unknown" and
 * "normal for this tree"). Empty when no sign was seen.
 */
export function differential(library: Library, input: AssessInput, aside: readonly SetAside[], looked: LookedAt): AgentLikelihood[] {
  if (input.signs.length === 0) return [];
  const month = recordMonth(input.date, input.latitude);
  const asideIndex = new Set(aside.map((a) => a.index));

  const scored: (AgentLikelihood & { score: number })[] = library.agents
    .filter((agent) => hosts(agent, input.name))
    .map((agent) => {
      let log = Math.log(PRIOR[agent.prior]);
      const because: string[] = [];
      if (input.taxon?.prone.includes(agent.id)) log += Math.log(PRONE);
      if (agent.months && month !== null && !agent.months.includes(month)) log += Math.log(OUT_OF_SEASON);
      for (const seen of input.signs) {
        const entry = agent.signs.find((s) => s.sign === seen.id && (!s.kinds || seen.kind === undefined || s.kinds.includes(seen.kind)));
        log += Math.log(entry ? CHANCE[entry.howOften] : BY_CHANCE);
        if (entry) because.push(`${library.signs.find((s) => s.id === seen.id)?.label ?? seen.id}: ${entry.howOften}`);
      }
      for (const entry of agent.signs) {
        if (input.signs.some((seen) => seen.id === entry.sign)) continue;
        const zones = library.signs.find((s) => s.id === entry.sign)?.zones ?? [];
        const lookedFor = zones.length > 0 && zones.every((zone) => looked.seen.has(zone));
        if (lookedFor) log += ABSENCE * Math.log(1 - CHANCE[entry.howOften]);
      }
      return { agent: agent.id, name: agent.name, probability: 0, because, score: log };
    })
    // An agent that explains none of the signs is no answer to them.
    .filter((scoredAgent) => scoredAgent.because.length > 0);
  const flat = (chance: (index: number) => number) => input.signs.reduce((sum, _sign, i) => sum + Math.log(chance(i)), 0);
  const chanceOfSign = (i: number) => {
    const shownBy = library.agents.filter((agent) => agent.signs.some((s) => s.sign === input.signs[i]?.id)).length;
    return Math.min(UNKNOWN_CHANCE.most, UNKNOWN_CHANCE.least + UNKNOWN_CHANCE.perAgent * shownBy);
  };
  scored.push({
    agent: 'cause unknown',
    name: 'Cause unknown',
    probability: 0,
    because: ['No agent of the library need be behind it.'],
    score: Math.log(UNKNOWN_PRIOR) + flat(chanceOfSign),
  });
  if (aside.length > 0) {
    scored.push({
      agent: 'normal for this tree',
      name: 'Normal for this tree',
      probability: 0,
      because: aside.map((a) => a.why),
      score: Math.log(NORMAL_PRIOR) + flat((i) => (asideIndex.has(i) ? NORMAL_CHANCE : BY_CHANCE)),
    });
  }
  const highest = Math.max(...scored.map((s) => s.score));
  const sum = scored.reduce((acc, s) => acc + Math.exp(s.score - highest), 0);
  return scored
    .map(({ score, ...rest }) => ({ ...rest, probability: Math.exp(score - highest) / sum }))
    .filter((s) => s.probability >= SHOWN)
    .sort((a, b) => b.probability - a.probability);
}
