import fc from 'fast-check';
import { distance, placeAt, type Place } from '../geo/distance';
import { randomFrom } from '../maths/random';
import { crewRounds, parted, type Crew } from './crews';
import { DETOUR, networkOf, type StreetLine } from './network';
import { STATED, stopTimes, STOP_KINDS } from './stop-times';

const ORIGIN = { latitude: 45.62, longitude: -31.2 };
const at = (east: number, north: number): Place => placeAt(ORIGIN, { east, north });
const line = (...points: [number, number][]): StreetLine =>
  points.map(([east, north]) => {
    const { longitude, latitude } = at(east, north);
    return [longitude, latitude];
  });

describe('ways along a town’s streets', () => {
  it('a river without a bridge is gone round', () => {
    // A U: two banks, joined at the west end only.
    const town = networkOf([line([0, 0], [1000, 0]), line([0, 100], [1000, 100]), line([0, 0], [0, 100])]);
    const [a, b] = [at(1000, 0), at(1000, 100)];
    expect(town.lengths([a, b])[0]?.[1]).toBeCloseTo(2100, -1);
    expect(distance(a, b)).toBeCloseTo(100, 0);
    expect(town.way(a, b).length).toBeGreaterThanOrEqual(5);
  });
  it('streets that cross are joined there, also where nobody drew a point', () => {
    const town = networkOf([line([0, 0], [200, 0]), line([100, -100], [100, 100])]);
    expect(town.lengths([at(0, 0), at(100, 100)])[0]?.[1]).toBeCloseTo(200, 0);
    expect(town.corners).toHaveLength(5);
  });
  it('an end that stops a step short of another street meets it', () => {
    const town = networkOf([line([0, 0], [200, 0]), line([100, 2], [100, 100])]);
    expect(town.lengths([at(0, 0), at(100, 100)])[0]?.[1]).toBeCloseTo(200, -1);
  });
  it('two trees on one stretch are as far apart as they stand along it, each off its kerb', () => {
    const town = networkOf([line([0, 0], [500, 0])]);
    expect(town.lengths([at(100, 5), at(160, -5)])[0]?.[1]).toBeCloseTo(70, 0);
  });
  it('where there is no street near, a way is longer than straight by what is usual', () => {
    const town = networkOf([line([0, 0], [100, 0])]);
    const far = at(0, 2000);
    expect(town.lengths([at(50, 0), far])[0]?.[1]).toBeCloseTo(DETOUR * distance(at(50, 0), far), 3);
    expect(networkOf([]).lengths([at(0, 0), at(0, 10)])[0]?.[1]).toBeCloseTo(13, 1);
    expect(networkOf([]).way(at(0, 0), at(0, 10))).toHaveLength(2);
  });
  it('on a grid it is the way round the blocks: held against every corner by Floyd and Warshall', () => {
    const random = randomFrom(5);
    const lines: StreetLine[] = [];
    const n = 6;
    // A grid with some streets missing.
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        if (i + 1 < n && random() < 0.8) lines.push(line([i * 90, j * 70], [(i + 1) * 90, j * 70]));
        if (j + 1 < n && random() < 0.8) lines.push(line([i * 90, j * 70], [i * 90, (j + 1) * 70]));
      }
    const town = networkOf(lines);
    const far = town.corners.map((_, i) => town.corners.map((__, j) => (i === j ? 0 : Infinity)));
    for (const { a, b, metres } of town.pieces) {
      (far[a] as number[])[b] = metres;
      (far[b] as number[])[a] = metres;
    }
    for (let k = 0; k < far.length; k++)
      for (let i = 0; i < far.length; i++)
        for (let j = 0; j < far.length; j++)
          (far[i] as number[])[j] = Math.min(far[i]?.[j] as number, (far[i]?.[k] as number) + (far[k]?.[j] as number));
    const found = town.lengths(town.corners);
    for (let i = 0; i < far.length; i++)
      for (let j = 0; j < far.length; j++)
        if (Number.isFinite(far[i]?.[j] as number))
          expect(Math.abs((found[i]?.[j] as number) - (far[i]?.[j] as number))).toBeLessThan(0.01);
  });
  it('is as long one way as the other, never shorter than straight, and the drawn way is as long as it says', () => {
    const town = networkOf([
      line([0, 0], [300, 20], [600, -30]),
      line([0, 200], [600, 180]),
      line([50, -50], [60, 250]),
      line([550, -80], [540, 260]),
    ]);
    const place = fc.record({ east: fc.double({ min: 0, max: 600, noNaN: true }), north: fc.double({ min: -40, max: 240, noNaN: true }) });
    fc.assert(
      fc.property(place, place, (p, q) => {
        const [a, b] = [at(p.east, p.north), at(q.east, q.north)];
        const [there, back] = [town.lengths([a, b])[0]?.[1] as number, town.lengths([b, a])[0]?.[1] as number];
        expect(Math.abs(there - back)).toBeLessThan(0.05);
        expect(there).toBeGreaterThan(distance(a, b) - 0.05);
        const drawn = town.way(a, b);
        const length = drawn.slice(1).reduce((sum, point, i) => sum + distance(drawn[i] as Place, point), 0);
        expect(Math.abs(Math.max(length, distance(a, b)) - there)).toBeLessThan(0.5);
      }),
    );
  });
  it('tells how far it is, and can be stopped there', () => {
    const told: number[] = [];
    const places = [at(0, 0), at(50, 0), at(90, 0)];
    networkOf([line([0, 0], [100, 0])]).lengths(places, (done) => told.push(done));
    expect(told).toEqual([1, 2, 3]);
    expect(() =>
      networkOf([]).lengths(places, () => {
        throw new Error('enough');
      }),
    ).toThrow('enough');
  });
});

