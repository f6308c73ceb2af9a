import {
  signLabel,
  signField,
  STEM_SIDES,
  TRACKED,
  type EXPLAINED,
  type Library,
  type Sign,
  type TrackedField,
  type Zone,
} from '../knowledge';
import { trend, type DatedReading, type Trend } from '../maths/trend';
import { crownRatio } from '../measuring/crown';
import { dbhTolerance, growth } from '../measuring/growth';
import type { Change } from '../record/judgement';
import type { Look } from '../record/look';
import { countedMeasurements } from '../record/measurement';
import { saidGone, type SignSeen } from '../record/sign';
import { wordsIn, type Catalogue, type Speech } from '../words/catalogue';
import { daysBetween } from '../time/dates';
import { meetsAsRecorded, NOTHING_ELSE } from '../record/reading';
import { ANYWHERE, type Place } from './endings';
import { couldFind, seenZones } from './reached';
import { endOf, inOrder, kindOf, threadsOf, type End, type Thread } from './threads';

/** The first tracked field a sign was recorded with, or null. */
export const trackedField = (sign: Partial<SignSeen>): TrackedField | null => TRACKED.find((field) => sign[field] !== undefined) ?? null;

/**
 * What repeat readings may differ by, half-width. Shares ±10 points, height ±10 %, crown ratio ±10 points: US forest inventory
 * and forest health monitoring quality objectives (from memory). Sizes of wounds and openings ±1 cm or 10 %: common practice,
 * no source.
 */
const POINTS = 10;
const HEIGHT_SHARE = 0.1;
const RATIO_POINTS = 0.1;
const sizeTolerance = (m: number) => Math.max(0.01, 0.1 * m);
/** Two readings of a lean by a phone or a plumb line differ by so much, degrees. Common practice, no source. */
const LEAN_DEGREES = 2;
function toleranceOf(field: TrackedField, value: number): number {
  const { changes } = signField(field);
  return changes === 'points' ? POINTS : changes === 'angle' ? LEAN_DEGREES : sizeTolerance(value);
}

/** Shares that rise through every season are held against each other only at about the same time of the year, days. */
const SAME_SEASON = 42;

/** The readings of about the day of the year of the newest. */
function ofOneSeason<P extends { date: string }>(points: readonly P[]): P[] {
  const newest = points.at(-1);
  if (!newest) return [];
  const dayOfYear = (date: string) => daysBetween(`${date.slice(0, 4)}-01-01`, date);
  const at = dayOfYear(newest.date);
  return points.filter(({ date }) => {
    const apart = Math.abs(dayOfYear(date) - at);
    return Math.min(apart, 365 - apart) <= SAME_SEASON;
  });
}

/** Whether the saw explains what would otherwise be read as decline, on any look after the first. */
const cut = (library: Pick<Library, 'signs'>, looks: readonly Look[], what: (typeof EXPLAINED)[number]): boolean =>
  looks
    .slice(1)
    .flatMap((look) => look.signs)
    .some((seen) =>
      library.signs
        .find((sign) => sign.id === seen.id)
        ?.explains.some((one) => one.what === what && meetsAsRecorded(seen, one.when, NOTHING_ELSE)),
    );

export type Course = Change['course'];

/** The trend of readings, or null when they are too few or of one day. */
function trendOf(readings: readonly DatedReading[]): Trend | null {
  return new Set(readings.map((r) => r.date)).size < 2 ? null : trend(readings);
}

/** What is said of one sign, the strongest news first: over, changed, not found again, new. */
function signSays(
  label: string,
  {
    zone,
    end,
    missed,
    change,
    closing,
    sized,
    times,
    clearBefore,
  }: {
    zone: Zone;
    end: End | null;
    missed: string | null;
    change: Trend | null;
    closing: boolean;
    sized: Pick<Change, 'unit' | 'points'>;
    times: number;
    clearBefore: string | null;
  },
  say: Catalogue['history'],
): string {
  if (end) return say.signEnded(label, zone, end.how, end.on);
  const notAgain = missed === null ? '' : say.notFoundAgain(missed);
  if (change?.real) {
    const how = change.perYear > 0 ? 'larger' : closing ? 'closing' : 'smaller';
    return say.signChanged(label, zone, how, { ...sized, found: change }, notAgain);
  }
  if (missed !== null) return say.signMissed(label, zone, missed);
  if (change) return say.signSteady(label, zone, change.years);
  if (times > 1) return say.signUnsized(label, zone, times);
  return clearBefore ? say.signNew(label, zone, clearBefore) : say.signOnce(label, zone);
}

