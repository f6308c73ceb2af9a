// npm start: the demonstration, from a fresh machine to an address, saying what it does. npm run town, or npm start -- --town: a real
// town, founded the first time, with a database of its own.
import { spawn, spawnSync } from 'node:child_process';
import { connect } from 'node:net';
import { join, resolve } from 'node:path';
import { openDatabase, sessionSecret } from './database.mjs';
import { ensurePackages, root, run } from './packages.mjs';

const log = (line) => console.log(line);
const given = process.argv.slice(2);
const isTown = given.includes('--town');
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
    ['--import', 'tsx', 'ops/found.ts', ...given.filter((flag) => flag !== '--town')],
    // What it asks goes by the terminal; what it answers in the end is read.
    { cwd: root, stdio: ['inherit', 'pipe', 'inherit'], encoding: 'utf8', env: { ...process.env, ...own } },
  );
  if (done.status !== 0) {
    await database.close();
    process.exit(done.status ?? 1);
  }
  return /^LINK (\S+)$/m.exec(done.stdout)?.[1] ?? null;
}

async function main() {
  if (!/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535)
    throw new Error(`PORT=${port} is no port; write a number from 1 to 65535.`);
  if (await taken(port)) {
    const ours = await fetch(`http://127.0.0.1:${port}/healthz`)
      .then((r) => r.json())
      .catch(() => null);
    throw new Error(
      ours?.alive
        ? `Dendrix runs already at http://127.0.0.1:${port}.`
        : `Port ${port} is taken by another program; start with another, such as PORT=8322 npm start.`,
    );
  }
  ensurePackages(log);
  const database = await openDatabase({ dir, log });
  try {
    run(process.execPath, ['--import', 'tsx', 'library/build.ts']);
    run(process.execPath, ['--import', 'tsx', 'demo/build.ts']);
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
  const server = spawn(process.execPath, ['--import', 'tsx', 'ops/serve.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: {
      NODE_ENV: 'production',
      ...process.env,
      ...own,
      SESSION_SECRET: process.env.SESSION_SECRET ?? sessionSecret(dir),
      PORT: port,
      // The invented town is planted in a database that was made for it here, never in one that somebody named.
      ...(!isTown && !process.env.DATABASE_URL ? { DENDRIX_PLANT: '1' } : {}),
      ...(link ? { DENDRIX_LINK: link } : {}),
    },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.once('exit', async (code) => {
    await database.close();
    process.exit(code ?? 0);
  });
}

main().catch((error) => {
  console.error(`Dendrix could not start: ${error.message}`);
  process.exit(1);
});
