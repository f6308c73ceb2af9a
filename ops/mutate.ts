// Changes one thing at a time in the rooms that decide, and asks whether a test notices: a constant half as large again, a comparison
// off by its edge, the other of and / or, of larger / smaller. What no test notices is printed. It works in a copy of the last commit.
//
//   npm run mutate -- [--rooms time,geo] [--count 40] [--seed 1] [--floor 80] [--wide]
//
// The tests of the room are asked; with --wide, where they do not notice, the other tests of core that reach the file too, which for a low
// room are nearly all and take minutes. A run that does not end is counted apart: it
// may be an endless loop, or only a slow machine. --floor ends with 1 where a room notices less, percent.
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { randomFrom, within } from '../core/maths/random';
import { changed, filesOf, mutantsOf, type Mutant } from './mutate/mutants';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const { values } = parseArgs({
  options: {
    rooms: { type: 'string', default: 'naming,judging,state,review,measuring,history,time,geo,planning' },
    count: { type: 'string', default: '90' },
    seed: { type: 'string', default: '1' },
    floor: { type: 'string', default: '0' },
    wide: { type: 'boolean', default: false },
  },
});

/** A run that takes so many times as long as the unchanged one did is ended. */
const PATIENCE = 3;
/** It is given at least so long, ms. */
const LEAST_MS = 30_000;

const outside = mkdtempSync(join(tmpdir(), 'dendrix-mutate-'));
const copy = join(outside, 'copy');
let running: ChildProcess | undefined;

function cleanUp(): void {
  // A group of its own: Jest's helpers go with it.
  if (running?.pid) process.kill(-running.pid, 'SIGKILL');
  spawnSync('git', ['worktree', 'remove', '--force', copy], { cwd: root });
  rmSync(outside, { recursive: true, force: true });
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.once(signal, () => {
    cleanUp();
    process.exit(1);
  });

type Outcome = 'noticed' | 'lived' | 'no end';

/** Runs tests of the copy. One seed, so that the changed and the unchanged are asked the same. */
const ask = (tests: readonly string[], limitMs: number): Promise<Outcome> =>
  new Promise((resolve) => {
    const args = ['jest', '--selectProjects', 'core', '--bail', '--silent', '--forceExit', '--runTestsByPath', ...tests];
    const child = spawn('npx', args, { cwd: copy, stdio: 'ignore', detached: true, env: { ...process.env, DENDRIX_SEED: '1' } });
    running = child;
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      if (child.pid) process.kill(-child.pid, 'SIGKILL');
    }, limitMs);
    child.once('close', (code) => {
      clearTimeout(timer);
      running = undefined;
      resolve(late ? 'no end' : code === 0 ? 'lived' : 'noticed');
    });
  });

/** Tests of core that reach a file, its own room's apart from the others'. */
function testsOf(file: string, room: string): { own: string[]; others: string[] } {
  const args = ['jest', '--selectProjects', 'core', '--listTests', '--findRelatedTests', file];
  const listed = spawnSync('npx', args, { cwd: copy, encoding: 'utf8' }).stdout.split('\n');
  const tests = listed.filter((path) => path.startsWith(join(copy, 'core')));
  const isOwn = (path: string) => path.startsWith(join(copy, 'core', room));
  return { own: tests.filter(isOwn), others: tests.filter((path) => !isOwn(path)) };
}

/** How long tests take before anything is changed, ms, measured once. @throws Error where they fail */
const bases = new Map<string, number>();
async function limitOf(tests: readonly string[]): Promise<number> {
  const key = tests.join();
  const known = bases.get(key);
  if (known !== undefined) return known;
  const began = Date.now();
  if ((await ask(tests, 600_000)) !== 'lived') throw new Error(`tests fail before anything was changed: ${key}`);
  const limit = Math.max(LEAST_MS, (Date.now() - began) * PATIENCE);
  bases.set(key, limit);
  return limit;
}

async function tried(mutant: Mutant, room: string): Promise<Outcome> {
  const { own, others } = testsOf(mutant.file, room);
  const path = join(copy, mutant.file);
  const text = readFileSync(path, 'utf8');
  for (const tests of values.wide ? [own, others] : [own]) {
    if (tests.length === 0) continue;
    const limit = await limitOf(tests);
    writeFileSync(path, changed(text, mutant));
    const outcome = await ask(tests, limit);
    writeFileSync(path, text);
    if (outcome !== 'lived') return outcome;
  }
  return 'lived';
}

/** Changes a room so many times. @returns the share that was noticed of those that ended, percent */
async function room(name: string, count: number): Promise<number> {
  const random = randomFrom(Number(values.seed));
  const all = filesOf(root, name).flatMap((file) => mutantsOf(file, readFileSync(join(root, file), 'utf8')));
  const sums: Record<Outcome, number> = { noticed: 0, lived: 0, 'no end': 0 };
  for (let i = 0; i < count && all.length > 0; i++) {
    const [mutant] = all.splice(within(random, all.length), 1) as [Mutant];
    const outcome = await tried(mutant, name);
    sums[outcome]++;
    if (outcome !== 'noticed') console.log(`  ${outcome}: ${mutant.file}:${mutant.line}  ${mutant.before} → ${mutant.after}`);
  }
  const share = (100 * sums.noticed) / Math.max(1, sums.noticed + sums.lived);
  console.log(`${name}: ${sums.noticed} noticed, ${sums.lived} lived, ${sums['no end']} without an end (${share.toFixed(0)}% noticed)`);
  return share;
}

try {
  spawnSync('git', ['worktree', 'add', '--detach', copy], { cwd: root });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  // Built once, so that no test builds it from the YAML.
  spawnSync(process.execPath, ['--import', 'tsx', 'library/build.ts'], { cwd: copy });
  const rooms = values.rooms.split(',');
  const shares: number[] = [];
  for (const name of rooms) shares.push(await room(name, Math.ceil(Number(values.count) / rooms.length)));
  if (Math.min(...shares) < Number(values.floor)) process.exitCode = 1;
} finally {
  cleanUp();
}
