import { Refusal } from '../problem/refusal';
import { dayRound, type DayRound, type RoundRequest } from './day-round';
import type { Search } from './tour';

type Stop = RoundRequest['stops'][number];

/** One crew of several that share a day's work: where it begins, how fast it goes, how much time it has. */
export interface Crew extends Pick<RoundRequest, 'start' | 'end' | 'speed' | 'minutes'> {
  id: string;
  /** Stops it has to take. */
  pinned?: readonly string[];
}

/** What a pinned stop is worth beside any other: it is taken as long as there is time at all. */
const PINNED = 1000;

/**
 * Parts stops among crews by where they stand, so that each crew stays in one part of the town: cut across the longer side so that both
 * parts have their share of the work, again and again (recursive bisection; Berger and Bokhari 1987).
 */
export function parted(stops: readonly Stop[], crews: number): Stop[][] {
  if (crews <= 1) return [[...stops]];
  const side = (axis: 'x' | 'y') => {
    const at = stops.map((stop) => stop[axis]);
    return at.length === 0 ? 0 : Math.max(...at) - Math.min(...at);
  };
  const axis = side('x') >= side('y') ? 'x' : 'y';
  const along = [...stops].sort((a, b) => a[axis] - b[axis] || a.id.localeCompare(b.id));
  const first = Math.floor(crews / 2);
  // A stop without urgency is hardly work that somebody has to do; it is parted all the same.
  const worth = (stop: Stop) => stop.minutes * Math.min(1, stop.urgency) + 0.01;
  const share = (along.reduce((sum, stop) => sum + worth(stop), 0) * first) / crews;
  let n = 0;
  for (let sum = 0; n < along.length && sum + worth(along[n] as Stop) / 2 <= share; n++) sum += worth(along[n] as Stop);
  return [...parted(along.slice(0, n), first), ...parted(along.slice(n), crews - first)];
}

/**
 * Rounds for several crews: no stop in two of them. Each crew takes from its part of the town first; what is left over goes to whoever
 * has time. A part goes to the crew that begins nearest to it.
 * @param lengths metres between places of the common list of stops and of the starts and ends, where streets are gone by; by index into
 *   `stops`, then each crew's start, then each crew's end
 * @throws Refusal
 */
export function crewRounds(
  stops: readonly Stop[],
  crews: readonly Crew[],
  lengths: ((from: Stop | { crew: string; end: boolean }, to: Stop | { crew: string; end: boolean }) => number) | null,
  search: Search = {},
): { crew: string; round: DayRound }[] {
  const pinnedBy = new Map<string, string>();
  for (const crew of crews)
    for (const id of crew.pinned ?? []) {
      if (pinnedBy.has(id)) throw new Refusal('twice', 'pinned', { word: id });
      pinnedBy.set(id, crew.id);
    }
  const free = stops.filter(({ id }) => !pinnedBy.has(id));
  const parts = parted(free, crews.length);
  const middle = (part: readonly Stop[]) => ({
    x: part.reduce((sum, { x }) => sum + x, 0) / Math.max(1, part.length),
    y: part.reduce((sum, { y }) => sum + y, 0) / Math.max(1, part.length),
  });
  const open = new Set(parts.keys());
  const own = new Map<string, Stop[]>();
  for (const crew of crews) {
    const far = (i: number) => {
      const at = middle(parts[i] as Stop[]);
      return Math.hypot(at.x - crew.start.x, at.y - crew.start.y);
    };
    const nearest = [...open].sort((a, b) => far(a) - far(b))[0] as number;
    open.delete(nearest);
    own.set(crew.id, parts[nearest] as Stop[]);
  }
  const taken = new Set<string>();
  const round = (crew: Crew, from: readonly Stop[]): DayRound => {
    const { id: _id, pinned: _pinned, ...rest } = crew;
    const asked = from.map((stop) => (pinnedBy.get(stop.id) === crew.id ? { ...stop, urgency: stop.urgency + PINNED } : stop));
    const places: (Stop | { crew: string; end: boolean })[] = [
      { crew: crew.id, end: false },
      ...asked,
      ...(crew.end ? [{ crew: crew.id, end: true }] : []),
    ];
    const distances = lengths ? places.map((a) => places.map((b) => (a === b ? 0 : lengths(a, b)))) : null;
    return dayRound({ ...rest, stops: asked, distances }, search);
  };
  const made = crews.map((crew) => {
    const pinned = stops.filter(({ id }) => pinnedBy.get(id) === crew.id);
    const first = round(crew, [...pinned, ...(own.get(crew.id) ?? [])]);
    for (const id of first.order) taken.add(id);
    return { crew, first };
  });
  return made.map(({ crew, first }) => {
    const left = stops.filter(({ id }) => !taken.has(id) && !pinnedBy.has(id));
    if (left.length === 0 || first.left.length > 0 || crew.minutes === null) return { crew: crew.id, round: first };
    const held = stops.filter(({ id }) => first.order.includes(id));
    // What it has stays with it: its own stops are worth more than any that is left.
    const again = round(crew, [...held.map((stop) => ({ ...stop, urgency: stop.urgency + PINNED })), ...left]);
    for (const id of again.order) taken.add(id);
    return { crew: crew.id, round: { ...again, left: first.left } };
  });
}
