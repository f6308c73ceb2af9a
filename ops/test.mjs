// npm test: everything on a fresh machine; the last line is "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installDebian, openDatabase } from './database.mjs';
import { ensurePackages, root } from './packages.mjs';

const log = (line) => console.log(line);
// Until the last line is written the run counts as failed.
process.exitCode = 1;
let passed = 0;
let failed = 0;

const ROOMS = ['core', 'library', 'server', 'cli', 'demo', 'ops', 'app/src'];

/** One check that either holds or not. */
function check(words, program, args, options = {}) {
  const started = Date.now();
  const done = spawnSync(program, args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], ...options });
  const held = done.status === 0;
  if (held) passed++;
  else failed++;
  log(`${held ? 'ok    ' : 'FAILED'} ${words} (${((Date.now() - started) / 1000).toFixed(0)} s)`);
  if (!held) log(`${done.stdout ?? ''}${done.stderr ?? ''}`);
}

/** Runs Jest projects and adds up their tests. A suite that did not run counts as one failure. */
function jest(words, projects, env = {}, more = []) {
  const started = Date.now();
  const dir = mkdtempSync(join(tmpdir(), 'dendrix-jest-'));
  const out = join(dir, 'result.json');
  const done = spawnSync('npx', ['jest', '--selectProjects', ...projects, '--json', `--outputFile=${out}`, '--forceExit', ...more], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_ENV: 'test', ...env },
  });
  if (!existsSync(out)) {
    failed++;
    log(`FAILED ${words}: Jest gave no result (${done.status ?? done.signal})`);
  } else {
    const result = JSON.parse(readFileSync(out, 'utf8'));
    const broken = result.testResults.filter((suite) => suite.status === 'failed' && suite.assertionResults.length === 0).length;
    passed += result.numPassedTests;
    failed += result.numFailedTests + broken;
    log(
      `${result.numFailedTests + broken === 0 ? 'ok    ' : 'FAILED'} ${words}: ${result.numPassedTests} passed, ${result.numFailedTests + broken} failed (${((Date.now() - started) / 1000).toFixed(0)} s)`,
    );
  }
  rmSync(dir, { recursive: true, force: true });
}

async function main() {
  ensurePackages(log);
  check('library: every record checked', process.execPath, ['--import', 'tsx', 'library/build.ts']);
  check('demo: the map drawn', process.execPath, ['--import', 'tsx', 'demo/build.ts']);
  for (const part of ['core', 'library', 'tsconfig.node.json', 'app']) check(`types: ${part}`, 'npx', ['tsc', '-p', part]);
  check('lint, with the rule that keeps core pure', 'npx', ['eslint', '.', '--max-warnings', '0']);
  check('arrows between the rooms, and no file that depends on itself', 'npx', [
    'depcruise',
    '--config',
    '.dependency-cruiser.cjs',
    ...ROOMS,
  ]);
  check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
  // Jest leaves one core free for itself, which on a machine of two halves its pace; it only waits while they run.
  jest('core, library, command line', ['core'], {}, ['--maxWorkers=100%']);
  jest('app', ['app'], {}, ['--maxWorkers=100%']);

  const dir = join(root, '.data', 'test');
  rmSync(dir, { recursive: true, force: true });
  // A server of its own, whatever DATABASE_URL says; the tests make their databases on it and take them away.
  const database = await openDatabase({ dir, log, quick: true, own: true });
  const env = { DENDRIX_TEST_DATABASE: database.url, DATABASE_URL: undefined };
  try {
    // Each file has a database and a service of its own.
    jest('server, on a real MariaDB', ['server'], env, ['--maxWorkers=2']);
    if (!existsSync(process.env.CHROMIUM ?? '/usr/bin/chromium')) installDebian(['chromium', 'fonts-liberation'], log);
    const { buildWeb } = await import('./build-web.mjs');
    await buildWeb(log);
    // The demonstration is planted once, in a database of this name, and copied for every file.
    const planted = { ...env, DENDRIX_TEST_PLANTED: `dendrix_test_${randomBytes(6).toString('hex')}` };
    jest('browser, phone and wide', ['browser'], planted, ['--maxWorkers=2']);
  } finally {
    await database.close();
  }
}

main()
  .catch((error) => {
    failed++;
    console.error(`The tests could not run: ${error.message}`);
  })
  .finally(() => {
    log(`${passed} passed, ${failed} failed`);
    process.exitCode = failed === 0 && passed > 0 ? 0 : 1;
  });
