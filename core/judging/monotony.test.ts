import { NOT_JUDGED, OUTLOOKS, SCALE_BANDS } from '../record/judgement';
import fc from 'fast-check';
import { STEM_SIDES, VIGOUR } from '../knowledge';
import { ALL, judgeOak, m } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { runs } from '../testing/sample';

describe('monotony over the whole library', () => {
  // "… on what was looked at" stands between clear and the first finding: a sign that covers a part is bad news too.
  const { soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY } = SCALE_BANDS;
  const rank = (bands: readonly string[], band: string) => bands.indexOf(band);
  const someSigns = fc.subarray(testLibrary.signs, { maxLength: 4 });
  const seen = (signs: typeof testLibrary.signs) => signs.map((s) => ({ id: s.id, zone: s.zones[0] }));
  it('another sign never makes a scale milder', () => {
    fc.assert(
      fc.property(someSigns, fc.constantFrom(...testLibrary.signs), (signs, more) => {
        const without = judgeOak({ signs: seen(signs) });
        const with_ = judgeOak({ signs: seen([...new Set([...signs, more])]) });
        expect(rank(VIGOUR, with_.vigour.band)).toBeGreaterThanOrEqual(rank(VIGOUR, without.vigour.band));
        expect(rank(SOUNDNESS, with_.soundness.band)).toBeGreaterThanOrEqual(rank(SOUNDNESS, without.soundness.band));
        expect(rank(HIDDEN_DECAY, with_.hiddenDecay.band)).toBeGreaterThanOrEqual(rank(HIDDEN_DECAY, without.hiddenDecay.band));
      }),
      { numRuns: runs(150) },
    );
  });
  it('a larger share never makes vigour milder, for every sign that has one', () => {
    const shared = testLibrary.signs.filter((s) => s.fields.percent);
    fc.assert(
      fc.property(fc.constantFrom(...shared), fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 }), (sign, a, b) => {
        const at = (steps: number) =>
          rank(
            VIGOUR,
            judgeOak({
              taxon: 'Ginkgo biloba',
              signs: [{ id: sign.id, zone: sign.zones[0], percent: 5 * steps, kind: sign.fields.kind?.words?.[0] }],
            }).vigour.band,
          );
        expect(at(Math.max(a, b))).toBeGreaterThanOrEqual(at(Math.min(a, b)));
      }),
      { numRuns: runs(150) },
    );
  });
  it('a better crown never improves soundness or hidden decay while neither fails, nor hidden decay at all', () => {
    fc.assert(
      fc.property(someSigns, fc.double({ min: 1, max: 18, noNaN: true }), fc.double({ min: 1, max: 18, noNaN: true }), (signs, a, b) => {
        const at = (base: number) => judgeOak({ signs: seen(signs), measurements: { height: m(20), crownBase: m(base) } });
        const [one, other] = [at(a), at(b)];
        expect(one.hiddenDecay.band).toBe(other.hiddenDecay.band);
        const fails = [one, other].some(({ vigour }) => vigour.band === 'failing' || vigour.band === 'dead');
        if (!fails) expect(one.soundness.band).toBe(other.soundness.band);
      }),
      { numRuns: runs(80) },
    );
  });
  it('looking at more never makes the record say less, signs or none', () => {
    fc.assert(
      fc.property(someSigns, fc.subarray(ALL), fc.subarray(ALL), (signs, some, more) => {
        const little = judgeOak({ looked: some, signs: seen(signs) });
        const much = judgeOak({ looked: [...new Set([...some, ...more])], signs: seen(signs) });
        expect(much.lookedAt.percent).toBeGreaterThanOrEqual(little.lookedAt.percent);
        expect(much.lookedAt.cannotSay.length).toBeLessThanOrEqual(little.lookedAt.cannotSay.length);
        // A scale that was judged stays judged.
        for (const scale of ['vigour', 'soundness', 'hiddenDecay'] as const)
          if (little[scale].band !== NOT_JUDGED) expect(much[scale].band).not.toBe(NOT_JUDGED);
      }),
      { numRuns: runs(100) },
    );
  });
  it('sounding more sides clear never lowers hidden decay', () => {
    fc.assert(
      fc.property(someSigns, fc.subarray([...STEM_SIDES]), (signs, sides) => {
        const plain = judgeOak({ signs: seen(signs) });
        const rung = judgeOak({ signs: seen(signs), sounding: sides.map((zone) => ({ zone, sound: 'clear' })) });
        expect(rung.hiddenDecay.band).toBe(plain.hiddenDecay.band);
      }),
      { numRuns: runs(60) },
    );
  });
  it('an outlook on a half-seen tree says so', () => {
    expect(judgeOak({ looked: ['crown-top', 'stem-n'] }).outlookBecause).toMatch(/on the parts inspected/);
    expect(judgeOak({}).outlookBecause).not.toMatch(/on the parts inspected/);
  });
  it('a worse outlook never comes with better bands', () => {
    fc.assert(
      fc.property(someSigns, fc.constantFrom(...testLibrary.signs), (signs, more) => {
        const at = (list: typeof testLibrary.signs) => rank(OUTLOOKS, judgeOak({ taxon: 'Ginkgo biloba', signs: seen(list) }).outlook);
        // On a host without agents of its own the outlook follows the bands alone.
        expect(at([...new Set([...signs, more])])).toBeGreaterThanOrEqual(at(signs) - 1);
      }),
      { numRuns: runs(80) },
    );
  });
  const percent = fc.integer({ min: 0, max: 98 });
  it('more dieback never improves vigour', () => {
    fc.assert(
      fc.property(percent, percent, (a, b) => {
        const at = (p: number) => rank(VIGOUR, judgeOak({ signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: p }] }).vigour.band);
        expect(at(Math.max(a, b))).toBeGreaterThanOrEqual(at(Math.min(a, b)));
      }),
    );
  });
  it('every sign of the library only ever worsens a scale', () => {
    const clean = judgeOak();
    for (const sign of testLibrary.signs) {
      const a = judgeOak({ signs: [{ id: sign.id, zone: sign.zones[0] }] });
      expect(rank(SOUNDNESS, a.soundness.band)).toBeGreaterThanOrEqual(rank(SOUNDNESS, clean.soundness.band));
      expect(rank(HIDDEN_DECAY, a.hiddenDecay.band)).toBeGreaterThanOrEqual(rank(HIDDEN_DECAY, clean.hiddenDecay.band));
    }
  });
});
