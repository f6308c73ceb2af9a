import { z } from 'zod';
import { randomFrom } from '../maths/random';
import { read, Refusal } from '../problem/refusal';
import { shortTour, tourLength, type Ends, type Lengths, type Search } from './tour';

const point = z.strictObject({ x: z.number(), y: z.number() });
const stop = z.strictObject({
  id: z.string().min(1),
  x: z.number(),
  y: z.number(),
  /** What is done there takes so long. */
  minutes: z.number().min(0),
  urgency: z.number().min(0),
});

/** Request of `round`: metres, metres a second, minutes. */
export const roundRequest = z.strictObject({
  start: point,
  /** null where the round may end at its last stop. */
  end: point.nullable(),
  speed: z.number().positive().max(50),
  /** Time for all of it; null for as long as it takes. */
  minutes: z.number().positive().nullable(),
  stops: z.array(stop).max(2000),
  /** Metres between places: the start first, then the stops in their order, then the end where there is one; null for straight lines. */
  distances: z.array(z.array(z.number().min(0))).nullable(),
});
export type RoundRequest = z.output<typeof roundRequest>;

/** A round for one crew and one day. */
export interface DayRound {
  order: string[];
  /** Stops for which there is no time. */
  left: string[];
  metres: number;
  minutes: number;
}

/** Lengths as asked for, by index: 0 the start, then the stops, then the end. @throws Refusal where the matrix is not as large as that */
function lengthsOf({ start, end, stops, distances }: RoundRequest): Lengths {
  const places = [start, ...stops, ...(end === null ? [] : [end])];
  if (distances === null) {
    return (a, b) => {
      const [from, to] = [places[a] as { x: number; y: number }, places[b] as { x: number; y: number }];
      return Math.hypot(from.x - to.x, from.y - to.y);
    };
  }
  if (distances.length !== places.length || distances.some((row) => row.length !== places.length))
    throw new Refusal('wrong-matrix', 'distances', { size: String(places.length), end: end === null ? '' : 'end' });
  return (a, b) => distances[a]?.[b] as number;
}

/** A choice under way: which stops, in which order, and the minutes of all of it. */
interface Choice {
  order: number[];
  minutes: number;
  urgency: number;
}

/** Tries of the choosing, each a little otherwise; fewer of many stops. */
const triesFor = (stops: number): number => Math.max(2, Math.min(24, Math.round(2400 / Math.max(1, stops))));
/** How far a try may prefer another stop than the best, as a share of its worth. */
const OTHERWISE = 0.5;
/** A stop on the way takes no time to reach and is worth as much as one a minute off. */
const LEAST_MINUTES = 1;

/**
 * Chooses stops for the time there is, the most urgent for the minutes they cost first, each put where it lengthens the way least, the
 * way made short again whenever nothing more fits (a greedy insertion for the orienteering problem, begun several times; Golden, Levy
 * and Vohra 1987 name the problem). More time never makes it worth less.
 */
