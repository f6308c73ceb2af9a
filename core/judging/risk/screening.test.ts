import { COMBINED, CONSEQUENCES, FAILURES, IMPACTS, RISKS } from '../../record/judgement';
import fc from 'fast-check';
import { OCCUPANCIES, TARGETS } from '../../record/look';
import { SOUNDNESS, ZONES } from '../../knowledge';
import { cm, judgeOak, m } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { combine, rate } from './matrices';
import { runs } from '../../testing/sample';

describe('what could come down', () => {
  const people = [{ what: 'people-passing', howOften: 'constant' }];
  it.each([
    ['small', 'small branch', 'possible', 'significant'],
    ['large', 'large branch', 'probable', 'severe'],
  ])('%s dead branches on a tree otherwise sound: a %s, %s', (size, part, failure, consequence) =>
    expect(judgeOak({ signs: [{ id: 'dead-branches', zone: 'branches', size }], beneath: people }).screening?.targets[0]).toMatchObject({
      part,
      failure,
      consequence,
    }),
  );
  it('a fault of the stem is the stem’s, whatever the branches are like', () =>
    expect(
      judgeOak({
        signs: [
          { id: 'cavity', zone: 'stem-e', opening: cm(14) },
          { id: 'dead-branches', zone: 'branches', size: 'small' },
        ],
        beneath: people,
      }).screening?.targets[0],
    ).toMatchObject({ part: 'whole tree or stem', failure: 'probable', consequence: 'severe' }));
});

const road = [{ what: 'road', howOften: 'constant' }];

describe('the two matrices (ISA Best Management Practices: Tree Risk Assessment; from memory)', () => {
  // Rows: likelihood of failure; columns: likelihood of impact, very low to high.
  it.each([
    ['imminent', ['unlikely', 'somewhat likely', 'likely', 'very likely']],
    ['probable', ['unlikely', 'unlikely', 'somewhat likely', 'likely']],
    ['possible', ['unlikely', 'unlikely', 'unlikely', 'somewhat likely']],
    ['improbable', ['unlikely', 'unlikely', 'unlikely', 'unlikely']],
  ] as const)('failure %s', (failure, row) => expect(IMPACTS.map((impact) => combine(failure, impact))).toEqual(row));
  // Rows: likelihood of failure and impact; columns: consequence, negligible to severe.
  it.each([
    ['very likely', ['low', 'moderate', 'high', 'extreme']],
    ['likely', ['low', 'moderate', 'high', 'high']],
    ['somewhat likely', ['low', 'low', 'moderate', 'moderate']],
    ['unlikely', ['low', 'low', 'low', 'low']],
  ] as const)('%s', (likelihood, row) => expect(CONSEQUENCES.map((consequence) => rate(likelihood, consequence))).toEqual(row));
  it('never fall when any of the three rises', () => {
    const step = (n: number) => fc.integer({ min: 0, max: n - 1 });
    fc.assert(
      fc.property(step(4), step(4), step(4), step(3), (f, i, c, up) => {
        const risk = (a: number, b: number, d: number) =>
          RISKS.indexOf(
            rate(
              combine(FAILURES[Math.min(3, a)] as 'possible', IMPACTS[Math.min(3, b)] as 'low'),
              CONSEQUENCES[Math.min(3, d)] as 'minor',
            ),
          );
        const now = risk(f, i, c);
        expect(risk(f + (up === 0 ? 1 : 0), i + (up === 1 ? 1 : 0), c + (up === 2 ? 1 : 0))).toBeGreaterThanOrEqual(now);
      }),
    );
  });
  it('are all used', () => {
    const likelihoods = new Set(FAILURES.flatMap((f) => IMPACTS.map((i) => combine(f, i))));
    expect(likelihoods.size).toBe(COMBINED.length);
  });
});

