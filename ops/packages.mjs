// Brings in node modules when they are missing or older than the lock file. Plain JavaScript: it runs before there are any.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const OLDEST_NODE = 20;

/** @throws Error with a sentence when Node.js is too old or the packages cannot be installed */
export function ensurePackages(log) {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < OLDEST_NODE) throw new Error(`Node.js ${OLDEST_NODE} or newer is needed; this is ${process.versions.node}.`);
  const mark = join(root, 'node_modules', '.package-lock.json');
  const lock = join(root, 'package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs - 1000) return;
  // npm writes the mark last, so an install that was cut short starts again here.
  log('Installing packages (about two minutes) …');
  const done = spawnSync('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  if (done.status !== 0) throw new Error('The packages could not be installed. Is the package registry reachable? Then run this again.');
}

/** Runs a program and throws a sentence when it fails. */
export function run(program, args, options = {}) {
  const done = spawnSync(program, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) throw new Error(`${program} ${args.slice(0, 3).join(' ')} failed (${done.status ?? done.signal}).`);
}
