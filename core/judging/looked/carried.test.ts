import fc from 'fast-check';
import { HIDDEN_DECAY, SOUNDNESS, STEM_SIDES } from '../../knowledge';
import { ALL, cm, judgeOak, m } from '../../testing/judge';
import { testLibrary } from '../../testing/library';

const hole = { id: 'cavity', zone: 'stem-se', opening: cm(14), height: m(1.4) };
const lastYear = (signs: object[], looked: string[] = ALL) => [{ date: '2025-06-01', looked, signs }];
const without = (...zones: string[]) => ALL.filter((zone) => !zones.includes(zone));

describe('what was seen before where nobody looked this time', () => {
  it('still counts: out of sight is not gone', () => {
    const a = judgeOak({ looked: without('stem-se'), before: lastYear([hole]) });
    expect(a.soundness.band).toBe('serious weakness');
    expect(a.soundness.reasons[0]).toMatch(/^Cavity, south-east side of the stem, seen on 2025-06-01: /);
    expect(a.soundness.statements[0]?.evidence).toBe(
      'Seen at the south-east side of the stem on 2025-06-01: at 1.4 m, 14 cm open. Not looked at this time. Diameter of the stem not measured, held against a thin one of 25.0 cm.',
    );
    expect(a.lookedAt.cannotSay[0]).toBe(
      'The south-east side of the stem was not looked at this time; how the cavity seen there on 2025-06-01 stands now is not known.',
    );
    expect(a.note).toMatch(/Known from before and not checked this time: cavity on the south-east side of the stem .* in 2025\./);
    expect(a.lookedAt.unseen).toContain('stem-se');
    expect(a.options[0]?.do).toBe(judgeOak({ signs: [hole] }).options[0]?.do);
  });
  it('a part looked at again with nothing there is clear', () => {
    const a = judgeOak({ before: lastYear([hole]) });
    expect(a.soundness.band).toBe('no weakness seen');
    expect(a.note).not.toMatch(/Known from before/);
  });
  it('the newest look at a part holds, not an older one', () => {
    const before = [...lastYear([]), { date: '2020-06-01', looked: ALL, signs: [hole] }];
    expect(judgeOak({ looked: without('stem-se'), before }).soundness.band).toBe('no weakness seen on what was looked at');
    const partly = [...lastYear([], without('stem-se')), { date: '2020-06-01', looked: ALL, signs: [hole] }];
    expect(judgeOak({ looked: without('stem-se'), before: partly }).soundness.reasons[0]).toMatch(/seen on 2020-06-01/);
  });
  it('a hollow heard before is settled by the mallet alone, not by the eye', () => {
    const before = [{ date: '2025-06-01', looked: ALL, signs: [{ id: 'hollow-sound', zone: 'stem-e' }] }];
    const seen = judgeOak({ before });
    expect(seen.hiddenDecay.band).not.toBe('none suspected');
    expect(seen.hiddenDecay.statements[0]?.evidence).toMatch(
      /^Heard at the east side of the stem on 2025-06-01.* Not sounded this time\.$/,
    );
    expect(seen.lookedAt.cannotSay[0]).toMatch(/^The east side of the stem was not sounded this time; how the hollow sound heard there/);
    const rung = judgeOak({ before, sounding: [{ zone: 'stem-e', sound: 'clear' }] });
    expect(rung.hiddenDecay.band).toBe('none suspected');
    // Heard twice, it is one hollow, of the last time.
    const twice = judgeOak({ before: [...before, { date: '2023-06-01', looked: ALL, signs: [{ id: 'hollow-sound', zone: 'stem-e' }] }] });
    expect(twice.note.match(/hollow sound on the east side/g)).toHaveLength(1);
  });
  it('a sign that was gone stays gone, and the foliage is of its season', () => {
    expect(judgeOak({ looked: without('stem-se'), before: lastYear([{ ...hole, trend: 'gone' }]) }).soundness.band).toMatch(/^no weakness/);
    const thin = judgeOak({ looked: ['stem-n'], before: lastYear([{ id: 'thin-crown', zone: 'crown-top', percent: 60 }]) });
    expect(thin.vigour.band).toBe('not judged');
  });
  it('what is normal for the kind is not carried as a fault', () => {
    const a = judgeOak({
      taxon: 'Corymbia opaca',
      looked: without('stem-e'),
      before: lastYear([{ id: 'exudate', kind: 'red-gum', zone: 'stem-e' }]),
    });
    expect(a.soundness.band).toBe('no weakness seen on what was looked at');
    expect(a.normalHere).toEqual([]);
  });
  it('hides nothing: with the same look, known faults never make a scale milder', () => {
    const rank = (bands: readonly string[], band: string) => bands.indexOf(band);
    fc.assert(
      fc.property(
        fc.subarray(testLibrary.signs, { maxLength: 4 }),
        fc.subarray(testLibrary.signs, { maxLength: 3 }),
        fc.subarray(ALL),
        (old, now, looked) => {
          const seen = (signs: typeof old) => signs.map((s) => ({ id: s.id, zone: s.zones[0] }));
          const fresh = judgeOak({ looked, signs: seen(now) });
          const known = judgeOak({ looked, signs: seen(now), before: lastYear(seen(old)) });
          expect(rank(SOUNDNESS, known.soundness.band)).toBeGreaterThanOrEqual(rank(SOUNDNESS, fresh.soundness.band));
          expect(rank(HIDDEN_DECAY, known.hiddenDecay.band)).toBeGreaterThanOrEqual(rank(HIDDEN_DECAY, fresh.hiddenDecay.band));
          expect(known.lookedAt).toMatchObject({ percent: fresh.lookedAt.percent, unseen: fresh.lookedAt.unseen });
        },
      ),
      { numRuns: 80 },
    );
  });
  it('knows every stem side by its own name', () => {
    for (const zone of STEM_SIDES) {
      const a = judgeOak({ looked: without(zone), before: lastYear([{ ...hole, zone }]) });
      expect(a.soundness.band).toBe('serious weakness');
    }
  });
});
