import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import { identify } from './identify';
import { identifyRequest } from './request';
import { toAnswer } from './answer';
import { type Observation } from '../record/observation';
import { combineLine, weighLine } from './model/line';
import { see } from '../testing/see';

const run = (observations: Partial<Observation>[], more: Record<string, unknown> = {}) =>
  identify(
    testLibrary,
    identifyRequest.parse({ date: '2026-06-15', latitude: 46, planted: true, lifeStage: 'mature', ...more, observations }),
  );
const first = (result: ReturnType<typeof run>) => result.ranking.candidates[0]?.taxon.name;
const pOf = (result: ReturnType<typeof run>, name: string) =>
  result.ranking.candidates.find((c) => c.taxon.name === name)?.probability ?? 0;

/** A hackberry in winter: warty bark, chambered pith, zigzag twigs, dark fruit still hanging. */
const HACKBERRY = [
  see('bark-texture', 'warty-ridges'),
  see('pith', 'chambered'),
  see('twig-line', 'zigzag'),
  see('fruit-colour', 'purple-black'),
];

describe('the engine', () => {
  const hackberry = HACKBERRY;

  it('gives probabilities that sum to one', () => {
    expect(run(hackberry).ranking.candidates.reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 9);
  });
  it('does not care in which order the marks were seen', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(hackberry, { minLength: hackberry.length }), (marks) => {
        expect(pOf(run(marks), 'Celtis occidentalis')).toBeCloseTo(pOf(run(hackberry), 'Celtis occidentalis'), 10);
      }),
    );
  });
  it('is less sure of the right name when the observer is less sure of the marks', () => {
    const at = (certainty: Observation['certainty']) => pOf(run(hackberry.map((o) => ({ ...o, certainty }))), 'Celtis occidentalis');
    expect(at('sure')).toBeGreaterThan(at('fairly'));
    expect(at('fairly')).toBeGreaterThan(at('guess'));
  });
  it('trusts a fruit on the tree more than one in the litter', () => {
    const fruit = (source: Observation['source']) =>
      pOf(run([see('fruit-type', 'acorn', { source })], { date: '2026-09-15' }), 'Quercus rubra');
    expect(fruit('tree')).toBeGreaterThan(fruit('ground'));
  });
  it('one careless mark among good ones does not sink the right answer', () => {
    expect(first(run([...hackberry, see('arrangement', 'opposite', { certainty: 'guess' })]))).toBe('Celtis occidentalis');
  });
  it('rules nothing out by one observation', () => {
    const result = run([see('bark-texture', 'vertical-stripes')]);
    expect(Math.min(...result.ranking.candidates.map((c) => c.probability))).toBeGreaterThan(1e-4);
  });
  it('a trait the record does not hold is silent, never a mismatch', () => {
    const bloodwood = run([see('bud-shape', 'conical')]).ranking.candidates.find((c) => c.taxon.name === 'Corymbia opaca');
    expect(bloodwood?.silent).toHaveLength(1);
    expect(bloodwood?.contradicts).toHaveLength(0);
  });
  it('five marks of one line count less than one each of five', () => {
    const one = (ratio: number) => Float64Array.of(ratio, -ratio);
    const together = combineLine(weighLine([1, 1, 1, 1, 1].map(one)))[0] as number;
    expect(together).toBeLessThan(5 * (combineLine(weighLine([one(1)]))[0] as number));
    expect(together).toBeGreaterThan(2.5);
    expect(combineLine(weighLine([0.4, 2, -1].map(one)))[0]).toBeCloseTo(combineLine(weighLine([-1, 0.4, 2].map(one)))[0] as number, 12);
  });
  it('chooses the bark by life stage: furrowed birch bark speaks for an old tree', () => {
    const at = (lifeStage: string) =>
      pOf(run([see('bark-texture', 'deep-furrows'), see('bark-colour', 'white')], { lifeStage }), 'Betula pendula');
    expect(at('old')).toBeGreaterThan(at('young'));
  });
  it('weighs the site down for planted trees', () => {
    const wet = (planted: boolean) =>
      Math.abs(pOf(run([see('position', 'floodplain')], { planted }), 'Acer saccharinum') - 1 / testLibrary.taxa.length);
    expect(wet(true)).toBeLessThan(wet(false));
  });
  it('says that nothing fits when the marks belong to no taxon of the library', () => {
    // No tree carries these together: an opposite-leaved palm with needles, acorns, milky sap and a five-angled pith.
    const result = run([
      see('habit', 'palm'),
      see('arrangement', 'opposite'),
      see('leaf-type', 'needle'),
      see('fruit-type', 'acorn', { source: 'specimen' }),
      see('sap', 'milky'),
      see('pith', 'five-angled'),
      see('bark-texture', 'papery-peel'),
    ]);
    expect(result.fit).toBe('poor');
    expect(result.level.level).not.toMatch(/species/);
  });
  it('stops at the genus when only the genus is carried', () => {
    const result = run([see('arrangement', 'opposite'), see('leaf-lobes', 'palmate'), see('fruit-type', 'paired-samara')], {
      date: '2026-07-15',
    });
    expect(result.level).toMatchObject({ level: 'genus', name: 'Acer' });
  });
});

