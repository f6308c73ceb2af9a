// What must hold while it runs: it drains, comes back, says when it is not ready, and keeps secrets out of its log.
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect as socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './free-port';
import { until } from './town';

const root = join(__dirname, '..');
let dir: string;
let port: number;
let base: string;
let npm: ChildProcess;
let said = '';
beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'dendrix-running-'));
  port = await freePort();
  base = `http://127.0.0.1:${port}`;
  const { DATABASE_URL: _none, NODE_ENV: _test, ...env } = process.env;
  npm = spawn('npm', ['start'], {
    cwd: root,
    env: { ...env, DENDRIX_DATA: dir, PORT: String(port), LOG_LEVEL: 'info', DENDRIX_RATE: '100000' } as unknown as NodeJS.ProcessEnv,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [npm.stdout, npm.stderr]) stream?.on('data', (data: Buffer) => (said += String(data)));
  await until(
    async () => said,
    (text) => text.includes('Dendrix runs at'),
  );
});
afterAll(async () => {
  if (npm.exitCode === null) npm.kill('SIGTERM');
  await until(gone, (all) => all).catch(() => undefined);
  rmSync(dir, { recursive: true, force: true });
});

const ask = (path: string, init: RequestInit = {}) => fetch(`${base}${path}`, init).catch(() => null);
const ready = async () => (await ask('/readyz'))?.status ?? 0;
const databasePid = (): number => (JSON.parse(readFileSync(join(dir, 'mariadb.json'), 'utf8')) as { pid: number }).pid;
const isAlive = (pid: number): boolean => {
  try {
    // A process that has ended and whom nobody has asked after is none.
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
};
/** The process that listens at the port: of those that run the service, the one that was given it. */
function servicePid(): number {
  const found = readFileSync(`/proc/${npm.pid}/task/${npm.pid}/children`, 'utf8');
  const below = (pid: number): number[] => {
    const children = (() => {
      try {
        return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(/\s+/).filter(Boolean).map(Number);
      } catch {
        return [];
      }
    })();
    return [pid, ...children.flatMap(below)];
  };
  const all = found.trim().split(/\s+/).filter(Boolean).map(Number).flatMap(below);
  const service = all.find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('ops-serve.mjs'));
  if (service === undefined) throw new Error('the service does not run');
  return service;
}
async function signIn(): Promise<string> {
  const answer = await ask('/api/v1/session', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'luk', password: 'quillhaven' }),
  });
  return answer?.headers.getSetCookie()[0]?.split(';')[0] ?? '';
}
const gone = async (): Promise<boolean> => (await ask('/healthz')) === null;

it('with the database frozen it says so instead of waiting for it, and is ready again when it thaws', async () => {
  expect(await ready()).toBe(200);
  process.kill(databasePid(), 'SIGSTOP');
  try {
    // What it had answered when it froze may still arrive.
    await until(ready, (status) => status === 503);
  } finally {
    process.kill(databasePid(), 'SIGCONT');
  }
  await until(ready, (status) => status === 200);
});

it('a database that was killed is started again where it was, and a service that was killed as well', async () => {
  const cookie = await signIn();
  process.kill(databasePid(), 'SIGKILL');
  await until(
    async () => said,
    (text) => text.includes('The database ended; it is started again.'),
  );
  await until(ready, (status) => status === 200);
  expect((await ask('/api/v1/session', { headers: { cookie } }))?.status).toBe(200);
  const before = servicePid();
  process.kill(before, 'SIGKILL');
  await until(
    async () => said,
    (text) => text.includes('The service ended (SIGKILL); it is started again.'),
  );
  await until(ready, (status) => status === 200);
  expect(servicePid()).not.toBe(before);
  expect((await ask('/api/v1/session', { headers: { cookie } }))?.status).toBe(200);
});

it('half-sent requests are ended', async () => {
  const ended = await Promise.all(
    Array.from(
      { length: 50 },
      () =>
        new Promise<boolean>((resolve) => {
          const open = socket(port, '127.0.0.1', () => open.write('POST /api/v1/session HTTP/1.1\r\nHost: x\r\nX-Slow: '));
          open.once('close', () => resolve(true));
          open.once('error', () => resolve(true));
          setTimeout(() => resolve(false), 40_000).unref();
          open.resume();
        }),
    ),
  );
  expect(ended.every(Boolean)).toBe(true);
});

it('its log holds neither cookies nor what was typed or sent', async () => {
  const cookie = await signIn();
  await ask('/api/v1/find?words=somebodysname', { headers: { cookie } });
  await ask('/api/v1/session', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{"login":"x","password":"hunter2hunter2"',
  });
  await ask('/api/v1/session', { headers: { cookie: 'dendrix=s%3Asecretcookie' } });
  await until(
    async () => said,
    (text) => text.includes('/api/v1/find'),
  );
  for (const secret of [cookie.slice(12, 40), 'somebodysname', 'hunter2', 'secretcookie', 'quillhaven"', 'set-cookie'])
    expect([secret, said.includes(secret)]).toEqual([secret, false]);
});

it('told to end, it answers everything in flight, takes its children along, and leaves with 0', async () => {
  const cookie = await signIn();
  const { items } = (await (await ask('/api/v1/trees?limit=40', { headers: { cookie } }))?.json()) as { items: { id: string }[] };
  const asked = items.map(async ({ id }) => {
    const answer = await ask(`/api/v1/trees/${id}/sheet.pdf`, { headers: { cookie } });
    return answer && answer.status === 200 && (await answer.arrayBuffer()).byteLength > 1000;
  });
  // Once one is answered the others have come in too, also on a slow machine.
  await Promise.race(asked);
  const database = databasePid();
  const service = servicePid();
  npm.kill('SIGTERM');
  expect(await Promise.all(asked)).toEqual(items.map(() => true));
  expect(items).toHaveLength(40);
  await until(
    async () => isAlive(service) || isAlive(database),
    (any) => !any,
  );
  expect(await gone()).toBe(true);
});
