// What a word of a record stands for, as docs/engine.md says it. The weights are our own.
import { libraryOf, taxonOf, traitOf, type States } from '../../testing/toy';
import type { Stage, Taxon } from '../../knowledge';
import { modelOf } from './model';
import { separation, traitSeparation } from './separation';

const SHAPE = traitOf('shape', 'leaf', ['a', 'b', 'c', 'd', 'e']);
const BARK = traitOf('bark', 'bark', ['a', 'b', 'c', 'd', 'e']);
const LENGTH = traitOf('length', 'leaf', [], { number: { unit: 'cm', min: 0, max: 100, relativeError: 1e-9, absoluteError: 1e-9 } });
const model = (...taxa: Taxon[]) => modelOf(libraryOf([SHAPE, BARK, LENGTH], taxa));
const shape = (states: States) => taxonOf('Aa prima', { shape: states });
const chances = (taxon: Taxon, stage?: Stage) => {
  const expected = model(taxon).expect(0, 0, stage);
  return expected?.kind === 'states' ? [...expected.probability] : [];
};
const range = (name: string, from: number, to: number): Taxon =>
  ({ ...taxonOf(name, {}), traits: { length: { kind: 'range', from, to } } }) as unknown as Taxon;

describe('what a record lets one expect', () => {
  it('always, usually, sometimes, rarely and unwritten stand for their weights', () => {
    const [always = 0, usually = 0, sometimes = 0, rarely = 0, unwritten = 0] = chances(
      shape({ a: 'always', b: 'usually', c: 'sometimes', d: 'rarely' }),
      'mature',
    );
    expect(always + usually + sometimes + rarely + unwritten).toBeCloseTo(1, 12);
    expect(usually / always).toBeCloseTo(0.7 / 0.95, 9);
    expect(sometimes / always).toBeCloseTo(0.25 / 0.95, 9);
    expect(rarely / always).toBeCloseTo(0.05 / 0.95, 9);
    expect(unwritten / always).toBeCloseTo(0.002 / 0.95, 9);
  });
  it('of unknown age a tree is young, mature or old by 0.3, 0.5 and 0.2', () => {
    const taxon = shape({});
    taxon.traits.shape = { kind: 'states', young: { a: 'always' }, mature: { b: 'always' }, old: { c: 'always' } };
    const sure = 0.95 / (0.95 + 4 * 0.002);
    const stray = 0.002 / (0.95 + 4 * 0.002);
    const [young = 0, mature = 0, old = 0] = chances(taxon);
    expect(young).toBeCloseTo(0.3 * sure + 0.7 * stray, 9);
    expect(mature).toBeCloseTo(0.5 * sure + 0.5 * stray, 9);
    expect(old).toBeCloseTo(0.2 * sure + 0.8 * stray, 9);
  });
  it('a range covers 3.3 standard deviations about its middle', () =>
    expect(model(range('Aa prima', 10, 20)).expect(0, 2, 'mature')).toEqual({
      kind: 'number',
      mean: 15,
      sigma: expect.closeTo(10 / 3.3, 6),
    }));
});

describe('how far two records are apart', () => {
  it('where one is silent nobody knows', () => {
    const m = model(taxonOf('Aa prima', { shape: { a: 'always' } }), taxonOf('Aa altera', { bark: { a: 'always' } }));
    expect([traitSeparation(m, 0, 1, 0), traitSeparation(m, 1, 0, 0), traitSeparation(m, 0, 1, 1)]).toEqual([null, null, null]);
    expect(separation(m, 0, 1)).toBe(0);
  });
  it('numbers of one spread by half the squared distance in standard deviations (Kullback-Leibler of two normals)', () => {
    const m = model(range('Aa prima', 10, 20), range('Aa altera', 12, 22));
    expect(traitSeparation(m, 0, 1, 2)).toBeCloseTo((2 / (10 / 3.3)) ** 2 / 2, 9);
  });
  it('a mark counts in its own line and in no other', () => {
    const m = model(
      taxonOf('Aa prima', { shape: { a: 'usually', b: 'sometimes' } }),
      taxonOf('Aa altera', { shape: { a: 'sometimes', b: 'usually' } }),
    );
    const alone = traitSeparation(m, 0, 1, 0) ?? NaN;
    expect(separation(m, 0, 1)).toBeGreaterThan(0.9 * alone);
    expect(separation(m, 0, 1)).toBeLessThan(alone + 0.05);
  });
});
