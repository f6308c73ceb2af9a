// npm start: everything from a fresh machine to an address, saying what it does.
import { spawn } from 'node:child_process';
import { connect } from 'node:net';
import { openDatabase, sessionSecret } from './database.mjs';
import { ensurePackages, root, run } from './packages.mjs';

const log = (line) => console.log(line);
const port = process.env.PORT ?? '8321';

const taken = (p) =>
  new Promise((resolve) => {
    const socket = connect(Number(p), '127.0.0.1');
    socket.once('connect', () => (socket.destroy(), resolve(true)));
    socket.once('error', () => resolve(false));
  });

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
  const database = await openDatabase({ log });
  try {
    run(process.execPath, ['--import', 'tsx', 'library/build.ts']);
    run(process.execPath, ['--import', 'tsx', 'demo/build.ts']);
    const { buildWeb } = await import('./build-web.mjs');
    await buildWeb(log);
  } catch (error) {
    await database.close();
    throw error;
  }
  const server = spawn(process.execPath, ['--import', 'tsx', 'ops/serve.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: {
      NODE_ENV: 'production',
      ...process.env,
      DATABASE_URL: database.url,
      SESSION_SECRET: process.env.SESSION_SECRET ?? sessionSecret(),
      PORT: port,
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
