import fc from 'fast-check';
import { SIGN_FIELDS, signField, TRACKED } from '../knowledge';
import { ALL, judge } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { signWords } from '../words/en/labels';
import { id, isTimeZone } from './ids';
import { emptyLook, isEmptyLook, look, overrule, type Look } from './look';
import { countedMeasurements, simulatedIn, type Measurements } from './measurement';
import { signSeen } from './sign';
import { upcastVisit } from './upcast';
import { anyVisitSubmission, visitSubmission } from './visit';
import { checkLook, taxonOf } from './vocabulary';
import { runs } from '../testing/sample';

const ID = '01976a00-0000-7000-8000-00000000000a';

/** A visit as the first version of the app sent it. */
const old = (part: object = {}, record: object = {}) => ({
  treeId: ID,
  startedAt: '2026-06-14T11:00:00.000Z',
  finishedAt: '2026-06-14T12:30:00.000Z',
  timeZone: 'Pacific/Auckland',
  libraryVersion: 'x',
  record: {
    observations: [],
    cannotSee: [],
    looked: ['stem-n'],
    signs: [
      { id: 'cavity', zone: 'stem-n', opening: 0.1 },
      { id: 'cavity', zone: 'stem-s', opening: 0.2 },
    ],
    measurements: {
      dbh: { m: 0.4 },
      position: { latitude: -36.8, longitude: 174.7, plusMinus: 2, spread: 3, fixes: 20, leftOut: 0, from: 'simulated receiver' },
      drillings: [{ zone: 'stem-n', height: 1, bark: 0, shell: 0.1, plusMinus: 0, decayMet: true, from: 'simulated drill' }],
    },
    safety: [],
    ...record,
  },
  name: null,
  judgement: { soundness: { band: 'weakness' } },
  comeBack: { by: '2027-06-01', because: 'x' },
  ...part,
});

describe('a visit that an old phone kept', () => {
  it('is taken by this server: day by its own zone, keys by kind and side, simulated readings marked', () => {
    const lifted = anyVisitSubmission.parse(old());
    expect(lifted).toMatchObject({ schema: 2, judgement: null, laterLooks: [], units: 'metric' });
    expect(lifted.look.day).toBe('2026-06-15');
    expect(lifted.look.signs.map((s) => s.key)).toEqual(['cavity@stem-n', 'cavity@stem-s']);
    expect(lifted.look.measurements.position).toMatchObject({ from: 'receiver', simulated: true });
    expect(lifted.look.measurements.drillings?.[0]).toMatchObject({ from: 'drill', simulated: true });
    expect(lifted.look.measurements.dbh).toEqual({ m: 0.4 });
  });
  it('keeps the judgement of the device where it can still be read', () => {
    const said = judge();
    expect(anyVisitSubmission.parse(old({ judgement: said })).judgement).toEqual(said);
  });
  it('lifted twice is the same as once, and one of this version is left as it is', () => {
    const once = upcastVisit(old());
    expect(upcastVisit(once)).toEqual(once);
  });
  it('what is no visit is refused by the schema, not lost in the lifting', () => {
    for (const given of [null, 3, 'visit', [], {}, { record: 3 }, { schema: 99, record: {} }, old({ timeZone: 'Mars/Olympus' })])
      expect(anyVisitSubmission.safeParse(given).success).toBe(false);
  });
});

describe('a submission of this version', () => {
  const now = { ...(upcastVisit(old()) as object), judgement: judge() };
  it('is taken whole', () => expect(visitSubmission.safeParse(now).success).toBe(true));
  it.each([
    ['a judgement of another shape', { judgement: {} }],
    ['a band no scale has', { judgement: { ...judge(), soundness: { ...judge().soundness, band: 'splendid' } } }],
    ['a share of 300%', { judgement: { ...judge(), lookedAt: { ...judge().lookedAt, percent: 300 } } }],
    ['a date that is none', { judgement: { ...judge(), comeBack: { by: '9999-99-99', because: '', season: null } } }],
    ['a field nobody knows', { colour: 'green' }],
  ])('%s is refused', (_words, part) => expect(visitSubmission.safeParse({ ...now, ...part }).success).toBe(false));
  it('an id in capitals is the same id', () => expect(id.parse(ID.toUpperCase())).toBe(ID));
});

