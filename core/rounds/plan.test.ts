import fc from 'fast-check';
import type { PlanCandidate, TreeBrief } from '../contracts';
import { placeAt } from '../geo/distance';
import { networkOf } from '../planning/network';
import { stopTimes } from '../planning/stop-times';
import { neededTools, planDay, worthOf, type PlannedCrew } from './plan';
import { runs } from '../testing/sample';

// A day planned as a coordinator would look at it: what presses is there or is said, nothing is in two rounds, and times add up.

const DAY = '2026-06-15';
const CROSS = { latitude: 45.62, longitude: -31.2 };
const tree = (n: number, more: Partial<TreeBrief> = {}): TreeBrief => ({
  id: `01976a00-0000-7000-8000-${String(n).padStart(12, '0')}`,
  tag: `Q ${n}`,
  place: 'Ferry Street',
  siteKind: 'street',
  ...placeAt(CROSS, { east: (n % 10) * 90, north: Math.floor(n / 10) * 120 }),
  plantedYear: null,
  planted: true,
  writtenName: null,
  taxon: 'Quercus rubra',
  level: 'species',
  standing: 'confirmed',
  dbh: 0.4,
  height: 12,
  vigour: 'fair',
  soundness: 'no weakness seen',
  hiddenDecay: 'none suspected',
  seenPercent: 100,
  risk: 'low',
  dueOn: '2026-06-10',
  dueBecause: 'vigour fair',
  lastVisitOn: '2025-06-10',
  ...more,
});
const candidate = (n: number, more: Partial<TreeBrief> = {}, rest: Partial<PlanCandidate> = {}): PlanCandidate => ({
  tree: tree(n, more),
  kind: 'return',
  look: null,
  putOff: null,
  takenBy: null,
  ...rest,
});
const somebody = { id: tree(900).id, name: 'Luk Vargas' };
const crew = (id: string, more: Partial<PlannedCrew> = {}): PlannedCrew => ({
  id,
  start: { ...CROSS, words: 'the yard' },
  end: null,
  from: '08:00',
  minutes: 120,
  by: 'foot',
  tools: ['mallet', 'probe', 'binoculars', 'tape', 'height'],
  pinned: [],
  ...more,
});
const plan = (
  candidates: PlanCandidate[],
  crews = [crew('a')],
  more: { without?: string[] } = {},
  network = null as ReturnType<typeof networkOf> | null,
) => planDay({ day: DAY, crews, candidates, times: stopTimes([]), without: [], ...more }, network);
const many = Array.from({ length: 60 }, (_, i) => candidate(i));

