import fc from 'fast-check';
import { read, Refusal } from '../contracts';
import { ZONES } from '../knowledge';
import { testLibrary } from '../testing/library';
import { assess, assessRequest, lookOf, toAssessInput } from '.';

const input = (request: unknown) => toAssessInput(testLibrary, read(assessRequest, request));
const base = { date: '2026-07-01' };
const q = (value: number, unit: string) => ({ value, unit });

describe('a request of assess', () => {
  it('needs a date and nothing else', () => {
    expect(input(base)).toMatchObject({ taxon: null, latitude: 45, profile: 'amenity', looked: [], signs: [], rootStandard: 'bs5837' });
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
    expect(made.height).toBeCloseTo(18.288, 9);
    expect(made.crownBase).toBeCloseTo(3, 12);
    expect(made.dbh).toBeCloseTo(0.508, 12);
    expect(made.signs[0]?.angle).toBeCloseTo(45, 9);
    expect(made.signs[1]).toMatchObject({ opening: expect.closeTo(0.1016, 9), height: expect.closeTo(1.524, 9) });
    expect(made.works?.[0]?.distance).toBeCloseTo(3.048, 9);
    expect(made.sounding?.[0]?.height).toBeCloseTo(1, 12);
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
    [{ ...base, signs: [{ id: 'cavity', zone: 'stem-n', opening: q(3, 'deg') }] }, /signs\[0\]\.opening\.unit: "deg" is no unit of length/],
    [{ ...base, signs: [{ id: 'lean', zone: 'stem-n', angle: q(3, 'm') }] }, /signs\[0\]\.angle\.unit: "m" is no unit of angle/],
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
      }),
      { numRuns: 40 },
    );
  });
});

describe('a kept visit as an earlier look', () => {
  it('carries its day, what was looked at, signs and readings', () => {
    const look = lookOf({
      finishedAt: '2025-06-01T09:20:00.000Z',
      record: {
        sounding: [],
        looked: ['stem-n'],
        signs: [{ id: 'cavity', zone: 'stem-n', opening: 0.1 }],
        measurements: { dbh: { m: 0.5 }, height: { m: 15 }, crownBase: { m: 4 }, breastHeight: 1.37 },
      },
    });
    expect(look).toEqual({
      date: '2025-06-01',
      sounding: [],
      looked: ['stem-n'],
      signs: [{ id: 'cavity', zone: 'stem-n', opening: 0.1 }],
      dbh: 0.5,
      height: 15,
      crownBase: 4,
      breastHeight: 1.37,
    });
  });
});
