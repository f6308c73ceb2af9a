// npm test: everything on a fresh machine; the last line is "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { freemem, tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { installDebian, openDatabase } from './database.mjs';
import { ensurePackages, root } from './packages.mjs';
import { makePrograms } from './programs.mjs';

const log = (line) => console.log(line);
// Until the last line is written the run counts as failed.
process.exitCode = 1;
// Another part of the library each day; one seed for the whole run, also past midnight.
process.env.DENDRIX_SEED ??= String(Math.floor(Date.now() / 86_400_000));
// npm run sweep: everything of the library, not a part, and every property many times as often.
if (process.argv.includes('--sweep')) process.env.DENDRIX_SWEEP = '1';
let passed = 0;
let failed = 0;

const ROOMS = ['core', 'library', 'server', 'cli', 'demo', 'ops', 'app/src'];

/** Checks that either hold or not, two at a time. */
async function checks(all) {
  const waiting = [...all];
  const one = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [words, program, args] = next;
      const started = Date.now();
      const { held, said } = await run(program, args);
      if (held) passed++;
      else failed++;
      log(`${held ? 'ok    ' : 'FAILED'} ${words} (${((Date.now() - started) / 1000).toFixed(0)} s)`);
      if (!held) log(said);
    }
  };
  await Promise.all([one(), one()]);
}

/** Runs a program and keeps what it says. */
const run = (program, args) =>
  new Promise((resolve) => {
    const child = spawn(program, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (said += part));
    child.once('error', (error) => resolve({ held: false, said: error.message }));
    child.once('close', (code) => resolve({ held: code === 0, said }));
  });

/** Databases and browser profiles of the tests are kept in memory where there is so much of it, bytes; a busy disk makes them wait. */
const ROOMY = 8 * 1024 ** 3;
function quickFolder() {
  const memory = '/dev/shm';
  if (!existsSync(memory)) return join(root, '.data', 'test');
  // What a run that was cut short left there goes.
  for (const name of readdirSync(memory).filter((name) => /^dendrix-test-\d+$/.test(name)))
    if (!existsSync(`/proc/${name.split('-').at(-1)}`)) rmSync(join(memory, name), { recursive: true, force: true });
  const { bavail, bsize } = statfsSync(memory);
  const isRoomy = bavail * bsize > ROOMY && freemem() > ROOMY;
  return isRoomy ? join(memory, `dendrix-test-${process.pid}`) : join(root, '.data', 'test');
}

/** How long each test file took, s. */
const took = [];
/** So many of the slowest are named. */
const TOLD = 10;

/** One cache for all projects, wherever their temporary files go. */
const CACHE = join(tmpdir(), 'dendrix-jest-cache');

/** Runs Jest projects and adds up their tests. A suite that did not run counts as one failure. */
function jest(words, projects, env = {}, more = []) {
  const started = Date.now();
  const dir = mkdtempSync(join(tmpdir(), 'dendrix-jest-'));
  const out = join(dir, 'result.json');
  const done = spawnSync(
    'npx',
    ['jest', '--selectProjects', ...projects, `--cacheDirectory=${CACHE}`, '--json', `--outputFile=${out}`, '--forceExit', ...more],
    {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, NODE_ENV: 'test', ...env },
    },
  );
  if (!existsSync(out)) {
    failed++;
    log(`FAILED ${words}: Jest gave no result (${done.status ?? done.signal})`);
  } else {
    const result = JSON.parse(readFileSync(out, 'utf8'));
    const broken = result.testResults.filter((suite) => suite.status === 'failed' && suite.assertionResults.length === 0).length;
    for (const { name, startTime, endTime } of result.testResults) took.push([(endTime - startTime) / 1000, relative(root, name)]);
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
  // What the others read is made first.
  await checks([['library: every record checked', process.execPath, ['--import', 'tsx', 'library/build.ts']]]);
  await checks([['demo: the map drawn', process.execPath, ['--import', 'tsx', 'demo/build.ts']]]);
  await makePrograms(['serve', 'found', 'keep', 'upgrade', 'rebuild'].map((name) => `ops/${name}.ts`));
  process.env.TEST_PROGRAMS = '1';
  await checks([
    ['lint, with the rule that keeps core pure', 'npx', ['eslint', '.', '--max-warnings', '0']],
    ...['app', 'tsconfig.node.json', 'core', 'library'].map((part) => [`types: ${part}`, 'npx', ['tsc', '-p', part]]),
    ['arrows between the rooms, and no file that depends on itself', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', ...ROOMS]],
    ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ]);
  // Jest leaves one core free for itself, which on a machine of two halves its pace; it only waits while they run.
  jest('core, library, command line', ['core'], {}, ['--maxWorkers=100%']);
  jest('app', ['app'], {}, ['--maxWorkers=100%']);

  const dir = quickFolder();
  rmSync(dir, { recursive: true, force: true });
  mkdirSync(dir, { recursive: true });
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
    const planted = { ...env, DENDRIX_TEST_PLANTED: `dendrix_test_${randomBytes(6).toString('hex')}`, TMPDIR: dir };
    jest('browser, phone and wide', ['browser'], planted, ['--maxWorkers=2']);
  } finally {
    await database.close();
    rmSync(dir, { recursive: true, force: true });
  }
}

main()
  .catch((error) => {
    failed++;
    console.error(`The tests could not run: ${error.message}`);
  })
  .finally(() => {
    const slowest = took.sort(([a], [b]) => b - a).slice(0, TOLD);
    log(`The ten slowest files: ${slowest.map(([seconds, name]) => `${name} ${seconds.toFixed(0)} s`).join(', ')}.`);
    log(`Drawn by seed ${process.env.DENDRIX_SEED}; the same again with DENDRIX_SEED=${process.env.DENDRIX_SEED}.`);
    log(`${passed} passed, ${failed} failed`);
    process.exitCode = failed === 0 && passed > 0 ? 0 : 1;
  });
