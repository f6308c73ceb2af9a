// npm run test:fast [paths]: what a change needs in under two minutes: format, lint and types of the rooms it touches, and the tests that
// read the changed files. Paths narrow it; without any it is what git says has changed. Sweeps and everything that needs the database or
// a browser are left to npm test, and named at the end.
import { spawnSync } from 'node:child_process';
import { root } from './packages.mjs';

const LONG = ['judging/memory', 'judging/safety', 'judging/one-more-sign', 'judging/monotony', 'calibrate/'];
const PROJECTS = { core: 'core', library: 'library', app: 'app' };

const run = (program, args) => spawnSync(program, args, { cwd: root, stdio: 'inherit' }).status === 0;
const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);

const asked = process.argv.slice(2);
const changed =
  asked.length > 0
    ? git('ls-files', ...asked)
    : [...git('diff', '--name-only', '--diff-filter=d', 'HEAD'), ...git('ls-files', '-o', '--exclude-standard')];
const code = changed.filter((file) => /\.(ts|tsx|mjs)$/.test(file));
if (changed.length === 0) {
  console.log('Nothing has changed.');
  process.exit(0);
}
const started = Date.now();
const failed = [];
const check = (words, held) => {
  if (!held) failed.push(words);
};

check('format', run('npx', ['prettier', '--check', '--ignore-unknown', '--log-level', 'warn', ...changed]));
if (code.length > 0) {
  check('lint', run('npx', ['eslint', '--max-warnings', '0', '--no-warn-ignored', ...code]));
  const rooms = new Set(code.map((file) => PROJECTS[file.split('/')[0]] ?? 'tsconfig.node.json'));
  for (const room of rooms) check(`types: ${room}`, run('npx', ['tsc', '-p', room]));
}
// A record of the library is read by the tests of the library and of what is judged by it.
const related = changed.some((file) => /^library\/.*\.yaml$/.test(file)) ? [...code, 'core/testing/library.ts'] : code;
if (related.length > 0)
  check(
    'tests',
    run('npx', [
      'jest',
      '--selectProjects',
      'core',
      'app',
      '--maxWorkers=2',
      '--passWithNoTests',
      '--testPathIgnorePatterns',
      '/node_modules/',
      ...LONG,
      '--findRelatedTests',
      ...related,
    ]),
  );
console.log(
  `${failed.length === 0 ? 'Good' : `FAILED: ${failed.join(', ')}`} in ${Math.round((Date.now() - started) / 1000)} s. Not run: ${LONG.join(', ')}, server, browser; npm test runs them.`,
);
process.exitCode = failed.length === 0 ? 0 : 1;