describe('field screening', () => {
  it('says nothing while nobody said what is beneath', () => expect(judgeOak({}).screening).toBeNull());
  it('names the method and defers to a qualified assessor', () =>
    expect(judgeOak({ beneath: road }).screening?.method).toMatch(/two matrices.*A qualified assessor must confirm/i));
  it.each([
    // Common practice, no source: what a first sorting from the ground should come to.
    ['a sound oak over a busy road', [], road, 'low'],
    [
      'an opening fork over a bench in use all day',
      [{ id: 'union-crack', zone: 'unions' }],
      [{ what: 'people-staying', howOften: 'constant' }],
      'extreme',
    ],
    ['the same over lawn', [{ id: 'union-crack', zone: 'unions' }], [{ what: 'path-or-lawn', howOften: 'occasional' }], 'low'],
    // A lawn that is used all day is used by people.
    [
      'the same over a lawn in use all day',
      [{ id: 'union-crack', zone: 'unions' }],
      [{ what: 'path-or-lawn', howOften: 'constant' }],
      'extreme',
    ],
    ['the same with nothing beneath', [{ id: 'union-crack', zone: 'unions' }], [{ what: 'nothing', howOften: 'rare' }], 'low'],
    [
      'a bracket at the foot by a footway much used',
      [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }],
      [{ what: 'people-passing', howOften: 'frequent' }],
      'moderate',
    ],
    [
      'the same by a footway seldom used',
      [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }],
      [{ what: 'people-passing', howOften: 'rare' }],
      'low',
    ],
    [
      'a large dead limb over a road without a gap',
      [{ id: 'dead-branches', zone: 'crown-mid', size: 'large', where: 'above-shade-line' }],
      road,
      'high',
    ],
    ['small dead twigs over it', [{ id: 'dead-branches', zone: 'crown-mid', size: 'small', where: 'above-shade-line' }], road, 'low'],
    [
      'a lifting root plate over parked cars',
      [{ id: 'root-plate-lift', zone: 'roots' }],
      [{ what: 'parked-cars', howOften: 'frequent' }],
      'high',
    ],
  ])('%s: %s', (_words, signs, beneath, risk) => expect(judgeOak({ signs, beneath }).screening?.risk).toBe(risk));
  it('the worst of several things beneath counts', () => {
    const { screening } = judgeOak({
      signs: [{ id: 'crack', zone: 'stem-s', kind: 'across' }],
      beneath: [
        { what: 'path-or-lawn', howOften: 'occasional' },
        { what: 'people-staying', howOften: 'frequent' },
      ],
    });
    expect(screening?.risk).toBe('high');
    expect(screening?.targets[0]?.what).toBe('people-staying');
    expect(screening?.targets).toHaveLength(2);
  });
  it('calls no failure improbable where a side was not seen, and says so', () => {
    const part = judgeOak({ looked: ZONES.filter((z) => z !== 'stem-n'), beneath: road }).screening;
    expect(part?.targets[0]?.failure).toBe('possible');
    expect(part?.limits.join(' ')).toMatch(/Some structural parts were not inspected/);
    expect(judgeOak({ beneath: road }).screening?.targets[0]?.failure).toBe('improbable');
  });
  it('people beneath never screen lower than lawn, more often never lower than seldom', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.signs), fc.constantFrom(...TARGETS), (sign, what) => {
        const at = (w: string, howOften: string) =>
          RISKS.indexOf(
            judgeOak({ signs: [{ id: sign.id, zone: sign.zones[0] }], beneath: [{ what: w, howOften }] }).screening?.risk ?? 'low',
          );
        const ranks = [...OCCUPANCIES].reverse().map((howOften) => at(what, howOften));
        expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
        expect(at('people-staying', 'frequent')).toBeGreaterThanOrEqual(at('path-or-lawn', 'frequent'));
      }),
      { numRuns: runs(40) },
    );
  });
  it('a likelihood of failure set by the person is taken, with the reason beside it', () => {
    const { screening, overruled } = judgeOak({
      beneath: road,
      overrules: [{ what: 'failure', to: 'probable', why: 'creaking in wind' }],
    });
    expect(screening?.targets[0]).toMatchObject({ failure: 'probable', risk: 'high' });
    expect(screening?.targets[0]?.because.join(' ')).toMatch(/creaking in wind/);
    expect(overruled.map((o) => o.what)).toEqual(['failure']);
  });
  it('steps up as soundness worsens', () => {
    const one = { beneath: [{ what: 'people-staying', howOften: 'frequent' }] };
    const ranks = SOUNDNESS.map((band) =>
      RISKS.indexOf(
        judgeOak({ ...one, overrules: band === 'no weakness seen' ? [] : [{ what: 'soundness', to: band, why: 'as seen' }] }).screening
          ?.risk ?? 'low',
      ),
    );
    expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
    expect(ranks.at(-1)).toBeGreaterThan(ranks[0] ?? 9);
  });
});

