import fc from 'fast-check';
import { read, Refusal } from '../problem/refusal';
import { ZONES } from '../knowledge';
import { judgement } from '../record/judgement';
import { testLibrary } from '../testing/library';
import { assess } from './assess';
import { assessRequest, toAssessInput } from './request';
import { runs } from '../testing/sample';

const input = (request: unknown) => toAssessInput(testLibrary, read(assessRequest, request));
const base = { date: '2026-07-01' };
const q = (value: number, unit: string) => ({ value, unit });

describe('a sign as the command line gives it', () => {
  const sign = (given: object) =>
    toAssessInput(testLibrary, assessRequest.parse({ date: '2026-07-01', signs: [{ id: 'cavity', zone: 'stem-e', ...given }] })).signs[0];
  it('keeps its key and what it is again of; without a key it is named by its place', () => {
    expect(sign({ key: 'a', again: 'b' })).toMatchObject({ key: 'a', again: 'b' });
    expect(sign({ again: null })).toMatchObject({ again: null });
    expect(sign({})).toMatchObject({ id: 'cavity', zone: 'stem-e' });
    expect(sign({})?.key).toMatch(/^cavity/);
    expect(sign({})).not.toHaveProperty('again');
  });
});

describe('a request of assess', () => {
  it('needs a date and nothing else', () => {
    expect(input(base)).toMatchObject({ taxon: null, latitude: null, profile: 'amenity', looked: [], signs: [], rootStandard: 'bs5837' });
    expect(() => input({})).toThrow(/date/);
  });
  it('takes lengths in any unit and angles in degrees or percent, and gives metres and degrees', () => {
    const made = input({
      ...base,
      measurements: { height: q(60, 'ft'), crownBase: q(300, 'cm'), dbh: q(20, 'in') },
      signs: [
        { id: 'lean', zone: 'stem-s', angle: q(100, 'percent') },
        { id: 'cavity', zone: 'stem-e', opening: q(4, 'in'), height: q(5, 'ft') },
      ],
      works: [{ kind: 'trench', distance: q(10, 'ft') }],
      sounding: [{ zone: 'stem-n', sound: 'dull', height: q(100, 'cm') }],
    });
    expect(made.measurements.height?.m).toBeCloseTo(18.288, 9);
    expect(made.measurements.crownBase?.m).toBeCloseTo(3, 12);
    expect(made.measurements.dbh?.m).toBeCloseTo(0.508, 12);
    expect(made.signs[0]?.angle).toBeCloseTo(45, 9);
    expect(made.signs[1]).toMatchObject({ opening: expect.closeTo(0.1016, 9), height: expect.closeTo(1.524, 9) });
    expect(made.works[0]?.distance).toBeCloseTo(3.048, 9);
    expect(made.sounding[0]?.height).toBeCloseTo(1, 12);
  });
  it('a genus or a family is a name as far as it is known', () => {
    expect(input({ ...base, taxon: 'Quercus' })).toMatchObject({ taxon: null, name: 'Quercus' });
    expect(input({ ...base, taxon: 'Fagaceae' })).toMatchObject({ taxon: null, name: 'Fagaceae' });
  });
  // What, where, and the nearest valid word, in one line.
  it.each([
    [{ ...base, signs: [{ id: 'conck', zone: 'stem-n' }] }, 'signs[0].id: unknown sign "conck"; nearest known: conk.'],
    [{ ...base, signs: [{ id: 'conk', zone: 'stem-nn' }] }, 'signs[0].zone: unknown zone "stem-nn"; nearest known: stem-n.'],
    [
      { ...base, signs: [{ id: 'conk', zone: 'stem-n', kind: 'braket' }] },
      /signs\[0\]\.kind: unknown word "braket"; nearest valid: bracket/,
    ],
    [
      { ...base, signs: [{ id: 'cavity', zone: 'stem-n', trend: 'bigger' }] },
      /signs\[0\]\.trend: unknown word "bigger"; nearest valid: larger/,
    ],
    [
      { ...base, signs: [{ id: 'cavity', zone: 'stem-n', opening: q(3, 'deg') }] },
      /signs\[0\]\.opening\.unit: "deg" is not a unit of length/,
    ],
    [{ ...base, signs: [{ id: 'lean', zone: 'stem-n', angle: q(3, 'm') }] }, /signs\[0\]\.angle\.unit: "m" is not a unit of angle/],
    [{ ...base, measurements: { dbh: q(-3, 'cm') } }, /measurements\.dbh\.value: -3 is outside lengths of 0 or more/],
    [{ ...base, looked: ['crown-top', 'stem'] }, /looked\[1\]: unknown zone "stem"/],
    [{ ...base, absent: ['exithole'] }, /absent\[0\]: unknown sign "exithole"; nearest known: exit-holes/],
    [{ ...base, taxon: 'Quercus robor' }, /unknown taxon "Quercus robor"; nearest known: Quercus robur/],
    [{ ...base, profile: 'safety' }, /profile/],
    [{ ...base, latitude: 95 }, /latitude/],
    [{ ...base, beneath: [{ what: 'road' }] }, /beneath\[0\]\.howOften/],
    [{ ...base, works: [{ kind: 'trench', distance: q(2, 'kg') }] }, /works\[0\]\.distance\.unit/],
    [{ ...base, before: [{ date: '2024-07-01', signs: [{ id: 'x', zone: 'stem-n' }] }] }, /before\[0\]\.signs\[0\]\.id: unknown sign "x"/],
    [{ ...base, overrules: [{ what: 'vigour', to: 'fair', why: '' }] }, /overrules\[0\]\.why: say why/],
    [{ ...base, colour: 'green' }, /colour|Unrecognized/],
    // A field the sign's file does not have, with the nearest one it has.
    [
      { ...base, signs: [{ id: 'lean', zone: 'stem-n', opening: q(3, 'cm') }] },
      /signs\[0\]\.opening: "lean" is not recorded with "opening"; nearest: /,
    ],
    [{ ...base, overrules: [{ what: 'comeBack', to: '2026-13-45', why: 'next year' }] }, /overrules\[0\]\.to: is not a date/],
  ])('refuses %j', (request, sentence) => {
    expect(() => input(request)).toThrow(Refusal);
    expect(() => input(request)).toThrow(sentence);
  });
  it('every sign of the library goes through with every word it lists', () => {
    for (const sign of testLibrary.signs)
      for (const zone of sign.zones)
        for (const kind of sign.fields.kind?.words ?? [undefined])
          expect(() => input({ ...base, signs: [{ id: sign.id, zone, ...(kind ? { kind } : {}) }] })).not.toThrow();
  });
  it('answers in the shape of the contract, whatever was looked at', () => {
    fc.assert(
      fc.property(fc.subarray([...ZONES]), fc.subarray(testLibrary.signs, { maxLength: 3 }), (looked, signs) => {
        const answer = JSON.parse(
          JSON.stringify(assess(testLibrary, input({ ...base, looked, signs: signs.map((s) => ({ id: s.id, zone: s.zones[0] })) }))),
        );
        for (const scale of ['vigour', 'soundness', 'hiddenDecay']) {
          expect(typeof answer[scale].band).toBe('string');
          expect(Array.isArray(answer[scale].reasons)).toBe(true);
        }
        expect(answer.lookedAt).toMatchObject({ percent: expect.any(Number), unseen: expect.any(Array), cannotSay: expect.any(Array) });
        for (const agent of answer.agents) expect(agent).toMatchObject({ agent: expect.any(String), probability: expect.any(Number) });
        for (const option of answer.options)
          expect(option).toMatchObject({ do: expect.any(String), because: expect.any(Array), needs: expect.any(Array) });
        expect(answer.screening).toBeNull();
        expect(answer.comeBack).toMatchObject({ by: expect.stringMatching(/^\d{4}-\d\d-\d\d$/), because: expect.any(String) });
        expect(answer.outlook).toEqual(expect.any(String));
        expect(answer.cautions.length).toBeGreaterThan(1);
        // The answer is what the record can keep, to the last field.
        expect(judgement.parse(answer)).toEqual(answer);
      }),
      { numRuns: runs(40) },
    );
  });
});

