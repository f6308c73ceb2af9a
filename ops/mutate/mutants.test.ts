import { changed, mutantsOf } from './mutants';

const of = (text: string) => mutantsOf('a.ts', text).map((mutant) => changed(text, mutant));

describe('a mutant', () => {
  it('changes one thing: a number, an edge, and / or, larger / smaller', () => {
    expect(of('const a = x < 10;')).toEqual(['const a = x <= 10;', 'const a = x < 15;']);
    expect(of('if (a && b) f(0);')).toEqual(['if (a || b) f(0);', 'if (a && b) f(1);']);
    expect(of('Math.max(a, b);')).toEqual(['Math.min(a, b);']);
    expect(of('a === b;')).toEqual(['a !== b;']);
  });
  it('leaves alone what the compiler holds: types, imports, places in a list', () => {
    expect(of("import { a } from './1';\nlet b: 1 | 2;\nc[3];")).toEqual([]);
  });
  it('is another text each time, and never the same as before', () => {
    const text = 'export const f = (a: number) => (a > 2 && a <= 1_000 ? Math.min(a, 4) : 0) === 3;';
    const all = of(text);
    expect(new Set(all).size).toBe(all.length);
    expect(all).not.toContain(text);
  });
});
