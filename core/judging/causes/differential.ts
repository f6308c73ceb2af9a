import {
  buildOf,
  genusOf,
  type Agent,
  type Build,
  type District,
  type Frequency,
  type Library,
  type Sign,
  type Taxon,
} from '../../knowledge';
import { regionsAt } from '../../geo/regions';
import type { SignSeen } from '../../record/sign';
import { recordMonths } from '../../time/season';
import type { CountedInput, CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import { notAside, type SetAside } from '../looked/normal';
import { explainedByDate } from '../looked/season-of-sign';
import { wordsIn } from '../../words/catalogue';
import type { AssessInput } from '../request';

/** Answers a differential gives that are no agent of the library. */
export const UNKNOWN_CAUSE = 'cause unknown';
export const NORMAL = 'normal for this tree';

/** Chance that a tree with the agent shows the sign, by the word of its record. */
export const CHANCE: Record<Frequency, number> = { always: 0.95, usually: 0.7, sometimes: 0.3, rarely: 0.08 };
/** How common an agent is on its hosts, against the others; `absent` from a district still leaves room for its first case. */
const PRIOR: Record<Agent['prior'] | 'absent', number> = { epidemic: 6, common: 1, occasional: 0.4, rare: 0.12, absent: 0.01 };
/** Chance of meeting a sign on a tree with nothing behind it that the library knows, by the word of the sign's record. */
const BACKGROUND: Record<Sign['background'], number> = { common: 0.2, occasional: 0.08, rare: 0.025, never: 0.003 };
/** A sign that a cause does not make turns up beside it by chance; the more telling the sign, the dearer that costs the cause. */
const BESIDE: Record<Sign['background'], number> = { common: 0.7, occasional: 0.45, rare: 0.15, never: 0.05 };
/** Weight of "cause unknown" before anything is seen, somewhat more than one occasional agent: it leads where nothing explains the signs. Chosen, not measured. */
const UNKNOWN_PRIOR = 0.6;
/**
 * Signs of one part of the tree hang together whatever is behind them: a hollow stem sounds hollow, a starved crown is thin and
 * small-leaved. The most telling of a part counts in full, the others count so much. Chosen, not measured.
 */
const BESIDE_A_TELLING_ONE = 0.35;
/** Normal findings: usual before anything else where a record holds them. */
const NORMAL_PRIOR = 3;
const NORMAL_CHANCE = 0.7;
/** How surely a sign that is there would have been noticed and written down, by what it takes to find it, once its zones were looked at. People write what strikes them. */
const NOTICED: Record<Sign['found'], number> = { look: 0.65, close: 0.3, sound: 0, probe: 0, dig: 0 };
/** How surely it would have been noticed when it was looked for by name. */
const LOOKED_FOR = 0.9;
/**
 * Evidence is taken a little less seriously than it is written: without it the simulated trees come true less often than stated in the
 * middle tenths. Chosen on simulated trees, not fitted to real ones.
 */
export const TEMPER = 0.93;
/** What is left of a passing sign out of its months. */
const LEFT_OVER = 0.25;

/** A possible cause with what it expects of each sign, in the order of the library's signs. */
export interface Hypothesis {
  id: string;
  name: string;
  agent: Agent | null;
  prior: number;
  /** Chance of each sign given the cause. */
  expects: Float64Array;
  /** Whether each sign of it can show at this date, in the same order. */
  shows: Uint8Array;
}

/** A cause with its probability after what was seen. */
export interface Weighed extends Hypothesis {
  probability: number;
  because: string[];
}

/**
 * How much of an agent's prior a tree gets by its name: a host list is a prior, not a gate. What takes anything favours its hosts;
 * the rest is weighed by how near the tree stands to the list. Chosen, not measured.
 */
const HOST = {
  favoured: 1.5,
  anything: 1,
  main: 1.5,
  also: 0.25,
  congener: 0.12,
  spared: 0.05,
  unlisted: 0.001,
  otherBuild: 0,
} as const;
const ANYWHERE: readonly Agent['kind'][] = ['weather', 'injury', 'site', 'animal', 'chemical'];

const sets = new WeakMap<readonly string[], ReadonlySet<string>>();
/** Whether a list of hosts names a tree or its genus; each list is gone through once, since every judgement asks. */
const names = (list: readonly string[], name: string) => {
  const hosts = sets.get(list) ?? new Set(list);
  sets.set(list, hosts);
  return hosts.has(name) || hosts.has(genusOf(name));
};

type Entry = Agent['signs'][number];
const entries = new WeakMap<Agent, Map<string, Entry>>();
/** What an agent makes of a sign; its record is gone through once, since every judgement asks. */
function entryOf(agent: Agent | null, sign: string): Entry | undefined {
  if (agent === null) return undefined;
  const kept = entries.get(agent) ?? new Map(agent.signs.map((entry) => [entry.sign, entry]));
  entries.set(agent, kept);
  return kept.get(sign);
}

/** Whether an agent takes any tree, and only favours those it names. */
export const takesAnything = (agent: Pick<Agent, 'hosts' | 'range' | 'kind'>): boolean =>
  agent.hosts.length === 0 || (agent.range ?? (ANYWHERE.includes(agent.kind) ? 'anything' : 'listed')) === 'anything';

/** Whether a tree of this name is one an agent lives on first; one that lives on anything and names no host lives on all. */
export const livesOn = (agent: Pick<Agent, 'hosts' | 'spares'>, name: string | null): boolean =>
  agent.hosts.length === 0 || (name !== null && names(agent.hosts, name) && !names(agent.spares, name));

const known = new WeakMap<Agent, Set<Build>>();
/** Builds among an agent's hosts, so far as the library holds them; worked out once, since every judgement asks. */
function buildsOf(library: Library, agent: Agent): Set<Build> {
  const kept = known.get(agent);
  if (kept) return kept;
  const builds = new Set(library.taxa.filter((taxon) => names(agent.hosts, taxon.name)).map(buildOf));
  known.set(agent, builds);
  return builds;
}

/** The share of an agent's prior that a tree of this name and build gets. */
export function hostShare(library: Library, agent: Agent, name: string | null, taxon: Taxon | null): number {
  const listed = name !== null && names(agent.hosts, name);
  if (name !== null && names(agent.spares, name)) return HOST.spared;
  const sameBuild = taxon === null || agent.hosts.length === 0 || buildsOf(library, agent).has(buildOf(taxon));
  if (takesAnything(agent)) return listed ? HOST.favoured : sameBuild || ANYWHERE.includes(agent.kind) ? HOST.anything : HOST.also;
  if (listed) return HOST.main;
  if (name !== null && names(agent.alsoOn, name)) return HOST.also;
  if (name !== null && agent.hosts.some((host) => genusOf(host) === genusOf(name))) return HOST.congener;
  return sameBuild ? HOST.unlisted : HOST.otherBuild;
}

/** What is left of a cause's prior in a region where it does not live, and at an age at which it seldom strikes. Chosen, not measured. */
const ELSEWHERE = 0.02;
/** The first case of what has to be reported is the one that matters. */
const REPORTED_ELSEWHERE = 0.25;
const OTHER_AGE = 0.4;
/** A district lies where the tree stands only as far as their latitudes agree, degrees. */
const SAME_PLACE = 5;

/** The share of an agent's prior that its regions leave in a district; all where nobody knows either. */
export function placeShare(
  { id, regions, reportable }: Pick<Agent, 'id' | 'regions' | 'reportable'>,
  district: District | undefined,
  latitude: AssessInput['latitude'],
): number {
  // A district that says how common it is here knows better.
  if (!regions || !district || district.agents[id] !== undefined || latitude == null || Math.abs(district.latitude - latitude) > SAME_PLACE)
    return 1;
  const here = district.regions.length > 0 ? district.regions : regionsAt(district);
  return here.length === 0 || here.some((region) => regions.includes(region))
    ? 1
    : reportable === undefined
      ? ELSEWHERE
      : REPORTED_ELSEWHERE;
}

const ageShare = ({ strikes }: Pick<Agent, 'strikes'>, stage: AssessInput['lifeStage']): number =>
  !strikes || stage === undefined || strikes.includes(stage) ? 1 : OTHER_AGE;

const background = (sign: Sign) => BACKGROUND[sign.background];

/** Groups of signs whose marks last; of the rest, and of fruit bodies, each has its months. */
const LASTS: readonly Sign['group'][] = ['stem', 'unions', 'collar', 'roots'];
/** A fruit body says how long it lasts; one of an agent with months is annual. */
const lasts = (sign: Sign) =>
  (LASTS.includes(sign.group) && sign.fields.lasting === undefined) || (sign.group === 'crown' && sign.season.length === 0);

/** Whether a sign of an agent can show in one of these months. */
const showsIn = (agent: Agent, entry: Entry, sign: Sign, months: readonly number[]): boolean => {
  const own = entry.months ?? (lasts(sign) ? undefined : agent.months);
  return own === undefined || months.some((month) => own.includes(month));
};

/**
 * The causes that could be behind signs on a host in a district and month.
 * @param among which agents are weighed at all; all when not given
 */
export function hypotheses(
  library: Library,
  input: Pick<AssessInput, 'taxon' | 'name' | 'day' | 'latitude' | 'language' | 'lifeStage'>,
  aside: readonly SetAside[],
  district: District | undefined,
  among: (agent: Agent) => boolean = () => true,
): Hypothesis[] {
  const say = wordsIn(input).causes;
  const months = recordMonths(input.day, input.latitude);
  // What the date hides on this kind of tree, such as a wilt on a bare elm, no cause can show.
  const told = library.signs.map((sign) => explainedByDate(library, sign, input) === null);
  const byChance = Float64Array.from(library.signs, (sign) => BESIDE[sign.background] * background(sign));
  const all = Uint8Array.from(told, Number);
  const at = new Map(library.signs.map((sign, i) => [sign.id, i]));
  const agents = library.agents.filter(among).flatMap((agent): Hypothesis[] => {
    const prior =
      PRIOR[district?.agents[agent.id] ?? agent.prior] *
      hostShare(library, agent, input.name, input.taxon) *
      placeShare(agent, district, input.latitude) *
      ageShare(agent, input.lifeStage);
    // A weevil of palms is not weighed on a maple at all.
    if (prior === 0) return [];
    const expects = Float64Array.from(byChance);
    const shows = Uint8Array.from(all);
    for (const entry of agent.signs) {
      const i = at.get(entry.sign);
      const sign = i === undefined ? undefined : library.signs[i];
      if (i === undefined || !sign) continue;
      const now = showsIn(agent, entry, sign, months);
      expects[i] = now ? CHANCE[entry.howOften] : Math.max(LEFT_OVER * CHANCE[entry.howOften], byChance[i] as number);
      if (!now) shows[i] = 0;
    }
    return [{ id: agent.id, name: agent.name, agent, prior, expects, shows }];
  });
  const unknown: Hypothesis = {
    id: UNKNOWN_CAUSE,
    name: say.unknown,
    agent: null,
    prior: UNKNOWN_PRIOR,
    expects: Float64Array.from(library.signs, background),
    shows: all,
  };
  if (aside.length === 0) return [...agents, unknown];
  const normalSigns = new Set(aside.map((a) => a.sign.id));
  const normal: Hypothesis = {
    id: NORMAL,
    name: say.normal,
    agent: null,
    prior: NORMAL_PRIOR,
    expects: Float64Array.from(library.signs, (sign, i) => (normalSigns.has(sign.id) ? NORMAL_CHANCE : (byChance[i] as number))),
    shows: all,
  };
  return [...agents, unknown, normal];
}

/** Chance of a sign under a cause on the day it was seen: one carried from September is held against September. */
function chanceWhenSeen(cause: Hypothesis, sign: Sign, i: number, seen: readonly CountedSign[], latitude: AssessInput['latitude']): number {
  const now = cause.expects[i] as number;
  const entry = entryOf(cause.agent, sign.id);
  if (!entry || !cause.agent) return now;
  const { agent } = cause;
  const chances = seen.map(({ seenOn }) => {
    if (seenOn === undefined) return now;
    const full = CHANCE[entry.howOften];
    return showsIn(agent, entry, sign, recordMonths(seenOn, latitude))
      ? full
      : Math.max(LEFT_OVER * full, BESIDE[sign.background] * background(sign));
  });
  return Math.max(...chances);
}

/** What a sign that was seen says for a cause against "cause unknown", and whether it is of the kind the cause makes. */
export function evidenceOf(
  cause: Hypothesis,
  sign: Sign,
  i: number,
  seen: readonly CountedSign[],
  latitude: AssessInput['latitude'],
): { evidence: number; fits: boolean } {
  const chance = chanceWhenSeen(cause, sign, i, seen, latitude);
  const fits = cause.agent === null ? 1 : bestFit(cause.agent, sign, seen);
  // Another kind of the sign comes from something else, and the kind the agent makes was not seen.
  const another = BESIDE[sign.background] * (1 - NOTICED.look * chance);
  const evidence = cause.id === UNKNOWN_CAUSE ? 0 : Math.log(fits === null ? another : (chance * fits) / background(sign));
  return { evidence, fits: fits !== null };
}

/** Whether the marks without which an agent is no answer were seen; one that asks for none always may be. @param seen ids of signs */
export const requirementsMet = (agent: Agent | null, seen: readonly string[]): boolean =>
  !agent?.requires || agent.requires.some((id) => seen.includes(id));

/** Whether an agent explains a sign as it was seen. */
export const explainsSign = (agent: Agent, sign: Sign, seen: readonly SignSeen[]): boolean =>
  entryOf(agent, sign.id) !== undefined && bestFit(agent, sign, seen) !== null;

/** Evidence of one part of the tree, summed for and against, with the most telling of each. */
export interface PartEvidence {
  /** 0 or more. */
  for: number;
  mostFor: number;
  /** 0 or less. */
  against: number;
  mostAgainst: number;
}

/** Evidence of one part of the tree: the most telling in full, what speaks the same way beside it discounted. */
export const discounted = ({ for: speaksFor, mostFor, against, mostAgainst }: PartEvidence): number =>
  mostFor + BESIDE_A_TELLING_ONE * (speaksFor - mostFor) + mostAgainst + BESIDE_A_TELLING_ONE * (against - mostAgainst);

export const noEvidence = (): PartEvidence => ({ for: 0, mostFor: 0, against: 0, mostAgainst: 0 });

/** Adds what one sign says to the evidence of its part. */
export function addEvidence(part: PartEvidence, evidence: number): void {
  if (evidence > 0) {
    part.for += evidence;
    part.mostFor = Math.max(part.mostFor, evidence);
  } else {
    part.against += evidence;
    part.mostAgainst = Math.min(part.mostAgainst, evidence);
  }
}

/** What a sign is told apart by, and how an agent's record lists it. */
const DETAILS = [
  ['kind', 'kinds'],
  ['part', 'parts'],
  ['pattern', 'patterns'],
  ['lasting', 'lasting'],
] as const;
/** A detail that fits is the more telling the fewer there are of its like; by the root, since people mix words up. */
const telling = (words: number, named: number) => Math.sqrt(Math.max(1, words / named));
/** A size that fits. */
const SIZE_FITS = 1.5;
const within = (value: number, { over, under }: { over?: number | undefined; under?: number | undefined }) =>
  (over === undefined || value > over) && (under === undefined || value < under);

/**
 * How well a sign as it was seen fits what an agent makes of it: 1 where nothing was said, more where a detail fits, null where one
 * shows that it is another kind of the sign.
 */
function fit(entry: Entry, sign: Sign, seen: SignSeen): number | null {
  let factor = 1;
  for (const [field, list] of DETAILS) {
    const named = entry[list];
    const value = seen[field];
    if (named === undefined || value === undefined) continue;
    if (!named.includes(value)) return null;
    const spec = sign.fields[field];
    if (!spec?.loose?.includes(value)) factor *= telling(spec?.words?.length ?? 1, named.length);
  }
  if (entry.zones && !entry.zones.includes(seen.zone)) return null;
  if (entry.height && seen.height !== undefined && !within(seen.height, entry.height)) return null;
  if (entry.width && seen.width !== undefined) {
    if (!within(seen.width, entry.width)) return null;
    factor *= SIZE_FITS;
  }
  return factor;
}

/** The best fit of several sightings of one sign: at several sides it is one finding. */
function bestFit(agent: Agent, sign: Sign, seen: readonly SignSeen[]): number | null {
  const entry = entryOf(agent, sign.id);
  if (!entry) return 1;
  const fits = seen.flatMap((one) => fit(entry, sign, one) ?? []);
  return fits.length === 0 ? null : Math.max(...fits);
}

/**
 * Weighs causes by the signs found, by those looked for and not found, and by the zones that were looked at with nothing there
 * (Bayes' rule against "cause unknown", signs of one part of the tree discounted). "Cause unknown" is among them, and "normal for this tree" where
 * every sign was set aside. Empty when no sign was seen: a differential explains signs.
 */
export function weighCauses(
  library: Library,
  input: CountedInput,
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
  const seenOf = new Map(seenIds.map((id) => [id, signs.filter((seen) => seen.id === id)]));
  const absent = new Set(input.absent);
  // An agent that explains none of the signs, or only by another kind of them, is no answer and is not weighed.
  const explains = (agent: Agent) =>
    requirementsMet(agent, seenIds) &&
    library.signs.some((sign) => {
      const seen = seenOf.get(sign.id);
      return seen !== undefined && explainsSign(agent, sign, seen);
    });
  const causes = hypotheses(library, input, allAside ? aside : [], district, explains);
  const told = causes.find(({ id }) => id === UNKNOWN_CAUSE)?.shows ?? new Uint8Array();
  const scored = causes.map((cause) => {
    const because: string[] = [];
    // Evidence against "cause unknown", kept apart by the part of the tree.
    const byPart = new Map<Sign['group'], PartEvidence>();
    library.signs.forEach((sign, i) => {
      if (settled.has(sign.id)) return;
      const chance = cause.expects[i] as number;
      const usual = background(sign);
      let evidence: number;
      if (seenOf.has(sign.id)) {
        const found = evidenceOf(cause, sign, i, seenOf.get(sign.id) ?? [], input.latitude);
        evidence = found.evidence;
        const entry = entryOf(cause.agent, sign.id);
        if (entry) because.push(found.fits ? say.shown(sign.label, entry.howOften) : say.anotherKind(sign.label));
      } else if (cause.shows[i] === 0 || told[i] === 0) {
        // A sign that could not show now says nothing by not being there.
        return;
      } else {
        const noticed = absent.has(sign.id) ? LOOKED_FOR : sign.zones.every((zone) => looked.seen.has(zone)) ? NOTICED[sign.found] : 0;
        evidence = Math.log((1 - noticed * chance) / (1 - noticed * usual));
        if (absent.has(sign.id) && entryOf(cause.agent, sign.id)) because.push(say.notThere(sign.label));
      }
      const part = byPart.get(sign.group) ?? noEvidence();
      addEvidence(part, evidence);
      byPart.set(sign.group, part);
    });
    const log = [...byPart.values()].reduce((sum, part) => sum + discounted(part), Math.log(cause.prior));
    return { cause, log, because };
  });
  const highest = Math.max(...scored.map((s) => s.log));
  const weight = (log: number) => Math.exp(TEMPER * (log - highest));
  const sum = scored.reduce((acc, s) => acc + weight(s.log), 0);
  return scored
    .map(({ cause, log, because }) => ({
      ...cause,
      probability: weight(log) / sum,
      because: cause.id === UNKNOWN_CAUSE ? [say.noAgentNeeded] : cause.id === NORMAL ? aside.map((a) => a.why) : because,
    }))
    .sort((a, b) => b.probability - a.probability || a.id.localeCompare(b.id));
}