describe('what makes a visit', () => {
  const seen = (part: Partial<Look>) => isEmptyLook({ ...emptyLook('2026-06-15'), ...part });
  it('nothing seen, and a reading height alone, are none', () => {
    expect(seen({})).toBe(true);
    expect(seen({ measurements: { breastHeight: 1.3 } })).toBe(true);
  });
  it.each([
    [
      'a drilling',
      { measurements: { drillings: [{ zone: 'stem-n', height: 1, bark: 0, shell: 0.1, plusMinus: 0, decayMet: false, from: 'drill' }] } },
    ],
    ['a sounding', { sounding: [{ zone: 'stem-n', sound: 'clear' }] }],
    [
      'a place',
      { measurements: { position: { latitude: 1, longitude: 1, plusMinus: 1, spread: 1, fixes: 1, leftOut: 0, from: 'phone' } } },
    ],
    [
      'a picture',
      {
        photos: [
          {
            id: ID,
            zone: 'stem-n',
            sign: null,
            takenAt: '2026-06-15T10:00:00.000Z',
            timeFrom: 'device',
            latitude: null,
            longitude: null,
            width: 1,
            height: 1,
            bytes: 1,
          },
        ],
      },
    ],
    ['a note', { note: 'Owner says it was hit by a lorry.' }],
    ['a side out of reach', { blocked: [{ zone: 'stem-n', why: 'hedge' }] }],
  ] as [string, Partial<Look>][])('%s alone is one', (_words, part) => expect(seen(part)).toBe(false));
});

describe('readings that a simulator made up', () => {
  const made: Measurements = { dbh: { m: 0.4, simulated: true }, stems: [0.3, 0.26], height: { m: 12 }, breastHeight: 1.3 };
  it('are left out of what counts; typed ones and real devices stay', () => {
    expect(simulatedIn(made)).toEqual(['dbh']);
    expect(countedMeasurements(made)).toEqual({ height: { m: 12 }, breastHeight: 1.3 });
    expect(countedMeasurements({ height: { m: 12, method: 'hypsometer' } })).toEqual({ height: { m: 12, method: 'hypsometer' } });
  });
});

describe('words against the vocabulary', () => {
  const of = (part: Partial<Look>): Look => ({ ...emptyLook('2026-06-15'), ...part });
  it('every sign of the library is taken with every field and word its file lists', () => {
    for (const sign of testLibrary.signs) {
      const fields = Object.fromEntries(
        Object.entries(sign.fields).map(([field, spec]) => {
          const { is } = signField(field as (typeof SIGN_FIELDS)[number]);
          return [field, is === 'word' ? (spec.words?.[0] ?? 'x') : is === 'text' ? 'x' : is === 'trend' ? 'same' : 1];
        }),
      );
      expect(() =>
        checkLook(testLibrary, of({ signs: [{ id: sign.id, zone: sign.zones[0] ?? 'stem-n', key: 'k', ...fields }] }), 'look'),
      ).not.toThrow();
    }
  });
  it.each([
    [{ signs: [{ id: 'cavty', zone: 'stem-n', key: 'k' }] }, 'look.signs[0].id: unknown sign "cavty"; nearest known: cavity.'],
    [
      { signs: [{ id: 'conk', zone: 'stem-n', key: 'k', kind: 'braket' }] },
      /look\.signs\[0\]\.kind: unknown word "braket"; nearest valid: bracket/,
    ],
    [{ signs: [{ id: 'lean', zone: 'stem-n', key: 'k', cover: 5 }] }, /look\.signs\[0\]\.cover: "lean" is not recorded with "cover"/],
    [{ absent: ['exithole'] }, /look\.absent\[0\]: unknown sign "exithole"; nearest known: exit-holes/],
    [{ cannotSee: ['pit'] }, /look\.cannotSee\[0\]: unknown trait "pit"; nearest known: pith/],
    [{ signs: [{ id: 'burl', zone: 'stem-n', key: 'k', photos: [ID] }] }, /look\.signs\[0\]\.photos: a sign refers to a photo/],
    [
      {
        signs: [
          { id: 'burl', zone: 'stem-n', key: 'k' },
          { id: 'conk', zone: 'stem-n', key: 'k' },
        ],
      },
      /look\.signs\[1\]\.key/,
    ],
  ] as [Partial<Look>, string | RegExp][])('%j', (part, sentence) =>
    expect(() => checkLook(testLibrary, of(part), 'look')).toThrow(sentence),
  );
  it('a name is a species, a genus or a family of the library; another is refused with the nearest', () => {
    expect(taxonOf(testLibrary, 'Quercus')).toBeNull();
    expect(taxonOf(testLibrary, 'Quercus robur')?.name).toBe('Quercus robur');
    expect(() => taxonOf(testLibrary, 'Nonsense absurda')).toThrow(/unknown taxon "Nonsense absurda"; nearest known: /);
  });
});

