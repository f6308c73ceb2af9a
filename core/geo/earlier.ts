import { distance, METRES_PER_DEGREE, type Place } from './distance';

const RADIANS = Math.PI / 180;
/**
 * Places of one cell that are compared. All of a cell are within range of each other, so each that follows is told anyway; the nearest of
 * those compared stands for the nearest of all. No list of real trees has as many in so little room.
 */
const MOST_IN_CELL = 32;
/** A place within range lies no more than so many cells away: cells are shorter than the range by the root of two. */
const REACH = 2;

/** An earlier place near a later one: its number in the list, and the distance, m. */
export interface Earlier {
  at: number;
  metres: number;
}

/**
 * For each place the nearest of those before it in the list, within some metres; null where there is none. Exact while no square of
 * the range over the root of two holds more than 32 places on different spots. The cost grows with the list
 * and not with its square, also where all stand on one spot, as in a list that gives the same position for every tree. Holds across 180°.
 * @param metres range, more than 0
 */
export function nearestEarlier(places: readonly Place[], metres: number): (Earlier | null)[] {
  // The diagonal of a cell is the range, so that any two places of one cell are within it.
  const step = metres / Math.SQRT2 / METRES_PER_DEGREE;
  /** Cells round the earth in a row; fewer near the poles. */
  const round = (row: number) => Math.max(1, Math.floor((360 * Math.max(1e-9, Math.cos(row * step * RADIANS))) / step));
  const column = (longitude: number, cells: number) => (Math.floor(((longitude + 180) / 360) * cells) + cells) % cells;
  const cells = new Map<string, number[]>();

  return places.map((place, i) => {
    const row = Math.floor(place.latitude / step);
    let nearest: Earlier | null = null;
    for (let r = row - REACH; r <= row + REACH; r++) {
      const inRow = round(r);
      const middle = column(place.longitude, inRow);
      const columns = new Set<number>();
      for (let c = -REACH; c <= REACH; c++) columns.add((middle + c + inRow * REACH) % inRow);
      for (const c of columns)
        for (const at of cells.get(`${r}/${c}`) ?? []) {
          const away = distance(place, places[at] as Place);
          if (away <= metres && away < (nearest?.metres ?? Infinity)) nearest = { at, metres: away };
        }
    }
    const key = `${row}/${column(place.longitude, round(row))}`;
    const here = cells.get(key);
    if (!here) cells.set(key, [i]);
    // On the very spot of an earlier one, that one stands for both.
    else if (here.length < MOST_IN_CELL && nearest?.metres !== 0) here.push(i);
    return nearest;
  });
}
