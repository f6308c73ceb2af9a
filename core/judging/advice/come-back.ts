import type { AgentLikelihood, Change, ComeBack, Judged, Judgement, Overruled } from '../../record/judgement';
import type { Library } from '../../knowledge';
import { bareMonths, inLeaf, leafMonths, recordMonths, seasonOf, type Latitude } from '../../time/season';
import { addDays, addMonths, daysBetween } from '../../time/dates';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import { wordsIn, type Catalogue } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { hiddenDecay, soundness } from '../scales/soundness';

/** Months until the next look, by the worst reading. Common practice, no source. */
const BY_VIGOUR: Record<string, number> = { thriving: 36, fair: 24, strained: 12, failing: 6, dead: 3 };
const BY_SOUNDNESS: Record<string, number> = { weakness: 12, 'serious weakness': 6, 'act first': 0.25 };
const BY_DECAY: Record<string, number> = { possible: 12, likely: 6 };
const BY_RISK: Record<string, number> = { moderate: 12, high: 3, extreme: 0.25 };
/** Where somebody is nearly always beneath, no tree waits longer. */
const ALWAYS_BENEATH = 18;
const UNSEEN_SIDES = 12;
const NEVER_LOOKED = 6;
const WORSENING = 6;
/** An agent sets the pace once it is at least this likely. */
const COUNTS = 0.3;
/** Shorter intervals wait for no season. */
const SEASON_FROM_MONTHS = 4;

/** Months of the northern records in which structure shows bare, and foliage full, on most kinds. Common practice, no source. */
const DEAD_OF_WINTER = [12, 1, 2];
const HIGH_SUMMER = [6, 7, 8];

/** The usual months where the kind keeps to them, otherwise its own. */
function monthsFor(usual: readonly number[], own: readonly number[]): readonly number[] {
  const kept = usual.filter((month) => own.includes(month));
  return kept.length > 0 ? kept : own;
}

/** The season worth waiting for: bare where bearing parts are open, in leaf where the look was leafless; null where neither is. */
function seasonThatSettles(taxon: AssessInput['taxon'], leafy: boolean, partsOpen: boolean) {
  if (!leafy) return { months: monthsFor(HIGH_SUMMER, leafMonths(taxon)), because: 'foliage' as const };
  return partsOpen ? { months: monthsFor(DEAD_OF_WINTER, bareMonths(taxon)), because: 'structure' as const } : null;
}

/**
 * The last day before a date that falls in the wanted months, at least a month from now; the date itself when there is none.
 */
function seasonedDate(from: string, by: string, latitude: Latitude, wanted: readonly number[]): string {
  const earliest = addMonths(from, 1);
  for (let day = by; day >= earliest; day = addDays(day, -1))
    if (recordMonths(day, latitude).some((month) => wanted.includes(month))) return day;
  return by;
}

/** What was known before of parts that this look did not reach, by the day it was last met. */
export interface KnownBefore {
  /** ISO date */
  since: string;
  soundness: string;
  hiddenDecay: string;
}

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
      soundness: soundness(library, then, signs, lines, looked).band,
      hiddenDecay: hiddenDecay(library, then, signs, lines, looked).band,
    };
  });
}

/** Something that asks for the next look by a date. */
interface Ask {
  by: string;
  because: string;
}

/** A look that is overdue is asked for within so many days. */
const SOON = 7;

/** A known fault that was not looked at this time waits no longer for that: its time runs from when it was last seen. */
function fromBefore(known: KnownBefore, today: string, say: Catalogue['comeBack']): Ask[] {
  const runsOut = (months: number) => {
    const by = addMonths(known.since, months);
    return by > today ? by : addDays(today, SOON);
  };
  const sound = BY_SOUNDNESS[known.soundness];
  const decay = BY_DECAY[known.hiddenDecay];
  return [
    ...(sound === undefined ? [] : [{ by: runsOut(sound), because: say.lastSeen(say.soundness(known.soundness), known.since) }]),
    ...(decay === undefined ? [] : [{ by: runsOut(decay), because: say.lastSeen(say.hiddenDecay(known.hiddenDecay), known.since) }]),
  ];
}

/** When to come back, and why: the shortest interval any reading asks for, moved to a season that can settle what is open. */
export function comeBack(
  library: Library,
  input: AssessInput,
  judged: { vigour: Judged; soundness: Judged; hiddenDecay: Judged },
  agents: readonly AgentLikelihood[],
  looked: LookedAt,
  risk: Judgement['ruled']['risk'],
  alerts: readonly Change[],
  known: readonly KnownBefore[] = [],
): ComeBack {
  const { comeBack: say } = wordsIn(input);
  const asks: Ask[] = known.flatMap((one) => fromBefore(one, input.day, say));
  const ask = (months: number | undefined, because: string) => {
    if (months !== undefined) asks.push({ by: addMonths(input.day, months), because });
  };
  ask(BY_VIGOUR[judged.vigour.band] ?? NEVER_LOOKED, say.vigour(judged.vigour.band));
  ask(BY_SOUNDNESS[judged.soundness.band], say.soundness(judged.soundness.band));
  ask(BY_DECAY[judged.hiddenDecay.band], say.hiddenDecay(judged.hiddenDecay.band));
  ask(BY_RISK[risk ?? ''], say.risk(risk));
  if (input.beneath.some((b) => b.howOften === 'constant' && b.what !== 'nothing' && b.what !== 'path-or-lawn'))
    ask(ALWAYS_BENEATH, say.alwaysBeneath);
  if (alerts.length > 0) ask(WORSENING, say.worsens(alerts[0]?.label));
  const sides = looked.unseen.filter((zone) => zone.startsWith('stem-') || zone === 'collar' || zone === 'unions');
  if (sides.length > 0) ask(UNSEEN_SIDES, say.unseen(sides.length));
  for (const likely of agents) {
    const agent = library.agents.find((a) => a.id === likely.agent);
    if (agent && likely.probability >= COUNTS) ask(agent.lookAgainMonths, say.agent(agent.name));
  }
  asks.sort((a, b) => a.by.localeCompare(b.by));
  const latest = asks[0]?.by ?? addMonths(input.day, NEVER_LOOKED);
  const days = (by: string) => daysBetween(input.day, by);
  const reasons = asks.filter(({ by }) => days(by) <= days(latest) * 1.01).map(({ because }) => because);
  const leafy = inLeaf(input.taxon, input.day, input.latitude);
  const waits = latest < addMonths(input.day, SEASON_FROM_MONTHS) || input.taxon?.evergreen === true;
  const awaited = waits ? null : seasonThatSettles(input.taxon, leafy, sides.length > 0);
  const by = awaited ? seasonedDate(input.day, latest, input.latitude, awaited.months) : latest;
  return { by, because: say.reasons(reasons, awaited ? say[awaited.because] : undefined), season: seasonOf(by, input.latitude) };
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
