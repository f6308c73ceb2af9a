// npm start: the demonstration, from a fresh machine to an address, saying what it does. npm run town, or npm start -- --town: a real
// town, founded the first time, with a database of its own.
import { spawn, spawnSync } from 'node:child_process';
import { connect } from 'node:net';
import { join, resolve } from 'node:path';
import { openDatabase, sessionSecret } from './database.mjs';
import { ensurePackages, root, run } from './packages.mjs';
import { madeProgram, makePrograms } from './programs.mjs';

const log = (line) => console.log(line);
const given = process.argv.slice(2);
const isTown = given.includes('--town');
/** The invented town is planted in a database that was made for it here; in one that somebody named, only where they say so. */
const isPlanted = !isTown && (!process.env.DATABASE_URL || given.includes('--demonstration'));
/** A town's data lies apart from the demonstration's. */
const dir = resolve(root, process.env.DENDRIX_DATA ?? (isTown ? '.town' : '.data'));
const port = process.env.PORT ?? '8321';

const taken = (p) =>
  new Promise((resolve) => {
    const socket = connect(Number(p), '127.0.0.1');
    socket.once('connect', () => (socket.destroy(), resolve(true)));
    socket.once('error', () => resolve(false));
  });

/**
 * Founds the town where none stands yet, asking at the terminal for what the flags leave out.
 * @returns the path of the link for its administrator, the first time
 */
async function founded(own, database) {
  const done = spawnSync(
    process.execPath,
    [...madeProgram('ops/found.ts'), ...given.filter((flag) => flag !== '--town')],
    // What it asks goes by the terminal; what it answers in the end is read.
    { cwd: root, stdio: ['inherit', 'pipe', 'inherit'], encoding: 'utf8', env: { ...process.env, ...own } },
  );
  if (done.status !== 0) {
    await database.close();
    process.exit(done.status ?? 1);
  }
  return /^LINK (\S+)$/m.exec(done.stdout)?.[1] ?? null;
}

/** What has to be ended where a start is broken off; signals are heard from the first line on. */
let ending = async () => {};
let isEnding = false;
function end() {
  if (isEnding) return;
  isEnding = true;
  void ending().finally(() => process.exit(0));
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end);

async function main() {
  if (!/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535)
    throw new Error(`PORT=${port} is no port; write a number from 1 to 65535.`);
  if (await taken(port)) {
    const asked = (path) =>
      fetch(`http://127.0.0.1:${port}${path}`)
        .then((r) => r.json())
        .catch(() => null);
    const [ours, ready] = [await asked('/healthz'), await asked('/readyz')];
    throw new Error(
      ours?.alive
        ? ready?.ready
          ? `Dendrix runs already at http://127.0.0.1:${port}.`
          : `Dendrix runs at http://127.0.0.1:${port} and cannot reach its database.`
        : `Port ${port} is taken by another program; start with another, such as PORT=8322 npm start.`,
    );
  }
  ensurePackages(log);
  const opening = openDatabase({ dir, log });
  ending = async () => (await opening.catch(() => null))?.close();
  const database = await opening;
  try {
    run(process.execPath, ['--import', 'tsx', 'library/build.ts']);
    run(process.execPath, ['--import', 'tsx', 'demo/build.ts']);
    await makePrograms(['ops/serve.ts', 'ops/found.ts']);
    const { buildWeb } = await import('./build-web.mjs');
    await buildWeb(log);
  } catch (error) {
    await database.close();
    throw error;
  }
  const own = {
    DATABASE_URL: database.url,
    DENDRIX_CHAIN_FILE: process.env.DENDRIX_CHAIN_FILE ?? join(dir, 'chain', 'heads.txt'),
  };
  const link = isTown ? await founded(own, database) : null;
  const env = {
    NODE_ENV: 'production',
    ...process.env,
    ...own,
    SESSION_SECRET: process.env.SESSION_SECRET ?? sessionSecret(dir),
    PORT: port,
    ...(isPlanted ? { DENDRIX_PLANT: '1' } : {}),
  };
  watchOver(env, database, link);
}

/** A service that dies sooner has a reason that stays; after so many times in a row nothing is tried again. */
const SHORTEST_LIFE_MS = 10_000;
const MOST_DEATHS = 5;
/** The database is looked at so often, ms. */
const LOOK_EVERY_MS = 2000;

/** Keeps service and database running, and ends both when it is told to. */
function watchOver(env, database, link) {
  let held = database;
  let server;
  let stopping = false;
  let deaths = 0;
  const begin = (first) => {
    const born = Date.now();
    server = spawn(process.execPath, madeProgram('ops/serve.ts'), {
      cwd: root,
      stdio: 'inherit',
      env: { ...env, ...(first && link ? { DENDRIX_LINK: link } : {}) },
    });
    server.once('exit', async (code, signal) => {
      if (stopping) return;
      deaths = Date.now() - born < SHORTEST_LIFE_MS ? deaths + 1 : 0;
      if (first && deaths > 0 && code === 1) {
        // It said itself why it cannot run.
        await held.close();
        process.exit(1);
      }
      if (deaths >= MOST_DEATHS) {
        console.error(`The service ended ${deaths} times in a row; it is not started again.`);
        await held.close();
        process.exit(1);
      }
      console.error(`The service ended (${signal ?? code}); it is started again.`);
      setTimeout(() => !stopping && begin(false), 500 * 2 ** deaths);
    });
  };
  begin(true);

  let reviving = false;
  const look = setInterval(async () => {
    if (stopping || reviving || !held.isDead?.()) return;
    reviving = true;
    console.error('The database ended; it is started again.');
    try {
      held = await openDatabase({ dir, log });
    } catch (error) {
      console.error(error.message);
    }
    reviving = false;
  }, LOOK_EVERY_MS);

  ending = async () => {
    stopping = true;
    clearInterval(look);
    if (server.exitCode === null && server.signalCode === null) {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGTERM');
      await ended;
    }
    await held.close();
  };
  // npm does not hand every signal on: when it is gone, so are its children.
  if (process.env.npm_lifecycle_event) {
    const parent = process.ppid;
    setInterval(() => process.ppid !== parent && end(), 1000).unref();
  }
}

main().catch((error) => {
  console.error(`Dendrix could not start: ${error.message}`);
  process.exit(1);
});