describe('the table of sign fields', () => {
  it('makes the schema: each field is taken up to its bounds and no further', () => {
    for (const field of SIGN_FIELDS) {
      const { is, min, max } = signField(field);
      const takes = (value: unknown) => signSeen.safeParse({ id: 'x', zone: 'stem-n', key: 'k', [field]: value }).success;
      if (min !== undefined && max !== undefined) {
        expect([takes(min), takes(max), takes(min - 1), takes(max + 1)]).toEqual([true, true, false, false]);
      } else expect(takes(is === 'trend' ? 'same' : 'x')).toBe(true);
      expect(takes({})).toBe(false);
    }
  });
  it('makes the words: every recorded field is said once, in the order of the table', () => {
    const words = signWords({
      kind: 'fine-crack',
      height: 1.4,
      opening: 0.14,
      percent: 20,
      cover: 5,
      count: 3,
      angle: 12,
      trend: 'larger',
      note: 'wet',
    });
    expect(words).toBe('fine crack, at 1.4 m, 14 cm open, 20%, 5% of the bark, 3 of them, 12°, larger, wet');
  });
  it('says what is followed over the years, most telling first', () =>
    expect(TRACKED).toEqual(['opening', 'width', 'length', 'percent', 'cover', 'angle']));
});

describe('a look', () => {
  it('is refused with what is out of bounds, and one with its day alone is whole', () => {
    expect(look.parse({ day: '2026-06-15' })).toEqual(emptyLook('2026-06-15'));
    for (const part of [
      { day: '2026-13-45' },
      { looked: ['stem'] },
      { measurements: { dbh: { m: 1e9 } } },
      { signs: [{ id: 'conk', zone: 'stem-n' }] },
    ])
      expect(look.safeParse({ day: '2026-06-15', ...part }).success).toBe(false);
  });
  it('a date to come back that is none is refused', () => {
    expect(overrule.safeParse({ what: 'comeBack', to: '2026-02-30', why: 'because' }).success).toBe(false);
    expect(overrule.safeParse({ what: 'comeBack', to: '2026-02-28', why: 'because' }).success).toBe(true);
  });
  it('knows time zones from words', () => {
    expect(['Pacific/Honolulu', 'UTC', 'Mars/Olympus', ''].map(isTimeZone)).toEqual([true, true, false, false]);
  });
  it('whatever was looked at, the judgement of it is one the record can keep', () => {
    fc.assert(
      fc.property(fc.subarray(ALL), fc.subarray(testLibrary.signs, { maxLength: 4 }), (looked, signs) => {
        const said = judge({ taxon: 'Acer rubrum', looked, signs: signs.map((s) => ({ id: s.id, zone: s.zones[0] })) });
        const kept = visitSubmission.shape.judgement.parse(JSON.parse(JSON.stringify(said)));
        expect(kept).toEqual(JSON.parse(JSON.stringify(said)));
      }),
      { numRuns: runs(60) },
    );
  });
});