function chosen(request: RoundRequest, lengths: Lengths, ends: Ends, budget: number): Choice {
  const { stops, speed } = request;
  const walk = (metres: number) => metres / speed / 60;
  const minutesOf = (order: readonly number[]) =>
    walk(tourLength(order, lengths, ends)) + order.reduce((total, i) => total + (stops[i - 1]?.minutes ?? 0), 0);
  const urgencyOf = (order: readonly number[]) => order.reduce((total, i) => total + (stops[i - 1]?.urgency ?? 0), 0);
  const choiceOf = (order: number[]): Choice => ({ order, minutes: minutesOf(order), urgency: urgencyOf(order) });
  const better = (a: Choice, b: Choice) =>
    a.urgency > b.urgency + 1e-9 || (Math.abs(a.urgency - b.urgency) <= 1e-9 && a.minutes < b.minutes);

  /** The cheapest place for a stop, and the minutes it costs there. */
  function cheapest(order: readonly number[], i: number): { at: number; minutes: number } {
    let best = { at: 0, minutes: Infinity };
    for (let at = 0; at <= order.length; at++) {
      const before = at === 0 ? ends.start : (order[at - 1] as number);
      const after = at === order.length ? ends.end : (order[at] as number);
      const metres = lengths(before, i) + (after === null ? 0 : lengths(i, after) - lengths(before, after));
      if (walk(metres) < best.minutes) best = { at, minutes: walk(metres) };
    }
    return { at: best.at, minutes: best.minutes + (stops[i - 1]?.minutes ?? 0) };
  }

  function filled(from: Choice, taste: (i: number) => number): Choice {
    let choice = from;
    for (let settled = false; ;) {
      let found: { i: number; at: number; worth: number } | null = null;
      for (let i = 1; i <= stops.length; i++) {
        if (choice.order.includes(i)) continue;
        const { at, minutes } = cheapest(choice.order, i);
        if (choice.minutes + minutes > budget + 1e-9) continue;
        const worth = (((stops[i - 1]?.urgency ?? 0) + 1e-6) * taste(i)) / Math.max(LEAST_MINUTES, minutes);
        if (!found || worth > found.worth) found = { i, at, worth };
      }
      if (found) {
        const order = [...choice.order];
        order.splice(found.at, 0, found.i);
        choice = choiceOf(order);
        settled = false;
      } else if (settled) return choice;
      else {
        choice = choiceOf(shortTour(choice.order, lengths, ends, { shakes: Math.min(8, choice.order.length) }));
        settled = true;
      }
    }
  }

  /** Lets one stop go where others are worth more in its time. */
  function exchanged(from: Choice, taste: (i: number) => number): Choice {
    let best = from;
    for (const gone of from.order) {
      const other = filled(choiceOf(best.order.filter((i) => i !== gone)), (i) => (i === gone ? 1e-9 : taste(i)));
      if (better(other, best)) best = other;
    }
    return best;
  }

  const random = randomFrom(stops.length);
  const plain = () => 1;
  const empty = choiceOf([]);
  let best = exchanged(filled(empty, plain), plain);
  for (let attempt = 1; attempt < triesFor(stops.length); attempt++) {
    const tastes = stops.map(() => 1 + OTHERWISE * (2 * random() - 1));
    const other = filled(empty, (i) => tastes[i - 1] ?? 1);
    if (better(other, best)) best = exchanged(other, plain);
  }
  return best;
}

/**
 * A round for one crew and one day: all stops where there is time for all, otherwise the most urgent for the minutes they cost, in an
 * order that is short to walk.
 * @throws Refusal
 */
export function dayRound(asked: unknown, search: Search = {}): DayRound {
  const request = read(roundRequest, asked);
  const { stops, speed, minutes: budget, end } = request;
  const twice = stops.findIndex(({ id }, i) => stops.some((other, j) => j < i && other.id === id));
  if (twice >= 0) throw new Refusal('twice', `stops[${twice}].id`, { word: stops[twice]?.id ?? '' });
  const lengths = lengthsOf(request);
  const ends: Ends = { start: 0, end: end === null ? null : stops.length + 1 };
  const work = (order: readonly number[]) => order.reduce((total, i) => total + (stops[i - 1]?.minutes ?? 0), 0);
  const all = shortTour(
    stops.map((_, i) => i + 1),
    lengths,
    ends,
    search,
  );
  const minutesOf = (order: readonly number[]) => tourLength(order, lengths, ends) / speed / 60 + work(order);
  const order =
    budget === null || minutesOf(all) <= budget + 1e-9
      ? all
      : shortTour(chosen(request, lengths, ends, budget).order, lengths, ends, search);
  const taken = new Set(order);
  return {
    order: order.map((i) => stops[i - 1]?.id as string),
    left: stops.filter((_, i) => !taken.has(i + 1)).map(({ id }) => id),
    metres: tourLength(order, lengths, ends),
    minutes: minutesOf(order),
  };
}
