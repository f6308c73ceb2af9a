import { genusOf, type Agent, type District, type Frequency, type Library, type Sign } from '../../knowledge';
import { recordMonths } from '../../time/season';
import type { LookedAt } from '../looked/looked';
import { notAside, type SetAside } from '../looked/normal';
import { wordsIn } from '../../words/catalogue';
import type { AssessInput } from '../request';

/** Answers a differential gives that are no agent of the library. */
export const UNKNOWN_CAUSE = 'cause unknown';
export const NORMAL = 'normal for this tree';

/** Chance that a tree with the agent shows the sign, by the word of its record. */
export const CHANCE: Record<Frequency, number> = { always: 0.95, usually: 0.7, sometimes: 0.3, rarely: 0.08 };
/** How common an agent is on its hosts, against the others; `absent` from a district still leaves room for its first case. */
const PRIOR: Record<Agent['prior'] | 'absent', number> = { common: 1, occasional: 0.4, rare: 0.12, absent: 0.01 };
/** Chance of meeting a sign on a tree with nothing behind it that the library knows, by the word of the sign's record. */
const BACKGROUND: Record<Sign['background'], number> = { common: 0.2, occasional: 0.08, rare: 0.025, never: 0.003 };
/** A sign that is not the agent's still turns up beside it, about as often as on any tree. */
const BESIDE = 0.6;
/** Weight of "cause unknown" before anything is seen, as much as three common agents. Chosen, not measured. */
const UNKNOWN_PRIOR = 3;
/**
 * Signs of one part of the tree hang together whatever is behind them: a hollow stem sounds hollow, a starved crown is thin and
 * small-leaved. The most telling of a part counts in full, the others count so much. Chosen, not measured.
 */
const BESIDE_A_TELLING_ONE = 0.35;
/** Normal findings: usual before anything else where a record holds them. */
const NORMAL_PRIOR = 3;
const NORMAL_CHANCE = 0.7;
/** How surely a sign that is there would have been noticed, by what it takes to find it, once its zones were looked at. */
const NOTICED: Record<Sign['found'], number> = { look: 0.75, close: 0.35, sound: 0, probe: 0, dig: 0 };
/** How surely it would have been noticed when it was looked for by name. */
const LOOKED_FOR = 0.9;
const PRONE = 2;
const OUT_OF_SEASON = 0.4;

/** A possible cause with what it expects of each sign, in the order of the library's signs. */
export interface Hypothesis {
  id: string;
  name: string;
  agent: Agent | null;
  prior: number;
  /** Chance of each sign given the cause. */
  expects: Float64Array;
}

/** A cause with its probability after what was seen. */
export interface Weighed extends Hypothesis {
  probability: number;
  because: string[];
}

/** Whether an agent lives on a tree of this name; an agent without hosts lives on any. */
export const livesOn = (agent: Pick<Agent, 'hosts'>, name: string | null): boolean =>
  agent.hosts.length === 0 || (name !== null && agent.hosts.some((host) => host === name || host === genusOf(name)));

const background = (sign: Sign) => BACKGROUND[sign.background];

/** The causes that could be behind signs on a host in a district and month. */
export function hypotheses(
  library: Library,
  input: Pick<AssessInput, 'taxon' | 'name' | 'day' | 'latitude' | 'language'>,
  aside: readonly SetAside[],
  district: District | undefined,
): Hypothesis[] {
  const say = wordsIn(input).causes;
  const months = recordMonths(input.day, input.latitude);
  const agents = library.agents
    .filter((agent) => livesOn(agent, input.name))
    .map((agent): Hypothesis => {
      let prior = PRIOR[district?.agents[agent.id] ?? agent.prior];
      if (input.taxon?.prone.includes(agent.id)) prior *= PRONE;
      if (agent.months && !months.some((month) => agent.months?.includes(month))) prior *= OUT_OF_SEASON;
      const expects = Float64Array.from(library.signs, (sign) => {
        const entry = agent.signs.find((s) => s.sign === sign.id);
        return entry ? CHANCE[entry.howOften] : BESIDE * background(sign);
      });
      return { id: agent.id, name: agent.name, agent, prior, expects };
    });
  const unknown: Hypothesis = {
    id: UNKNOWN_CAUSE,
    name: say.unknown,
    agent: null,
    prior: UNKNOWN_PRIOR,
    expects: Float64Array.from(library.signs, background),
  };
  if (aside.length === 0) return [...agents, unknown];
  const normalSigns = new Set(aside.map((a) => a.sign.id));
  const normal: Hypothesis = {
    id: NORMAL,
    name: say.normal,
    agent: null,
    prior: NORMAL_PRIOR,
    expects: Float64Array.from(library.signs, (sign) => (normalSigns.has(sign.id) ? NORMAL_CHANCE : BESIDE * background(sign))),
  };
  return [...agents, unknown, normal];
}

