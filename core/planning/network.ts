import { distance, offsetFrom, placeAt, type Place } from '../geo/distance';

// A town's own streets as a network to walk or drive along: lines that share a point or cross are joined there, a tree stands off its
// nearest street, and ways between trees are shortest paths (Dijkstra 1959).

/** A street as a line of longitude and latitude, as GeoJSON has it. */
export type StreetLine = readonly (readonly [longitude: number, latitude: number])[];

/** Ends of lines this near to one another are one corner, m: drawn by hand, they seldom meet to the centimetre. */
const SNAP = 3;
/** Whoever stands further from any street than this is on none: the way is taken straight, m. */
const OFF_STREET = 250;
/** Where there are no streets to go by, a way is so much longer than a straight line. Common practice, no source. */
export const DETOUR = 1.3;
/** Side of the squares by which pieces of street are looked up, m. */
const CELL = 100;

interface Flat {
  east: number;
  north: number;
}

/** A piece of street between two corners. */
interface Piece {
  a: number;
  b: number;
  metres: number;
}

/** Where a place meets the streets: on which piece, how far along, and how far off. */
interface Foot {
  piece: number;
  along: number;
  off: number;
}

export interface Network {
  /** Corners and pieces, for those who draw or count it. */
  readonly corners: readonly Place[];
  readonly pieces: readonly Piece[];
  /**
   * Metres between places, row by row, along the streets where both stand near one.
   * @param progress called after each row; to stop, throw from it
   */
  lengths(places: readonly Place[], progress?: (done: number, total: number) => void): number[][];
  /** The way from one place to another, both among its points. */
  way(from: Place, to: Place): Place[];
}

const between = (a: Flat, b: Flat): number => Math.hypot(a.east - b.east, a.north - b.north);

/** Where two straight pieces cross, as shares of each; null where they do not. */
function crossing(a: Flat, b: Flat, c: Flat, d: Flat): [number, number] | null {
  const [rx, ry, sx, sy] = [b.east - a.east, b.north - a.north, d.east - c.east, d.north - c.north];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-9) return null;
  const t = ((c.east - a.east) * sy - (c.north - a.north) * sx) / cross;
  const u = ((c.east - a.east) * ry - (c.north - a.north) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [t, u] : null;
}

/** The squares a straight line passes near. */
function* cellsOf(a: Flat, b: Flat, around = 0): Generator<string> {
  const [west, east] = [Math.min(a.east, b.east) - around, Math.max(a.east, b.east) + around].map((x) => Math.floor(x / CELL));
  const [south, north] = [Math.min(a.north, b.north) - around, Math.max(a.north, b.north) + around].map((x) => Math.floor(x / CELL));
  for (let x = west as number; x <= (east as number); x++) for (let y = south as number; y <= (north as number); y++) yield `${x}/${y}`;
}

function indexed<T>(items: readonly T[], line: (item: T) => [Flat, Flat], around = 0): Map<string, T[]> {
  const cells = new Map<string, T[]>();
  for (const item of items)
    for (const cell of cellsOf(...line(item), around)) {
      const held = cells.get(cell);
      if (held) held.push(item);
      else cells.set(cell, [item]);
    }
  return cells;
}

/** Cuts lines where they cross and where the end of one meets another. */
function cut(lines: readonly (readonly Flat[])[]): [Flat, Flat][] {
  const segments = lines.flatMap((line, of) => line.slice(1).map((b, i) => ({ of, a: line[i] as Flat, b, cuts: [] as number[] })));
  const cells = indexed(segments, ({ a, b }) => [a, b], SNAP);
  const met = new Set<string>();
  const number = new Map(segments.map((segment, i) => [segment, i]));
  for (const near of cells.values())
    for (let i = 0; i < near.length; i++)
      for (let j = i + 1; j < near.length; j++) {
        const [p, q] = [near[i] as (typeof segments)[number], near[j] as (typeof segments)[number]];
        const key = `${number.get(p)}/${number.get(q)}`;
        if (met.has(key)) continue;
        met.add(key);
        const at = crossing(p.a, p.b, q.a, q.b);
        if (at) {
          p.cuts.push(at[0]);
          q.cuts.push(at[1]);
        }
        // An end that stops just short of another street meets it all the same.
        for (const [one, other] of [
          [p, q],
          [q, p],
        ] as const)
          for (const end of [one.a, one.b]) {
            const { share, off } = footOn(other.a, other.b, end);
            if (off <= SNAP) other.cuts.push(share);
          }
      }
  return segments.flatMap(({ a, b, cuts }) => {
    const shares = [0, ...cuts.filter((share) => share > 0 && share < 1), 1].sort((x, y) => x - y);
    const at = (share: number): Flat => ({ east: a.east + share * (b.east - a.east), north: a.north + share * (b.north - a.north) });
    return shares.slice(1).map((share, i): [Flat, Flat] => [at(shares[i] as number), at(share)]);
  });
}

