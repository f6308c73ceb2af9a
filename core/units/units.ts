import { Refusal } from '../problem/refusal';

/** A quantity as entered: a value and its unit. */
export interface Quantity {
  value: number;
  unit: string;
}

/**
 * Metres in one unit of length. The inch is exactly 25.4 mm by the international yard and pound agreement of 1959; the foot is
 * 12 inches and the yard 36.
 */
const METRES = { m: 1, cm: 0.01, mm: 0.001, km: 1000, in: 0.0254, ft: 0.3048, yd: 0.9144 } as const;
export type LengthUnit = keyof typeof METRES;
export const LENGTH_UNITS = Object.keys(METRES) as LengthUnit[];
export const ANGLE_UNITS = ['deg', 'percent', 'rad'] as const;

const ALIASES: Record<string, LengthUnit> = {
  '"': 'in',
  '″': 'in',
  '”': 'in',
  inch: 'in',
  inches: 'in',
  ins: 'in',
  "'": 'ft',
  '′': 'ft',
  '’': 'ft',
  foot: 'ft',
  feet: 'ft',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  mtr: 'm',
  centimetre: 'cm',
  centimetres: 'cm',
  centimeter: 'cm',
  centimeters: 'cm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  yard: 'yd',
  yards: 'yd',
};

/** The length unit a word means, or null. */
export function lengthUnit(word: string): LengthUnit | null {
  const w = word.trim().toLowerCase().replace(/\.$/, '');
  return (LENGTH_UNITS as string[]).includes(w) ? (w as LengthUnit) : (ALIASES[w] ?? null);
}

/**
 * Metres of a quantity.
 * @throws Refusal `wrong-unit` when the unit is none of length
 */
export function metres(q: Quantity, path: string): number {
  const unit = lengthUnit(q.unit);
  if (!unit)
    throw new Refusal('wrong-unit', path.endsWith('.unit') ? path : `${path}.unit`, {
      word: q.unit,
      kind: 'length',
      valid: LENGTH_UNITS.join(', '),
    });
  return q.value * METRES[unit];
}

/** A length in another unit. */
export const toUnit = (q: Quantity, unit: LengthUnit, path = 'value'): number =>
  lengthUnit(q.unit) === unit ? q.value : metres(q, path) / METRES[unit];

/** Metres written in a unit. */
export const fromMetres = (m: number, unit: LengthUnit): number => m / METRES[unit];

/**
 * Radians of an angle; `percent` is rise over level run times 100.
 * @throws Refusal `wrong-unit` when the unit is none of angle
 */
export function radians(q: Quantity, path: string): number {
  switch (q.unit) {
    case 'deg':
      return (q.value * Math.PI) / 180;
    case 'percent':
      return Math.atan(q.value / 100);
    case 'rad':
      return q.value;
    default:
      throw new Refusal('wrong-unit', `${path}.unit`, { word: q.unit, kind: 'angle', valid: ANGLE_UNITS.join(', ') });
  }
}

const GROUPED = /^\d{1,3}(?:,\d{3})+(?:\.\d+)?$/;
const GROUPED_BY_POINT = /^\d{1,3}(?:\.\d{3})+$/;

/**
 * A number as it was typed. Three digits after a comma are thousands in every unit but the metre, where they are millimetres:
 * nobody measures a tree to the hundredth of a millimetre (common practice, no source).
 */
function numberIn(text: string, unit: LengthUnit): number {
  const groups = text.split(',').length - 1;
  if (GROUPED.test(text) && (unit !== 'm' || groups > 1 || text.includes('.'))) return Number(text.replaceAll(',', ''));
  if (unit === 'mm' && GROUPED_BY_POINT.test(text)) return Number(text.replaceAll('.', ''));
  return Number(text.replace(',', '.'));
}

/**
 * Reads what a person typed: "35", "35 cm", "1,2 m", "14\"", "5' 11\"", "5 ft 11 in".
 * @param unit the unit meant when none is written
 * @returns metres, or null when it is no length
 */
export function parseLength(text: string, unit: LengthUnit): number | null {
  const t = text.trim();
  const feet = /^(\d+(?:[.,]\d+)?)\s*(?:ft|feet|foot|'|′|’)\s*(\d+(?:[.,]\d+)?)\s*(?:in|ins|inch|inches|"|″|”|'')?$/i.exec(t);
  if (feet?.[1] && feet[2]) return numberIn(feet[1], 'ft') * METRES.ft + numberIn(feet[2], 'in') * METRES.in;
  const one = /^(\d+(?:,\d{3})*(?:\.\d+)?|\d+[.,]\d+|\d+(?:\.\d{3})+|[.,]\d+)\s*([a-z.]+|["'″′”’])?$/i.exec(t);
  if (!one?.[1]) return null;
  const written = one[2] ? lengthUnit(one[2]) : unit;
  const n = written ? numberIn(one[1], written) : NaN;
  return written && Number.isFinite(n) ? n * METRES[written] : null;
}
