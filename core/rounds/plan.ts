import type { PlanCandidate, RoundPlan, RoundStop, Tool } from '../contracts';
import { offsetFrom, type Place } from '../geo/distance';
import { planningIn } from '../words/catalogue-planning';
import type { Speech } from '../words/catalogue';
import { crewRounds, type Crew } from '../planning/crews';
import type { Network } from '../planning/network';
import { isPressing, urgency } from '../planning/pick';
import type { StopKind, StopTimes } from '../planning/stop-times';
import { NOT_JUDGED } from '../record/judgement';
import { inLeaf } from '../time/season';

// A day's work planned: candidates become stops with what each is worth, what it takes and what it needs; crews share them.

/** Metres a second: a brisk walk with gear, and a car in town with its parking. Common practice, no source. */
export const SPEEDS = { foot: 1.2, car: 5 } as const;
/** Minutes a car needs at every stop to be put and left. Common practice, no source. */
const PARKING = 2;
/** A look in its season is worth so much by itself; in its last month, twice. */
const LOOK_WORTH = 1;
/** What a stop is worth where it waits for leaves and there are none: the rest of it can be looked at. */
const OUT_OF_LEAF = 0.4;
/** What a stop is worth where the crew has not what it needs: something of it can be done. */
const WITHOUT_TOOL = 0.6;

/** A crew as a person plans for it. */
export interface PlannedCrew {
  id: string;
  start: Place & { words: string };
  end: (Place & { words: string }) | null;
  from: string;
  minutes: number | null;
  by: RoundPlan['by'];
  tools: readonly Tool[];
  /** Trees it has to take, in no order. */
  pinned: readonly string[];
}

export interface PlanRequest {
  day: string;
  crews: readonly PlannedCrew[];
  candidates: readonly PlanCandidate[];
  times: StopTimes;
  /** Trees that are not to be gone to today, such as one that was just swapped. */
  without: readonly string[];
  /** Trees of which the foliage has still to be seen, and that are bare that day. */
  waitForLeaf?: readonly string[];
}

/** Why a candidate is not among the stops. */
export type LeftBecause = 'no time' | 'put off' | 'in another round' | 'swapped';

export interface Planned {
  rounds: { crew: string; plan: RoundPlan }[];
  left: { tree: PlanCandidate['tree']; because: LeftBecause; words: string; presses: boolean }[];
}

/** What is done at a tree on a day. A look alone is quicker than looking the tree over; but only where nothing else is due. */
export function stopKind(tree: PlanCandidate['tree'], look: { dueOn: string } | null | undefined, day: string): StopKind {
  if (isPressing(tree, day)) return 'pressing';
  if (tree.lastVisitOn === null) return 'first';
  return look && (tree.dueOn === null || tree.dueOn > day || tree.dueOn === look.dueOn) ? 'look' : 'return';
}

/** Trees of which nobody has judged the vigour and that are bare that day: their foliage has still to be seen. */
export const waitForLeaf = (
  candidates: readonly Pick<PlanCandidate, 'tree'>[],
  day: string,
  taxonOf: (name: string | null) => Parameters<typeof inLeaf>[0],
): string[] =>
  candidates
    .filter(({ tree }) => (tree.vigour ?? NOT_JUDGED) === NOT_JUDGED && tree.lastVisitOn !== null)
    .filter(({ tree }) => !inLeaf(taxonOf(tree.taxon), day, tree.latitude))
    .map(({ tree }) => tree.id);

/** What a stop needs: a mallet where decay is in question, a probe where there is a weakness, glasses where the crown was not seen. */
export function neededTools({ tree, look, kind }: Pick<PlanCandidate, 'tree' | 'look' | 'kind'>): Tool[] {
  const needs = new Set<Tool>();
  if (tree.hiddenDecay === 'suspected' || tree.hiddenDecay === 'likely') needs.add('mallet');
  if (tree.soundness === 'serious weakness' || tree.soundness === 'act first') needs.add('probe').add('mallet');
  if (kind === 'first') needs.add('tape').add('height');
  // Buds, flowers and leaves of a tall tree are out of reach.
  if (look && (tree.height ?? 0) > 6) needs.add('binoculars');
  if (tree.dbh === null && kind !== 'look') needs.add('tape');
  return [...needs];
}

