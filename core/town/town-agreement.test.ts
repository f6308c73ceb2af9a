import fc from 'fast-check';
import type { ReviewView, VisitView } from '../contracts/api';
import { identify } from '../naming';
import { errorOf } from '../naming/model/likelihood';
import { randomFrom } from '../maths/random';
import { testLibrary } from '../testing/library';
import { testVisit } from '../testing/record';
import { errorBench, type SettledCase } from './error-bench';
import { readTwice, type Reading } from './read-twice';
import { errorModel, markErrors, townAgreement } from './town-agreement';

const by = (id: string) => ({ id, name: id });
const visit = (
  treeId: string,
  rater: string,
  day: string,
  look: Partial<VisitView['look']> = {},
  more: Partial<VisitView> = {},
): VisitView => {
  const one = testVisit(day);
  return { ...one, id: `${treeId}-${rater}-${day}`, treeId, by: by(rater), look: { ...one.look, ...look }, ...more };
};
const mark = (trait: string, state: string) => ({ trait, state, certainty: 'sure' as const, source: 'tree' as const });

describe('what was read twice', () => {
  it('visits of two people within a season are held beside each other, those of another year or of one person are not', () => {
    const seen = { observations: [mark('bark-texture', 'smooth')] };
    const all = [
      visit('t1', 'a', '2026-06-01', seen),
      visit('t1', 'b', '2026-06-20', { observations: [mark('bark-texture', 'furrowed')] }),
      visit('t1', 'b', '2025-06-20', seen),
      visit('t2', 'a', '2026-06-01', seen),
      visit('t2', 'a', '2026-06-02', seen),
    ];
    const bark = readTwice(testLibrary, all, []).filter(({ item }) => item === 'trait/bark-texture');
    expect(bark.map(({ rater, value }) => [rater, value])).toEqual([
      ['a', 'smooth'],
      ['b', 'furrowed'],
    ]);
  });
  it('a sign that one of them could not have found is no disagreement', () => {
    const cavity = { id: 'cavity', zone: 'stem-n' as const, key: 'c' };
    const looked = visit('t1', 'a', '2026-06-01', { looked: ['stem-n'], signs: [cavity] });
    const away = visit('t1', 'b', '2026-06-02', { looked: ['stem-s'] });
    const there = visit('t1', 'b', '2026-06-02', { looked: ['stem-n'] });
    const of = (all: VisitView[]) => readTwice(testLibrary, all, []).filter(({ item }) => item === 'sign/cavity');
    expect(of([looked, away])).toHaveLength(1);
    expect(of([looked, there]).map(({ value }) => value)).toEqual(['seen', 'not seen']);
  });
  it('of a review, the name and bands said first count as apart, points as said with the answer before them', () => {
    const one = visit('t1', 'a', '2026-06-01', { observations: [mark('bark-texture', 'smooth'), mark('arrangement', 'opposite')] });
    const review = {
      visitId: one.id,
      by: by('r'),
      secondLook: 'Acer rubrum',
      bands: { vigour: 'fair', soundness: null },
      points: [
        { point: 'trait/bark-texture', reads: 'differs', says: 'furrowed' },
        { point: 'trait/arrangement', reads: 'agrees', says: null },
      ],
    } satisfies Pick<ReviewView, 'visitId' | 'by' | 'secondLook' | 'bands' | 'points'>;
    const named = { ...one, name: { ...(one.name ?? {}), taxon: 'Acer saccharinum' } as VisitView['name'] };
    const said = readTwice(testLibrary, [named], [review]).filter(({ rater }) => rater === 'r');
    expect(said.map(({ item, value, apart }) => [item, value, apart])).toEqual(
      expect.arrayContaining([
        ['name', 'Acer rubrum', true],
        ['trait/bark-texture', 'furrowed', false],
        ['trait/arrangement', 'opposite', false],
      ]),
    );
  });
});

const reading = (unit: string, item: string, rater: string, value: string): Reading => ({ unit, item, rater, value, apart: true });

describe('how far people agree', () => {
  it('on sizes by the share within what repeat readings differ by, on bands by their order, on marks with what is mixed up', () => {
    const readings = [
      ...['1', '2', '3', '4'].flatMap((unit) => [
        reading(unit, 'size/dbh', 'a', '0.4'),
        reading(unit, 'size/dbh', 'b', unit === '4' ? '0.45' : '0.401'),
        reading(unit, 'scale/vigour', 'a', unit === '1' ? 'thriving' : 'fair'),
        reading(unit, 'scale/vigour', 'b', unit === '1' ? 'thriving' : unit === '2' ? 'strained' : 'fair'),
        reading(unit, 'trait/bark-texture', 'a', 'smooth'),
        reading(unit, 'trait/bark-texture', 'b', unit === '1' ? 'furrowed' : 'smooth'),
      ]),
    ];
    const of = (item: string) => townAgreement(readings).find((one) => one.item === item);
    expect(of('size/dbh')?.percent).toBe(75);
    expect(of('scale/vigour')).toMatchObject({ units: 4, percent: 75 });
    expect(of('scale/vigour')?.cohen?.weighted).not.toBeNull();
    expect(of('trait/bark-texture')?.mixedUp).toEqual([{ a: 'furrowed', b: 'smooth', times: 1 }]);
  });
});

