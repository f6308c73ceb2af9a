// The drill of a cluster: three nodes, three services that write to different ones, phones that send without pause; a node is killed
// in the middle as by a power cut, and brought back. Nothing that was acknowledged may be lost, nothing kept twice, and the chain is whole.
//
//   npm run drill [-- --seconds 45 --phones 12]
import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { emptyLook, SCHEMA } from '@dendrix/core/record';
import { loadLibrary } from '@dendrix/library';
import { DEMO_PASSWORD } from '../demo/people';
import { verify } from '../server/audit/verify';
import { connect } from '../server/db/connect';
import { defineModels } from '../server/models';
import { openCluster } from './cluster.mjs';
import { freePort } from './database.mjs';
import { utcDay } from '../core/time';

const { values } = parseArgs({ options: { seconds: { type: 'string', default: '45' }, phones: { type: 'string', default: '12' } } });
const [seconds, phones] = [Number(values.seconds), Number(values.phones)];
if (!(seconds > 0 && phones > 0)) {
  console.error('--seconds and --phones take numbers above nought.');
  process.exit(2);
}
const library = loadLibrary();
const dir = mkdtempSync(join(tmpdir(), 'dendrix-drill-'));
// A node that joins may write as nobody.
chmodSync(dir, 0o755);
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
/** A phone gives a visit up for this run after so many tries; it would keep it. */
const MOST_TRIES = 200;
const TRY_AGAIN_MS = 300;

/** Starts a service that prefers one node. */
async function serve(urls: readonly string[]): Promise<{ base: string; process: ChildProcess }> {
  const port = await freePort();
  const service = spawn(process.execPath, ['--import', 'tsx', 'ops/serve.ts'], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: urls.join(','),
      SESSION_SECRET: 'for the drill alone: 0123456789 abcdef',
      DENDRIX_PLANT: '1',
      PORT: String(port),
      DENDRIX_CHAIN_FILE: join(dir, 'heads.txt'),
      DENDRIX_RATE: '1000000',
      LOG_LEVEL: 'silent',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    service.stdout.on('data', (data: Buffer) => String(data).includes('Dendrix runs at') && resolve());
    service.once('exit', (code) => reject(new Error(`a service ended with ${code}`)));
  });
  service.removeAllListeners('exit');
  return { base: `http://127.0.0.1:${port}`, process: service };
}

const visitTo = (treeId: string) => {
  const finishedAt = new Date(Date.now() - 1000);
  return {
    schema: SCHEMA,
    treeId,
    startedAt: new Date(finishedAt.getTime() - 60_000).toISOString(),
    finishedAt: finishedAt.toISOString(),
    timeZone: 'UTC',
    libraryVersion: library.version,
    units: 'metric',
    look: { ...emptyLook(utcDay(finishedAt)), looked: ['stem-n'], measurements: { dbh: { m: 0.42, entered: '42 cm' } } },
    name: null,
    judgement: null,
    laterLooks: [],
  };
};

interface Tally {
  acknowledged: string[];
  given: number;
  retries: number;
  longest: number;
  /** Acknowledged visits that were asked for at another service at once, and those of them that it did not have. */
  asked: number;
  stale: number;
}

/** Asks another service for a visit that one has just acknowledged: what somebody wrote they must see, whichever answers. */
async function askElsewhere(base: string, cookie: string, treeId: string, id: string, tally: Tally): Promise<void> {
  const answer = await fetch(`${base}/api/v1/trees/${treeId}`, { headers: { cookie }, signal: AbortSignal.timeout(20_000) }).catch(
    () => null,
  );
  // One whose node is away says so; it is no answer.
  if (!answer?.ok) return;
  const { visits } = (await answer.json()) as { visits: { id: string }[] };
  tally.asked++;
  if (!visits.some((visit) => visit.id === id)) tally.stale++;
}

