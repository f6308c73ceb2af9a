import { signField, STEM_SIDES, TRACKED, type Library, type TrackedField, type Zone } from '../knowledge';
import { trend, type DatedReading, type Trend } from '../maths/trend';
import { crownRatio } from '../measuring/crown';
import { dbhTolerance, growth } from '../measuring/growth';
import type { Change } from '../record/judgement';
import type { Look } from '../record/look';
import { countedMeasurements } from '../record/measurement';
import type { SignSeen } from '../record/sign';
import { lengthInWords, paceInWords, type UnitSystem } from '../units/lengths';
import { signLabel } from '../words/words';
import { zoneWords } from '../words/zones';
import { couldFind, seenZones } from './reached';
import { clearedOn, inOrder, kindOf, threadsOf, type Thread } from './threads';

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
const toleranceOf = (field: TrackedField, value: number) => (signField(field).changes === 'points' ? POINTS : sizeTolerance(value));

export type Course = Change['course'];

const valueWords = (unit: Change['unit'], value: number, units: UnitSystem) =>
  unit === '%' ? `${Math.round(value)} %` : lengthInWords(value, units);

/** "3 mm a year", "12 points a year". */
function paceWords(unit: Change['unit'], perYear: number, units: UnitSystem): string {
  const size = Math.abs(perYear);
  return unit === '%' ? `${size.toFixed(size < 10 ? 1 : 0)} points a year` : paceInWords(perYear, units);
}

/** The trend of readings, or null when they are too few or of one day. */
function trendOf(readings: readonly DatedReading[]): Trend | null {
  return new Set(readings.map((r) => r.date)).size < 2 ? null : trend(readings);
}

const NO_CHANGE = 'no change beyond what repeat readings differ by';

function spanWords(change: Pick<Change, 'unit' | 'points'>, found: Trend, units: UnitSystem): string {
  const [first, last] = [change.points[0], change.points.at(-1)];
  if (!first || !last) return '';
  return `${valueWords(change.unit, first.value, units)} in ${first.date.slice(0, 4)}, ${valueWords(change.unit, last.value, units)} in ${last.date.slice(0, 4)}, ${paceWords(change.unit, found.perYear, units)}`;
}

