import fc from 'fast-check';
import { addDays } from '../time/dates';
import { isPressing, pickRound, urgency, type Candidate } from './pick';

const TODAY = '2026-06-15';
const tree = (id: string, part: Partial<Candidate> = {}): Candidate => ({
  id,
  latitude: 45,
  longitude: 3,
  dueOn: TODAY,
  risk: null,
  soundness: null,
  ...part,
});
const some = fc.record({
  id: fc.uuid(),
  latitude: fc.double({ min: 45, max: 45.2, noNaN: true }),
  longitude: fc.double({ min: 3, max: 3.2, noNaN: true }),
  dueOn: fc.integer({ min: -900, max: 90 }).map((days) => addDays(TODAY, days)),
  risk: fc.constantFrom(null, 'low', 'moderate', 'high', 'extreme'),
  soundness: fc.constantFrom(null, 'no weakness seen', 'weakness', 'serious weakness', 'act first'),
});

describe('the stops of a round', () => {
  it('hazard weighs more than any number of days overdue, and each day over weighs something at first', () => {
    const old = tree('a', { dueOn: '2020-01-01' });
    expect(urgency(tree('b', { risk: 'high' }), TODAY)).toBeGreaterThan(urgency(old, TODAY));
    expect(urgency(tree('c', { soundness: 'act first' }), TODAY)).toBeGreaterThan(urgency(old, TODAY));
    expect(urgency(tree('d', { dueOn: '2026-06-14' }), TODAY)).toBeGreaterThan(urgency(tree('e'), TODAY));
    expect(urgency(tree('f', { dueOn: null }), TODAY)).toBe(0);
  });
  it('more bad news never makes a tree less urgent', () => {
    const worse = {
      risk: [null, 'low', 'moderate', 'high', 'extreme'],
      soundness: [null, 'weakness', 'serious weakness', 'act first'],
    } as const;
    fc.assert(
      fc.property(some, fc.constantFrom('risk', 'soundness'), fc.nat(3), (one, what, n) => {
        const words = worse[what as keyof typeof worse];
        const at = Math.min(n, words.length - 2);
        const [mild, grave] = [
          { ...one, [what]: words[at] },
          { ...one, [what]: words[at + 1] },
        ];
        expect(urgency(grave, TODAY)).toBeGreaterThanOrEqual(urgency(mild, TODAY));
        if (isPressing(mild, TODAY)) expect(isPressing(grave, TODAY)).toBe(true);
      }),
    );
  });
  it('are no more than asked for, each once, and what presses is a stop or told', () => {
    fc.assert(
      fc.property(fc.uniqueArray(some, { selector: ({ id }) => id, maxLength: 60 }), fc.integer({ min: 1, max: 20 }), (trees, most) => {
        const { stops, elsewhere } = pickRound(trees, TODAY, most);
        expect(stops.length).toBe(Math.min(most, trees.length));
        expect(new Set(stops).size).toBe(stops.length);
        const told = new Set([...stops, ...elsewhere].map(({ id }) => id));
        for (const one of trees.filter((t) => isPressing(t, TODAY))) expect(told.has(one.id)).toBe(true);
      }),
    );
  });
  it('are of what is somebody’s own, and what presses of others is told all the same', () => {
    fc.assert(
      fc.property(fc.uniqueArray(some, { selector: ({ id }) => id, maxLength: 60 }), fc.nat(3), (trees, n) => {
        const isOwn = ({ id }: Candidate) => id.length % 4 === n || (id.codePointAt(0) ?? 0) % 2 === 0;
        const own = trees.filter(isOwn);
        const { stops, elsewhere } = pickRound(trees, TODAY, 5, undefined, isOwn);
        expect(stops).toEqual(pickRound(own, TODAY, 5).stops);
        const told = new Set([...stops, ...elsewhere].map(({ id }) => id));
        for (const one of trees.filter((t) => isPressing(t, TODAY))) expect(told.has(one.id)).toBe(true);
      }),
    );
  });
  it('of two alike the nearer one is taken, seen from where somebody stands', () => {
    const [near, far] = [tree('far-by-name', { latitude: 45.001 }), tree('a-near-by-name', { latitude: 45.1 })];
    expect(pickRound([far, near], TODAY, 1, { latitude: 45, longitude: 3 }).stops).toEqual([near]);
    expect(pickRound([far, near], TODAY, 1, { latitude: 45.1, longitude: 3 }).stops).toEqual([far]);
  });
  it('a round without trees has no stop', () => expect(pickRound([], TODAY, 5)).toEqual({ stops: [], elsewhere: [] }));
});
