import fc from 'fast-check';
import { HIDDEN_DECAY, SOUNDNESS, STEM_SIDES } from '../../knowledge';
import { ALL, cm, judgeOak, m } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { runs } from '../../testing/sample';

const hole = { id: 'cavity', zone: 'stem-se', opening: cm(14), height: m(1.4) };
const lastYear = (signs: object[], looked: string[] = ALL) => [{ date: '2025-06-01', looked, signs }];
const without = (...zones: string[]) => ALL.filter((zone) => !zones.includes(zone));

describe('what was seen before and is not mentioned now', () => {
  it('still counts where nobody looked: out of sight is not gone', () => {
    const a = judgeOak({ looked: without('stem-se'), before: lastYear([hole]) });
    expect(a.soundness.band).toBe('serious weakness');
    expect(a.soundness.reasons[0]).toMatch(/^Cavity, south-east side of the stem, seen on 1 June 2025: /);
    expect(a.soundness.statements[0]?.evidence).toBe(
      'Seen at the south-east side of the stem on 1 June 2025: at 1.4 m, 14 cm open. Not mentioned this time. Diameter of the stem not measured, held against a thin one of 25.0 cm.',
    );
    expect(a.lookedAt.cannotSay[0]).toBe(
      'The south-east side of the stem: cavity, seen on 1 June 2025. Not mentioned this time. It still counts.',
    );
    expect(a.note).toMatch(/Seen in 2025: .*cavity on the south-east side of the stem/);
    expect(a.lookedAt.unseen).toContain('stem-se');
    expect(a.options[0]?.do).toBe(judgeOak({ signs: [hole] }).options[0]?.do);
  });
  it('still counts where somebody looked and did not mention it', () => {
    const a = judgeOak({ before: lastYear([hole]) });
    expect(a.soundness.band).toBe('serious weakness');
    expect(a.note).toMatch(/That proves nothing/);
  });
  it('counts from every look before, not only from the last', () => {
    const before = [...lastYear([]), { date: '2020-06-01', looked: ALL, signs: [hole] }];
    expect(judgeOak({ looked: without('stem-se'), before }).soundness.reasons[0]).toMatch(/seen on 1 June 2020/);
  });
  it('a hollow heard before is settled neither by the eye nor by one clear knock', () => {
    const before = [{ date: '2025-06-01', looked: ALL, signs: [{ id: 'hollow-sound', zone: 'stem-e' }] }];
    const seen = judgeOak({ before });
    expect(seen.hiddenDecay.band).toBe('likely');
    expect(seen.hiddenDecay.statements[0]?.evidence).toMatch(
      /^Heard at the east side of the stem on 1 June 2025.* Not mentioned this time\.$/,
    );
    expect(judgeOak({ before, sounding: [{ zone: 'stem-e', sound: 'clear' }] }).hiddenDecay.band).toBe('likely');
    // Heard twice, it is one hollow, of the last time.
    const twice = judgeOak({ before: [...before, { date: '2023-06-01', looked: ALL, signs: [{ id: 'hollow-sound', zone: 'stem-e' }] }] });
    expect(twice.note.match(/hollow sound on the east side/g)).toHaveLength(1);
  });
  it('a hole that is said to be gone counts until a reviewer agrees', () => {
    const gone = { ...hole, key: 'h', trend: 'gone', note: 'filled in' };
    const a = judgeOak({ before: [{ date: '2025-06-01', looked: ALL, signs: [{ ...hole, key: 'h' }] }], signs: [gone] });
    expect(a.soundness.band).toBe('serious weakness');
    expect(a.lookedAt.cannotSay[0]).toMatch(/Marked gone. It still counts until a reviewer or an investigation closes it/);
    const closed = { ...gone, ended: { how: 'review', note: 'a burl, wrongly marked' } };
    expect(
      judgeOak({ before: [{ date: '2025-06-01', looked: ALL, signs: [{ ...hole, key: 'h' }] }], signs: [closed] }).soundness.band,
    ).toBe('no weakness seen');
  });
  it('a thin crown of last June counts in a visit that did not see the crown', () => {
    const thin = judgeOak({ looked: ['stem-n'], before: lastYear([{ id: 'thin-crown', zone: 'crown-top', percent: 60 }]) });
    expect(thin.vigour.band).toBe('strained');
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
          // What covered a part before still covers it, so no more was seen than without it.
          expect(known.lookedAt.percent).toBeLessThanOrEqual(fresh.lookedAt.percent);
          expect(known.lookedAt.unseen).toEqual(expect.arrayContaining(fresh.lookedAt.unseen));
        },
      ),
      { numRuns: runs(80) },
    );
  });
  it('knows every stem side by its own name', () => {
    for (const zone of STEM_SIDES) {
      const a = judgeOak({ looked: without(zone), before: lastYear([{ ...hole, zone }]) });
      expect(a.soundness.band).toBe('serious weakness');
    }
  });
});
