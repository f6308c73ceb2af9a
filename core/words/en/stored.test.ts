import { OPTIONS } from '../../knowledge';
import { SCALE_BANDS, SCALES } from '../../record/judgement';
import { optionWords, ratingWords } from './stored';

describe('the labels of stored words', () => {
  it('two ratings of one scale never read the same, nor do two options', () => {
    for (const scale of SCALES) {
      const words = SCALE_BANDS[scale].map(ratingWords);
      expect(new Set(words).size).toBe(words.length);
    }
    expect(new Set(OPTIONS.map(optionWords)).size).toBe(OPTIONS.length);
  });
  it('none that reads milder than it is stored: "failing" of a crown is no failure, "act first" is urgent', () => {
    expect([ratingWords('failing'), ratingWords('act first'), ratingWords('serious weakness')]).toEqual([
      'declining',
      'act now',
      'serious defect',
    ]);
  });
  it('a word that is none of them stays as it is', () =>
    expect([ratingWords('cannot tell'), optionWords('date')]).toEqual(['cannot tell', 'date']));
});
