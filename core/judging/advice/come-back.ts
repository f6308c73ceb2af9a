import {
  NOT_JUDGED,
  type Change,
  type ComeBack,
  type Judged,
  type Judgement,
  type Overruled,
  type WorksAnswer,
  type WorksJudged,
} from '../../record/judgement';
import { canBeHarmed, occupancyOf } from '../../record/look';
import { SOUNDNESS, type Library } from '../../knowledge';
import { meets, type Against } from '../../record/reading';
import { against } from '../looked/against';
import { bareMonths, inLeaf, leafMonths, recordMonths, seasonOf, type Latitude } from '../../time/season';
import { addDays, addMonths, daysBetween } from '../../time/dates';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import { wordsIn, type Catalogue } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { hiddenDecay, soundness } from '../scales/soundness';
import { vigour } from '../scales/vigour';
import type { Plausible } from '../causes/plausible';
import type { StandingWord } from '../overrule/standing-words';
import { harmInReach } from '../risk/impact';
import type { Fault } from './standing';

/** Months until the next look, by the worst reading. Common practice, no source. */
const BY_VIGOUR: Record<string, number> = { thriving: 36, fair: 24, strained: 12, failing: 6, dead: 3 };
/** A dead tree that somebody walks beneath waits for no season. */
const DEAD_OVER_PEOPLE = 1;
const BY_SOUNDNESS: Record<string, number> = { weakness: 12, 'serious weakness': 6, 'act first': 0.25 };
const BY_DECAY: Record<string, number> = { possible: 12, likely: 6 };
const BY_RISK: Record<string, number> = { moderate: 12, high: 3, extreme: 0.25 };
/** What has settled and a weakness that was always there may wait this much longer, while nobody is at risk. */
const SETTLED = 1.5;
/** Where somebody is nearly always beneath, no tree waits longer. */
const ALWAYS_BENEATH = 18;
const UNSEEN_SIDES = 12;
const NEVER_LOOKED = 6;
const WORSENING = 6;
/** A lean that reads steeper is measured again the same way within so many days. */
const READ_AGAIN = 14;
/** An agent sets the pace once it is at least this likely; one that can hurt somebody, or be too late, much sooner. */
const COUNTS = 0.3;
export const ACUTE_FROM = 0.05;
/** Months of the northern records in which structure shows bare, foliage full, and annual fruit bodies, on most kinds. Common practice, no source. */
const DEAD_OF_WINTER = [12, 1, 2];
const HIGH_SUMMER = [6, 7, 8];
const FRUITING = [9, 10, 11];

/** The usual months where the kind keeps to them, otherwise its own. */
function monthsFor(usual: readonly number[], own: readonly number[]): readonly number[] {
  const kept = usual.filter((month) => own.includes(month));
  return kept.length > 0 ? kept : own;
}

interface Awaited {
  months: readonly number[];
  because: 'foliage' | 'structure' | 'fruit bodies';
}

/** Seasons worth waiting for, the most telling first: fruit bodies where decay is open, leaf where the look was leafless, bare where bearing parts are open. */
function seasonsThatSettle(input: AssessInput, open: { decay: boolean; leaf: boolean; parts: boolean }): Awaited[] {
  const { taxon } = input;
  const sheds = taxon?.evergreen !== true;
  return [
    ...(open.decay ? [{ months: FRUITING, because: 'fruit bodies' as const }] : []),
    ...(open.leaf && sheds ? [{ months: monthsFor(HIGH_SUMMER, leafMonths(taxon)), because: 'foliage' as const }] : []),
    ...(open.parts && sheds && !open.leaf ? [{ months: monthsFor(DEAD_OF_WINTER, bareMonths(taxon)), because: 'structure' as const }] : []),
  ];
}

/** The last day before a date that falls in the wanted months, at least a month from now; null when there is none. */
function lastIn(wanted: readonly number[], from: string, by: string, latitude: Latitude): string | null {
  const earliest = addMonths(from, 1);
  for (let day = by; day >= earliest; day = addDays(day, -1))
    if (recordMonths(day, latitude).some((month) => wanted.includes(month))) return day;
  return null;
}

