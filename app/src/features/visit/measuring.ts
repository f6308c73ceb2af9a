import type { Measurements } from '@dendrix/core/contracts';
import type { Taxon } from '@dendrix/core/knowledge';
import {
  combinedDiameter,
  crownRatio,
  diameterFromGirth,
  heightTangent,
  parseLength,
  radians,
  slenderness,
  type LengthUnit,
} from '@dendrix/core/measure';
import type { Settings } from '@/features/shell/settings';
import type { MeasureTyped } from './draft';

/** The measurements as far as they are typed, what is wrong with any, and what is worth a second look. */
export interface Measuring {
  values: Measurements;
  problems: Partial<Record<'stems' | 'height' | 'distance' | 'top' | 'base' | 'crownBase', string>>;
  /** Asked about, never refused. */
  questions: string[];
  warnings: string[];
  ratio: number | null;
  slenderness: number | null;
}

export const stemUnit = (settings: Settings): LengthUnit => (settings.units === 'feet' ? 'in' : 'cm');
export const treeUnit = (settings: Settings): LengthUnit => (settings.units === 'feet' ? 'ft' : 'm');

const NO_LENGTH = 'This is no length. Write a number, with a unit if you like: 84, 84 cm, 33 in.';
/** Growth beyond this in a year is a wrong reading or a wrong tree, m. Common practice, no source. */
const FASTEST = 0.03;

function angle(text: string, unit: MeasureTyped['angleUnit']): number | null {
  const t = text.trim().replace(',', '.').replace('−', '-');
  if (!/^[+-]?\d+(\.\d+)?$/.test(t)) return null;
  const a = radians({ value: Number(t), unit }, 'angle');
  return Math.abs(a) < Math.PI / 2 ? a : null;
}

/** Reads what was typed. @param last the newest earlier diameter, m, with its date */
export function readMeasurements(
  typed: MeasureTyped,
  settings: Settings,
  taxon: Taxon | null,
  last: { dbh: number; years: number } | null,
): Measuring {
  const out: Measuring = {
    values: { breastHeight: settings.breastHeight },
    problems: {},
    questions: [],
    warnings: [],
    ratio: null,
    slenderness: null,
  };

  const stems: number[] = [];
  for (const text of typed.stems.filter((t) => t.trim() !== '')) {
    const m = parseLength(text, stemUnit(settings));
    if (m === null || m <= 0) out.problems.stems = NO_LENGTH;
    else stems.push(settings.stem === 'girth' ? diameterFromGirth(m) : m);
  }
  if (stems.length > 0) {
    const dbh = combinedDiameter(stems);
    out.values.dbh = { m: dbh, entered: typed.stems.join(' + ').slice(0, 40), method: settings.stem };
    if (stems.length > 1) out.values.stems = stems;
    if (taxon && dbh > taxon.maxDbh)
      out.questions.push(
        `${(dbh * 100).toFixed(0)} cm is stouter than ${taxon.name} is commonly met (${(taxon.maxDbh * 100).toFixed(0)} cm). Girth or diameter? Unit right?`,
      );
    if (last && dbh < last.dbh * 0.95)
      out.questions.push(`Last time it was ${(last.dbh * 100).toFixed(1)} cm: stems do not shrink. Same height, same tree?`);
    if (last && last.years > 0.5 && (dbh - last.dbh) / last.years > FASTEST)
      out.questions.push(`Last time it was ${(last.dbh * 100).toFixed(1)} cm: more than 3 cm a year is very fast. Same tree?`);
  }

  const lengthOf = (text: string, field: 'height' | 'distance' | 'crownBase'): number | null => {
    if (text.trim() === '') return null;
    const m = parseLength(text, treeUnit(settings));
    if (m === null || m < 0) out.problems[field] = NO_LENGTH;
    return m;
  };
  if (typed.heightHow === 'typed') {
    const m = lengthOf(typed.height, 'height');
    if (m) out.values.height = { m, entered: typed.height, method: 'typed' };
  } else {
    const distance = lengthOf(typed.distance, 'distance');
    const top = typed.top.trim() === '' ? null : angle(typed.top, typed.angleUnit);
    const base = typed.base.trim() === '' ? null : angle(typed.base, typed.angleUnit);
    if (typed.top.trim() !== '' && top === null) out.problems.top = 'This is no angle. Write a number, such as 38.';
    if (typed.base.trim() !== '' && base === null) out.problems.base = 'This is no angle. Below the level it is negative, such as -4.';
    if (distance && top !== null && base !== null) {
      const reading = heightTangent(distance, top, base);
      if (reading.height <= 0) out.problems.top = 'The top lies below the base; swap the angles or their signs.';
      else {
        out.values.height = {
          m: reading.height,
          plusMinus: reading.plusMinus,
          method: 'tangent',
          entered: `${typed.distance} at ${typed.top}/${typed.base}`.slice(0, 40),
        };
        out.warnings.push(...reading.warnings);
      }
    }
  }
  const height = out.values.height?.m;
  if (height && taxon && height > taxon.matureHeight.to * 1.35)
    out.questions.push(
      `${height.toFixed(1)} m is taller than ${taxon.name} is commonly met (${taxon.matureHeight.to} m). Distance and angles right?`,
    );
  const crownBase = lengthOf(typed.crownBase, 'crownBase');
  if (crownBase !== null) {
    if (height && crownBase > height) out.problems.crownBase = 'The lowest live crown is above the top of the tree.';
    else out.values.crownBase = { m: crownBase, entered: typed.crownBase };
  }
  if (height && out.values.crownBase) out.ratio = crownRatio(height, out.values.crownBase.m);
  if (height && out.values.dbh) out.slenderness = slenderness(height, out.values.dbh.m);
  return out;
}