/** Simulated people who read a mark of trees wrong in a share of the cases. */
function simulated(trait: string, states: readonly string[], error: number, trees: number, seed: number): Reading[] {
  const random = randomFrom(seed);
  const pick = (list: readonly string[]) => list[Math.floor(random() * list.length)] as string;
  return Array.from({ length: trees }, (_, i) => {
    const truth = pick(states);
    return ['a', 'b', 'c'].map((rater) =>
      reading(`t${i}`, `trait/${trait}`, rater, random() < error ? pick(states.filter((state) => state !== truth)) : truth),
    );
  }).flat();
}

describe('a mark’s own errors', () => {
  it('are recovered from simulated people within a few points, and a mark that is hard is told from one that is easy', () => {
    for (const planted of [0.05, 0.15, 0.3]) {
      const [found] = markErrors(testLibrary, simulated('bark-texture', ['smooth', 'furrowed', 'plated'], planted, 400, 3));
      expect(Math.abs((found?.seen ?? 0) - planted)).toBeLessThan(0.03);
    }
  });
  it('of few readings stay near what is stated', () => {
    const [found] = markErrors(testLibrary, simulated('bark-texture', ['smooth', 'furrowed'], 0.5, 2, 4));
    expect(found?.error).toBeLessThan(0.15);
    expect(
      markErrors(testLibrary, [reading('1', 'trait/arrangement', 'a', 'opposite'), reading('1', 'trait/arrangement', 'b', 'opposite')])[0]
        ?.error,
    ).toBeLessThan(0.04);
  });
  it('name no person, and lie within bounds whatever was read', () => {
    const any = fc.array(
      fc.record({
        unit: fc.constantFrom('1', '2', '3', '4', '5'),
        item: fc.constant('trait/bark-texture'),
        rater: fc.constantFrom('a', 'b', 'c'),
        value: fc.constantFrom('smooth', 'furrowed', 'plated'),
        apart: fc.boolean(),
      }),
      { maxLength: 15 },
    );
    fc.assert(
      fc.property(any, (readings) => {
        for (const found of markErrors(testLibrary, readings)) {
          expect(found.error).toBeGreaterThanOrEqual(0.01);
          expect(found.error).toBeLessThanOrEqual(0.45);
          expect(JSON.stringify(found)).not.toContain('"rater"');
        }
      }),
    );
  });
});

describe('a town’s own errors in naming', () => {
  const observations = [mark('arrangement', 'opposite'), mark('bark-texture', 'smooth'), mark('leaf-lobes', 'palmate')];
  const request = { date: '2026-06-15', latitude: 45.62, rule: 'three-lines' as const, observations };
  it('a mark that is often read wrong says less: nothing it speaks for gains, nothing it speaks against is ruled out further', () => {
    const stated = identify(testLibrary, request);
    expect(identify(testLibrary, { ...request, errors: {} }).ranking.candidates[0]?.probability).toBe(
      stated.ranking.candidates[0]?.probability,
    );
    const unsure = identify(testLibrary, { ...request, errors: { arrangement: 0.4, 'bark-texture': 0.4, 'leaf-lobes': 0.4 } });
    const spread = (result: typeof stated) =>
      result.ranking.candidates.reduce((sum, { probability: p }) => sum - (p > 0 ? p * Math.log(p) : 0), 0);
    expect(spread(unsure)).toBeGreaterThan(spread(stated));
  });
  it('a guess is never taken for better than stated', () => {
    expect(errorOf({ certainty: 'guess', source: 'tree' }, 0.01)).toBe(errorOf({ certainty: 'guess', source: 'tree' }));
    expect(errorOf({ certainty: 'sure', source: 'tree' }, 0.2)).toBeCloseTo(0.2, 9);
  });
  it('the bench says what it changes: where one mark is read wrong nearly every second time, its learnt error names better', () => {
    const random = randomFrom(8);
    const states = (id: string) => testLibrary.traits.find((trait) => trait.id === id)?.states ?? [];
    const cases = testLibrary.taxa
      .filter(({ traits }) => traits['bark-texture'] && Object.keys(traits).length > 8)
      .slice(0, 60)
      .map(({ name, traits }): SettledCase => {
        const seen = Object.entries(traits).flatMap(([id, held]) => {
          const best = held.kind === 'states' ? Object.keys(held.mature)[0] : undefined;
          return best === undefined ? [] : [mark(id, best)];
        });
        const bark = seen.filter(({ trait }) => trait === 'bark-texture');
        const others = states('bark-texture').filter(({ id }) => id !== bark[0]?.state);
        const misread = bark.map((one) =>
          random() < 0.45 ? { ...one, state: others[Math.floor(random() * others.length)]?.id ?? one.state } : one,
        );
        return {
          day: '2026-06-15',
          latitude: 45.62,
          planted: true,
          observations: [...misread, ...seen.filter(({ trait }) => trait !== 'bark-texture').slice(0, 5)],
          taxon: name,
        };
      });
    const found = errorBench(testLibrary, cases, { 'bark-texture': 0.45 });
    expect(found.cases).toBe(60);
    expect(found.own.logScore).toBeGreaterThan(found.stated.logScore);
    expect(errorBench(testLibrary, cases.slice(0, 3), {})).toMatchObject({ onlyStated: 0, onlyOwn: 0 });
    expect(errorModel([{ trait: 'x', error: 0.123456, seen: 0, readings: 3, confusions: [] }])).toEqual({ x: 0.1235 });
  });
});