/** The first day after a date that falls in the wanted months. */
function firstIn(wanted: readonly number[], by: string, latitude: Latitude): string {
  for (let day = by; day < addMonths(by, 12); day = addDays(day, 1))
    if (recordMonths(day, latitude).some((month) => wanted.includes(month))) return day;
  return by;
}

/** What was known before and was not met again, by the day it was last met. */
export interface KnownBefore {
  /** ISO date */
  since: string;
  vigour: Judged<'vigour'>;
  soundness: Judged<'soundness'>;
  hiddenDecay: Judged<'hiddenDecay'>;
}

/** Vigour needs a look of its own. */
const UNJUDGED: Judged<'vigour'> = { band: NOT_JUDGED, reasons: [], statements: [] };

/** What the carried signs and drilled lines of each day would be judged as alone: each fault runs from its own day. */
export function knownBefore(
  library: Library,
  input: AssessInput,
  before: readonly CountedSign[],
  drilled: readonly CountedDrilling[],
  looked: LookedAt,
): KnownBefore[] {
  const days = new Set([...before, ...drilled].flatMap(({ seenOn }) => seenOn ?? []));
  // What was measured today is no part of it, but for the girth that a thin shell is held against.
  const { dbh } = input.measurements;
  const then: AssessInput = { ...input, measurements: dbh ? { dbh } : {} };
  return [...days].sort().map((since) => {
    const signs = before.filter((sign) => sign.seenOn === since);
    const lines = drilled.filter((line) => line.seenOn === since);
    return {
      since,
      vigour: vigour(library, then, signs, looked),
      soundness: soundness(library, then, signs, lines, looked, UNJUDGED),
      hiddenDecay: hiddenDecay(library, then, signs, lines, looked),
    };
  });
}

/** Something that asks for the next look by a date. */
interface Ask {
  by: string;
  because: string;
  /** It asks about the leaf, which has to be on. */
  leaf?: boolean;
}

/** A look that is overdue is asked for within so many days. */
const SOON = 7;

/** A known fault that was not looked at this time waits no longer for that: its time runs from when it was last seen. */
function fromBefore(known: KnownBefore, today: string, say: Catalogue['comeBack']): Ask[] {
  const runsOut = (months: number) => {
    const by = addMonths(known.since, months);
    return by > today ? by : addDays(today, SOON);
  };
  const { band } = known.vigour;
  const grows = band === 'strained' || band === 'failing' || band === 'dead' ? BY_VIGOUR[band] : undefined;
  const sound = BY_SOUNDNESS[known.soundness.band];
  const decay = BY_DECAY[known.hiddenDecay.band];
  return [
    ...(grows === undefined ? [] : [{ by: runsOut(grows), because: say.lastSeen(say.found(known.vigour), known.since) }]),
    ...(sound === undefined ? [] : [{ by: runsOut(sound), because: say.lastSeen(say.found(known.soundness), known.since) }]),
    ...(decay === undefined ? [] : [{ by: runsOut(decay), because: say.lastSeen(say.found(known.hiddenDecay), known.since) }]),
  ];
}

/** What a date is worked out from beside the look. */
export interface Pace {
  judged: { vigour: Judged; soundness: Judged; hiddenDecay: Judged };
  /** Causes, each at its most likely over the sets of signs that could come from it. */
  plausible: readonly Plausible[];
  works: WorksJudged | null;
  looked: LookedAt;
  risk: Judgement['ruled']['risk'];
  alerts: readonly Change[];
  known?: readonly KnownBefore[];
  /** Signs that count, and of them those that weaken the tree. */
  signs: readonly CountedSign[];
  faults: readonly Fault[];
  /** Whether this look says anything of the crown. */
  crownToday: boolean;
  /** What people set on earlier looks. */
  words: readonly StandingWord[];
}