describe('season', () => {
  it('does not ask for leaves in winter or for winter silhouettes in summer', () => {
    const asked = (date: string) => run([], { date }).lookNext.map((look) => look.trait.id);
    expect(asked('2026-01-15')).not.toContain('leaf-margin');
    expect(asked('2026-06-15')).toContain('leaf-margin');
    expect(asked('2026-06-15')).not.toContain('branch-density');
  });
  it('turns the year round in the south', () => {
    const south = run([], { date: '2026-01-15', latitude: -37 }).lookNext.map((look) => look.trait.id);
    expect(south).toContain('leaf-margin');
  });
  it('a district of the south brings its plantings and its seasons', () => {
    const jacaranda = (date: string) =>
      pOf(
        run([see('leaf-type', 'bipinnate'), see('flower-colour', 'blue-violet')], { district: 'southmere', latitude: -34.9, date }),
        'Jacaranda mimosifolia',
      );
    // It flowers from May to July in the records, so in November in the south, and not in May.
    expect(jacaranda('2026-11-20')).toBeGreaterThan(jacaranda('2026-05-20'));
  });
  it('says what comes into view later, and when', () => {
    const later = run([see('bark-texture', 'warty-ridges')], { date: '2026-02-10' }).comesIntoView.find(
      (l) => l.trait.id === 'leaf-margin',
    );
    expect(later?.months[0]).toBeGreaterThanOrEqual(4);
    expect(later?.months).not.toContain(2);
  });
  it('orders looks by information per effort and leaves out what cannot be seen', () => {
    const looks = run([]).lookNext;
    expect(looks.map((l) => l.worth)).toEqual([...looks.map((l) => l.worth)].sort((a, b) => b - a));
    const best = looks[0]?.trait.id ?? '';
    expect(identify(testLibrary, identifyRequest.parse({ observations: [] }), [best]).lookNext.map((l) => l.trait.id)).not.toContain(best);
  });
});

describe('confirmation', () => {
  const good = [
    see('bark-texture', 'warty-ridges'),
    see('pith', 'chambered'),
    see('twig-line', 'zigzag'),
    see('bud-shape', 'flat-triangular'),
    see('fruit-type', 'drupe'),
    see('fruit-colour', 'purple-black'),
  ];
  it('three lines, none against, every look-alike beaten', () => {
    const { confirmation } = run(good, { date: '2026-10-15' });
    expect(confirmation.met).toBe(true);
    expect(confirmation.why).toMatch(/Bark, twig and flower and fruit speak for Celtis occidentalis/);
  });
  it('two lines are not three', () => {
    const { confirmation } = run(good.slice(0, 4));
    expect(confirmation.met).toBe(false);
    expect(confirmation.why).toMatch(/three lines are asked for, 2 are there/);
  });
  it('one decisive mark, seen for sure, and nothing against', () => {
    const met = (certainty: Observation['certainty']) =>
      run([see('leaf-type', 'fan', { certainty })], { rule: 'decisive-mark', district: 'quillhaven' }).confirmation.met;
    expect(met('sure')).toBe(true);
    expect(met('guess')).toBe(false);
  });
});

describe('the answer of the command line', () => {
  it('has the shape of the contract', () => {
    const answer = toAnswer(run([see('arrangement', 'alternate')], { date: '2026-02-10' }));
    expect(Object.keys(answer)).toEqual(['candidates', 'fit', 'level', 'name', 'qualifier', 'confirmation', 'lookNext', 'comesIntoView']);
    expect(answer.candidates[0]).toEqual({
      taxon: expect.any(String),
      probability: expect.any(Number),
      agrees: ['arrangement: alternate'],
      contradicts: [],
      silent: [],
    });
    expect(answer.lookNext[0]).toMatchObject({ trait: expect.any(String), bits: expect.any(Number) });
  });
  it.each([
    [{ trait: 'barktexture', state: 'smooth' }, /unknown trait "barktexture"; nearest known: bark-texture/],
    [{ trait: 'bark-texture', state: 'smoth' }, /unknown state "smoth" of bark-texture; nearest known: smooth/],
    [{ trait: 'leaf-length', value: 12, unit: 'kg' }, /"kg" is not a unit of length/],
    [{ trait: 'leaf-length', state: 'long' }, /is a number; give "value"/],
    [{ trait: 'leaf-margin', value: 3 }, /needs a state, not a number/],
    [{ trait: 'height', value: 900, unit: 'm' }, /outside 0\.5 to 115 m/],
  ])('refuses %j', (observation, sentence) => expect(() => run([observation as Partial<Observation>])).toThrow(sentence));
  it('takes any unit of the right kind', () => {
    const inCm = run([{ trait: 'leaf-length', value: 12.7, unit: 'cm' }]);
    const inInches = run([{ trait: 'leaf-length', value: 5, unit: 'in' }]);
    expect(pOf(inInches, 'Tilia americana')).toBeCloseTo(pOf(inCm, 'Tilia americana'), 9);
  });
});
