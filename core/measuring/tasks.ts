import { z } from 'zod';
import { Refusal, read } from '../problem/refusal';
import { readProfile } from '../devices/drill';
import { readSentence } from '../devices/nmea';
import { averagePosition } from '../geo/position';
import type { GrowthFactor } from '../knowledge';
import { nearest } from '../knowledge';
import { ageGuess } from './age';
import { crownRatio, spreadFromAxes, spreadFromSpokes } from './crown';
import { SHELL_WARNS, shellRatio, strengthLoss } from './decay';
import { growth } from './growth';
import { heightLeaning, heightSine, heightStick, heightTangent, LEANS, type HeightReading } from './height';
import { ROOT_STANDARDS } from '../record/organisation';
import { rootZone } from './roots';
import {
  basalArea,
  basalAreaError,
  championPoints,
  combinedDiameter,
  combinedError,
  diameterError,
  diameterFromGirth,
  slenderness,
  slendernessWords,
} from './stem';
import { fromMetres, lengthUnit, metres, radians, type LengthUnit, type Quantity } from '../units/units';
import { quantity } from '../units/quantity';
import { systemOf } from '../units/lengths';
import { wordsIn, type Language } from '../words/catalogue';

/** A quantity in an answer; `plusMinus` is one standard deviation in the same unit. */
interface Given extends Quantity {
  plusMinus?: number;
}

export interface MeasureAnswer {
  [result: string]: Given | number | boolean | string | string[] | Record<string, number>;
  warnings: string[];
}

/** Where a value has to lie, for a refusal. */
const { ranges: RANGES, values: VALUES, spokesOrAxes: SPOKES_OR_AXES } = wordsIn().measuring;
/** Shorter profiles are a slip of the drill, m. */
const SHORTEST_PROFILE = 0.05;
const FEW_FIXES = 20;

const sighted = z.strictObject({ distance: quantity, angle: quantity });

const SHAPES = {
  'diameter-from-girth': z.strictObject({ girth: quantity }),
  'combined-diameter': z.strictObject({ stems: z.array(quantity).min(1) }),
  'height-tangent': z.strictObject({
    distance: quantity,
    top: quantity,
    base: quantity,
    lean: z.strictObject({ angle: quantity, to: z.enum(LEANS) }).optional(),
  }),
  'height-sine': z.strictObject({ top: sighted, base: sighted }),
  'height-stick': z.strictObject({ distance: quantity, stickLength: quantity, armLength: quantity, eyeHeight: quantity.optional() }),
  'crown-spread': z
    .strictObject({ spokes: z.array(quantity).min(2).optional(), axes: z.tuple([quantity, quantity]).optional() })
    .refine((v) => (v.spokes === undefined) !== (v.axes === undefined), { message: SPOKES_OR_AXES }),
  'crown-ratio': z.strictObject({ height: quantity, crownBase: quantity }),
  slenderness: z.strictObject({ height: quantity, dbh: quantity }),
  'basal-area': z.strictObject({ dbh: quantity }),
  'root-zone': z.strictObject({ dbh: quantity, standard: z.enum(ROOT_STANDARDS) }),
  'champion-points': z.strictObject({ girth: quantity, height: quantity, spread: quantity }),
  'age-guess': z.strictObject({ taxon: z.string().min(1), dbh: quantity }),
  'drill-profile': z.strictObject({ step: quantity, resistance: z.array(z.number().min(0)).max(20_000), dbh: quantity.optional() }),
  position: z.strictObject({ nmea: z.string().min(1).max(2_000_000) }),
  'shell-ratio': z.strictObject({ dbh: quantity, shell: quantity }),
  'strength-loss': z.strictObject({ dbh: quantity, hollow: quantity, opening: z.number().min(0).max(1).optional() }),
  growth: z.strictObject({
    readings: z.array(z.strictObject({ date: z.iso.date(), dbh: quantity, breastHeight: quantity.optional() })).min(2),
  }),
} as const;
type Task = keyof typeof SHAPES;
const TASKS = Object.keys(SHAPES) as Task[];