/** What the signs themselves ask for: what may have gone on, or be gone, by then. */
function bySigns(
  library: Library,
  signs: readonly CountedSign[],
  tree: Against,
): { months: number; label: string; leaf: boolean; since: string | undefined }[] {
  return signs.flatMap((seen) => {
    const sign = library.signs.find((s) => s.id === seen.id);
    if (!sign) return [];
    return sign.lookAgain
      .filter(({ when }) => meets(sign, seen, when, tree))
      .map(({ months }) => ({ months, label: sign.label, leaf: sign.season.includes('needs-leaf'), since: seen.seenOn }));
  });
}

/** Months: works without a date, and those under way, are looked at within one; those done three after, then every year for ten. */
const WORKS_OPEN = 1;
const AFTER_WORKS = 3;
const WORKS_YEARLY = 12;
/** Days before works begin in which the tree is looked at. */
const BEFORE_WORKS = 7;

/** Reasons of a date that are told; a colleague names the first few. */
const REASONS_TOLD = 3;

/** The next day on which works ask for a look. Common practice, no source. */
function worksDate({ moment, begins, ends, saidOn }: WorksAnswer, today: string): string {
  const soon = addMonths(today, WORKS_OPEN);
  const yearly = addMonths(today, WORKS_YEARLY);
  if (moment === 'ahead' && begins !== undefined) {
    const before = addDays(begins, -BEFORE_WORKS);
    return before > today ? before : addDays(today, 1);
  }
  if (moment === 'done' && ends !== undefined) {
    const after = addMonths(ends, AFTER_WORKS);
    return after > today ? after : yearly;
  }
  // Works that nobody spoke of for a year are asked after once a year.
  return saidOn !== undefined && addMonths(saidOn, WORKS_YEARLY) <= today ? yearly : soon;
}

