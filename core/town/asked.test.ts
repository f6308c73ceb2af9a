import type { TreeBrief } from '../contracts/api';
import { answerOf, tileTags } from './asked';

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

  it('nobody looked, or a word that is not known, is never sound or thriving', () => {
    for (const ask of ['vigour', 'soundness'] as const)
      for (const word of [null, '', 'splendid']) expect(answerOf(ask, tree({ [ask]: word }), TODAY)).toBe('blank');
  });
  it('a tile tells the day and every answer, and no day where there is none', () => {
    const tags = tileTags({ ...tree({ dueOn: '2026-06-15' }), id: 'a', tag: 'Q 1' });
    expect(tags).toEqual({ id: 'a', tag: 'Q 1', due: 20_619, name: 'listed', vigour: 'blank', soundness: 'blank' });
    expect(tileTags({ ...tree({}), id: 'a', tag: 'Q 1' })).not.toHaveProperty('due');
  });
});