/** The point of a straight piece nearest to a place: its share along, and how far off the place is, m. */
function footOn(a: Flat, b: Flat, p: Flat): { share: number; off: number } {
  const length = (b.east - a.east) ** 2 + (b.north - a.north) ** 2;
  const share =
    length === 0
      ? 0
      : Math.max(0, Math.min(1, ((p.east - a.east) * (b.east - a.east) + (p.north - a.north) * (b.north - a.north)) / length));
  return { share, off: between(p, { east: a.east + share * (b.east - a.east), north: a.north + share * (b.north - a.north) }) };
}

/** A queue of corners by how far they are: a binary heap. */
class Nearest {
  private readonly heap: [metres: number, corner: number][] = [];
  get size(): number {
    return this.heap.length;
  }
  push(metres: number, corner: number): void {
    const { heap } = this;
    let at = heap.push([metres, corner]) - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if ((heap[up] as [number, number])[0] <= metres) break;
      heap[at] = heap[up] as [number, number];
      at = up;
    }
    heap[at] = [metres, corner];
  }
  pop(): [number, number] {
    const { heap } = this;
    const top = heap[0] as [number, number];
    const last = heap.pop() as [number, number];
    if (heap.length > 0) {
      let at = 0;
      for (;;) {
        let down = 2 * at + 1;
        if (down >= heap.length) break;
        if (down + 1 < heap.length && (heap[down + 1] as [number, number])[0] < (heap[down] as [number, number])[0]) down++;
        if ((heap[down] as [number, number])[0] >= last[0]) break;
        heap[at] = heap[down] as [number, number];
        at = down;
      }
      heap[at] = last;
    }
    return top;
  }
}

