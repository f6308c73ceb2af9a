import type { Library } from '../knowledge';
import { bareMonths, inLeaf, leafMonths, recordMonth, seasonOf } from '../season';
import { addDays, addMonths, daysBetween } from '../schedule/dates';
import type { AgentLikelihood } from './agents';
import type { Change } from './change';
import type { LookedAt } from './looked';
import type { AssessInput } from './request';
import type { Screening } from './screening';
import type { Judged } from './statement';

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
  if (!leafy) return { months: monthsFor(HIGH_SUMMER, leafMonths(taxon)), because: 'the foliage still has to be seen in leaf' };
  return partsOpen ? { months: monthsFor(DEAD_OF_WINTER, bareMonths(taxon)), because: 'structure shows best bare' } : null;
}

/**
 * The last day before a date that falls in the wanted months, at least a month from now; the date itself when there is none.
 */
function seasonedDate(from: string, by: string, latitude: number, wanted: readonly number[]): string {
  const earliest = addMonths(from, 1);
  for (let day = by; day >= earliest; day = addDays(day, -1)) if (wanted.includes(recordMonth(day, latitude) ?? 0)) return day;
  return by;
}

/** What was known before of parts that this look did not reach. */
export interface KnownBefore {
  /** Day of the oldest of these looks, ISO date. */
  since: string;
  soundness: string;
  hiddenDecay: string;
}

/** Something that asks for the next look by a date. */
interface Ask {
  by: string;
  because: string;
}

/** A look that is overdue is asked for within so many days. */
const SOON = 7;

/** A known fault that was not looked at this time waits no longer for that: its time runs from when it was last seen. */
function fromBefore(known: KnownBefore, judged: { soundness: Judged; hiddenDecay: Judged }, today: string): Ask[] {
  const runsOut = (months: number) => {
    const by = addMonths(known.since, months);
    return by > today ? by : addDays(today, SOON);
  };
  const last = `last looked at on ${known.since}`;
  const sound = judged.soundness.overruled ? undefined : BY_SOUNDNESS[known.soundness];
  const decay = judged.hiddenDecay.overruled ? undefined : BY_DECAY[known.hiddenDecay];
  return [
    ...(sound === undefined ? [] : [{ by: runsOut(sound), because: `soundness: ${known.soundness}, ${last}` }]),
    ...(decay === undefined ? [] : [{ by: runsOut(decay), because: `hidden decay ${known.hiddenDecay}, ${last}` }]),
  ];
}

/** When to come back, and why: the shortest interval any reading asks for, moved to a season that can settle what is open. */
export function comeBack(
  library: Library,
  input: AssessInput,
  judged: { vigour: Judged; soundness: Judged; hiddenDecay: Judged },
  agents: readonly AgentLikelihood[],
  looked: LookedAt,
  screening: Screening | null,
  alerts: readonly Change[],
  known: KnownBefore | null = null,
): ComeBack {
  const asks: Ask[] = known ? fromBefore(known, judged, input.date) : [];
  const ask = (months: number | undefined, because: string) => {
    if (months !== undefined) asks.push({ by: addMonths(input.date, months), because });
  };
  ask(BY_VIGOUR[judged.vigour.band] ?? NEVER_LOOKED, `vigour ${judged.vigour.band}`);
  ask(BY_SOUNDNESS[judged.soundness.band], `soundness: ${judged.soundness.band}`);
  ask(BY_DECAY[judged.hiddenDecay.band], `hidden decay ${judged.hiddenDecay.band}`);
  ask(BY_RISK[screening?.risk ?? ''], `field screening ${screening?.risk} for what is beneath`);
  if (input.beneath?.some((b) => b.howOften === 'constant' && b.what !== 'nothing' && b.what !== 'path-or-lawn'))
    ask(ALWAYS_BENEATH, 'somebody or something is nearly always beneath');
  if (alerts.length > 0) ask(WORSENING, `${alerts[0]?.label.toLowerCase()} gets worse`);
  const sides = looked.unseen.filter((zone) => zone.startsWith('stem-') || zone === 'collar' || zone === 'unions');
  if (sides.length > 0)
    ask(
      UNSEEN_SIDES,
      `${sides.length === 1 ? 'one part that bears the tree was' : `${sides.length} parts that bear the tree were`} not looked at`,
    );
  for (const likely of agents) {
    const agent = library.agents.find((a) => a.id === likely.agent);
    if (agent && likely.probability >= COUNTS) ask(agent.lookAgainMonths, `${agent.name.toLowerCase()} possible`);
  }
  asks.sort((a, b) => a.by.localeCompare(b.by));
  const latest = asks[0]?.by ?? addMonths(input.date, NEVER_LOOKED);
  const days = (by: string) => daysBetween(input.date, by);
  const reasons = asks.filter(({ by }) => days(by) <= days(latest) * 1.01).map(({ because }) => because);
  const leafy = inLeaf(input.taxon, input.date, input.latitude);
  const waits = latest < addMonths(input.date, SEASON_FROM_MONTHS) || input.taxon?.evergreen === true;
  const awaited = waits ? null : seasonThatSettles(input.taxon, leafy, sides.length > 0);
  const by = awaited ? seasonedDate(input.date, latest, input.latitude, awaited.months) : latest;
  const want = awaited ? `; ${awaited.because}` : '';
  return { by, because: `${reasons.join(', ')}${want}`, season: seasonOf(by, input.latitude) };
}
