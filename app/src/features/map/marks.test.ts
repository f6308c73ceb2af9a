import type { TreeBrief } from '@dendrix/core/contracts';
import { answerOf, ASK_WORDS, ASKS, markName, MARKS, type Ask } from './marks';

const tree = (changes: Partial<TreeBrief>): TreeBrief =>
  ({
    id: '01976a00-0000-7000-8000-000000000001',
    tag: 'Q 0001',
    standing: 'imported',
    dueOn: null,
    vigour: null,
    soundness: null,
    ...changes,
  }) as TreeBrief;
const TODAY = '2026-06-15';

describe('what a tree answers on the map', () => {
  it.each([
    [null, 'never'],
    ['2026-06-14', 'over'],
    ['2026-06-15', 'over'],
    ['2026-06-16', 'soon'],
    ['2026-09-13', 'soon'],
    ['2026-09-14', 'later'],
    ['2029-01-01', 'later'],
  ])('due on %s: %s', (dueOn, key) => expect(answerOf('due', tree({ dueOn }), TODAY)).toBe(key));

  it.each([
    ['confirmed', 'confirmed'],
    ['overturned', 'confirmed'],
    ['proposed', 'proposed'],
    ['questioned', 'questioned'],
    ['imported', 'listed'],
    ['unnamed', 'unnamed'],
  ] as [TreeBrief['standing'], string][])('a name that stands %s: %s', (standing, key) =>
    expect(answerOf('name', tree({ standing }), TODAY)).toBe(key),
  );

  it.each([
    ['vigour', 'thriving', 'good'],
    ['vigour', 'strained', 'strained'],
    ['vigour', 'dead', 'failing'],
    ['soundness', 'no weakness seen', 'none'],
    ['soundness', 'no weakness seen on what was looked at', 'partly'],
    ['soundness', 'serious weakness', 'serious'],
    ['soundness', 'act first', 'serious'],
  ] as ['vigour' | 'soundness', string, string][])('%s "%s": %s', (ask, word, key) =>
    expect(answerOf(ask, tree({ [ask]: word }), TODAY)).toBe(key),
  );

  it('nobody looked is never drawn as sound or thriving', () => {
    for (const ask of ['vigour', 'soundness'] as const) {
      expect(answerOf(ask, tree({}), TODAY)).toBe('blank');
      expect(MARKS[ask].find((mark) => mark.key === 'blank')?.words).toBe('not looked at');
    }
  });
});

describe('marks', () => {
  it.each(ASKS.map((ask): [Ask] => [ask]))('%s: no two marks share a form and a size, so that they read without colour', (ask) => {
    const forms = MARKS[ask].map((mark) => `${mark.form} ${mark.size}`);
    expect(new Set(forms).size).toBe(forms.length);
  });
  it('each has words and a name of its own', () => {
    const names = ASKS.flatMap((ask) => MARKS[ask].map((mark) => markName(ask, mark.key)));
    expect(new Set(names).size).toBe(names.length);
    for (const ask of ASKS) {
      expect(ASK_WORDS[ask]).not.toBe('');
      for (const mark of MARKS[ask]) expect(mark.words).not.toBe('');
    }
  });
});