describe('a day planned', () => {
  it('what presses comes first, and is named where there is no time for it', () => {
    const pressing = candidate(59, { risk: 'extreme', soundness: 'act first' }, { kind: 'pressing' });
    const { rounds, left } = plan([...many.slice(0, 59), pressing]);
    expect(rounds[0]?.plan.stops.map(({ tag }) => tag)).toContain('Q 59');
    const far = candidate(59, { risk: 'extreme', ...placeAt(CROSS, { east: 60_000, north: 0 }) }, { kind: 'pressing' });
    const without = plan([...many.slice(0, 59), far]);
    expect(without.left[0]).toMatchObject({ tree: { tag: 'Q 59' }, because: 'no time', presses: true });
    expect(left.every(({ tree: { tag } }) => tag !== 'Q 59')).toBe(true);
  });
  it('every candidate that is worth anything is a stop or left with a reason; times and ways add up', () => {
    fc.assert(
      fc.property(
        fc.subarray(many, { minLength: 1, maxLength: 25 }),
        fc.integer({ min: 10, max: 400 }),
        fc.constantFrom<PlannedCrew['by'][]>('foot', 'car'),
        fc.boolean(),
        (some, minutes, by, back) => {
          const { rounds, left } = plan(some, [crew('a', { minutes, by, end: back ? { ...CROSS, words: 'the yard' } : null })]);
          const made = rounds[0]?.plan as (typeof rounds)[number]['plan'];
          expect([...made.stops.map(({ treeId }) => treeId), ...left.map((one) => one.tree.id)].sort()).toEqual(
            some.map((one) => one.tree.id).sort(),
          );
          expect(made.takes).toBeLessThanOrEqual(minutes + 1e-6);
          const stops = made.stops.reduce((sum, stop) => sum + stop.metres, 0);
          expect(made.metres).toBeGreaterThanOrEqual(stops - 1e-6);
          made.stops.forEach((stop, i) => {
            const before = made.stops[i - 1];
            if (before) expect(stop.arrive).toBeGreaterThanOrEqual(before.arrive + before.minutes - 1e-6);
          });
        },
      ),
      { numRuns: runs(30) },
    );
  });
  it('what is put off, taken by another crew or swapped stays away and says why; pinned, it is there all the same', () => {
    const off = candidate(
      1,
      {},
      { putOff: { id: tree(901).id, by: somebody, at: `${DAY}T08:00:00Z`, until: '2026-06-20', reason: 'road closed' } },
    );
    const taken = candidate(2, {}, { takenBy: somebody });
    const swapped = candidate(3);
    const { left, rounds } = plan([off, taken, swapped, candidate(4)], [crew('a')], { without: [swapped.tree.id] });
    expect(rounds[0]?.plan.stops.map(({ tag }) => tag)).toEqual(['Q 4']);
    expect(left.map(({ because, words }) => [because, words])).toEqual(
      expect.arrayContaining([
        ['put off', 'postponed to 2026-06-20 by Luk Vargas: road closed'],
        ['in another round', 'in the round of Luk Vargas'],
        ['swapped', 'removed from this round'],
      ]),
    );
    expect(plan([off], [crew('a', { pinned: [off.tree.id] })]).rounds[0]?.plan.stops).toMatchObject([{ tag: 'Q 1', pinned: true }]);
  });
  it('a put-off tree that presses is still told of', () => {
    const off = candidate(
      1,
      { risk: 'extreme' },
      { putOff: { id: tree(901).id, by: somebody, at: `${DAY}T08:00:00Z`, until: '2026-06-20', reason: 'road closed' } },
    );
    expect(plan([off, candidate(2)]).left[0]).toMatchObject({ tree: { tag: 'Q 1' }, presses: true });
  });
  it('a look in its season is a stop by itself, and more so in its last month', () => {
    const look = { trait: 'flower-colour', because: 'Flower colour in June', dueOn: '2026-06-30' };
    const early = { ...look, dueOn: '2026-08-31' };
    const later = { dueOn: '2027-06-01' };
    expect(worthOf(candidate(1, later, { look }), DAY)).toBeGreaterThan(worthOf(candidate(1, later, { look: early }), DAY));
    expect(worthOf(candidate(1, later), DAY)).toBe(0);
    const { rounds } = plan([candidate(1, later, { look, kind: 'look' })]);
    expect(rounds[0]?.plan.stops[0]).toMatchObject({ why: 'Flower colour in June', minutes: expect.closeTo(4, 6) });
  });
  it('one that waits for leaves in winter gives way to one that can be settled now; what presses never does', () => {
    const [bare, other] = [candidate(1, { vigour: 'not judged' }), candidate(2)];
    const at = { latitude: other.tree.latitude, longitude: other.tree.longitude };
    const same = { ...bare, tree: { ...bare.tree, ...at } };
    const winter = (one: PlanCandidate) =>
      planDay(
        {
          day: DAY,
          crews: [crew('a', { minutes: 14 })],
          candidates: [one, other],
          times: stopTimes([]),
          without: [],
          waitForLeaf: [one.tree.id],
        },
        null,
      ).rounds[0]?.plan.stops.map(({ tag }) => tag);
    expect(winter(same)).toEqual(['Q 2']);
    expect(winter({ ...same, tree: { ...same.tree, risk: 'extreme' } })).toEqual(['Q 1']);
  });
  it('says which tools a stop needs and the crew has not', () => {
    const hollow = candidate(1, { hiddenDecay: 'likely', soundness: 'serious weakness' });
    expect(neededTools(hollow)).toEqual(expect.arrayContaining(['mallet', 'probe']));
    expect(plan([hollow], [crew('a', { tools: [] })]).rounds[0]?.plan.stops[0]?.lacks).toEqual(expect.arrayContaining(['mallet', 'probe']));
    expect(plan([hollow]).rounds[0]?.plan.stops[0]?.lacks).toEqual([]);
  });
  it('goes along the streets where the town has some, tells how far it is, and can be stopped', () => {
    const [a, b] = [candidate(1), candidate(55)];
    const street = (...points: [number, number][]) =>
      points.map(([east, north]): [number, number] => {
        const { longitude, latitude } = placeAt(CROSS, { east, north });
        return [longitude, latitude];
      });
    const town = networkOf([street([0, 0], [90, 0], [90, -400], [450, -400], [450, 600])]);
    const shares: number[] = [];
    const made = planDay({ day: DAY, crews: [crew('a')], candidates: [a, b], times: stopTimes([]), without: [] }, town, (share) =>
      shares.push(share),
    );
    const straight = plan([a, b]).rounds[0]?.plan.metres as number;
    expect(made.rounds[0]?.plan.metres).toBeGreaterThan(straight * 1.5);
    expect(made.rounds[0]?.plan.line.length).toBeGreaterThan(4);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual([...shares].sort((x, y) => x - y));
    expect(() =>
      planDay({ day: DAY, crews: [crew('a')], candidates: [a, b], times: stopTimes([]), without: [] }, town, () => {
        throw new Error('stopped');
      }),
    ).toThrow('stopped');
  });
  it('three crews share what one could not do, each tree in one round', () => {
    const crews = ['a', 'b', 'c'].map((id, i) =>
      crew(id, { start: { ...placeAt(CROSS, { east: i * 300, north: 0 }), words: 'the yard' } }),
    );
    const shared = plan(many, crews).rounds.flatMap(({ plan: { stops } }) => stops.map(({ treeId }) => treeId));
    expect(new Set(shared).size).toBe(shared.length);
    expect(shared.length).toBeGreaterThan(2 * (plan(many).rounds[0]?.plan.stops.length ?? 0));
  });
});
