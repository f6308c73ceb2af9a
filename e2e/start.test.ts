import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { dropDatabase, freshDatabase, urlOf } from '../server/testing/service';
import { freePort } from './free-port';

const root = join(__dirname, '..');

let sequelize: Sequelize;
let own: Record<string, string>;
beforeAll(async () => {
  sequelize = await freshDatabase();
  own = { DATABASE_URL: urlOf(sequelize), DENDRIX_CHAIN_FILE: join(mkdtempSync(join(tmpdir(), 'dendrix-chain-')), 'heads.txt') };
});
afterAll(() => dropDatabase(sequelize));

/** Starts the whole thing and waits until it says where it runs, or ends. */
function start(env: Record<string, string>): Promise<{ said: string; code: number | null; stop: () => Promise<void> }> {
  const child: ChildProcess = spawn(process.execPath, ['ops/start.mjs', '--demonstration'], {
    cwd: root,
    env: { ...process.env, ...own, ...env },
  });
  return new Promise((resolve) => {
    let said = '';
    const ended = new Promise<void>((done) => child.once('exit', () => done()));
    const stop = async () => {
      child.kill('SIGTERM');
      await ended;
    };
    const hear = (data: Buffer) => {
      said += String(data);
      if (said.includes('the password of all is')) resolve({ said, code: null, stop });
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('exit', (code) => resolve({ said, code, stop }));
  });
}

/** How many trees the service holds, asked as a viewer. A busy machine may keep the database waiting: it is asked again then. */
async function treesAt(port: number): Promise<number> {
  const base = `http://127.0.0.1:${port}/api/v1`;
  const body = JSON.stringify({ login: 'perrin', password: 'quillhaven' });
  const end = Date.now() + 60_000;
  for (;;) {
    const signed = await fetch(`${base}/session`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
    const cookie = signed.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const answer = await fetch(`${base}/trees?limit=2000`, { headers: { cookie } });
    const said = (await answer.json()) as { items?: unknown[] };
    if (said.items) return said.items.length;
    const busy = signed.status >= 500 || answer.status >= 500;
    if (!busy || Date.now() > end) throw new Error(`session ${signed.status}, trees ${answer.status}: ${JSON.stringify(said)}`);
    await new Promise((resolve) => setTimeout(resolve, 1000));
  }
}

describe('npm start', () => {
  it('runs, keeps the data when it is started again, and says so when it runs already', async () => {
    const port = await freePort();
    const first = await start({ PORT: String(port) });
    expect(first.said).toMatch(/Quillhaven stands: \d+ trees/);
    expect(first.said).toContain(`Dendrix runs at http://127.0.0.1:${port}`);
    const before = await treesAt(port);
    expect(before).toBeGreaterThanOrEqual(400);
    const beside = await start({ PORT: String(port) });
    expect(beside.code).toBe(1);
    expect(beside.said).toContain(`Dendrix runs already at http://127.0.0.1:${port}.`);
    await first.stop();

    const second = await start({ PORT: String(port) });
    expect(second.said).not.toMatch(/Planting/);
    expect(await treesAt(port)).toBe(before);
    await second.stop();
  });
  it('says which port is taken and what to do', async () => {
    const other = createServer((_request, response) => response.end('somebody else'));
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const { port } = other.address() as AddressInfo;
    const { said, code } = await start({ PORT: String(port) });
    other.close();
    expect(code).toBe(1);
    expect(said).toMatch(new RegExp(`Port ${port} is taken by another program; start with another, such as PORT=8322 npm start`));
  });
  it.each(['0', 'abc', '70000'])('PORT=%s is refused with a sentence', async (PORT) => {
    const { said, code } = await start({ PORT });
    expect(code).toBe(1);
    expect(said).toMatch(new RegExp(`PORT=${PORT} is no port`));
  });
  it('says when the database does not answer', async () => {
    const dead = await freePort();
    const { said, code } = await start({ PORT: String(await freePort()), DATABASE_URL: `mariadb://x:y@127.0.0.1:${dead}/z` });
    expect(code).toBe(1);
    expect(said).toMatch(new RegExp(`The database at 127.0.0.1:${dead} cannot be used`));
  });
});

describe('dendrix import --keep', () => {
  it('brings a list into the same database, once', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'dendrix-list-')), 'list.csv');
    writeFileSync(
      file,
      'tag,species,girth (cm),lat,lon\nK-1,rowan,80,45.66,-31.2\nK-2,Tilia cordata,x,45.67,-31.2\nK-3,sycamore,90,45.68,-31.2\n',
    );
    const keep = () => {
      const done = spawnSync(process.execPath, ['cli/dendrix.mjs', 'import', file, '--keep', '--choose', 'sycamore=Acer pseudoplatanus'], {
        cwd: root,
        encoding: 'utf8',
        env: { ...process.env, ...own },
      });
      return { code: done.status, report: JSON.parse(done.stdout) as { kept: number; bad: { line: number; reason: string }[] } };
    };
    expect(keep()).toMatchObject({ code: 0, report: { kept: 2, bad: [{ line: 3 }] } });
    expect(keep().report).toMatchObject({ kept: 0, bad: [{ line: 2, reason: 'tag K-1 is already kept' }, { line: 3 }, { line: 4 }] });
  });
});