/** One sign over the looks. */
function signChange(library: Pick<Library, 'signs'>, looks: readonly Look[], thread: Thread, units: UnitSystem): Change {
  // A sighting that says it is gone is no size.
  const met = thread.met.filter(({ sign }) => sign.trend !== 'gone');
  const field = met.map(({ sign }) => trackedField(sign)).find((f) => f !== null) ?? null;
  const unit: Change['unit'] = field !== null && signField(field).changes === 'points' ? '%' : 'm';
  const points = field
    ? met.flatMap(({ day, sign }) => {
        const value = sign[field];
        return value === undefined ? [] : [{ date: day, value }];
      })
    : [];
  const firstMet = thread.met[0]?.day ?? '';
  const kind = kindOf(library, thread);
  const clearBefore =
    looks.filter((look) => look.day < firstMet && kind !== undefined && couldFind(library, look, kind, thread.zone)).at(-1)?.day ?? null;
  const clearSince = clearedOn(library, looks, thread);
  const said = thread.met.at(-1)?.sign.trend === 'gone';
  const found = field ? trendOf(points.map(({ date, value }) => ({ date, value, tolerance: toleranceOf(field, value) }))) : null;
  const course: Course = clearSince
    ? said
      ? 'better'
      : 'not found again'
    : !found
      ? 'one reading'
      : !found.real
        ? 'steady'
        : found.perYear > 0
          ? 'worse'
          : 'better';
  const label = signLabel(library, thread.id);
  const where = `${label}, ${zoneWords(thread.zone)}`;
  const says = clearSince
    ? said
      ? `${where}: gone in ${clearSince.slice(0, 4)}.`
      : `${where}: not found again in ${clearSince.slice(0, 4)}.`
    : found && field
      ? found.real
        ? `${where}: ${found.perYear > 0 ? 'larger' : field === 'width' || field === 'opening' ? 'closing' : 'smaller'}, ${spanWords({ unit, points }, found, units)}.`
        : `${where}: ${NO_CHANGE} in ${Math.max(1, Math.round(found.years))} year${Math.round(found.years) > 1 ? 's' : ''}.`
      : `${where}: ${met.length > 1 ? `seen ${met.length} times, never sized twice` : clearBefore ? `new since ${clearBefore.slice(0, 4)}` : 'seen once so far'}.`;
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
    course,
    clearBefore,
    clearSince,
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

function dbhChange(looks: readonly Sized[], units: UnitSystem): Change[] {
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
  const says = !found
    ? 'Diameter: one reading so far.'
    : found.real
      ? `Diameter: ${found.perYear > 0 ? 'grew' : 'shrank'}, ${spanWords({ unit: 'm', points }, found, units)} (${paceWords('m', found.low, units)} to ${paceWords('m', found.high, units)}).`
      : `Diameter: no change that the tape could see in ${found.years.toFixed(1)} years.`;
  return [
    { what: 'dbh', label: 'Diameter', field: 'dbh', unit: 'm', points, trend: found, course, clearBefore: null, clearSince: null, says },
  ];
}

/** Height or crown ratio over the looks: a loss is a worsening. */
function sizeChange(looks: readonly Sized[], what: 'height' | 'crown-ratio', units: UnitSystem): Change[] {
  const points = looks.flatMap(({ date, height, crownBase }) => {
    if (height === undefined || height <= 0) return [];
    if (what === 'height') return [{ date, value: height }];
    return crownBase === undefined ? [] : [{ date, value: 100 * crownRatio(height, crownBase) }];
  });
  if (points.length === 0) return [];
  const found = trendOf(
    points.map(({ date, value }) => ({ date, value, tolerance: what === 'height' ? HEIGHT_SHARE * value : 100 * RATIO_POINTS })),
  );
  const label = what === 'height' ? 'Height' : 'Live crown ratio';
  const unit = what === 'height' ? 'm' : '%';
  const course: Course = !found ? 'one reading' : !found.real ? 'steady' : found.perYear > 0 ? 'better' : 'worse';
  const says = !found
    ? `${label}: one reading so far.`
    : found.real
      ? `${label}: ${found.perYear > 0 ? 'gained' : 'lost'}, ${spanWords({ unit, points }, found, units)}.`
      : `${label}: ${NO_CHANGE}.`;
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
 * @param units in which the changes are worded
 */
export function changesOver(library: Pick<Library, 'signs'>, looks: readonly Look[], units: UnitSystem = 'metric'): Change[] {
  const ordered = inOrder(looks);
  const sizes = ordered.map(sizesOf);
  const signs = threadsOf(ordered).map((thread) => signChange(library, ordered, thread, units));
  const rank: Record<Course, number> = { worse: 0, 'not found again': 1, better: 2, steady: 3, 'one reading': 4 };
  return [
    ...dbhChange(sizes, units),
    ...sizeChange(sizes, 'height', units),
    ...sizeChange(sizes, 'crown-ratio', units),
    ...signs.sort((a, b) => rank[a.course] - rank[b.course] || b.points.length - a.points.length || a.label.localeCompare(b.label)),
  ];
}

/** Worsenings that are real: what a crew is told unasked. */
export const alertsOf = (changes: readonly Change[]): Change[] => changes.filter((change) => change.course === 'worse');

/**
 * The signs of a look, each told to be larger where its sizes over the years show it, unless the person already said how it
 * stands.
 */
export function withTrends(signs: readonly SignSeen[], changes: readonly Change[]): SignSeen[] {
  return signs.map((sign) => {
    if (sign.trend !== undefined) return sign;
    const change = changes.find((c) => c.key === sign.key && c.sign === sign.id);
    return change?.course === 'worse' ? { ...sign, trend: 'larger' } : sign;
  });
}

/** Stem sides that no look ever reached, and those the last one missed though an earlier one did not. */
export function unseenSides(library: Pick<Library, 'signs'>, looks: readonly Look[]): { never: Zone[]; lately: Zone[] } {
  const reached = inOrder(looks).map((look) => seenZones(library, look));
  const last = reached.at(-1);
  const never = STEM_SIDES.filter((zone) => !reached.some((zones) => zones.has(zone)));
  return { never, lately: STEM_SIDES.filter((zone) => !never.includes(zone) && last !== undefined && !last.has(zone)) };
}