describe('an earlier look on the command line', () => {
  const line = { zone: 'stem-n', height: q(1, 'm'), shell: q(4, 'cm'), decayMet: true };
  it('takes all that a look takes, so that nothing can be forgotten', () => {
    const made = input({
      ...base,
      before: [
        {
          date: '2024-07-01',
          looked: ['collar'],
          measurements: { dbh: q(60, 'cm'), breastHeight: q(4.5, 'ft'), drillings: [line] },
          sounding: [{ zone: 'stem-n', sound: 'drum' }],
          absent: ['frass'],
          signs: [{ id: 'cavity', zone: 'stem-s', opening: q(10, 'cm') }],
        },
      ],
    });
    expect(made.before?.[0]).toMatchObject({
      day: '2024-07-01',
      looked: ['collar'],
      measurements: {
        dbh: { m: 0.6 },
        breastHeight: expect.closeTo(1.3716, 4),
        drillings: [{ zone: 'stem-n', shell: 0.04, decayMet: true, from: 'typed' }],
      },
      sounding: [{ zone: 'stem-n', sound: 'drum' }],
      absent: ['frass'],
      signs: [{ id: 'cavity', zone: 'stem-s', opening: 0.1, key: 'cavity@stem-s' }],
    });
  });
  it('two of a kind on one side are two', () => {
    const two = [
      { id: 'cavity', zone: 'stem-n', height: q(1, 'm') },
      { id: 'cavity', zone: 'stem-n', height: q(4, 'm') },
    ];
    expect(input({ ...base, signs: two }).signs.map((s) => s.key)).toEqual(['cavity@stem-n', 'cavity@stem-n#2']);
  });
});
