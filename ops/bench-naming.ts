import { modelOf } from '@dendrix/core/naming';
import {
  brierScore,
  calibrationError,
  fitsOfHeld,
  leftOut,
  looksUntil,
  LIMITS,
  namedAt,
  NEEDS,
  openTrials,
  rankTree,
  reliabilityTable,
  simulatedTree,
  statements,
  tellingLook,
  type Met,
  type OpenTrial,
  type Strategy,
} from '@dendrix/core/naming/calibrate';
import { randomFrom } from '@dendrix/core/maths';
import { genusOf, type Library } from '@dendrix/core/knowledge';

const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
const mean = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;

/** How well the naming keeps its word: stated against came true, looks needed, and trees that the library does not hold. */
export function naming(library: Library): void {
  const model = modelOf(library);
  const all = statements(model, 12, [3, 6, 10, 15, 20, 30], randomFrom(1));
  console.log(`\n${all.length} statements of simulated observers on ${library.taxa.length} taxa, all months, 3 to 30 marks`);
  console.log(`Brier score ${brierScore(all).toFixed(4)}, mean distance of stated and came true ${calibrationError(all).toFixed(4)}`);
  console.log('stated      number  mean   came true');
  for (const row of reliabilityTable(all)) {
    console.log(
      `${row.from.toFixed(1)} to ${row.to.toFixed(1)}  ${String(row.count).padStart(6)}  ${row.stated.toFixed(3)}  ${row.cameTrue.toFixed(3)}`,
    );
  }

  console.log(
    '\nthe same by season, south of the equator, and with marks that are simply wrong: Brier score, distance, first right when stated over 0.9',
  );
  const met: [string, Met][] = [
    ['in leaf, June to August', { months: [6, 7, 8] }],
    ['leafless, December to February', { months: [12, 1, 2] }],
    ['between, the other six', { months: [3, 4, 5, 9, 10, 11] }],
    ['south of the equator', { south: true }],
    ['one wrong mark', { wrongMarks: 1 }],
    ['two wrong marks', { wrongMarks: 2 }],
  ];
  for (const [words, when] of met) {
    const some = statements(model, 4, [6, 10, 15, 20], randomFrom(3), when);
    const sure = some.filter(({ probability }) => probability > 0.9);
    console.log(
      `${words.padEnd(32)} ${brierScore(some).toFixed(4)} ${calibrationError(some).toFixed(4)} ${percent(sure.filter(({ right }) => right).length / sure.length)} of ${sure.length}`,
    );
  }

  console.log('\nlooks until the right name stands at 90 % (40 when it never does)');
  const looks = (strategy: Strategy) => {
    const random = randomFrom(5);
    return model.taxa.map((_, t) => looksUntil(model, simulatedTree(model, t, random), strategy, random)).sort((a, b) => a - b);
  };
  const guided = looks('look next');
  for (const [words, counts] of [
    ['look next', guided],
    ['random', looks('random')],
    ['down the vocabulary', looks('fixed')],
  ] as const) {
    const never = counts.filter((n) => n >= 40).length;
    console.log(
      `${words}: mean ${mean(counts).toFixed(1)}, median ${counts[counts.length >> 1]}, never ${never}; ${(mean(counts) / mean(guided)).toFixed(2)} times look next`,
    );
  }

  const some = library.taxa.filter((_, i) => i % 3 === 0);
  /** Trees of a third of the taxa, asked of the library with and without their species or genus. */
  const open = (marks: number) => {
    const random = randomFrom(9);
    const asked = (keep: (other: string, name: string) => boolean) =>
      some.flatMap(({ name }) => {
        const others = library.taxa.filter((taxon) => keep(taxon.name, name));
        return openTrials(
          model,
          others.length === library.taxa.length ? model : modelOf({ ...library, taxa: others }),
          name,
          3,
          marks,
          random,
        );
      });
    const kin = (name: string) => library.taxa.some((taxon) => taxon.name !== name && genusOf(taxon.name) === genusOf(name));
    return {
      held: asked(() => true),
      'species not held': asked((other, name) => other !== name).filter(({ truth }) => kin(truth.name)),
      'genus not held': asked((other, name) => genusOf(other) !== genusOf(name)),
    };
  };
  const tally = (words: string, trials: readonly OpenTrial[], limits = LIMITS, needs = NEEDS) => {
    const named = trials.map((trial) => namedAt(trial, limits, needs));
    const share = (test: (one: (typeof named)[number]) => boolean) => percent(named.filter(test).length / named.length).padStart(7);
    const genus = ({ level }: (typeof named)[number]) => level === 'cf. species' || level === 'genus';
    const species = ({ level }: (typeof named)[number]) => level === 'species';
    console.log(
      `${words.padEnd(28)} ${share((x) => species(x) && x.right)} ${share((x) => species(x) && !x.right)} ${share((x) => genus(x) && x.right)} ${share((x) => genus(x) && !x.right)} ${share((x) => !species(x) && !genus(x))}`,
    );
  };
  console.log('\ntrees named by people who note what is telling: right species, wrong species, right genus, wrong genus, neither');
  for (const marks of [5, 8, 12]) {
    for (const [words, trials] of Object.entries(open(marks))) tally(`${marks} marks, ${words}`, trials);
  }
  console.log('\nchance stated that the library does not hold the tree: mean, and share of trees where it is over a half');
  for (const marks of [5, 8, 12]) {
    const told = Object.entries(open(marks)).map(([words, trials]) => {
      const stated = trials.map(({ ranking }) => ranking.beyond.probability);
      return `${words} ${mean(stated).toFixed(3)}, ${percent(stated.filter((p) => p > 0.5).length / stated.length)}`;
    });
    console.log(`${marks} marks: ${told.join('; ')}`);
  }
  console.log('\nthe trade-off at 8 marks: species from, fair below');
  const eight = open(8);
  for (const species of [0.9, 0.95, 0.98]) {
    for (const fair of [-1.2, -0.8, -0.4]) {
      for (const words of ['held', 'species not held'] as const)
        tally(`${species}, ${fair}, ${words}`, eight[words], { ...LIMITS, fair }, { ...NEEDS, species });
    }
  }

  console.log('\nstates that people mix up, weighed and not: right name first, of trees ticked with and without such slips');
  const exact = modelOf({ ...library, traits: library.traits.map((trait) => ({ ...trait, mixedUp: [] })) });
  for (const [words, seenBy] of [
    ['with slips', model],
    ['without', exact],
  ] as const) {
    const shares = [model, exact].map((ask) => {
      const random = randomFrom(21);
      const firsts = library.taxa.flatMap((_, t) =>
        [0, 1].map(() => {
          const tree = simulatedTree(seenBy, t, random);
          return rankTree(ask, tree, tellingLook(seenBy, tree, 7, random)).candidates[0]?.taxon === library.taxa[t];
        }),
      );
      return percent(firsts.filter(Boolean).length / firsts.length);
    });
    console.log(`${words}: ${shares[0]} weighed, ${shares[1]} not`);
  }

  console.log('\ntrees said not to fit, by number of marks');
  for (const marks of [8, 15, 25]) {
    const random = randomFrom(9);
    const held = fitsOfHeld(model, 2, marks, random);
    const out = library.taxa.filter((_, i) => i % 2 === 0).flatMap(({ name }) => leftOut(library, name, 3, marks, random));
    const poor = (trials: readonly { fit: string }[]) => percent(trials.filter((t) => t.fit === 'poor').length / trials.length);
    const named = percent(out.filter((t) => t.named).length / out.length);
    console.log(`${marks} marks: held by the library ${poor(held)}; left out of it ${poor(out)}, and ${named} were given a wrong species`);
  }
}