/** Only the outer shape; the rest depends on `do`. */
export const measureRequest = z.looseObject({ do: z.string() });

/** A length above zero, in metres. */
function positive(q: Quantity, path: string): number {
  const m = metres(q, path);
  if (!(m > 0)) throw new Refusal('out-of-range', `${path}.value`, { value: `${q.value}`, range: RANGES.aboveZero });
  return m;
}

function notNegative(q: Quantity, path: string): number {
  const m = metres(q, path);
  if (m < 0) throw new Refusal('out-of-range', `${path}.value`, { value: `${q.value}`, range: RANGES.notNegative });
  return m;
}

/** An angle less than a right angle from the level, in radians. */
function sight(q: Quantity, path: string): number {
  const a = radians(q, path);
  if (Math.abs(a) >= Math.PI / 2) throw new Refusal('out-of-range', `${path}.value`, { value: `${q.value}`, range: RANGES.sights });
  return a;
}

/** Answers come in the unit of the question. */
const unitOf = (q: Quantity): LengthUnit => lengthUnit(q.unit) ?? 'm';
const inUnit = (m: number, like: Quantity): Given => ({ value: fromMetres(m, unitOf(like)), unit: unitOf(like) });

function heightAnswer(reading: HeightReading, like: Quantity): MeasureAnswer {
  if (!(reading.height > 0)) {
    throw new Refusal('out-of-range', 'top', { value: VALUES.topAngle, range: RANGES.aboveBase });
  }
  const unit = unitOf(like);
  return {
    height: { value: fromMetres(reading.height, unit), unit, plusMinus: fromMetres(reading.plusMinus, unit) },
    warnings: reading.warnings,
  };
}

/** What measuring takes from the library. */
export interface Known {
  growthFactors: readonly GrowthFactor[];
  /** Names an age can be asked for; a name outside it is misspelt. */
  taxa?: readonly string[];
  /** In which the answer is worded. */
  language?: Language | undefined;
}

const say = ({ language }: Pick<Known, 'language'>) => wordsIn({ language }).measuring;

/**
 * Carries out one measuring task of the command-line contract.
 * @throws Refusal for an unknown task, a missing or wrong field, a wrong unit or an impossible value
 */
export function measure(input: unknown, known: Known = { growthFactors: [] }): MeasureAnswer {
  const { do: task, ...rest } = read(measureRequest, input);
  if (!TASKS.includes(task as Task)) {
    throw new Refusal('unknown-word', 'do', { word: task, nearest: nearest(task, TASKS) ?? 'none', valid: TASKS.join(', ') });
  }
  return (CARRY_OUT[task as Task] as (value: unknown, known: Known) => MeasureAnswer)(read(SHAPES[task as Task], rest), known);
}

type Carry = { [T in Task]: (value: z.output<(typeof SHAPES)[T]>, known: Known) => MeasureAnswer };