/** Makes a network of a town's streets. Lines of fewer than two points are none. */
export function networkOf(lines: readonly StreetLine[]): Network {
  const first = lines[0]?.[0];
  const origin: Place = first ? { longitude: first[0], latitude: first[1] } : { longitude: 0, latitude: 0 };
  const flat = (place: Place): Flat => offsetFrom(origin, place);
  const cuts = cut(lines.map((line) => line.map(([longitude, latitude]) => flat({ longitude, latitude }))));

  const corners: Flat[] = [];
  const byCell = new Map<string, number[]>();
  const cornerAt = (p: Flat): number => {
    const [x, y] = [Math.floor(p.east / SNAP), Math.floor(p.north / SNAP)];
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const corner of byCell.get(`${x + dx}/${y + dy}`) ?? []) if (between(corners[corner] as Flat, p) <= SNAP) return corner;
    const corner = corners.push(p) - 1;
    const cell = `${x}/${y}`;
    byCell.set(cell, [...(byCell.get(cell) ?? []), corner]);
    return corner;
  };
  const pieces: Piece[] = [];
  for (const [from, to] of cuts) {
    const [a, b] = [cornerAt(from), cornerAt(to)];
    if (a !== b) pieces.push({ a, b, metres: between(corners[a] as Flat, corners[b] as Flat) });
  }
  const roads: { to: number; metres: number }[][] = corners.map(() => []);
  for (const { a, b, metres } of pieces) {
    roads[a]?.push({ to: b, metres });
    roads[b]?.push({ to: a, metres });
  }
  const cells = indexed(
    pieces.map((_, i) => i),
    (i) => [corners[(pieces[i] as Piece).a] as Flat, corners[(pieces[i] as Piece).b] as Flat],
  );

  /** Where a place meets the streets; null where none is near. */
  function footOf(place: Place): Foot | null {
    const p = flat(place);
    let best: Foot = { piece: -1, along: 0, off: Infinity };
    for (const reach of [CELL / 2, OFF_STREET]) {
      for (const cell of cellsOf(p, p, reach))
        for (const i of cells.get(cell) ?? []) {
          const { a, b, metres } = pieces[i] as Piece;
          const { share, off } = footOn(corners[a] as Flat, corners[b] as Flat, p);
          if (off <= OFF_STREET && off < best.off) best = { piece: i, along: share * metres, off };
        }
      if (best.off <= reach) break;
    }
    return best.piece < 0 ? null : best;
  }

  /** How far every corner is from a foot, and from which corner one comes there. @param enough corners after which it may stop */
  function spread(from: Foot, enough?: ReadonlySet<number>): { far: Float64Array; over: Int32Array } {
    const far = new Float64Array(corners.length).fill(Infinity);
    const over = new Int32Array(corners.length).fill(-1);
    const queue = new Nearest();
    const { a, b, metres } = pieces[from.piece] as Piece;
    const begin = (corner: number, way: number) => {
      if (way >= (far[corner] as number)) return;
      far[corner] = way;
      queue.push(way, corner);
    };
    begin(a, from.along);
    begin(b, metres - from.along);
    const wanted = new Set(enough);
    while (queue.size > 0) {
      const [way, corner] = queue.pop();
      if (way > (far[corner] as number)) continue;
      if (enough && wanted.delete(corner) && wanted.size === 0) break;
      for (const { to, metres: step } of roads[corner] ?? []) {
        if (way + step >= (far[to] as number)) continue;
        far[to] = way + step;
        over[to] = corner;
        queue.push(way + step, to);
      }
    }
    return { far, over };
  }

  const straight = (a: Place, b: Place) => DETOUR * distance(a, b);
  const ends = (foot: Foot): [corner: number, way: number][] => {
    const { a, b, metres } = pieces[foot.piece] as Piece;
    return [
      [a, foot.along],
      [b, metres - foot.along],
    ];
  };

  function lengths(places: readonly Place[], progress?: (done: number, total: number) => void): number[][] {
    const feet = places.map(footOf);
    const wanted = new Set(feet.flatMap((foot) => (foot ? ends(foot).map(([corner]) => corner) : [])));
    return places.map((from, i) => {
      const foot = feet[i] as Foot | null;
      const far = foot ? spread(foot, wanted).far : null;
      const row = places.map((to, j) => {
        if (i === j) return 0;
        const other = feet[j] as Foot | null;
        if (!foot || !other || !far) return straight(from, to);
        // Two on one piece walk along it; across a park is never longer than the whole way round.
        const along = foot.piece === other.piece ? Math.abs(foot.along - other.along) : Infinity;
        const round = Math.min(...ends(other).map(([corner, way]) => (far[corner] as number) + way));
        const way = foot.off + other.off + Math.min(along, round);
        return Number.isFinite(way) ? Math.max(way, distance(from, to)) : straight(from, to);
      });
      progress?.(i + 1, places.length);
      return row;
    });
  }

  function way(from: Place, to: Place): Place[] {
    const [foot, other] = [footOf(from), footOf(to)];
    if (!foot || !other) return [from, to];
    const at = ({ piece, along }: Foot): Place => {
      const { a, b, metres } = pieces[piece] as Piece;
      const share = metres === 0 ? 0 : along / metres;
      const [p, q] = [corners[a] as Flat, corners[b] as Flat];
      return placeAt(origin, { east: p.east + share * (q.east - p.east), north: p.north + share * (q.north - p.north) });
    };
    const { far, over } = spread(foot);
    const [last, rest] = ends(other).reduce((best, end) =>
      (far[end[0]] as number) + end[1] < (far[best[0]] as number) + best[1] ? end : best,
    );
    const along = foot.piece === other.piece ? Math.abs(foot.along - other.along) : Infinity;
    if (along <= (far[last] as number) + rest) return [from, at(foot), at(other), to];
    if (!Number.isFinite(far[last] as number)) return [from, to];
    const middle: Place[] = [];
    for (let corner = last; corner >= 0; corner = over[corner] as number) middle.unshift(placeAt(origin, corners[corner] as Flat));
    return [from, at(foot), ...middle, at(other), to];
  }

  return { corners: corners.map((corner) => placeAt(origin, corner)), pieces, lengths, way };
}
