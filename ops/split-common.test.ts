import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { modulesOf, reachable, splitCommon } from './split-common.mjs';

const defined = (id: number, needs: unknown, factory = `function(g,r,i,a,m,e,d){m.exports=${id}}`) =>
  `__d(${factory},${id},${JSON.stringify(needs)});`;

/** A built application: 1 runs it, 2 is its first screen, 3 reads answers, 4 is another screen; the rest they share. */
function built() {
  const scripts = mkdtempSync(join(tmpdir(), 'scripts-'));
  const write = (name: string, ...lines: string[]) => writeFileSync(join(scripts, name), lines.join('\n'));
  write(
    '__common-a.js',
    'var before=1;',
    defined(10, []),
    defined(11, [10]),
    defined(12, [11]),
    defined(13, [], 'function(g,r,i,a,m,e,d){m.exports=`a template\n__q( of two lines`}'),
    defined(14, [13, 12]),
  );
  write('index-a.js', defined(1, { 0: 10, 1: 2, 2: 3, paths: { 2: '/today-a.js', 3: '/answers-a.js' } }), '__r(1);');
  write('index-b.js', defined(9, []));
  write('today-a.js', defined(2, [11]));
  write('answers-a.js', defined(3, [12]));
  write('screen-a.js', defined(4, [14]));
  return scripts;
}
const ids = (scripts: string, name: string) => modulesOf(readFileSync(join(scripts, name), 'utf8')).modules.map(({ id }) => id);

describe('the shared script, split', () => {
  it('keeps what the first screen reaches, and puts the rest into two chunks; none is lost or doubled', () => {
    const scripts = built();
    const { was, now, read, shared, first, runs } = splitCommon(scripts, ['today-'], ['answers-']);
    expect(was).toBe('__common-a.js');
    expect([first, runs]).toEqual([['today-a.js'], 'index-a.js']);
    expect([ids(scripts, now), ids(scripts, read), ids(scripts, shared)]).toEqual([[10, 11], [12], [13, 14]]);
    expect(readFileSync(join(scripts, now), 'utf8').startsWith('var before=1;')).toBe(true);
    expect(readdirSync(scripts)).not.toContain(was);
  });
  it('what is fetched by a path is not needed at once', () => {
    const [one] = modulesOf(defined(1, { 0: 5, 1: 6, paths: { 6: '/x.js' } })).modules;
    expect(one?.needs).toEqual([5]);
    expect(
      [
        ...reachable(
          [1],
          new Map([
            [1, [2]],
            [2, [1, 3]],
          ]),
        ),
      ].sort(),
    ).toEqual([1, 2, 3]);
  });
  it('changes its names with what it holds, and stops at what it does not understand', () => {
    const [one, other] = [built(), built()];
    writeFileSync(join(other, 'today-a.js'), defined(2, [12]));
    expect(splitCommon(one, ['today-'], ['answers-']).now).not.toBe(splitCommon(other, ['today-'], ['answers-']).now);
    expect(() => modulesOf('__d(this is no module')).toThrow(/not a module/);
    expect(() => splitCommon(built(), ['nowhere-'], [])).toThrow(/0 scripts begin with nowhere-/);
  });
});