/** What a stop is worth on a day: as urgent as it is, a look in its season besides, more where it is the last month for it. */
export function worthOf(candidate: PlanCandidate, day: string): number {
  const { tree, look } = candidate;
  const inSeason = look !== null && look.dueOn >= day ? LOOK_WORTH * (look.dueOn.slice(0, 7) === day.slice(0, 7) ? 2 : 1) : 0;
  return (tree.dueOn !== null && tree.dueOn <= day ? urgency(tree, day) : 0) + inSeason;
}

const whyOf = ({ tree, look }: PlanCandidate, day: string, speech: Speech): string => {
  const say = planningIn(speech);
  const due = tree.dueOn !== null && tree.dueOn <= day ? (tree.dueBecause ?? say.dueNow) : null;
  return [due, look && look.because !== due ? look.because : null].filter((words) => words !== null).join('; ') || say.pinned;
};

/**
 * Plans the rounds of some crews for a day.
 * @param network the town's streets; null for straight lines
 * @param progress what part is done, 0 to 1; to stop, throw from it
 * @throws Refusal for a tree pinned by two crews
 */
export function planDay(
  request: PlanRequest,
  network: Network | null,
  progress: (share: number) => void = () => {},
  speech: Speech = {},
): Planned {
  const { day, crews, times } = request;
  const say = planningIn(speech);
  const [first] = crews;
  if (!first) return { rounds: [], left: [] };
  const pinned = new Set(crews.flatMap((crew) => crew.pinned));
  const without = new Set(request.without);
  const bare = new Set(request.waitForLeaf);
  const left: Planned['left'] = [];
  const leave = (candidate: PlanCandidate, because: LeftBecause, words: string) =>
    left.push({ tree: candidate.tree, because, words, presses: isPressing(candidate.tree, day) });
  const own = new Set(crews.map(({ id }) => id));
  const open = request.candidates.filter((candidate) => {
    const { tree, takenBy, putOff } = candidate;
    if (pinned.has(tree.id)) return true;
    if (without.has(tree.id)) leave(candidate, 'swapped', say.left.swapped);
    else if (takenBy && !own.has(takenBy.id)) leave(candidate, 'in another round', say.left.taken(takenBy.name));
    else if (putOff) leave(candidate, 'put off', say.left.putOff(putOff.until, putOff.by.name, putOff.reason));
    else return worthOf(candidate, day) > 0;
    return false;
  });

  const places: Place[] = [...open.map(({ tree }) => tree), ...crews.map(({ start }) => start), ...crews.flatMap(({ end }) => end ?? [])];
  const rows = network?.lengths(places, (done, total) => progress((0.7 * done) / total)) ?? null;
  const indexOf = new Map<string, number>(open.map(({ tree }, i) => [tree.id, i]));
  crews.forEach((crew, i) => indexOf.set(`start ${crew.id}`, open.length + i));
  crews.filter(({ end }) => end !== null).forEach((crew, i) => indexOf.set(`end ${crew.id}`, open.length + crews.length + i));

  const flat = (place: Place) => {
    const { east, north } = offsetFrom(first.start, place);
    return { x: east, y: north };
  };
  const minutesOf = (candidate: PlanCandidate, by: RoundPlan['by']) => times[candidate.kind].minutes + (by === 'car' ? PARKING : 0);
  const lacksOf = (candidate: PlanCandidate, crew: PlannedCrew) => neededTools(candidate).filter((tool) => !crew.tools.includes(tool));
  // Crews may differ in what they have with them; a stop is reckoned with the best equipped of them.
  const worth = (candidate: PlanCandidate) =>
    worthOf(candidate, day) *
    (crews.some((crew) => lacksOf(candidate, crew).length === 0) ? 1 : WITHOUT_TOOL) *
    // What presses is worth what it is in any season.
    (bare.has(candidate.tree.id) && !isPressing(candidate.tree, day) ? OUT_OF_LEAF : 1);
  const made = crewRounds(
    open.map((candidate) => ({
      id: candidate.tree.id,
      ...flat(candidate.tree),
      minutes: minutesOf(candidate, first.by),
      urgency: worth(candidate),
    })),
    crews.map((crew): Crew => ({
      id: crew.id,
      start: flat(crew.start),
      end: crew.end && flat(crew.end),
      speed: SPEEDS[crew.by],
      minutes: crew.minutes,
      pinned: crew.pinned,
    })),
    rows &&
      ((from, to) => {
        const key = (one: typeof from) => ('crew' in one ? `${one.end ? 'end' : 'start'} ${one.crew}` : one.id);
        return rows[indexOf.get(key(from)) as number]?.[indexOf.get(key(to)) as number] as number;
      }),
  );
  progress(0.9);

  const byId = new Map(open.map((candidate) => [candidate.tree.id, candidate]));
  const taken = new Set<string>();
  const rounds = made.map(({ crew: id, round }) => {
    const crew = crews.find((one) => one.id === id) as PlannedCrew;
    const line: [number, number][] = [];
    const walk = (from: Place, to: Place) => {
      for (const { longitude, latitude } of network?.way(from, to) ?? [from, to])
        line.push([Number(longitude.toFixed(7)), Number(latitude.toFixed(7))]);
    };
    let at: Place = crew.start;
    let clock = 0;
    let total = 0;
    const metresTo = (key: string, place: Place, before: string) =>
      rows
        ? (rows[indexOf.get(before) as number]?.[indexOf.get(key) as number] as number)
        : Math.hypot(flat(at).x - flat(place).x, flat(at).y - flat(place).y);
    let before = `start ${id}`;
    const stops = round.order.map((treeId): RoundStop => {
      taken.add(treeId);
      const candidate = byId.get(treeId) as PlanCandidate;
      const { tree } = candidate;
      const metres = metresTo(treeId, tree, before);
      const minutes = minutesOf(candidate, crew.by);
      clock += metres / SPEEDS[crew.by] / 60;
      const arrive = clock;
      clock += minutes;
      total += metres;
      walk(at, tree);
      at = tree;
      before = treeId;
      return {
        treeId,
        tag: tree.tag,
        place: tree.place,
        taxon: tree.taxon,
        latitude: tree.latitude,
        longitude: tree.longitude,
        why: whyOf(candidate, day, speech).slice(0, 1200),
        minutes,
        arrive,
        metres,
        pinned: crew.pinned.includes(treeId),
        lacks: lacksOf(candidate, crew),
      };
    });
    if (crew.end && stops.length > 0) {
      const metres = metresTo(`end ${id}`, crew.end, before);
      walk(at, crew.end);
      total += metres;
      clock += metres / SPEEDS[crew.by] / 60;
    }
    const { from, minutes, by, start, end, tools } = crew;
    const plan: RoundPlan = { from, minutes, by, start, end, tools: [...tools], stops, metres: total, takes: clock, line: thinned(line) };
    return { crew: id, plan };
  });
  for (const candidate of open) if (!taken.has(candidate.tree.id)) leave(candidate, 'no time', say.left.noTime);
  progress(1);
  return {
    rounds,
    left: left.sort((a, b) => Number(b.presses) - Number(a.presses) || (a.tree.dueOn ?? '9').localeCompare(b.tree.dueOn ?? '9')),
  };
}

/** Points of a way that is kept and drawn. */
const MOST_POINTS = 4000;

/** Leaves out points that repeat the one before; of a very long way, every so many-th is kept. */
function thinned(line: readonly [number, number][]): [number, number][] {
  const once = line.filter((point, i) => i === 0 || point[0] !== line[i - 1]?.[0] || point[1] !== line[i - 1]?.[1]);
  const every = Math.ceil(once.length / MOST_POINTS);
  return once.filter((_, i) => i % every === 0 || i === once.length - 1);
}
