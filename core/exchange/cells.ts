import { parseLength, type LengthUnit } from '../units/units';

/** A number as people write it: "45.6", "45,6", "1 234.5", "512,345" (thousands); null for anything else. */
export function numberCell(text: string): number | null {
  const t = text.trim().replace(/\s/g, '');
  const plain = /^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(t) ? t.replace(/,/g, '') : /^[+-]?\d+[.,]?\d*$/.test(t) ? t.replace(',', '.') : null;
  if (plain === null) return null;
  const n = Number(plain);
  return Number.isFinite(n) ? n : null;
}

/** Degrees from decimal ("45.62", "45.62 N") or degrees, minutes, seconds (45°37'12"N); null for anything else. */
export function degreesCell(text: string): number | null {
  const t = text.trim();
  const decimal = /^([+-]?\d+(?:[.,]\d+)?)\s*°?\s*([NSEW])?$/i.exec(t);
  const sign = (letter: string | undefined) => (letter && /[sw]/i.test(letter) ? -1 : 1);
  if (decimal?.[1]) return Number(decimal[1].replace(',', '.')) * sign(decimal[2]);
  const dms = /^(\d+)\s*°\s*(\d+)\s*['′’]\s*(\d+(?:[.,]\d+)?)?\s*["″”]?\s*([NSEW])?$/i.exec(t);
  if (!dms) return null;
  return (Number(dms[1]) + Number(dms[2]) / 60 + Number((dms[3] ?? '0').replace(',', '.')) / 3600) * sign(dms[4]);
}

export type LengthCell = { m: number } | { problem: string } | null;

/**
 * Reads a girth, diameter or height cell.
 * @param unit the unit of the column; a unit in the cell wins over it
 * @returns null for an empty cell
 */
export function lengthCell(text: string, unit: LengthUnit): LengthCell {
  const t = text.trim();
  if (t === '' || /^(-|n\/?a|unknown|\?)$/i.test(t)) return null;
  const m = parseLength(t, unit);
  if (m === null) return { problem: `"${t}" is not a length; write a number with m, cm, mm, ft or in` };
  return { m };
}

export type YearCell = { year: number } | { problem: string } | null;

/** Reads a planting year: "1987", "c. 1987", "12/05/1987", "1987-05-12". */
export function yearCell(text: string, thisYear: number): YearCell {
  const t = text.trim();
  if (t === '' || /^(-|n\/?a|unknown|\?)$/i.test(t)) return null;
  const found = /(?:^|\D)(1[5-9]\d\d|20\d\d)(?:\D|$)/.exec(t);
  if (!found) return { problem: `"${t}" is not a year` };
  const year = Number(found[1]);
  if (year > thisYear) return { problem: `planting year ${year} is in the future` };
  return { year };
}