/** Sends visits without pause, each until it is acknowledged, to whichever service. */
async function phone(
  bases: readonly string[],
  cookies: readonly string[],
  trees: readonly string[],
  until: number,
  tally: Tally,
): Promise<void> {
  while (Date.now() < until) {
    const id = newId();
    const treeId = trees[Math.floor(Math.random() * trees.length)] as string;
    const body = JSON.stringify(visitTo(treeId));
    const from = Date.now();
    for (let tries = 0; ; tries++) {
      if (tries === MOST_TRIES) {
        tally.given++;
        break;
      }
      const to = Math.floor(Math.random() * bases.length);
      const answer = await fetch(`${bases[to]}/api/v1/visits/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', cookie: cookies[to] as string },
        body,
        signal: AbortSignal.timeout(20_000),
      }).catch(() => null);
      if (answer?.ok) {
        tally.acknowledged.push(id);
        const other = (to + 1) % bases.length;
        await askElsewhere(bases[other] as string, cookies[other] as string, treeId, id, tally);
        break;
      }
      if (answer && answer.status < 500 && answer.status !== 401) throw new Error(`${answer.status} ${await answer.text()}`);
      tally.retries++;
      await pause(TRY_AGAIN_MS);
    }
    tally.longest = Math.max(tally.longest, Date.now() - from);
  }
}

let failed = 0;
const check = (words: string, holds: boolean): void => {
  console.log(`${holds ? 'ok    ' : 'FAILED'} ${words}`);
  if (!holds) failed++;
};

console.log('Starting three nodes …');
const cluster = await openCluster({ dir: join(dir, 'cluster'), log: (line: string) => console.log(line) });
const services: ChildProcess[] = [];
try {
  const { urls } = cluster;
  console.log('Planting the demonstration, then three services, each at a node of its own …');
  const bases: string[] = [];
  for (const i of [0, 1, 2]) {
    const { base, process: service } = await serve([...urls.slice(i), ...urls.slice(0, i)]);
    bases.push(base);
    services.push(service);
  }
  const cookies = await Promise.all(
    bases.map(async (base) => {
      const answer = await fetch(`${base}/api/v1/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ login: 'luk', password: DEMO_PASSWORD }),
      });
      return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    }),
  );
  const list = await fetch(`${bases[0]}/api/v1/trees?limit=60`, { headers: { cookie: cookies[0] as string } });
  const trees = ((await list.json()) as { items: { id: string }[] }).items.map(({ id }) => id);

  const tally: Tally = { acknowledged: [], given: 0, retries: 0, longest: 0, asked: 0, stale: 0 };
  const until = Date.now() + seconds * 1000;
  const sending = Promise.all(Array.from({ length: phones }, () => phone(bases, cookies, trees, until, tally)));
  await pause((seconds * 1000) / 8);
  const schema = connect(urls[0] as string);
  for (const change of ['ADD COLUMN drilled INT NULL', 'DROP COLUMN drilled']) await schema.query(`ALTER TABLE visits ${change}`);
  await schema.close();
  const changed = tally.acknowledged.length;
  console.log(`${changed} visits kept; a column came and went meanwhile …`);
  await pause((seconds * 1000) / 8);
  check('writing went on after the schema was changed under it', tally.acknowledged.length > changed);
  console.log(`${tally.acknowledged.length} visits kept; node 2 is killed now …`);
  await cluster.kill(1);
  await pause((seconds * 1000) / 4);
  const without = tally.acknowledged.length;
  console.log(`${without} visits kept; node 2 comes back …`);
  await cluster.start(1);
  console.log(`node 2 is back; the cluster has ${cluster.size(0)} nodes`);
  await sending;
  check(`each of ${tally.asked} visits was seen at another node as soon as it was acknowledged`, tally.asked > 0 && tally.stale === 0);
  console.log(
    `${tally.acknowledged.length} visits acknowledged, ${tally.retries} tries that came to nothing, the longest wait ${(tally.longest / 1000).toFixed(1)} s`,
  );
  check('no phone gave up', tally.given === 0);
  for (const service of services) service.kill('SIGTERM');
  await pause(2000);

  const seen: string[] = [];
  for (const [i, url] of urls.entries()) {
    const sequelize = connect(url);
    defineModels(sequelize);
    const kept = await sequelize.query<{ id: string }>('SELECT id FROM visits', { type: QueryTypes.SELECT });
    const ids = new Set(kept.map(({ id }) => id));
    check(
      `node ${i + 1}: every acknowledged visit is there, each once`,
      tally.acknowledged.every((id) => ids.has(id)) && ids.size === kept.length,
    );
    const { entries, rows, findings } = await verify({ sequelize });
    check(`node ${i + 1}: the chain of ${entries} entries holds, and ${rows} rows with it`, findings.length === 0);
    const [head] = await sequelize.query<{ seq: number; hash: string; changes: number }>('SELECT seq, hash, changes FROM audit_head', {
      type: QueryTypes.SELECT,
    });
    seen.push(JSON.stringify([ids.size, head]));
    await sequelize.close();
  }
  check('all three nodes hold the same', new Set(seen).size === 1);
} finally {
  for (const service of services) service.kill('SIGKILL');
  await cluster.drop();
}
console.log(failed === 0 ? 'The drill holds.' : `${failed} of it do not hold.`);
process.exit(failed === 0 ? 0 : 1);