/** How a sign goes on. What is over is better; what was not found again still counts, and one that grew has grown all the same. */
function courseOf(end: End | null, missed: string | null, found: Trend | null, grows: Sign['grows']): Course {
  if (end) return end.how === 'passed' || end.how === 'ran out' ? 'not found again' : 'better';
  if (found?.real && found.perYear > 0 && grows !== 'with the tree') return 'worse';
  if (missed !== null) return 'not found again';
  if (!found) return 'one reading';
  return found.real && found.perYear < 0 ? 'better' : 'steady';
}

/** One sign over the looks. */
function signChange(
  library: Pick<Library, 'signs'>,
  looks: readonly Look[],
  thread: Thread,
  place: Place,
  say: Catalogue['history'],
): Change {
  // A sighting that says it is gone is no size.
  const met = thread.met.filter(({ sign }) => !saidGone(sign));
  const field = met.map(({ sign }) => trackedField(sign)).find((f) => f !== null) ?? null;
  const changes = field === null ? undefined : signField(field).changes;
  const unit: Change['unit'] = changes === 'points' ? '%' : changes === 'angle' ? '°' : 'm';
  const points = field
    ? met.flatMap(({ day, sign }) => {
        const value = sign[field];
        return value === undefined ? [] : [{ date: day, value }];
      })
    : [];
  const firstMet = thread.met[0]?.day ?? '';
  const kind = kindOf(library, thread);
  const finds = (look: Look) => kind !== undefined && couldFind(library, look, kind, thread.zone);
  const clearBefore = looks.filter((look) => look.day < firstMet && finds(look)).at(-1)?.day ?? null;
  const end = endOf(library, looks, thread, place);
  const lastThere = met.at(-1)?.at ?? -1;
  const missed = looks.find((look, at) => at > lastThere && finds(look))?.day ?? null;
  const { grows } = kind ?? {};
  const held = grows === 'through the season' ? ofOneSeason(points) : points;
  const found = field ? trendOf(held.map(({ date, value }) => ({ date, value, tolerance: toleranceOf(field, value) }))) : null;
  const label = signLabel(library, thread.id);
  const says = signSays(
    label,
    {
      zone: thread.zone,
      end,
      missed,
      change: found,
      closing: field === 'width' || field === 'opening',
      sized: { unit, points },
      times: met.length,
      clearBefore,
    },
    say,
  );
  return {
    what: 'sign',
    label,
    sign: thread.id,
    zone: thread.zone,
    ...(thread.met.length > 0 ? { key: thread.met.at(-1)?.sign.key } : {}),
    field: field ?? 'width',
    unit,
    points,
    trend: found,
    course: courseOf(end, missed, found, grows),
    clearBefore,
    clearSince: end?.on ?? null,
    says,
  };
}

/** The sizes of the looks that count, oldest first. */
interface Sized {
  date: string;
  dbh?: number | undefined;
  height?: number | undefined;
  crownBase?: number | undefined;
  breastHeight?: number | undefined;
}

const sizesOf = (look: Look): Sized => {
  const { dbh, height, crownBase, breastHeight } = countedMeasurements(look.measurements);
  return { date: look.day, dbh: dbh?.m, height: height?.m, crownBase: crownBase?.m, breastHeight };
};

function dbhChange(looks: readonly Sized[], say: Catalogue['history']): Change[] {
  const readings = looks.flatMap((look) =>
    look.dbh === undefined
      ? []
      : [{ date: look.date, dbh: look.dbh, ...(look.breastHeight === undefined ? {} : { breastHeight: look.breastHeight }) }],
  );
  if (readings.length === 0) return [];
  const points = readings.map(({ date, dbh }) => ({ date, value: dbh }));
  const plain = trendOf(readings.map(({ date, dbh }) => ({ date, value: dbh, tolerance: dbhTolerance(dbh) })));
  // Readings at different heights widen the range, so the growth has the last word on whether it is real.
  const found = plain ? { ...plain, ...growth(readings) } : null;
  const course: Course = !found ? 'one reading' : !found.real ? 'steady' : found.perYear > 0 ? 'better' : 'worse';
  const label = say.labels.dbh;
  const says = !found
    ? say.oneReading(label)
    : found.real
      ? say.dbhChanged({ unit: 'm', points, found, low: found.low, high: found.high })
      : say.dbhSteady(found.years);
  return [{ what: 'dbh', label, field: 'dbh', unit: 'm', points, trend: found, course, clearBefore: null, clearSince: null, says }];
}

