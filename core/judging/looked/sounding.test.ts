import { hollowSign } from '../../history/reached';
import { emptyLook, type Look } from '../../record/look';
import { judgeOak } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { fromSounding, withSounding } from './sounding';

const HOLLOW = hollowSign(testLibrary) ?? '';
const look = (part: Partial<Look>): Look => ({ ...emptyLook('2026-07-01'), ...part });
const added = (part: Partial<Look>) => fromSounding(testLibrary, look(part)).map(({ id, zone, kind }) => `${id} ${zone} ${kind}`);

describe('what the mallet adds to what was seen', () => {
  it('a hollow at each side that rang dull or like a drum, none where it rang clear', () =>
    expect(
      added({
        sounding: [
          { zone: 'stem-n', sound: 'clear' },
          { zone: 'stem-e', sound: 'dull' },
          { zone: 'stem-s', sound: 'drum' },
        ],
      }),
    ).toEqual([`${HOLLOW} stem-e dull`, `${HOLLOW} stem-s drum`]));
  it('a hollow that was marked at that side already is not told twice; another sign there, or a hollow elsewhere, hides nothing', () => {
    const sounding = [{ zone: 'stem-n' as const, sound: 'drum' as const }];
    expect(added({ sounding, signs: [{ id: HOLLOW, zone: 'stem-n', key: 'a' }] })).toEqual([]);
    expect(added({ sounding, signs: [{ id: 'cavity', zone: 'stem-n', key: 'a' }] })).toEqual([`${HOLLOW} stem-n drum`]);
    expect(added({ sounding, signs: [{ id: HOLLOW, zone: 'stem-s', key: 'a' }] })).toEqual([`${HOLLOW} stem-n drum`]);
  });
  it('keeps what was seen, and the height the mallet struck at', () => {
    const seen = look({ signs: [{ id: 'cavity', zone: 'stem-e', key: 'a' }], sounding: [{ zone: 'stem-n', sound: 'dull', height: 1.2 }] });
    expect(withSounding(testLibrary, seen).signs).toEqual([
      seen.signs[0],
      { id: HOLLOW, zone: 'stem-n', key: `${HOLLOW}@stem-n`, kind: 'dull', height: 1.2 },
    ]);
  });
  it('is judged: a stem that rings like a drum is never free of suspicion', () => {
    expect(judgeOak().hiddenDecay.band).toBe('none suspected');
    expect(judgeOak({ sounding: [{ zone: 'stem-n', sound: 'drum' }] }).hiddenDecay.band).not.toBe('none suspected');
    expect(
      judgeOak({ sounding: [{ zone: 'stem-n', sound: 'drum' }], signs: [{ id: 'exit-holes', zone: 'stem-n' }] }).hiddenDecay.reasons.join(
        ' ',
      ),
    ).toMatch(/Hollow sound, north side/);
  });
});
