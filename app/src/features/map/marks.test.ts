import { ANSWERS, ASKS, type Ask } from '@dendrix/core/town';
import { ASK_WORDS, labelName, markName, MARKS, readLabel } from './marks';

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
  it('are those of the answers, in their order', () => {
    for (const ask of ASKS) expect(MARKS[ask].map(({ key }) => key)).toEqual(ANSWERS[ask]);
  });
  it('of trees counted together carry their shares in their name', () => {
    expect(readLabel(labelName('due', [3, 0, 8, 1]))).toEqual({ ask: 'due', shares: [3, 0, 8, 1] });
    for (const name of ['due/over', 'shares/none/1', 'shares/due', 'shares']) expect(readLabel(name)).toBeNull();
  });
});