/** Height or crown ratio over the looks: a loss is a worsening, unless it was cut. */
function sizeChange(looks: readonly Sized[], what: 'height' | 'crown-ratio', wasCut: boolean, say: Catalogue['history']): Change[] {
  const points = looks.flatMap(({ date, height, crownBase }) => {
    if (height === undefined || height <= 0) return [];
    if (what === 'height') return [{ date, value: height }];
    return crownBase === undefined ? [] : [{ date, value: 100 * crownRatio(height, crownBase) }];
  });
  if (points.length === 0) return [];
  const found = trendOf(
    points.map(({ date, value }) => ({ date, value, tolerance: what === 'height' ? HEIGHT_SHARE * value : 100 * RATIO_POINTS })),
  );
  const label = say.labels[what];
  const unit = what === 'height' ? 'm' : '%';
  const course: Course = !found ? 'one reading' : !found.real ? 'steady' : found.perYear > 0 ? 'better' : wasCut ? 'steady' : 'worse';
  const says = !found ? say.oneReading(label) : found.real ? say.sizeChanged(label, { unit, points, found }) : say.sizeSteady(label);
  return [
    {
      what,
      label,
      field: what === 'height' ? 'height' : 'ratio',
      unit,
      points,
      trend: found,
      course,
      clearBefore: null,
      clearSince: null,
      says,
    },
  ];
}

/**
 * How a tree changed over the looks at it: stem, height, crown ratio, and every sign at its side. A change counts only where it
 * is larger than what repeat readings differ by.
 * @param looks in any order, the present one among them
 * @param place in whose year a passing sign would show
 * @param speech in which the changes are worded
 */
export function changesOver(
  library: Pick<Library, 'signs'>,
  looks: readonly Look[],
  place: Place = ANYWHERE,
  speech: Speech = {},
): Change[] {
  const { history: say } = wordsIn(speech);
  const ordered = inOrder(looks);
  const sizes = ordered.map(sizesOf);
  const signs = threadsOf(ordered).map((thread) => signChange(library, ordered, thread, place, say));
  const rank: Record<Course, number> = { worse: 0, 'not found again': 1, better: 2, steady: 3, 'one reading': 4 };
  return [
    ...dbhChange(sizes, say),
    ...sizeChange(sizes, 'height', cut(library, ordered, 'lost height'), say),
    ...sizeChange(sizes, 'crown-ratio', cut(library, ordered, 'short crown'), say),
    ...signs.sort((a, b) => rank[a.course] - rank[b.course] || b.points.length - a.points.length || a.label.localeCompare(b.label)),
  ];
}

/** Worsenings that are real: what a crew is told unasked. */
export const alertsOf = (changes: readonly Change[]): Change[] => changes.filter((change) => change.course === 'worse');

/** A lean read so much steeper has moved, whoever read it, degrees. Common practice, no source. */
const LEAN_MOVED = 5;
/** Whether readings of an angle alone show that it moves: two people read a lean by a few degrees apart. */
const moved = ({ unit, points }: Change): boolean =>
  unit !== '°' || Math.max(...points.map(({ value }) => value)) - (points[0]?.value ?? 0) > LEAN_MOVED;

/**
 * The signs of a look, each told to be larger where its sizes over the years show it, unless the person already said how it
 * stands.
 * @param loosened a sign says that the roots give way: then a lean that reads a little steeper moves
 */
export function withTrends(signs: readonly SignSeen[], changes: readonly Change[], loosened: boolean): SignSeen[] {
  return signs.map((sign) => {
    if (sign.trend !== undefined) return sign;
    const change = changes.find((c) => c.key === sign.key && c.sign === sign.id);
    return change?.course === 'worse' && (loosened || moved(change)) ? { ...sign, trend: 'larger' } : sign;
  });
}

/** Stem sides that no look ever reached, and those the last one missed though an earlier one did not. */
export function unseenSides(library: Pick<Library, 'signs'>, looks: readonly Look[]): { never: Zone[]; lately: Zone[] } {
  const reached = inOrder(looks).map((look) => seenZones(library, look));
  const last = reached.at(-1);
  const never = STEM_SIDES.filter((zone) => !reached.some((zones) => zones.has(zone)));
  return { never, lately: STEM_SIDES.filter((zone) => !never.includes(zone) && last !== undefined && !last.has(zone)) };
}
