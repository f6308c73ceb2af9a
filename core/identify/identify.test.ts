import fc from 'fast-check';
import { testLibrary } from '../testing/library';
import { identify, identifyRequest, toAnswer, type Observation } from '.';
import { combineLine } from './rank';

const see = (trait: string, state: string, more: Partial<Observation> = {}): Observation => ({
  trait,
  state,
  certainty: 'sure',
  source: 'tree',
  ...more,
});
const run = (observations: Partial<Observation>[], more: Record<string, unknown> = {}) =>
  identify(
    testLibrary,
    identifyRequest.parse({ date: '2026-06-15', latitude: 46, planted: true, lifeStage: 'mature', ...more, observations }),
  );
const first = (result: ReturnType<typeof run>) => result.ranking.candidates[0]?.taxon.name;
const pOf = (result: ReturnType<typeof run>, name: string) =>
  result.ranking.candidates.find((c) => c.taxon.name === name)?.probability ?? 0;

// Marks as floras and winter keys give them, written from memory of the general literature; each row is one tree.
const KEYED: [string, string, Observation[]][] = [
  [
    'Acer platanoides',
    '2026-06-15',
    [see('arrangement', 'opposite'), see('sap', 'milky'), see('leaf-lobes', 'palmate'), see('samara-angle', 'straight')],
  ],
  [
    'Acer pseudoplatanus',
    '2026-01-15',
    [see('arrangement', 'opposite'), see('bud-colour', 'green'), see('bud-scales', 'many'), see('bark-texture', 'scaly-plates')],
  ],
  [
    'Acer pensylvanicum',
    '2026-01-15',
    [see('arrangement', 'opposite'), see('bark-texture', 'vertical-stripes'), see('bark-colour', 'green'), see('bud-shape', 'stalked')],
  ],
  [
    'Acer saccharinum',
    '2026-06-15',
    [
      see('arrangement', 'opposite'),
      see('leaf-underside', 'silvery-white'),
      see('lobe-depth', 'deep'),
      see('bark-texture', 'shaggy-strips'),
    ],
  ],
  [
    'Acer rubrum',
    '2026-01-15',
    [see('arrangement', 'opposite'), see('bud-set', 'round-clusters'), see('bud-colour', 'red'), see('twig-smell', 'none')],
  ],
  [
    'Betula papyrifera',
    '2026-01-15',
    [
      see('bark-texture', 'papery-peel'),
      see('bark-colour', 'white'),
      see('branch-habit', 'ascending'),
      see('bark-undertone', 'pink-orange'),
    ],
  ],
  [
    'Betula pendula',
    '2026-01-15',
    [see('bark-colour', 'white'), see('branch-habit', 'drooping'), see('twig-thickness', 'slender'), see('bark-texture', 'papery-peel')],
  ],
  [
    'Carpinus caroliniana',
    '2026-01-15',
    [see('bark-texture', 'fluted-muscle'), see('bark-colour', 'grey'), see('arrangement', 'alternate')],
  ],
  [
    'Celtis occidentalis',
    '2026-01-15',
    [see('bark-texture', 'warty-ridges'), see('pith', 'chambered'), see('twig-line', 'zigzag'), see('fruit-colour', 'purple-black')],
  ],
  [
    'Corylus avellana',
    '2026-02-15',
    [see('habit', 'multi-stem'), see('flower-form', 'catkin'), see('twig-surface', 'downy'), see('bud-shape', 'ovoid')],
  ],
  [
    'Fagus grandifolia',
    '2026-01-15',
    [see('bark-texture', 'smooth'), see('bud-shape', 'needle-long'), see('leaf-retention', 'holds-dead-leaves')],
  ],
  [
    'Fraxinus americana',
    '2026-01-15',
    [
      see('arrangement', 'opposite'),
      see('bark-texture', 'interlacing-ridges'),
      see('twig-thickness', 'stout'),
      see('branch-density', 'coarse'),
    ],
  ],
  [
    'Jacaranda mimosifolia',
    '2026-06-15',
    [see('leaf-type', 'bipinnate'), see('flower-colour', 'blue-violet'), see('fruit-type', 'clam-pod')],
  ],
  [
    'Juglans nigra',
    '2026-01-15',
    [see('arrangement', 'alternate'), see('pith', 'chambered'), see('twig-thickness', 'stout'), see('bark-texture', 'deep-furrows')],
  ],
  ['Liriodendron tulipifera', '2026-06-15', [see('leaf-tip', 'notched'), see('flower-form', 'tulip'), see('leader', 'excurrent')]],
  [
    'Platanus × acerifolia',
    '2026-01-15',
    [see('bark-texture', 'mosaic-flakes'), see('bud-scales', 'one'), see('fruit-type', 'spiky-ball')],
  ],
  [
    'Quercus rubra',
    '2026-01-15',
    [see('pith', 'five-angled'), see('bud-set', 'clustered-tip'), see('fruit-type', 'acorn', { source: 'ground' })],
  ],
  [
    'Schinus molle',
    '2026-06-15',
    [see('branch-habit', 'drooping'), see('leaf-type', 'pinnate'), see('leaf-smell', 'peppery'), see('leaf-shape', 'linear')],
  ],
  [
    'Schinus terebinthifolia',
    '2026-06-15',
    [see('leaf-type', 'pinnate'), see('leaf-surface', 'glossy'), see('twig-smell', 'resinous'), see('habit', 'thicket')],
  ],
  [
    'Sorbus aucuparia',
    '2026-09-15',
    [see('leaf-type', 'pinnate'), see('arrangement', 'alternate'), see('fruit-type', 'pome'), see('fruit-colour', 'orange')],
  ],
  [
    'Tilia americana',
    '2026-07-01',
    [
      see('leaf-shape', 'heart'),
      see('fruit-type', 'nutlet-on-bract', { source: 'ground' }),
      { trait: 'leaf-length', value: 15, certainty: 'sure', source: 'tree' } as Observation,
    ],
  ],
  [
    'Tilia cordata',
    '2026-07-01',
    [
      see('leaf-shape', 'heart'),
      see('leaf-underside', 'rusty-tufts'),
      { trait: 'leaf-length', value: 6, certainty: 'sure', source: 'tree' } as Observation,
    ],
  ],
  [
    'Ulmus americana',
    '2026-06-15',
    [see('crown-shape', 'vase'), see('leaf-base', 'lopsided'), see('leaf-margin', 'double-toothed'), see('leaf-veins', 'pinnate')],
  ],
  [
    'Celtis laevigata',
    '2026-09-15',
    [
      see('bark-texture', 'warty-ridges'),
      see('leaf-margin', 'entire'),
      see('leaf-veins', 'three-from-base'),
      see('fruit-colour', 'orange'),
    ],
  ],
];

