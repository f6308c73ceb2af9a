import type { SignSeen } from '../contracts/record';
import { STEM_SIDES, type Library, type Zone } from '../knowledge';
import { crownRatio } from '../measure/crown';
import { dbhTolerance, growth } from '../measure/growth';
import { trend, type DatedReading, type Trend } from '../measure/trend';
import { lengthInWords, paceInWords, type UnitSystem } from '../measure/words';
import type { EarlierLook } from './request';
import { signLabel } from './words';
import { zoneWords } from './zones';

/** Fields that show growth of a sign, most telling first. */
export const TRACKED = ['opening', 'width', 'length', 'percent', 'cover'] as const;
type TrackedField = (typeof TRACKED)[number];

/** The first tracked field a sign was recorded with, or null. */
export const trackedField = (sign: SignSeen): TrackedField | null => TRACKED.find((field) => sign[field] !== undefined) ?? null;

/**
 * What repeat readings may differ by, half-width. Shares ±10 points, height ±10 %, crown ratio ±10 points: US forest inventory
 * and forest health monitoring quality objectives (from memory). Sizes of wounds and openings ±1 cm or 10 %: common practice,
 * no source.
 */
const POINTS = 10;
const HEIGHT_SHARE = 0.1;
const RATIO_POINTS = 0.1;
const sizeTolerance = (m: number) => Math.max(0.01, 0.1 * m);
const toleranceOf = (field: TrackedField, value: number) => (field === 'percent' || field === 'cover' ? POINTS : sizeTolerance(value));

export type Course = 'worse' | 'better' | 'steady' | 'one reading';

/** How one thing changed over the looks at a tree. */
export interface Change {
  what: 'dbh' | 'height' | 'crown-ratio' | 'sign';
  label: string;
  /** For a sign. */
  sign?: string;
  zone?: Zone;
  field: TrackedField | 'dbh' | 'height' | 'ratio';
  /** m, or percent for shares. */
  unit: 'm' | '%';
  points: { date: string; value: number }[];
  trend: Trend | null;
  course: Course;
  /** When the zone was looked at and the sign was not there yet, or no longer. ISO dates */
  clearBefore: string | null;
  clearSince: string | null;
  /** In a sentence. */
  says: string;
}

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

/** The looks at a tree in the order of their dates. */
const inOrder = (looks: readonly EarlierLook[]) => [...looks].sort((a, b) => a.date.localeCompare(b.date));

const saw = (look: EarlierLook, zone: Zone) => look.looked.includes(zone) || look.signs.some((sign) => sign.zone === zone);

/** One sign at one side, over the looks. */
function signChange(library: Pick<Library, 'signs'>, looks: readonly EarlierLook[], id: string, zone: Zone, units: UnitSystem): Change {
  const at = (look: EarlierLook) => look.signs.find((sign) => sign.id === id && sign.zone === zone);
  const met = looks.flatMap((look) => {
    const sign = at(look);
    return sign ? [{ date: look.date, sign }] : [];
  });
  const field = met.map(({ sign }) => trackedField(sign)).find((f) => f !== null) ?? null;
  const unit: Change['unit'] = field === 'percent' || field === 'cover' ? '%' : 'm';
  const points = field
    ? met.flatMap(({ date, sign }) => {
        const value = sign[field];
        return value === undefined ? [] : [{ date, value }];
      })
    : [];
  const firstMet = met[0]?.date ?? '';
  const lastMet = met.at(-1)?.date ?? '';
  const clearBefore = looks.filter((look) => look.date < firstMet && saw(look, zone)).at(-1)?.date ?? null;
  const clearSince = looks.find((look) => look.date > lastMet && saw(look, zone))?.date ?? null;
  const found = field ? trendOf(points.map(({ date, value }) => ({ date, value, tolerance: toleranceOf(field, value) }))) : null;
  const course: Course = clearSince ? 'better' : !found ? 'one reading' : !found.real ? 'steady' : found.perYear > 0 ? 'worse' : 'better';
  const label = signLabel(library, id);
  const where = `${label}, ${zoneWords(zone)}`;
  const says = clearSince
    ? `${where}: not there any more in ${clearSince.slice(0, 4)}.`
    : found && field
      ? found.real
        ? `${where}: ${found.perYear > 0 ? 'larger' : field === 'width' || field === 'opening' ? 'closing' : 'smaller'}, ${spanWords({ unit, points }, found, units)}.`
        : `${where}: ${NO_CHANGE} in ${Math.max(1, Math.round(found.years))} year${Math.round(found.years) > 1 ? 's' : ''}.`
      : `${where}: ${met.length > 1 ? `seen ${met.length} times, never sized twice` : clearBefore ? `new since ${clearBefore.slice(0, 4)}` : 'seen once so far'}.`;
  return {
    what: 'sign',
    label,
    sign: id,
    zone,
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

function dbhChange(looks: readonly EarlierLook[], units: UnitSystem): Change[] {
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
function sizeChange(looks: readonly EarlierLook[], what: 'height' | 'crown-ratio', units: UnitSystem): Change[] {
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
export function changesOver(library: Pick<Library, 'signs'>, looks: readonly EarlierLook[], units: UnitSystem = 'metric'): Change[] {
  const ordered = inOrder(looks);
  const met = new Map<string, { id: string; zone: Zone }>();
  for (const look of ordered) for (const { id, zone } of look.signs) met.set(`${id}/${zone}`, { id, zone });
  const signs = [...met.values()].map(({ id, zone }) => signChange(library, ordered, id, zone, units));
  const rank: Record<Course, number> = { worse: 0, better: 1, steady: 2, 'one reading': 3 };
  return [
    ...dbhChange(ordered, units),
    ...sizeChange(ordered, 'height', units),
    ...sizeChange(ordered, 'crown-ratio', units),
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
    const change = changes.find((c) => c.sign === sign.id && c.zone === sign.zone);
    return change?.course === 'worse' ? { ...sign, trend: 'larger' } : sign;
  });
}

/** Stem sides that no look ever reached, and those the last one missed though an earlier one did not. */
export function unseenSides(looks: readonly EarlierLook[]): { never: Zone[]; lately: Zone[] } {
  const ordered = inOrder(looks);
  const last = ordered.at(-1);
  const never = STEM_SIDES.filter((zone) => !ordered.some((look) => saw(look, zone)));
  return { never, lately: STEM_SIDES.filter((zone) => !never.includes(zone) && last !== undefined && !saw(last, zone)) };
}
