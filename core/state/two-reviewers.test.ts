import fc from 'fast-check';
import type { ReviewView } from '../contracts/api';
import { reviewersDiffer, standingNameOf, type NameGiven } from './name';
import { asksSecondLook, lotOf } from '../review/second-look';
import { runs } from '../testing/sample';

// Two reviewers at one visit, each without knowing of the other: neither may outdo the other unseen.

const VISIT = { id: 'v1', finishedAt: '2026-06-01T10:00:00.000Z', amends: null, look: { day: '2026-06-01' } };
const given = (taxon: string, at: string, source: 'visit' | 'review' = 'visit'): NameGiven => ({
  id: `${source}-${at}-${taxon}`,
  visitId: 'v1',
  at,
  taxon,
  level: 'species',
  source,
});
const review = (id: string, verdict: ReviewView['verdict'], at: string, knew: string[] | null, taxon: string | null = null) => ({
  id,
  visitId: 'v1',
  at,
  verdict,
  knew,
  taxon,
});
const ACER = 'Acer rubrum';
const OTHER = 'Acer saccharinum';
const AT = { one: '2026-06-02T08:00:00.000Z', two: '2026-06-02T08:05:00.000Z', three: '2026-06-03T08:00:00.000Z' };
const first = given(ACER, '2026-06-01T10:00:00.000Z');
const named = (reviews: ReturnType<typeof review>[]) =>
  standingNameOf(
    [first, ...reviews.filter((r) => r.verdict === 'overturn').map((r) => given(r.taxon ?? '', r.at, 'review'))],
    reviews,
    [VISIT],
    'UTC',
  );

describe('two reviewers at once', () => {
  const confirms = review('a', 'confirm', AT.one, []);
  const overturns = review('b', 'overturn', AT.two, [], OTHER);
  it('a confirmation and an overturning that did not know each other leave the name contested, and a further look is needed', () => {
    expect(named([confirms, overturns]).standing).toBe('contested');
    expect(reviewersDiffer([confirms, overturns], 'v1')).toBe(true);
  });
  it('one who knew both settles it', () => {
    const third = review('c', 'confirm', AT.three, ['a', 'b']);
    expect(named([confirms, overturns, third])).toMatchObject({ standing: 'confirmed', named: { taxon: ACER } });
    expect(reviewersDiffer([confirms, overturns, third], 'v1')).toBe(false);
  });
  it('one who knew the first outdoes it, as before', () => {
    const knowing = { ...overturns, knew: ['a'] };
    expect(named([confirms, knowing])).toMatchObject({ standing: 'overturned', named: { taxon: OTHER } });
    expect(reviewersDiffer([confirms, knowing], 'v1')).toBe(false);
  });
  it('a question that the one who confirmed did not know of stays asked', () => {
    const asks = review('q', 'question', AT.one, []);
    const sure = review('s', 'confirm', AT.two, []);
    expect(named([asks, sure]).standing).toBe('questioned');
    expect(named([asks, { ...sure, knew: ['q'] }]).standing).toBe('confirmed');
  });
  it('an older app, which does not say what it knew, is taken as before', () => {
    expect(
      named([
        { ...confirms, knew: null },
        { ...overturns, knew: null },
      ]).standing,
    ).toBe('overturned');
  });
  it('two who said the same agree', () => {
    expect(reviewersDiffer([confirms, review('d', 'confirm', AT.two, [])], 'v1')).toBe(false);
    const again = review('e', 'overturn', AT.three, [], OTHER);
    expect(named([overturns, again]).standing).toBe('overturned');
  });
  it('whatever the order in which they arrive, the same name stands and stands alike', () => {
    const all = [confirms, overturns, review('q', 'question', AT.three, ['a'])];
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: 3 }), (some) => {
        const { named: name, standing } = named(some);
        expect([name?.taxon, standing]).toEqual([named(all).named?.taxon, named(all).standing]);
      }),
    );
  });
  it('of any two words that did not know each other and say otherwise, none is held for settled', () => {
    const word = fc.record({
      verdict: fc.constantFrom<ReviewView['verdict'][]>('confirm', 'question', 'overturn'),
      taxon: fc.constantFrom(OTHER, 'Acer platanoides'),
      minute: fc.integer({ min: 0, max: 50 }),
    });
    fc.assert(
      fc.property(word, word, (a, b) => {
        const at = (minute: number) => `2026-06-02T08:${String(minute).padStart(2, '0')}:00.000Z`;
        const one = review('a', a.verdict, at(a.minute), [], a.verdict === 'overturn' ? a.taxon : null);
        const two = review('b', b.verdict, at(b.minute), [], b.verdict === 'overturn' ? b.taxon : null);
        if (!reviewersDiffer([one, two], 'v1')) return;
        const { standing, named: name } = named([one, two]);
        // A question about a name that another reviewer overturned falls with that name; everything else stays open.
        const asked = [one, two].some((r) => r.verdict === 'question') && name?.taxon !== ACER;
        if (!asked) expect(['contested', 'questioned']).toContain(standing);
      }),
      { numRuns: runs(2000) },
    );
  });
});

describe('who answers first', () => {
  const item = (id: string, weight = 1) => ({ weight, visit: { id } });
  const ids = Array.from(
    { length: 2000 },
    (_, i) => `0197f${String(i).padStart(4, '0')}-0000-7000-8000-${String(i * 7919).padStart(12, '0')}`,
  );
  it('is drawn at random by the share that is asked for, and the same each time', () => {
    for (const share of [10, 50, 90]) {
      const asked = ids.filter((id) => asksSecondLook(item(id), share)).length / ids.length;
      expect(Math.abs(asked - share / 100)).toBeLessThan(0.04);
    }
    expect(lotOf(ids[7] as string)).toBe(lotOf(ids[7] as string));
  });
  it('a greater share asks for all that a smaller one does', () => {
    fc.assert(
      fc.property(fc.uuid(), fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }), (id, a, b) => {
        if (asksSecondLook(item(id), Math.min(a, b))) expect(asksSecondLook(item(id), Math.max(a, b))).toBe(true);
      }),
    );
  });
  it('what is in doubt is always asked, unless nobody is', () => {
    for (const id of ids.slice(0, 50)) {
      expect(asksSecondLook(item(id, 8), 1)).toBe(true);
      expect(asksSecondLook(item(id, 8), 0)).toBe(false);
      expect(asksSecondLook(item(id), 100)).toBe(true);
    }
  });
});
