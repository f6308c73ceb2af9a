import fc from 'fast-check';
import { measure } from '../measuring/tasks';
import { readEntry, EMPTY_ENTRY } from '../measuring/form';
import { ALL, cm, judge, judgeOak, m } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { runs } from '../testing/sample';

/** A number with a unit of the other system. */
const METRIC = /\d ?(mm|cm|m)\b/;
const FEET = /\d (ft\b|in(?= a year|[,;.)]| of| wide| open| long))/;

/** Every sentence of a judgement that the program makes; those of the library say what they say. */
const sentences = (a: ReturnType<typeof judge>) => [
  ...[a.vigour, a.soundness, a.hiddenDecay].flatMap((scale) => scale.statements.flatMap((s) => [s.rule, s.evidence])),
  ...a.changes.map((c) => c.says),
  ...(a.works?.works.map((w) => w.says) ?? []),
  ...a.note.split('\n').filter((p) => p.startsWith('Noted')),
];

const full = (signs: typeof testLibrary.signs, units: 'metric' | 'feet') => {
  const seen = signs.map((sign) => ({
    id: sign.id,
    zone: sign.zones[0],
    ...(sign.fields.height ? { height: m(1.4) } : {}),
    ...(sign.fields.opening ? { opening: cm(14) } : {}),
    ...(sign.fields.width ? { width: cm(30) } : {}),
  }));
  return judgeOak({
    units,
    signs: seen,
    measurements: { height: m(20), crownBase: m(9), dbh: cm(30) },
    works: [{ kind: 'trench', distance: m(2.5) }],
    before: [{ date: '2018-07-01', looked: ALL, signs: [], measurements: { height: m(26), dbh: cm(25), crownBase: m(4) } }],
  });
};

describe('a judgement in the units of the one who looks', () => {
  it('in feet no sentence holds a metre, in metres none a foot, whatever the signs', () => {
    fc.assert(
      fc.property(fc.subarray(testLibrary.signs, { maxLength: 5 }), (signs) => {
        for (const words of sentences(full(signs, 'feet'))) expect(words).not.toMatch(METRIC);
        for (const words of sentences(full(signs, 'metric'))) expect(words).not.toMatch(FEET);
      }),
      { numRuns: runs(60) },
    );
  });
  it('says the same in both: bands, causes, options and dates do not hang on the units', () => {
    fc.assert(
      fc.property(fc.subarray(testLibrary.signs, { maxLength: 5 }), (signs) => {
        const [a, b] = [full(signs, 'feet'), full(signs, 'metric')];
        for (const scale of ['vigour', 'soundness', 'hiddenDecay'] as const) expect(a[scale].band).toBe(b[scale].band);
        expect(a.agents.map((x) => x.agent)).toEqual(b.agents.map((x) => x.agent));
        expect(a.options.map((o) => o.do)).toEqual(b.options.map((o) => o.do));
        expect(a.comeBack.by).toBe(b.comeBack.by);
      }),
      { numRuns: runs(40) },
    );
  });
  it('a request measured in feet is worded in feet unless it asks otherwise', () => {
    const request = { measurements: { height: { value: 60, unit: 'ft' }, crownBase: { value: 50, unit: 'ft' } } };
    expect(judge(request).vigour.statements[0]?.evidence).toBe('Height 60 ft, lowest live crown at 50 ft.');
    expect(judge({ ...request, units: 'metric' }).vigour.statements[0]?.evidence).toBe('Height 18.3 m, lowest live crown at 15.2 m.');
  });
});

describe('measuring in the units of the one who measures', () => {
  const near = (unit: string, value: number) =>
    measure(
      { do: 'height-tangent', distance: { value, unit }, top: { value: 60, unit: 'deg' }, base: { value: -5, unit: 'deg' } },
      { growthFactors: [] },
    ).warnings[0];
  it('warns in them', () => {
    expect(near('m', 10)).toMatch(/^Too close\. You are 10\.0 m from a tree 18\.2 m tall/);
    expect(near('ft', 33)).toMatch(/^Too close\. You are 33 ft from a tree 60 ft tall/);
  });
  it('asks in them', () => {
    const oak = testLibrary.taxa.find((t) => t.name === 'Quercus rubra') ?? null;
    const typed = { ...EMPTY_ENTRY, stems: ['400'], heightHow: 'typed' as const, height: '300' };
    const asked = (units: 'metric' | 'feet') =>
      readEntry(typed, { units, stem: 'diameter', breastHeight: 1.3 }, oak, { dbh: 0.3, height: 9, years: 2 }).questions.join(' ');
    expect(asked('feet')).not.toMatch(METRIC);
    expect(asked('metric')).not.toMatch(FEET);
    expect(asked('feet')).toMatch(/400\.0 in is large for Quercus rubra/);
  });
});
