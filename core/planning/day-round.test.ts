import { randomFrom } from '../maths/random';
import { Refusal } from '../problem/refusal';
import { dayRound, type RoundRequest } from './day-round';
import { runs } from '../testing/sample';
import { shortTour, tourLength, type Lengths } from './tour';

type Point = { x: number; y: number };
const straight =
  (places: readonly Point[]): Lengths =>
  (a, b) =>
    Math.hypot((places[a] as Point).x - (places[b] as Point).x, (places[a] as Point).y - (places[b] as Point).y);
const scattered = (n: number, seed: number): Point[] => {
  const random = randomFrom(seed);
  return Array.from({ length: n }, () => ({ x: random() * 1000, y: random() * 1000 }));
};

/** The shortest walk there is, by dynamic programming over subsets (Held and Karp 1962). */
function exact(stops: readonly number[], lengths: Lengths, start: number, end: number | null): number {
  const n = stops.length;
  const best = Array.from({ length: 1 << n }, () => new Float64Array(n).fill(Infinity));
  for (let i = 0; i < n; i++) (best[1 << i] as Float64Array)[i] = lengths(start, stops[i] as number);
  for (let set = 1; set < 1 << n; set++)
    for (let i = 0; i < n; i++) {
      const here = best[set]?.[i] as number;
      if (here === Infinity) continue;
      for (let j = 0; j < n; j++) {
        if (set & (1 << j)) continue;
        const row = best[set | (1 << j)] as Float64Array;
        row[j] = Math.min(row[j] as number, here + lengths(stops[i] as number, stops[j] as number));
      }
    }
  return Math.min(...stops.map((stop, i) => (best[(1 << n) - 1]?.[i] as number) + (end === null ? 0 : lengths(stop, end))));
}

const request = (points: readonly Point[], more: Partial<RoundRequest> = {}): RoundRequest => ({
  start: { x: 0, y: 0 },
  end: null,
  speed: 1.2,
  minutes: null,
  stops: points.map((point, i) => ({ id: `s${i}`, ...point, minutes: 6, urgency: 1 + (i % 3) })),
  distances: null,
  ...more,
});

describe('a walk through stops', () => {
  it.each([
    ['wherever it ends', null],
    ['back where it began', 0],
  ] as const)('is as short as can be: rounds of 11 stops, %s', (_words, end) => {
    const over = Array.from({ length: runs(20) }, (_, seed) => {
      const places = scattered(12, seed + 1);
      const lengths = straight(places);
      const stops = places.slice(1).map((_place, i) => i + 1);
      const order = shortTour(stops, lengths, { start: 0, end });
      expect([...order].sort((a, b) => a - b)).toEqual(stops);
      return tourLength(order, lengths, { start: 0, end }) / exact(stops, lengths, 0, end) - 1;
    });
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(0.01);
    expect(Math.max(...over)).toBeLessThan(0.05);
    expect(Math.min(...over)).toBeGreaterThan(-1e-9);
  });
  it('holds where a way is longer one way than the other, as on streets of one direction', () => {
    const over = Array.from({ length: 60 }, (_, seed) => {
      const places = scattered(9, seed + 500);
      const flat = straight(places);
      const lengths: Lengths = (a, b) => flat(a, b) * (a < b ? 1 : 1.6);
      const stops = [1, 2, 3, 4, 5, 6, 7, 8];
      return tourLength(shortTour(stops, lengths, { start: 0, end: 0 }), lengths, { start: 0, end: 0 }) / exact(stops, lengths, 0, 0) - 1;
    });
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(0.02);
  });
  it('is the same each time, tells how far it is, and can be stopped', () => {
    const points = scattered(30, 9);
    const told: number[] = [];
    const first = dayRound(request(points), { progress: (done) => told.push(done) });
    expect(dayRound(request(points))).toEqual(first);
    expect(told.length).toBeGreaterThan(5);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    const stop = new Error('stopped');
    expect(() =>
      dayRound(request(points), {
        progress: () => {
          throw stop;
        },
      }),
    ).toThrow(stop);
  });
});

