// What a district's record teaches the naming: it orders the names, and never decides one. Held over the whole library.
import fc from 'fast-check';
import { genusOf } from '../../knowledge';
import type { KindCount, Stock } from '../../record/stock';
import { see } from '../../testing/see';
import { testLibrary } from '../../testing/library';
import { identify } from '../identify';
import { modelOf } from '../model/model';
import { rank } from '../model/rank';
import { identifyRequest } from '../request';
import { learnt, PSEUDO_COUNTS } from './stock';
import { runs } from '../../testing/sample';

const { taxa, districts } = testLibrary;
const model = modelOf(testLibrary);
const [district] = districts;
const names = taxa.map((taxon) => taxon.name);
const count = (taxon: string, confirmed: number, listed = 0, wild = false): KindCount => ({ taxon, wild, confirmed, listed });
const kind = fc.record({
  taxon: fc.oneof(fc.constantFrom(...names), fc.constantFrom(...new Set(names.map(genusOf))), fc.constant('Nonesuch arbor')),
  wild: fc.boolean(),
  confirmed: fc.nat(5000),
  listed: fc.nat(50_000),
});
const record = fc.array(kind, { maxLength: 30 });
const flat = Float64Array.from(taxa, (_, t) => 0.1 + (t % 7) / 7);
const sum = (xs: Iterable<number>) => [...xs].reduce((a, b) => a + b, 0);

describe('what the record is worth', () => {
  it('is the mean of a Dirichlet distribution: file and trees added up as counts', () => {
    // By hand: two kinds, the file says one to three, of 100 confirmed trees 60 are the first.
    const two = taxa.slice(0, 2);
    const weights = Float64Array.from([1, 3]);
    const [first, second] = learnt(two, weights, [count(two[0]?.name ?? '', 60), count(two[1]?.name ?? '', 40)], false);
    const { file } = PSEUDO_COUNTS;
    expect(first).toBeCloseTo((4 * (file * 0.25 + 60)) / (file + 100), 12);
    expect(second).toBeCloseTo((4 * (file * 0.75 + 40)) / (file + 100), 12);
  });
  it('counts a confirmed tree twice as much as one that only a list names', () => {
    const byReview = learnt(taxa, flat, [count(names[0] ?? '', 100)], false);
    const byList = learnt(taxa, flat, [count(names[0] ?? '', 0, 200)], false);
    expect([...byList]).toEqual([...byReview]);
  });
  it('leaves the sum, and no kind less than a tenth of what the file gives it, however long the record', () => {
    fc.assert(
      fc.property(record, fc.boolean(), (stock, wild) => {
        const weights = learnt(taxa, flat, stock, wild);
        expect(sum(weights)).toBeCloseTo(sum(flat), 9);
        weights.forEach((weight, t) => expect(weight).toBeGreaterThan(0.0999 * (flat[t] as number)));
      }),
      { numRuns: runs(200) },
    );
  });
  it('never lowers a kind for another tree of it', () => {
    fc.assert(
      fc.property(record, fc.constantFrom(...names), fc.constantFrom('confirmed' as const, 'listed' as const), (stock, name, ground) => {
        const t = names.indexOf(name);
        const more: Stock = [...stock, { ...count(name, 0), [ground]: 1 }];
        expect(learnt(taxa, flat, more, false)[t]).toBeGreaterThanOrEqual((learnt(taxa, flat, stock, false)[t] as number) * (1 - 1e-12));
      }),
      { numRuns: runs(200) },
    );
  });
  it('shares a name that stops at the genus out among its kinds, and gives nothing to other trees', () => {
    const limes = learnt(taxa, flat, [count('Tilia', 0, 100)], false);
    taxa.forEach((taxon, t) => {
      if (genusOf(taxon.name) === 'Tilia') expect(limes[t]).toBeGreaterThan(flat[t] as number);
      else expect(limes[t]).toBeLessThan(flat[t] as number);
    });
  });
  it('counts wild trees for wild ones only', () => {
    expect([...learnt(taxa, flat, [count(names[0] ?? '', 100, 0, true)], false)]).toEqual([...flat]);
  });
  it('is nothing where the library knows none of the names', () => {
    expect([...learnt(taxa, flat, [count('Nonesuch arbor', 900, 900)], false)]).toEqual([...flat]);
  });
});

const request = (observations: readonly object[], stock?: Stock) =>
  identifyRequest.parse({ date: '2026-06-15', district: district?.id, planted: true, observations, ...(stock ? { stock } : {}) });

describe('a town teaches the naming', () => {
  const LIME = [see('leaf-base', 'lopsided'), see('leaf-shape', 'heart'), see('arrangement', 'alternate')];
  it('puts the lime it plants before the limes it does not', () => {
    const lead = (stock?: Stock) => identify(testLibrary, request(LIME, stock)).ranking.candidates[0]?.taxon.name;
    expect(lead([count('Tilia tomentosa', 300)])).toBe('Tilia tomentosa');
    expect(lead([count('Tilia cordata', 300)])).toBe('Tilia cordata');
  });
  it('confirms no name that the marks would not confirm alone', () => {
    const traits = testLibrary.traits.filter((trait) => trait.states.length > 0);
    const mark = fc.constantFrom(...traits).chain((trait) => fc.constantFrom(...trait.states).map((state) => see(trait.id, state.id)));
    fc.assert(
      fc.property(fc.array(mark, { minLength: 3, maxLength: 9 }), fc.constantFrom(...names), (observations, common) => {
        const taught = identify(testLibrary, request(observations, [count(common, 5000)]));
        if (!taught.confirmation.met) return;
        const alone = identify(testLibrary, request(observations));
        expect(alone.confirmation.met).toBe(true);
        expect(taught.ranking.candidates[0]?.taxon).toBe(alone.ranking.candidates[0]?.taxon);
      }),
      { numRuns: runs(60) },
    );
  });
  it('says so where a name would be confirmed only because it is common', () => {
    // What firs and spruces share, and the bark of a spruce, in a town that has nothing but firs.
    const shared = [
      ...[see('habit', 'single-stem'), see('leader', 'excurrent'), see('branch-density', 'medium'), see('bark-texture', 'scaly-plates')],
      ...[see('twig-smell', 'resinous'), see('bud-surface', 'smooth'), see('bud-scales', 'many'), see('leaf-type', 'needle')],
      ...[see('flower-form', 'minute'), see('fruit-type', 'cone'), see('stem-base', 'plain'), see('twig-thickness', 'medium')],
    ];
    const alone = identify(testLibrary, request(shared));
    const taught = identify(testLibrary, request(shared, [count('Abies alba', 5000)]));
    expect(alone.ranking.candidates[0]?.taxon.name).not.toBe('Abies alba');
    expect(taught.ranking.candidates[0]?.taxon.name).toBe('Abies alba');
    expect(taught.confirmation).toMatchObject({
      met: false,
      why: expect.stringMatching(/^Abies alba leads because it is common here/),
    });
  });
  it('is refused with the field where a count is no count', () => {
    expect(() => request([], [count('Tilia cordata', -3)])).toThrow(/confirmed/);
  });
  it('leaves the share of what the library does not hold where it was, if nothing was seen', () => {
    const beyond = (stock?: Stock) => rank(model, request([], stock)).beyond.probability;
    expect(beyond([count('Celtis occidentalis', 500)])).toBeGreaterThan(0.5 * beyond());
    expect(beyond([count('Celtis occidentalis', 500)])).toBeLessThan(2 * beyond());
  });
});