const CARRY_OUT: Carry = {
  'diameter-from-girth': ({ girth }) => {
    const d = diameterFromGirth(positive(girth, 'girth'));
    return { diameter: { ...inUnit(d, girth), plusMinus: fromMetres(diameterError(d), unitOf(girth)) }, warnings: [] };
  },
  'combined-diameter': ({ stems }, known) => {
    const diameters = stems.map((stem, i) => positive(stem, `stems[${i}]`));
    const like = stems[0] as Quantity;
    return {
      diameter: { ...inUnit(combinedDiameter(diameters), like), plusMinus: fromMetres(combinedError(diameters), unitOf(like)) },
      method: say(known).equalArea,
      warnings: [],
    };
  },
  'height-tangent': ({ distance, top, base, lean }, { language }) => {
    const sights = [positive(distance, 'distance'), sight(top, 'top'), sight(base, 'base')] as const;
    const speech = { units: systemOf(distance.unit), language };
    if (!lean) return heightAnswer(heightTangent(...sights, speech), distance);
    const angle = Math.abs(sight(lean.angle, 'lean.angle'));
    return heightAnswer(heightLeaning(...sights, { angle, to: lean.to }, speech), distance);
  },
  'height-sine': ({ top, base }, { language }) =>
    heightAnswer(
      heightSine(
        { distance: positive(top.distance, 'top.distance'), angle: sight(top.angle, 'top.angle') },
        { distance: positive(base.distance, 'base.distance'), angle: sight(base.angle, 'base.angle') },
        { units: systemOf(top.distance.unit), language },
      ),
      top.distance,
    ),
  'height-stick': ({ distance, stickLength, armLength, eyeHeight }, { language }) =>
    heightAnswer(
      heightStick(
        positive(distance, 'distance'),
        positive(stickLength, 'stickLength'),
        positive(armLength, 'armLength'),
        eyeHeight ? notNegative(eyeHeight, 'eyeHeight') : 0,
        { units: systemOf(distance.unit), language },
      ),
      distance,
    ),
  'crown-spread': ({ spokes, axes }) => {
    const like = (spokes ?? axes)?.[0] as Quantity;
    const spread = axes
      ? spreadFromAxes(positive(axes[0], 'axes[0]'), positive(axes[1], 'axes[1]'))
      : spreadFromSpokes((spokes ?? []).map((spoke, i) => notNegative(spoke, `spokes[${i}]`)));
    return { spread: inUnit(spread, like), warnings: [] };
  },
  'crown-ratio': ({ height, crownBase }) => {
    const h = positive(height, 'height');
    const base = notNegative(crownBase, 'crownBase');
    if (base > h)
      throw new Refusal('out-of-range', 'crownBase', { value: `${crownBase.value} ${crownBase.unit}`, range: RANGES.treeHeight });
    return { ratio: crownRatio(h, base), warnings: [] };
  },
  slenderness: ({ height, dbh }, { language }) => {
    const ratio = slenderness(positive(height, 'height'), positive(dbh, 'dbh'));
    const words = slendernessWords(ratio, { language });
    return { ratio, warnings: words ? [words] : [] };
  },
  'basal-area': ({ dbh }) => ({
    area: { value: basalArea(positive(dbh, 'dbh')), unit: 'm2', plusMinus: basalAreaError(positive(dbh, 'dbh')) },
    warnings: [],
  }),
  'root-zone': ({ dbh, standard }) => {
    const zone = rootZone(positive(dbh, 'dbh'), standard);
    return {
      radius: { value: zone.radius, unit: 'm' },
      area: { value: zone.area, unit: 'm2' },
      ...(zone.structuralRadius === undefined ? {} : { structuralRadius: { value: zone.structuralRadius, unit: 'm' } }),
      warnings: [],
    };
  },
  'champion-points': ({ girth, height, spread }) => ({
    points: championPoints(
      fromMetres(positive(girth, 'girth'), 'in'),
      fromMetres(positive(height, 'height'), 'ft'),
      fromMetres(notNegative(spread, 'spread'), 'ft'),
    ),
    warnings: [],
  }),
  'age-guess': ({ taxon, dbh }, { growthFactors, taxa, language }) => {
    const guess = ageGuess(growthFactors, taxon, positive(dbh, 'dbh'));
    if (!guess) {
      if (taxa && !taxa.includes(taxon))
        throw new Refusal('unknown-taxon', 'taxon', { word: taxon, nearest: nearest(taxon, taxa) ?? 'none' });
      throw new Refusal('no-growth-factor', 'taxon', { word: taxon });
    }
    return {
      years: Math.round(guess.years),
      low: Math.round(guess.low),
      high: Math.round(guess.high),
      warnings: [say({ language }).roughAge(guess.factor, guess.from === 'genus'), ...(guess.slowed ? [say({ language }).slowed] : [])],
    };
  },
  'drill-profile': ({ step, resistance, dbh }, known) => {
    const profile = { step: positive(step, 'step'), resistance };
    if (resistance.length * profile.step < SHORTEST_PROFILE)
      throw new Refusal('out-of-range', 'resistance', { value: VALUES.profile(resistance.length), range: RANGES.profiles });
    const reading = readProfile(profile);
    const mm = (m: number): Given => ({ value: m * 1000, unit: 'mm' });
    const ratio = dbh && reading.decayMet ? shellRatio(positive(dbh, 'dbh'), reading.shell) : null;
    return {
      bark: mm(reading.bark),
      shell: { ...mm(reading.shell), plusMinus: reading.plusMinus * 1000 },
      decayMet: reading.decayMet,
      ...(ratio === null ? {} : { ratio }),
      warnings: [
        ...(reading.decayMet ? [] : [say(known).noSoftWood]),
        ...(ratio !== null && ratio < SHELL_WARNS ? [say(known).thinShell] : []),
      ],
    };
  },
  position: ({ nmea }, known) => {
    const lines = nmea.split(/\r?\n/).filter((line) => line.trim() !== '');
    const read = lines.map(readSentence);
    const fixes = read.flatMap((sentence) => (sentence.kind === 'fix' ? [sentence.fix] : []));
    if (fixes.length === 0) throw new Refusal('no-fix', 'nmea', { lines: String(lines.length) });
    const bad = read.filter((sentence) => sentence.kind === 'bad').length;
    const at = averagePosition(fixes);
    return {
      latitude: at.latitude,
      longitude: at.longitude,
      spread: { value: at.spread, unit: 'm' },
      plusMinus: { value: at.plusMinus, unit: 'm' },
      fixes: at.fixes,
      leftOut: at.leftOut,
      warnings: [
        ...(at.leftOut > 0 ? [say(known).fixesLeftOut(at.leftOut)] : []),
        ...(bad > 0 ? [say(known).linesUnread(bad)] : []),
        ...(at.fixes < FEW_FIXES ? [say(known).fewFixes] : []),
      ],
    };
  },
  'shell-ratio': ({ dbh, shell }, known) => {
    const d = positive(dbh, 'dbh');
    const t = notNegative(shell, 'shell');
    if (t > d / 2) throw new Refusal('out-of-range', 'shell', { value: `${shell.value} ${shell.unit}`, range: RANGES.halfDiameter });
    const ratio = shellRatio(d, t);
    return { ratio, warnings: ratio < SHELL_WARNS ? [say(known).thinShell] : [] };
  },
  'strength-loss': ({ dbh, hollow, opening }) => {
    const d = positive(dbh, 'dbh');
    const h = notNegative(hollow, 'hollow');
    if (h > d) throw new Refusal('out-of-range', 'hollow', { value: `${hollow.value} ${hollow.unit}`, range: RANGES.stemDiameter });
    return { loss: { ...strengthLoss(d, h, opening) }, warnings: [] };
  },
  growth: ({ readings }, known) => {
    const days = new Set(readings.map((reading) => reading.date));
    if (days.size < 2) throw new Refusal('out-of-range', 'readings', { value: VALUES.oneDay, range: RANGES.differentDays });
    const like = readings[0]?.dbh as Quantity;
    const result = growth(
      readings.map((reading, i) => ({
        date: reading.date,
        dbh: positive(reading.dbh, `readings[${i}].dbh`),
        ...(reading.breastHeight ? { breastHeight: positive(reading.breastHeight, `readings[${i}].breastHeight`) } : {}),
      })),
    );
    const heights = new Set(readings.map((reading) => (reading.breastHeight ? positive(reading.breastHeight, 'breastHeight') : 1.3)));
    return {
      perYear: inUnit(result.perYear, like),
      low: inUnit(result.low, like),
      high: inUnit(result.high, like),
      real: result.real,
      warnings: [...(result.real ? [] : [say(known).noGrowth]), ...(heights.size > 1 ? [say(known).differentHeights] : [])],
    };
  },
};
