import { fromMetres, lengthUnit } from './units';

/** The unit systems people work in: metres and centimetres, or feet and inches. */
export const UNIT_SYSTEMS = ['metric', 'feet'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** The unit system a unit belongs to; a unit that is none of length counts as metric. */
export const systemOf = (unit: string): UnitSystem => (['in', 'ft', 'yd'].includes(lengthUnit(unit) ?? '') ? 'feet' : 'metric');

/** Feet from which no tenth is told. */
const WHOLE_FEET = 10;

/** A height, a distance or a radius: "12.0 m", "39 ft". @param m metres */
export const treeWords = (m: number, units: UnitSystem): string =>
  units === 'feet' ? `${fromMetres(m, 'ft').toFixed(Math.abs(fromMetres(m, 'ft')) < WHOLE_FEET ? 1 : 0)} ft` : `${m.toFixed(1)} m`;

/** The height a stem was read at, to the centimetre or the tenth of a foot: "1.37 m", "4.5 ft". @param m metres */
export const readingHeightWords = (m: number, units: UnitSystem): string =>
  units === 'feet' ? `${fromMetres(m, 'ft').toFixed(1)} ft` : `${m.toFixed(2).replace(/0$/, '')} m`;

/** The thickness or girth of a stem: "34.5 cm", "13.6 in". @param m metres */
export const stemWords = (m: number, units: UnitSystem): string =>
  units === 'feet' ? `${fromMetres(m, 'in').toFixed(1)} in` : `${(m * 100).toFixed(m < 1 ? 1 : 0)} cm`;

/** A length as a tape would be read: "8 mm", "14 cm", "2.1 m"; "0.3 in", "5.5 in", "6.9 ft". @param m metres */
export function lengthInWords(m: number, units: UnitSystem): string {
  if (units === 'feet') return Math.abs(m) < 0.3048 ? `${fromMetres(m, 'in').toFixed(1)} in` : treeWords(m, units);
  return m < 0.1 ? `${(m * 1000).toFixed(0)} mm` : m < 1 ? `${(m * 100).toFixed(0)} cm` : treeWords(m, units);
}

/** A pace, without its sign: "3.1 mm a year", "12 cm a year"; "0.12 in a year", "1.4 ft a year". @param perYear metres a year */
export function paceInWords(perYear: number, units: UnitSystem): string {
  const size = Math.abs(perYear);
  if (units === 'feet') {
    const inches = fromMetres(size, 'in');
    return inches < 12 ? `${inches.toFixed(inches < 1 ? 2 : 1)} in a year` : `${fromMetres(size, 'ft').toFixed(1)} ft a year`;
  }
  if (size >= 1) return `${size.toFixed(1)} m a year`;
  return size < 0.1 ? `${(size * 1000).toFixed(size < 0.01 ? 1 : 0)} mm a year` : `${(size * 100).toFixed(0)} cm a year`;
}