describe('how long a stop takes', () => {
  it('is what is stated while nothing was learnt, and what was seen once it was seen often', () => {
    expect(stopTimes([]).first).toEqual({ minutes: expect.closeTo(STATED.first, 9), visits: 0 });
    const many = Array.from({ length: 400 }, () => ({ minutes: 5, kind: 'return' as const }));
    expect(stopTimes(many).return.minutes).toBeCloseTo(5, 0);
    const few = stopTimes(many.slice(0, 6)).return.minutes;
    expect(few).toBeGreaterThan(5);
    expect(few).toBeLessThan(STATED.return);
  });
  it('a visit left open over lunch, or written down afterwards, tells nothing', () => {
    expect(
      stopTimes([
        { minutes: 600, kind: 'look' },
        { minutes: 0.1, kind: 'look' },
      ]).look,
    ).toEqual(stopTimes([]).look);
  });
  it('lies between the shortest and the longest of what was seen and stated', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ minutes: fc.double({ min: 0, max: 200, noNaN: true }), kind: fc.constantFrom(...STOP_KINDS) }), {
          maxLength: 60,
        }),
        (visits) => {
          const times = stopTimes(visits);
          for (const kind of STOP_KINDS) {
            const all = [
              STATED[kind],
              ...visits.filter((v) => v.kind === kind && v.minutes >= 0.5 && v.minutes <= 120).map((v) => v.minutes),
            ];
            expect(times[kind].minutes).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
            expect(times[kind].minutes).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
          }
        },
      ),
    );
  });
});

describe('several crews', () => {
  const random = randomFrom(11);
  const stops = Array.from({ length: 60 }, (_, i) => ({
    id: `t${i}`,
    x: random() * 3000,
    y: random() * 2000,
    minutes: 5 + random() * 10,
    urgency: 1 + random() * 6,
  }));
  const crew = (id: string, more: Partial<Crew> = {}): Crew => ({
    id,
    start: { x: 0, y: 0 },
    end: null,
    speed: 1.2,
    minutes: 240,
    ...more,
  });

  it('share the work without a stop in two rounds, each within its time', () => {
    for (const n of [1, 2, 3, 5]) {
      const crews = Array.from({ length: n }, (_, i) => crew(`c${i}`, { start: { x: (i * 3000) / n, y: 0 } }));
      const made = crewRounds(stops, crews, null);
      const all = made.flatMap(({ round }) => round.order);
      expect(new Set(all).size).toBe(all.length);
      for (const { round } of made) expect(round.minutes).toBeLessThanOrEqual(240 + 1e-6);
    }
  });
  it('two do more than one, and walk less for each stop than if they drew lots', () => {
    const one = crewRounds(stops, [crew('a')], null);
    const two = crewRounds(stops, [crew('a'), crew('b', { start: { x: 3000, y: 1000 } })], null);
    const worth = (made: typeof one) =>
      made.flatMap(({ round }) => round.order).reduce((sum, id) => sum + (stops.find((stop) => stop.id === id)?.urgency ?? 0), 0);
    expect(worth(two)).toBeGreaterThan(worth(one) * 1.5);
  });
  it('a pinned stop goes to its crew, also where it stands in the part of another', () => {
    const far = [...stops].sort((a, b) => b.x - a.x)[0]?.id as string;
    const made = crewRounds(stops, [crew('a', { pinned: [far] }), crew('b', { start: { x: 3000, y: 1000 } })], null);
    expect(made[0]?.round.order).toContain(far);
    expect(made[1]?.round.order).not.toContain(far);
    expect(() => crewRounds(stops, [crew('a', { pinned: [far] }), crew('b', { pinned: [far] })], null)).toThrow();
  });
  it('parting leaves nobody out and nothing twice', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 60 }), (crews, n) => {
        const parts = parted(stops.slice(0, n), crews);
        expect(parts).toHaveLength(crews);
        expect(
          parts
            .flat()
            .map(({ id }) => id)
            .sort(),
        ).toEqual(
          stops
            .slice(0, n)
            .map(({ id }) => id)
            .sort(),
        );
      }),
    );
    const work = parted(stops, 3).map((part) => part.reduce((sum, stop) => sum + stop.minutes, 0));
    expect(Math.max(...work) / Math.min(...work)).toBeLessThan(1.3);
  });
});