/** Evidence of one part of the tree: the most telling in full, what speaks the same way beside it discounted. */
function discounted(evidence: readonly number[]): number {
  const side = (sign: 1 | -1) => {
    const same = evidence.filter((e) => Math.sign(e) === sign).sort((a, b) => Math.abs(b) - Math.abs(a));
    return (same[0] ?? 0) + BESIDE_A_TELLING_ONE * same.slice(1).reduce((sum, e) => sum + e, 0);
  };
  return side(1) + side(-1);
}

/** Whether the kind a sign was recorded with is one the agent's record names. */
function kindFits(agent: Agent | null, signId: string, kind: string | undefined): boolean {
  const entry = agent?.signs.find((s) => s.sign === signId);
  return !entry?.kinds || kind === undefined || entry.kinds.includes(kind);
}

/**
 * Weighs causes by the signs found, by those looked for and not found, and by the zones that were looked at with nothing there
 * (Bayes' rule against "cause unknown", signs of one part of the tree discounted). "Cause unknown" is among them, and "normal for this tree" where
 * every sign was set aside. Empty when no sign was seen: a differential explains signs.
 */
export function weighCauses(
  library: Library,
  input: AssessInput,
  aside: readonly SetAside[],
  looked: LookedAt,
  district: District | undefined,
): Weighed[] {
  if (input.signs.length === 0) return [];
  const say = wordsIn(input).causes;
  const allAside = aside.length === input.signs.length;
  const signs = allAside ? input.signs : notAside(input.signs, aside);
  const seenIds = [...new Set(signs.map((sign) => sign.id))];
  // What was set aside is explained already: beside signs that count it speaks neither for a cause nor against one.
  const settled = new Set(input.signs.map((sign) => sign.id).filter((id) => !seenIds.includes(id)));
  const absent = new Set(input.absent);
  const scored = hypotheses(library, input, allAside ? aside : [], district).map((cause) => {
    const because: string[] = [];
    // Evidence against "cause unknown", kept apart by the part of the tree.
    const byPart = new Map<Sign['group'], number[]>();
    library.signs.forEach((sign, i) => {
      if (settled.has(sign.id)) return;
      const chance = cause.expects[i] as number;
      const usual = background(sign);
      let evidence: number;
      if (seenIds.includes(sign.id)) {
        // The same sign at several sides is one finding; any of its kinds that fits will do.
        const fits = signs.some((seen) => seen.id === sign.id && kindFits(cause.agent, sign.id, seen.kind));
        // Another kind of the sign comes from something else, and the kind the agent makes was not seen.
        const another = BESIDE * (1 - NOTICED.look * chance);
        evidence = cause.id === UNKNOWN_CAUSE ? 0 : Math.log(fits ? chance / usual : another);
        const entry = cause.agent?.signs.find((s) => s.sign === sign.id);
        if (entry) because.push(fits ? say.shown(sign.label, entry.howOften) : say.anotherKind(sign.label));
      } else {
        const noticed = absent.has(sign.id) ? LOOKED_FOR : sign.zones.every((zone) => looked.seen.has(zone)) ? NOTICED[sign.found] : 0;
        evidence = Math.log((1 - noticed * chance) / (1 - noticed * usual));
        if (absent.has(sign.id) && cause.agent?.signs.some((s) => s.sign === sign.id)) because.push(say.notThere(sign.label));
      }
      if (evidence !== 0) byPart.set(sign.group, [...(byPart.get(sign.group) ?? []), evidence]);
    });
    const log = [...byPart.values()].reduce((sum, part) => sum + discounted(part), Math.log(cause.prior));
    return { cause, log, because };
  });
  // An agent that explains none of the signs is no answer to them: if it is there, they came by chance, from something unknown.
  const explains = ({ agent }: Hypothesis) => !agent || agent.signs.some((s) => seenIds.includes(s.sign));
  const highest = Math.max(...scored.map((s) => s.log));
  const weight = (log: number) => Math.exp(log - highest);
  const sum = scored.reduce((acc, s) => acc + weight(s.log), 0);
  const byChance = scored.reduce((acc, s) => acc + (explains(s.cause) ? 0 : weight(s.log)), 0);
  const explaining = scored.filter((s) => explains(s.cause));
  return explaining
    .map(({ cause, log, because }) => ({
      ...cause,
      probability: (weight(log) + (cause.id === UNKNOWN_CAUSE ? byChance : 0)) / sum,
      because: cause.id === UNKNOWN_CAUSE ? [say.noAgentNeeded] : cause.id === NORMAL ? aside.map((a) => a.why) : because,
    }))
    .sort((a, b) => b.probability - a.probability || a.id.localeCompare(b.id));
}