describe('reach, wind and shelter', () => {
  const failing = {
    signs: [{ id: 'cavity', zone: 'stem-s', opening: cm(10) }],
    measurements: { dbh: cm(40), height: m(15), crownSpread: m(8) },
  };
  const over = (more: object, request: object = {}) =>
    judgeOak({ ...failing, beneath: [{ what: 'people-passing', howOften: 'constant', ...more }], ...request }).screening;
  const impact = (more: object, request?: object) => over(more, request)?.targets[0]?.impact;
  // The height is read to a tenth; a dead or decayed top breaks up and flies half as far again.
  it('a tree reaches as far as it is high and a tenth more, a decayed one half as far again', () => {
    const split = { signs: [{ id: 'union-crack', zone: 'unions' }] };
    expect(impact({ distance: m(16.5) }, split)).toBe('high');
    expect(impact({ distance: m(16.6) }, split)).toBe('very low');
    expect(impact({ distance: m(24.7) })).toBe('high');
    expect(impact({ distance: m(24.8) })).toBe('very low');
  });
  it('what nobody measured stays in reach', () => expect(impact({ distance: m(60) }, { measurements: {} })).toBe('high'));
  const leaning = (zone: string) => ({ signs: [{ id: 'lean', zone, kind: 'straight-and-new', angle: { value: 20, unit: 'deg' } }] });
  it.each([
    ['stem-n', 'n', 'high'],
    ['stem-n', 'e', 'high'],
    ['stem-n', 's', 'medium'],
    // A lean noted at the foot says nothing of the side.
    ['collar', 's', 'high'],
  ])('a lean to %s, and somebody to the %s: impact %s', (zone, direction, wanted) =>
    expect(impact({ direction }, leaning(zone))).toBe(wanted),
  );
  it('a house is told as always there, whatever the form says', () => {
    const { targets } = judgeOak({ ...failing, beneath: [{ what: 'building', howOften: 'rare' }] }).screening ?? { targets: [] };
    expect(targets[0]).toMatchObject({ howOften: 'constant', impact: 'high' });
    expect(targets[0]?.because.join(' ')).toMatch(/constant occupancy/);
  });
  it('wind makes a known fault likelier to fail, and a tree whose shelter went is never improbable', () => {
    const failure = (exposure: string, request: object = {}) => over({}, { exposure, ...request })?.targets[0]?.failure;
    expect([failure('usual'), failure('exposed'), failure('newly exposed')]).toEqual(['possible', 'probable', 'probable']);
    expect([failure('usual', { signs: [] }), failure('exposed', { signs: [] }), failure('newly exposed', { signs: [] })]).toEqual([
      'improbable',
      'improbable',
      'possible',
    ]);
  });
  it('a roof catches a limb, not a stem', () => {
    expect(impact({ sheltered: true })).toBe('high');
    expect(impact({ sheltered: true }, { signs: [{ id: 'hung-branch', zone: 'crown-mid', size: 'small' }] })).toBe('medium');
  });
});