describe('naming from the marks of keys (from memory)', () => {
  it.each(KEYED)('%s on %s', (name, date, marks) => {
    const result = run(marks, { date });
    expect(first(result)).toBe(name);
    expect(pOf(result, name)).toBeGreaterThan(0.5);
    expect(result.fit).not.toBe('poor');
  });
});

describe('the engine', () => {
  const hackberry = KEYED.find(([name]) => name === 'Celtis occidentalis')?.[2] ?? [];

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
    const five = [1, 1, 1, 1, 1];
    expect(combineLine(five)).toBeLessThan(5);
    expect(combineLine(five)).toBeGreaterThan(2.5);
    expect(combineLine([0.4, 2, -1])).toBeCloseTo(combineLine([-1, 0.4, 2]), 12);
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
    // A conifer: single needles, cones, resin, whorled. None of these taxa is one.
    const result = run([
      see('leaf-type', 'needle'),
      see('fruit-type', 'cone'),
      see('arrangement', 'whorled'),
      see('twig-smell', 'resinous'),
      see('leader', 'excurrent'),
      see('bark-texture', 'scaly-plates'),
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
      run([see('leaf-tip', 'notched', { certainty })], { rule: 'decisive-mark', district: 'quillhaven' }).confirmation.met;
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
    [{ trait: 'leaf-length', value: 12, unit: 'kg' }, /"kg" is no unit of length/],
    [{ trait: 'leaf-length', state: 'long' }, /is a number; give "value"/],
    [{ trait: 'leaf-margin', value: 3 }, /is told by a state/],
    [{ trait: 'height', value: 900, unit: 'm' }, /outside 0\.5 to 115 m/],
  ])('refuses %j', (observation, sentence) => expect(() => run([observation as Partial<Observation>])).toThrow(sentence));
  it('takes any unit of the right kind', () => {
    const inCm = run([{ trait: 'leaf-length', value: 12.7, unit: 'cm' }]);
    const inInches = run([{ trait: 'leaf-length', value: 5, unit: 'in' }]);
    expect(pOf(inInches, 'Tilia americana')).toBeCloseTo(pOf(inCm, 'Tilia americana'), 9);
  });
});