describe('a round for a day', () => {
  it('takes every stop where no time is said, and says how long it takes', () => {
    const found = dayRound(
      request([
        { x: 72, y: 0 },
        { x: 144, y: 0 },
      ]),
    );
    // 144 m at 1.2 m/s are two minutes, and twice six at the trees.
    expect(found).toEqual({ order: ['s0', 's1'], left: [], metres: 144, minutes: 14 });
    expect(dayRound(request([]))).toEqual({ order: [], left: [], metres: 0, minutes: 0 });
  });
  it('never takes longer than there is, and loses no stop', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const asked = request(scattered(25, seed), { minutes: 40 + seed * 4, end: seed % 2 ? { x: 0, y: 0 } : null });
      const found = dayRound(asked);
      expect(found.minutes).toBeLessThanOrEqual((asked.minutes ?? 0) + 1e-6);
      expect([...found.order, ...found.left].sort()).toEqual(asked.stops.map(({ id }) => id).sort());
    }
  });
  it('is close to the best choice there is: all choices of 9 stops tried', () => {
    const worth = (order: readonly string[], asked: RoundRequest) =>
      asked.stops.filter(({ id }) => order.includes(id)).reduce((total, { urgency }) => total + urgency, 0);
    const shares = Array.from({ length: runs(8) }, (_, seed) => {
      const asked = request(scattered(9, seed + 900), { minutes: 55 });
      const lengths = straight([asked.start, ...asked.stops]);
      let best = 0;
      for (let set = 1; set < 1 << 9; set++) {
        const stops = asked.stops.flatMap((_, i) => (set & (1 << i) ? [i + 1] : []));
        const urgency = stops.reduce((total, i) => total + (asked.stops[i - 1]?.urgency ?? 0), 0);
        if (urgency > best && exact(stops, lengths, 0, null) / asked.speed / 60 + stops.length * 6 <= 55) best = urgency;
      }
      return worth(dayRound(asked).order, asked) / best;
    });
    expect(shares.reduce((a, b) => a + b, 0) / shares.length).toBeGreaterThan(0.97);
    expect(Math.min(...shares)).toBeGreaterThan(0.8);
  });
  it('what is urgent goes before what is near', () => {
    const found = dayRound({
      ...request([]),
      minutes: 20,
      stops: [
        { id: 'near', x: 50, y: 0, minutes: 12, urgency: 1 },
        { id: 'pressing', x: 300, y: 0, minutes: 12, urgency: 9 },
      ],
    });
    expect([found.order, found.left]).toEqual([['pressing'], ['near']]);
  });
  it('goes by the lengths it is given', () => {
    const asked = request([
      { x: 1, y: 0 },
      { x: 2, y: 0 },
    ]);
    const distances = [
      [0, 100, 10],
      [100, 0, 10],
      [10, 10, 0],
    ];
    expect(dayRound({ ...asked, distances })).toMatchObject({ order: ['s1', 's0'], metres: 20 });
  });
  it.each([
    [{ distances: [[0]] }, /distances: 3 rows of 3 numbers are needed: the start, the stops/],
    [{ speed: 0 }, /speed/],
    [{ minutes: -1 }, /minutes/],
    [{ stops: [0, 1].map(() => ({ id: 'a', x: 0, y: 0, minutes: 1, urgency: 1 })) }, /"a" is listed twice/],
    [{ stops: [{ id: 'a', x: 0, y: 0, minutes: 1, urgency: -1 }] }, /urgency/],
  ])('%j is refused with a sentence', (part, words) => {
    const asked = {
      ...request([
        { x: 1, y: 0 },
        { x: 2, y: 0 },
      ]),
      ...part,
    };
    expect(() => dayRound(asked)).toThrow(Refusal);
    expect(() => dayRound(asked)).toThrow(words);
  });
});
