// What must hold for any tree and any marks, not only for those somebody thought of.
import fc from 'fast-check';
import { recordMonths } from '../time/season';
import { testLibrary } from '../testing/library';
import { CERTAINTIES, type Observation } from '../record/observation';
import { weigh } from './model/likelihood';
import { modelOf } from './model/model';
import { rank } from './model/rank';
import { runs } from '../testing/sample';

const model = modelOf(testLibrary);
const withStates = testLibrary.traits.filter((trait) => trait.states.length > 0);
const observation = fc
  .tuple(
    fc.constantFrom(...withStates),
    fc.nat(),
    fc.constantFrom(...CERTAINTIES),
    fc.constantFrom('tree', 'ground', 'specimen') as fc.Arbitrary<Observation['source']>,
  )
  .map(([trait, n, certainty, source]): Observation => ({
    trait: trait.id,
    state: trait.states[n % trait.states.length]?.id,
    certainty,
    source,
  }));
const look = fc.uniqueArray(observation, { selector: (o) => o.trait, minLength: 1, maxLength: 9 });
const run = (observations: Observation[]) => rank(model, { date: '2026-06-15', latitude: 46, lifeStage: 'mature', observations });
const probabilities = (observations: Observation[]) => new Map(run(observations).candidates.map((c) => [c.taxon.name, c.probability]));

describe('whatever was seen', () => {
  it('the order of the answers does not matter', () => {
    fc.assert(
      fc.property(
        look.chain((marks) => fc.tuple(fc.constant(marks), fc.shuffledSubarray(marks, { minLength: marks.length }))),
        ([marks, shuffled]) => {
          const [a, b] = [probabilities(marks), probabilities(shuffled)];
          for (const [name, p] of a) expect(b.get(name)).toBeCloseTo(p, 9);
        },
      ),
      { numRuns: runs(60) },
    );
  });
  it('probabilities sum to one and nothing is ruled out', () => {
    fc.assert(
      fc.property(look, (marks) => {
        const all = run(marks).candidates.map((c) => c.probability);
        expect(all.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
        expect(Math.min(...all)).toBeGreaterThan(0);
      }),
      { numRuns: runs(60) },
    );
  });
  it('more doubt about a mark never raises the certainty it gives: between any two taxa its odds only shrink', () => {
    fc.assert(
      fc.property(observation, fc.nat({ max: model.taxa.length - 1 }), fc.nat({ max: model.taxa.length - 1 }), (mark, a, b) => {
        const odds = (['sure', 'fairly', 'guess'] as const).map((certainty) => {
          const { logRatio } = weigh(model, { ...mark, certainty }, { month: 6, months: [6], stage: 'mature', planted: undefined });
          return Math.abs((logRatio[a] as number) - (logRatio[b] as number));
        }) as [number, number, number];
        expect(odds[0]).toBeGreaterThanOrEqual(odds[1] - 1e-12);
        expect(odds[1]).toBeGreaterThanOrEqual(odds[2] - 1e-12);
      }),
      { numRuns: runs(400) },
    );
  });
  it('and one mark alone never makes the leading name surer when it is doubted', () => {
    fc.assert(
      fc.property(observation, (mark) => {
        const lead = (certainty: Observation['certainty']) => Math.max(...probabilities([{ ...mark, certainty }]).values());
        expect(lead('sure')).toBeGreaterThanOrEqual(lead('fairly') - 1e-12);
        expect(lead('fairly')).toBeGreaterThanOrEqual(lead('guess') - 1e-12);
      }),
      { numRuns: runs(80) },
    );
  });
  it('a silent record never loses by its silence where the trait can exist on it: the mark leaves it where it was', () => {
    fc.assert(
      fc.property(observation, (mark) => {
        const { logRatio } = weigh(model, mark, { month: null, months: recordMonths(undefined, 46), stage: 'mature', planted: undefined });
        model.taxa.forEach((taxon, t) => {
          const can = model.exists(model.traitIndex(mark.trait), 'mature')[t] as number;
          if (taxon.traits[mark.trait] === undefined && can === 1) expect(logRatio[t]).toBe(0);
          // Where the trait cannot exist the mark denies the tree, and never more than an error allows.
          if (taxon.traits[mark.trait] === undefined) expect(logRatio[t]).toBeGreaterThanOrEqual(Math.log(0.03));
        });
      }),
      { numRuns: runs(200) },
    );
  });
  it('and a taxon that loses the trait from its record does no worse than one that contradicts the mark', () => {
    fc.assert(
      fc.property(observation, fc.nat({ max: model.taxa.length - 1 }), (mark, t) => {
        const taxon = testLibrary.taxa[t];
        const { logRatio, stance } = weigh(model, mark, {
          month: null,
          months: recordMonths(undefined, 46),
          stage: 'mature',
          planted: undefined,
        });
        if (!taxon || stance[t] !== 2) return;
        const { [mark.trait]: _gone, ...traits } = taxon.traits;
        const silent = modelOf({ ...testLibrary, taxa: testLibrary.taxa.map((other) => (other === taxon ? { ...taxon, traits } : other)) });
        const after = weigh(silent, mark, { month: null, months: recordMonths(undefined, 46), stage: 'mature', planted: undefined })
          .logRatio[t] as number;
        expect(after).toBeGreaterThanOrEqual((logRatio[t] as number) - 1e-12);
      }),
      { numRuns: runs(40) },
    );
  });
});
