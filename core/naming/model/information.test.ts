// What a look is worth, computed a second way on the real library. The promised bits must be what a look brings on average: the
// entropy of the names before it less the mean entropy after it (Lindley 1956; equal to the mutual information of Shannon 1948).
import { testLibrary } from '../../testing/library';
import { see } from '../../testing/see';
import { lookNext } from '../look/look-next';
import { modelOf } from './model';
import { rank, type Ranking } from './rank';
import { type Observation } from '../../record/observation';

const model = modelOf(testLibrary);
const start = (observations: Observation[]) => rank(model, { date: '2026-06-15', latitude: 46, lifeStage: 'mature', observations });

const bitsOf = (p: readonly number[]) => p.reduce((h, x) => (x > 0 ? h - x * Math.log2(x) : h), 0);

/** Chance that a look not yet made goes wrong, as the engine's page in the docs states it. */
const ERROR = 0.08;
/** Names below this share of the probability do not steer the next look; stated in the docs. */
const STEERS = 0.002;

/** Bits a look brings: every answer in turn, the names weighed again by it, the answers averaged by how likely each is. */
function brought(ranking: Ranking, trait: string): number {
  const k = model.traitIndex(trait);
  const usual = model.usual(k, 'mature');
  const standing = ranking.candidates.filter((c) => c.probability >= STEERS);
  const mass = standing.reduce((sum, c) => sum + c.probability, 0);
  const before = standing.map((c) => c.probability / mass);
  const answers = standing.map((c) => {
    const expected = model.expect(model.taxonIndex(c.taxon.name), k, 'mature');
    return Array.from(usual, (u, i) => (expected?.kind === 'states' ? (1 - ERROR) * (expected.probability[i] as number) + ERROR * u : u));
  });
  let after = 0;
  for (let answer = 0; answer < usual.length; answer++) {
    const joint = before.map((p, t) => p * ((answers[t] as number[])[answer] as number));
    const chance = joint.reduce((a, b) => a + b, 0);
    if (chance > 0) after += chance * bitsOf(joint.map((p) => p / chance));
  }
  return bitsOf(before) - after;
}

/** Traits of states that can be looked at in June on every tree that is left, so that nothing stands in the way of the sum. */
function open(ranking: Ranking) {
  return lookNext(model, ranking).filter(
    (look) =>
      look.trait.shows === 'all' &&
      look.trait.states.length > 0 &&
      look.trait.line !== 'site' &&
      ranking.candidates.every(
        (c) => c.probability < STEERS || model.monthsAway(model.traitIndex(look.trait.id), [6])[model.taxonIndex(c.taxon.name)] === 0,
      ),
  );
}

describe('the promised bits of a look', () => {
  it.each([
    ['nothing seen yet', []],
    ['pairs of leaves', [see('arrangement', 'opposite')]],
    ['pairs of leaves and milky sap', [see('arrangement', 'opposite'), see('sap', 'milky')]],
    ['an acorn', [see('fruit-type', 'acorn')]],
    ['papery bark', [see('bark-texture', 'papery-peel')]],
    ['needles', [see('leaf-type', 'needle')]],
  ])('%s: are what the look brings on average', (_words, observations) => {
    const ranking = start(observations);
    const looks = open(ranking);
    expect(looks.length).toBeGreaterThan(3);
    for (const look of looks)
      expect({ trait: look.trait.id, bits: look.bits }).toEqual({
        trait: look.trait.id,
        bits: expect.closeTo(brought(ranking, look.trait.id), 9),
      });
  });

  it('never exceed what is still in doubt', () => {
    for (const observations of [[], [see('arrangement', 'opposite')], [see('fruit-type', 'acorn'), see('leaf-lobes', 'none')]]) {
      const ranking = start(observations);
      const standing = ranking.candidates.map((c) => c.probability).filter((p) => p >= STEERS);
      const doubt = bitsOf(standing.map((p) => p / standing.reduce((a, b) => a + b, 0)));
      for (const look of lookNext(model, ranking)) expect(look.bits).toBeLessThanOrEqual(doubt + 1e-9);
    }
  });

  it('fall to next to nothing once the name is beyond doubt', () => {
    const ranking = start([
      see('leaf-type', 'fan'),
      see('twig-surface', 'spurred'),
      see('autumn-colour', 'yellow'),
      see('leaf-veins', 'parallel'),
      see('bud-scales', 'many'),
    ]);
    expect(ranking.candidates[0]?.taxon.name).toBe('Ginkgo biloba');
    for (const look of lookNext(model, ranking)) expect(look.bits).toBeLessThan(0.3);
  });
});

describe('what the next look is, at trees every practitioner knows', () => {
  const first = (observations: Observation[], n = 4) =>
    lookNext(model, start(observations))
      .slice(0, n)
      .map((look) => look.trait.id);

  // Common practice, no source: with nothing seen, ask what anyone can tell from the pavement and what splits the most.
  it('with nothing seen the first looks tell conifers and broadleaves, leaf types or arrangement apart', () => {
    expect(first([], 6)).toEqual(expect.arrayContaining(['leaf-type']));
  });
  // Common practice, no source: of pines one counts the needles in a bundle.
  it('among pines nothing promises more than the bundle, and nothing at hand comes before it', () => {
    const looks = lookNext(model, start([see('needle-set', 'in-bundles'), see('leaf-type', 'needle')]));
    expect([...looks].sort((a, b) => b.bits - a.bits)[0]?.trait.id).toBe('needle-bundle');
    expect(looks.find((look) => look.reach === 'hand')?.trait.id).toBe('needle-bundle');
  });
  // Common practice, no source: of maples one looks at the leaf and breaks a stalk.
  it('among lobed maples: sap or the cut of the leaf', () => {
    const looks = first([see('fruit-type', 'paired-samara'), see('leaf-lobes', 'palmate')], 6);
    expect(looks.some((id) => ['sap', 'leaf-margin', 'lobe-count', 'samara-angle', 'lobe-depth', 'leaf-underside'].includes(id))).toBe(
      true,
    );
  });
});