/** When to come back, and why: the shortest interval any reading asks for, moved to a season that can settle what is open. */
export function comeBack(
  library: Library,
  input: AssessInput,
  { judged, plausible, works, looked, risk, alerts, known = [], signs, faults, words, crownToday }: Pace,
): ComeBack {
  const { comeBack: say } = wordsIn(input);
  const asks: Ask[] = known.flatMap((one) => fromBefore(one, input.day, say));
  const ask = (months: number | undefined, because: string, leaf = false, since = input.day) => {
    if (months === undefined) return;
    const due = addMonths(since, months);
    asks.push({ by: due > input.day ? due : addDays(input.day, SOON), because, leaf });
  };
  const worst = Math.max(0, ...faults.map(({ rank }) => rank));
  const settled =
    faults.length > 0 &&
    worst < SOUNDNESS.indexOf('act first') &&
    faults.every((fault) => fault.settled) &&
    (risk === null || risk === 'low');
  const slack = settled ? SETTLED : 1;
  const { vigour, soundness, hiddenDecay } = judged;
  const dead = vigour.band === 'dead' && harmInReach(input, true);
  ask(dead ? DEAD_OVER_PEOPLE : (BY_VIGOUR[vigour.band] ?? NEVER_LOOKED), say.found(vigour), vigour.band !== 'dead');
  // What the tape says of growth, or a sign on the stem, is no look at the crown.
  if (vigour.band !== NOT_JUDGED && !crownToday) ask(NEVER_LOOKED, say.crownUnseen);
  const bySoundness = BY_SOUNDNESS[soundness.band];
  ask(bySoundness === undefined ? undefined : bySoundness * slack, settled ? say.settled(say.found(soundness)) : say.found(soundness));
  const byDecay = BY_DECAY[hiddenDecay.band];
  ask(byDecay === undefined ? undefined : byDecay * slack, say.found(hiddenDecay));
  ask(BY_RISK[risk ?? ''], say.risk(risk));
  if (input.beneath.some((one) => canBeHarmed(one) && occupancyOf(one) === 'constant')) ask(ALWAYS_BENEATH, say.alwaysBeneath);
  if (alerts.length > 0) ask(WORSENING, say.worsens(alerts[0]?.label));
  const steeper = alerts.find(({ unit }) => unit === '°');
  if (steeper) asks.push({ by: addDays(input.day, READ_AGAIN), because: say.readAgain(steeper.label) });
  const unseen = looked.bearing.unseen.length;
  if (unseen > 0) ask(UNSEEN_SIDES, say.unseen(unseen));
  for (const one of works?.works ?? [])
    if (one.where !== 'outside the root zone') asks.push({ by: worksDate(one, input.day), because: say.works[one.moment ?? 'not dated'] });
  for (const { months, label, leaf, since } of bySigns(library, signs, against(input))) ask(months, say.sign(label), leaf, since);
  for (const likely of plausible) {
    const agent = library.agents.find((a) => a.id === likely.agent);
    if (!agent || likely.probability < (agent.acute || agent.reportable !== undefined ? ACUTE_FROM : COUNTS)) continue;
    const leaf = agent.signs.some(({ sign }) => library.signs.find((s) => s.id === sign)?.season.includes('needs-leaf'));
    ask(agent.lookAgainMonths, say.agent(agent.name), leaf, likely.since);
  }
  for (const { what, to, why } of words) if (what === 'comeBack' && to > input.day) asks.push({ by: to, because: say.set(why) });
  asks.sort((a, b) => a.by.localeCompare(b.by));
  const latest = asks[0]?.by ?? addMonths(input.day, NEVER_LOOKED);
  const days = (by: string) => daysBetween(input.day, by);
  const first = asks.filter(({ by }) => days(by) <= days(latest) * 1.01);
  const reasons = first.map(({ because }) => because);
  const told = (by: string, awaited?: Awaited['because']): ComeBack => ({
    by,
    because: say.reasons(
      [...new Set(reasons)].slice(0, REASONS_TOLD),
      awaited ? say[awaited === 'fruit bodies' ? 'fruitBodies' : awaited] : undefined,
    ),
    season: seasonOf(by, input.latitude),
  });
  const open = {
    decay: hiddenDecay.band === 'possible' || hiddenDecay.band === 'likely',
    leaf: !inLeaf(input.taxon, input.day, input.latitude),
    parts: unseen > 0,
  };
  // The soonest of the seasons that settle what is open, never later than what is asked for: one thing more to settle puts nothing off.
  const seasons = seasonsThatSettle(input, open).flatMap(({ months, because }) => {
    const by = lastIn(months, input.day, latest, input.latitude);
    return by === null ? [] : [{ by, because }];
  });
  const [soonest] = seasons.sort((a, b) => a.by.localeCompare(b.by));
  if (soonest) return told(soonest.by, soonest.because);
  // Nobody looks for leaves on a bare tree: earlier, or where there is no earlier, once it is out or something else asks.
  const onlyLeaf = first.every(({ leaf }) => leaf === true) && input.taxon?.evergreen === false;
  if (onlyLeaf && !inLeaf(input.taxon, latest, input.latitude)) {
    const months = leafMonths(input.taxon);
    const other = asks.find(({ leaf }) => leaf !== true)?.by;
    const out = lastIn(months, input.day, latest, input.latitude) ?? firstIn(months, latest, input.latitude);
    return told(other !== undefined && other < out ? other : out, 'foliage');
  }
  return told(latest);
}

/**
 * A date the person set, with their reason. One that is later than the rules' is kept and told, but the earlier holds until a
 * second pair of eyes has looked; one that is past is not taken.
 */
export function setDate(held: ComeBack, input: AssessInput): { comeBack: ComeBack; overruled: Overruled | null } {
  const set = input.overrules.find((o) => o.what === 'comeBack');
  if (!set || set.to <= input.day || set.to === held.by) return { comeBack: held, overruled: null };
  const { comeBack: say } = wordsIn(input);
  const overruled: Overruled = { what: 'comeBack', from: held.by, to: set.to, why: set.why, milder: set.to > held.by };
  if (overruled.milder)
    return {
      comeBack: { ...held, because: say.laterSet(held.because, set.to, set.why) },
      overruled,
    };
  return {
    comeBack: { by: set.to, because: say.set(set.why), season: seasonOf(set.to, input.latitude) },
    overruled,
  };
}
