import { CELL, ROWS } from './region-grid';
import type { Place } from './distance';

/** A place this near a border may lie on either side of it: the grid is coarse, and borders were drawn along meridians. Cells. */
const NEAR = 1;
/** At sea, and on islands that the outlines leave out, the nearest land within so many cells is meant. */
const ISLANDS = 4;

const COLUMNS = Math.round(360 / CELL);
let grid: Int16Array | undefined;

/** The grid unpacked, 0 for the sea; done once, when first asked for. */
function cells(): Int16Array {
  if (grid) return grid;
  grid = new Int16Array(ROWS.length * COLUMNS);
  let at = 0;
  for (const row of ROWS) {
    for (const run of row.split(' ')) {
      const [code = '.', many = '1'] = run.split('*');
      grid.fill(code === '.' ? 0 : Number(code), at, at + Number(many));
      at += Number(many);
    }
  }
  return grid;
}

/**
 * Regions a place may lie in, its own first: level 2 codes of the World Geographical Scheme for Recording Plant Distributions
 * (Brummitt 2001). More than one near a border; none far out at sea.
 * @param place degrees, north and east positive
 */
export function regionsAt({ latitude, longitude }: Place): number[] {
  const all = cells();
  const row = Math.min(ROWS.length - 1, Math.max(0, Math.floor((90 - latitude) / CELL)));
  const column = Math.floor((longitude + 180) / CELL);
  const found = (reach: number) => {
    const codes = new Map<number, number>();
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const y = row + dy;
        if (y < 0 || y >= ROWS.length) continue;
        const x = (((column + dx) % COLUMNS) + COLUMNS) % COLUMNS;
        const code = all[y * COLUMNS + x] ?? 0;
        const far = Math.hypot(dx, dy);
        if (code > 0 && far < (codes.get(code) ?? Infinity)) codes.set(code, far);
      }
    }
    return [...codes].sort((a, b) => a[1] - b[1]).map(([code]) => code);
  };
  for (let reach = NEAR; reach <= ISLANDS; reach++) {
    const codes = found(reach);
    if (codes.length > 0) return codes;
  }
  return [];
}
